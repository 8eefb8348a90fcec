'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { secretName } from '@/core/authority/secrets';
import type { RankedBitting } from '@/core/blade/decode';
import { leftByPiece } from '@/core/blade/progression/left-by-piece';
import type { PlanKind } from '@/core/blade/progression/plan-rest';
import type { PlanRequest } from '@/core/blade/progression/plan-sheet';
import { readSheet, type SheetFrom } from '@/core/blade/progression/sheet';
import { readingHolds } from '@/core/blade/progression/tries';
import { type Blade, bittingRule } from '@/core/blade/spec';
import { formatBitting, parseBitting } from '@/core/catalogue/bitting';
import type { Recut } from '@/core/catalogue/lists/keys';
import { spacesWords } from '@/core/catalogue/locks';
import type { JobLog } from '@/core/job/events/log';
import { momentWords } from '@/core/kinds/local-time';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { BladeCar } from '@/usecases/benches/blade-car';
import type { OpenedSheet } from '@/usecases/benches/sheets';
import { PlanTable } from './plan-table';
import { BeforeCutting, Planning } from './planning';
import type { HeldSpaces } from './search-panel';
import type { TryActions } from './sheet-actions';
import { SheetWork } from './sheet-work';
import { useSheetPlans } from './use-sheet-plans';
import { isWanted, saidOf, WantedFields } from './wanted-fields';

interface TryTabProps extends TryActions {
  readonly job: JobRef;
  readonly log: JobLog;
  readonly keyway: string;
  readonly blade: Blade;
  readonly recut: readonly Recut[];
  readonly locks: readonly HeldSpaces[];
  /** Spaces that no lock of the car holds: nobody can read them. */
  readonly heldByNone: readonly number[];
  readonly car: BladeCar;
  readonly zone: string;
  readonly currency: string;
  readonly locale: string;
  readonly onPlanned: (tries: number | null) => void;
  /** What the readings of a key or a broken piece leave, where they were sent here. */
  readonly fromPiece: readonly RankedBitting[] | undefined;
  readonly onDropPiece: () => void;
}

/** Candidates with where they came from, before a sheet is made of them. */
interface Found {
  readonly from: SheetFrom;
  readonly candidates: PlanRequest['candidates'];
  readonly holds: number;
}

/** From a partial reading to the order of trying, and the sheets that are worked. */
export function TryTab(props: TryTabProps) {
  const { job, car, zone, blade, onOpen } = props;
  const router = useRouter();
  const { spaces } = bittingRule(blade);
  const unread = props.heldByNone.join();
  const readable = useMemo(
    () =>
      Array.from({ length: spaces }, (_, at) => at + 1).filter((at) => !unread.split(',').includes(`${at}`)),
    [spaces, unread],
  );
  const [open, setOpen] = useState<{ readonly id: string; readonly sheet: OpenedSheet }>();
  const opening = useSubmit(onOpen);
  const openSheet = (id: string) =>
    opening.send({ number: job.number, id }, ({ value: { written, blade: own, recut } }) => {
      const sheet = readSheet(written);
      if (sheet) setOpen({ id, sheet: { ...sheet, blade: own, recut } });
      // One just begun is on the list afterwards.
      router.refresh();
    });
  if (car.gates.sheet !== null && !job.closed)
    return <Notice tone="ochre">Candidates are as good as keys. {car.gates.sheet}</Notice>;
  if (open)
    return (
      <SheetWork
        {...props}
        readable={readable}
        id={open.id}
        sheet={open.sheet}
        onShut={() => setOpen(undefined)}
      />
    );
  return (
    <div className="flex flex-col gap-4">
      {car.sheets.length > 0 && (
        <Panel title="Sheets of this job" note="Opening one is on record.">
          <Problems problems={opening.problems} />
          <ul className="flex flex-col gap-2">
            {car.sheets.map((sheet) => (
              <li key={sheet.id} className="flex flex-wrap items-center gap-x-3">
                <Button busy={opening.pending} onClick={() => openSheet(sheet.id)}>
                  Open {secretName(sheet)}
                </Button>
                <span className="text-mute">
                  {momentWords(sheet.madeAt, zone)}, by {sheet.madeBy}
                </span>
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {!job.closed && <NewSheet {...props} readable={readable} onBegun={openSheet} />}
    </div>
  );
}

function NewSheet({
  job,
  keyway,
  blade,
  recut,
  locks,
  readable,
  car,
  currency,
  locale,
  fromPiece,
  onDropPiece,
  onCandidates,
  onBegin,
  onBegun,
}: TryTabProps & { readonly readable: readonly number[]; readonly onBegun: (id: string) => void }) {
  const { spaces } = bittingRule(blade);
  const [wanted, setWanted] = useState<readonly string[]>(() => Array.from({ length: spaces }, () => ''));
  const [lock, setLock] = useState(locks[0]?.lock ?? '');
  const [plan, setPlan] = useState<PlanKind>('fewestBlanks');
  const [read, setRead] = useState<Found>();
  const asking = useSubmit(onCandidates);
  const beginning = useSubmit(onBegin);
  const held = locks.find((one) => one.lock === lock)?.spaces;
  const said = saidOf(wanted, held);
  const found = useMemo(
    () => (fromPiece ? { from: 'piece' as const, ...leftByPiece(fromPiece) } : read),
    [fromPiece, read],
  );
  const request = useMemo<PlanRequest | null>(
    () =>
      found
        ? {
            blade,
            recut,
            candidates: found.candidates,
            holds: found.holds,
            tries: [],
            costs: { blank: car.blankMinor ?? 0, tried: car.tryMinor },
            readable,
          }
        : null,
    [found, blade, recut, car.blankMinor, car.tryMinor, readable],
  );
  const planner = useSheetPlans(request);
  const { state } = planner;
  return (
    <Panel
      title={fromPiece ? 'Try what the readings leave' : 'Try what a lock leaves open'}
      note={
        fromPiece
          ? 'Bittings that the readings of the key or the broken piece leave, as likely as its wear has them.'
          : 'What was read of a lock that lacks spaces, or of which some could not be read: a depth, several with strokes between (2/3), or nothing.'
      }
    >
      {fromPiece && (
        <Button look="quiet" onClick={onDropPiece}>
          Read a lock instead
        </Button>
      )}
      {!fromPiece && (
        <>
          {locks.length > 0 && (
            <SelectField
              label="Read from"
              className="w-64"
              value={lock}
              empty="a lock of which nobody knows the spaces"
              choices={locks.map((one) => ({
                value: one.lock,
                label: `${one.lock}: ${spacesWords(one.spaces)}`,
              }))}
              onChange={(next) => {
                setLock(next);
                setRead(undefined);
              }}
            />
          )}
          <WantedFields
            wanted={wanted}
            held={held}
            problemAt={(at) => asking.problemOf(`wanted.${at}`)}
            onChange={(next) => {
              setWanted(next);
              setRead(undefined);
            }}
          />
          <Problems problems={asking.problems.filter(({ field }) => !field?.startsWith('wanted.'))} />
          <Button
            className="mt-1"
            busy={asking.pending}
            disabled={!isWanted(said)}
            onClick={() =>
              asking.send({ job: job.number, keyway, wanted: said }, ({ value }) =>
                setRead({
                  from: 'lock',
                  holds: readingHolds,
                  candidates: value.candidates.map((text) => ({
                    bitting: parseBitting(text) ?? [],
                    probability: 1 / value.candidates.length,
                  })),
                }),
              )
            }
          >
            Plan the order of trying
          </Button>
        </>
      )}
      {found && (
        <div className="mt-3 flex flex-col gap-3">
          <p data-said>
            <strong className="text-ask">{found.candidates.length}</strong>{' '}
            {found.candidates.length === 1 ? 'candidate is' : 'candidates are'} left, and the bitting is among
            them in {Math.min(99, Math.round(found.holds * 100))} of 100 cases
            {found.from === 'lock' ? ' (stated: a reading of a lock can be wrong)' : ''}.
          </p>
          <Planning planner={planner} candidates={found.candidates.length} />
          {state.is === 'planned' && (
            <>
              <BeforeCutting plans={state.plans} atHand={car.atHand} locks={locks} />
              <PlanTable
                plans={state.plans}
                chosen={plan}
                currency={currency}
                locale={locale}
                busy={beginning.pending}
                onChoose={setPlan}
              />
              <Problems problems={beginning.problems} />
              <Button
                look="main"
                busy={beginning.pending}
                follows="sealed with the job, kept try by try"
                onClick={() =>
                  beginning.send(
                    {
                      number: job.number,
                      keyway,
                      from: found.from,
                      candidates: found.candidates.map(({ bitting }) => formatBitting(bitting)),
                      probabilities: found.candidates.map(({ probability }) => Math.min(1, probability)),
                      holds: found.holds,
                      plan,
                    },
                    ({ value }) => {
                      setRead(undefined);
                      onBegun(value.id);
                    },
                  )
                }
              >
                Begin a sheet
              </Button>
            </>
          )}
        </div>
      )}
    </Panel>
  );
}
