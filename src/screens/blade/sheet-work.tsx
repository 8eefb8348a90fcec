'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { groupBitting } from '@/core/blade/decode-words';
import type { PlanRequest } from '@/core/blade/progression/plan-sheet';
import { cutSteps, stepWords } from '@/core/blade/progression/sheet-words';
import type { TryResult } from '@/core/blade/progression/tries';
import { bittingRule } from '@/core/blade/spec';
import { type JobLog, type LoggedTry, triesOf } from '@/core/job/events/log';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useEvent } from '@/ui/use-event';
import { useSubmit } from '@/ui/use-submit';
import type { BladeCar } from '@/usecases/benches/blade-car';
import type { OpenedSheet } from '@/usecases/benches/sheets';
import { blankChoices, notOfStock, pieceOf } from './blank-choices';
import { CutsRow } from './cuts-row';
import { PlanTable } from './plan-table';
import { BeforeCutting, Planning } from './planning';
import type { HeldSpaces } from './search-panel';
import type { TryActions } from './sheet-actions';
import { useSheetPlans } from './use-sheet-plans';

interface SheetWorkProps extends TryActions {
  readonly job: { readonly number: number; readonly lastSeq: number; readonly closed: boolean };
  readonly log: Pick<JobLog, 'tries' | 'plans' | 'cuts'>;
  readonly car: BladeCar;
  readonly currency: string;
  readonly locale: string;
  readonly locks: readonly HeldSpaces[];
  readonly readable: readonly number[];
  readonly id: string;
  readonly sheet: OpenedSheet;
  readonly onShut: () => void;
  /** How many tries the plan that is worked expects; null while there is none. */
  readonly onPlanned: (tries: number | null) => void;
}

const nowhere = 'nowhere';
/** So many of what is to come stand on the screen, and on paper. */
const shown = 8;
const printed = 100;

const resultWords: Record<TryResult, string> = {
  turned: 'turned',
  didNotTurn: 'did not turn',
  spoiled: 'blank spoiled',
};

/** One sheet at the car: what is cut next on which blank, how it went, and what is left. */
export function SheetWork(props: SheetWorkProps) {
  const { job, log, car, currency, locale, id, sheet, locks, readable, onShut, onPlanned } = props;
  const tries = useMemo(() => triesOf(log, id), [log, id]);
  const plan = log.plans[id] ?? sheet.plan;
  const request = useMemo<PlanRequest>(
    () => ({
      ...sheet,
      tries,
      costs: { blank: car.blankMinor ?? 0, tried: car.tryMinor },
      readable,
    }),
    [sheet, tries, car.blankMinor, car.tryMinor, readable],
  );
  const planner = useSheetPlans(request);
  const event = useEvent(job);
  const planned = planner.state.is === 'planned' ? planner.state.plans : undefined;
  const steps = planned?.plans[plan].steps ?? [];
  const ahead = planned ? planned.plans[plan].tries.expected : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is told of a change of the figure alone
  useEffect(() => onPlanned(ahead), [ahead]);
  const last = tries.at(-1);
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap gap-3">
        <Button look="quiet" onClick={onShut}>
          Back to the sheets
        </Button>
        {last && !job.closed && (
          <Button
            look="quiet"
            busy={event.pending}
            onClick={() => event.record('tryWithdrawn', { tryId: last.tryId })}
          >
            Undo the last try
          </Button>
        )}
      </div>
      <Problems problems={event.problems} />
      <Planning planner={planner} candidates={sheet.candidates.length} />
      {planned && planned.state.turned !== null && (
        <Turned {...props} at={planned.state.turned} tries={tries} />
      )}
      {planned && planned.state.turned === null && (
        <>
          {steps[0] && !job.closed ? (
            <Next key={`${tries.length} ${plan}`} {...props} event={event} next={steps[0]} tries={tries} />
          ) : (
            <NoneLeft tries={tries.length} closed={job.closed} />
          )}
          <p data-said>
            {tries.length > 0 &&
              `${planned.state.tries} tried on ${planned.state.blanks} ${planned.state.blanks === 1 ? 'blank' : 'blanks'}. `}
            {planned.state.left.length} left; the bitting is among them in{' '}
            <strong>{Math.min(99, Math.round(planned.state.holds * 100))} of 100</strong> cases.
            {planned.state.holds < 0.5 && ' Read the lock again before more blanks are cut.'}
          </p>
          <BeforeCutting plans={planned} atHand={car.atHand} locks={locks} />
          <PlanTable
            plans={planned}
            chosen={plan}
            currency={currency}
            locale={locale}
            busy={event.pending}
            disabled={job.closed}
            onChoose={(next) => event.record('planChosen', { sheetId: id, plan: next })}
          />
          <ToCome sheet={sheet} steps={steps} tries={tries} />
        </>
      )}
      {tries.length > 0 && <Done sheet={sheet} tries={tries} />}
    </div>
  );
}

interface NextStep {
  readonly candidate: number;
  readonly blank: number;
}

/** What is cut next, and how it went. */
function Next({
  car,
  id,
  sheet,
  event,
  next,
  tries,
}: SheetWorkProps & {
  readonly event: ReturnType<typeof useEvent>;
  readonly next: NextStep;
  readonly tries: readonly LoggedTry[];
}) {
  const [stopsAt, setStopsAt] = useState(nowhere);
  const [pile, setPile] = useState(() => blankChoices(car)[0]?.value ?? notOfStock);
  const [tryId] = useState(() => uuid());
  const before = tries.findLast(({ blank, result }) => blank === next.blank && result !== 'spoiled');
  const fresh = !tries.some(({ blank }) => blank === next.blank);
  const bitting = sheet.candidates[next.candidate]?.bitting ?? [];
  const from = before ? (sheet.candidates[before.candidate]?.bitting ?? null) : null;
  const record = (result: TryResult) =>
    event.record('candidateTried', {
      tryId,
      sheetId: id,
      candidate: next.candidate,
      blank: next.blank,
      result,
      stopsAt: result === 'didNotTurn' && stopsAt !== nowhere ? Number(stopsAt) : null,
      piece: fresh ? pieceOf(car, pile) : null,
    });
  return (
    <Lead
      over={fresh ? `Blank ${next.blank}, a new one` : `Blank ${next.blank}, cut on`}
      title={stepWords(cutSteps(sheet.blade, from, bitting))}
      reason={
        <>
          It is then cut <span className="font-mono font-semibold text-ink">{groupBitting(bitting)}</span>.
          Try it gently: a lock that is forced tells nothing more.
        </>
      }
    >
      <CutsRow blade={sheet.blade} from={from} to={bitting} />
      {fresh && (
        <SelectField
          label="The blank is"
          className="no-print max-w-md"
          value={pile}
          choices={blankChoices(car)}
          onChange={setPile}
        />
      )}
      <div className="no-print mt-1 overflow-x-auto">
        <ChoiceGroup
          label="Where it was felt to stop (weighed, rules nothing out)"
          value={stopsAt}
          choices={[
            { value: nowhere, label: 'not felt' },
            ...Array.from({ length: bittingRule(sheet.blade).spaces }, (_, at) => ({
              value: String(at + 1),
              label: String(at + 1),
            })),
          ]}
          onChange={setStopsAt}
        />
      </div>
      <div className="mt-3 grid gap-2 sm:grid-cols-3">
        <Button look="main" busy={event.pending} onClick={() => record('didNotTurn')}>
          Does not turn
        </Button>
        <Button busy={event.pending} follows="the bitting is found" onClick={() => record('turned')}>
          It turns
        </Button>
        <Button look="quiet" busy={event.pending} onClick={() => record('spoiled')}>
          Blank spoiled
        </Button>
      </div>
    </Lead>
  );
}

function NoneLeft({ tries, closed }: { tries: number; closed: boolean }) {
  return closed ? (
    <Notice tone="plain">The job is closed: the sheet stands as it was left.</Notice>
  ) : (
    <Notice tone="ochre" role="alert">
      {tries} tried and none turned: the reading does not hold. Read the lock again, or another one; look for
      a worn lock and for a part that was replaced.
    </Notice>
  );
}

/** The key turned: its bitting is kept, and it goes on to every other lock. */
function Turned({
  job,
  log,
  id,
  sheet,
  car,
  at,
  tries,
  onKeepTurned,
}: SheetWorkProps & { readonly at: number; readonly tries: readonly LoggedTry[] }) {
  const router = useRouter();
  const keep = useSubmit(onKeepTurned);
  const event = useEvent(job);
  // The blade is the one that turned: kept twice, it is still one blade.
  const cutId = tries.findLast(({ result }) => result === 'turned')?.tryId;
  const kept = log.cuts.some((cut) => cut.cutId === cutId);
  const bitting = sheet.candidates[at]?.bitting ?? [];
  // A blank that is programmed first is no cut blade yet, though this one turned: its bitting alone is kept.
  const held = car.first?.held === true;
  const [keptAlone, setKeptAlone] = useState(false);
  return (
    <Lead over="It turns" title={`The bitting is ${groupBitting(bitting)}`}>
      <Problems problems={[...keep.problems, ...event.problems]} />
      {kept && <p>It is kept; the blade is under Cut and fit.</p>}
      {keptAlone && !kept && (
        <p>The bitting is kept. The key is programmed first; its blade is recorded after that.</p>
      )}
      {job.closed || kept || !cutId || (held && keptAlone) ? null : (
        <Button
          look="main"
          busy={keep.pending || event.pending}
          disabled={car.gates.car !== null}
          follows={held ? 'sealed; programmed first, as Route has it' : 'sealed; this blade goes on to fit'}
          onClick={() =>
            keep.send({ number: job.number, id }, ({ value }) => {
              setKeptAlone(true);
              if (held) router.refresh();
              else
                event.record('bladeCut', {
                  cutId,
                  bittingId: value.id,
                  where: 'car',
                  spoiled: false,
                  again: null,
                  piece: null,
                });
            })
          }
        >
          {held ? 'Keep the bitting' : 'Keep the bitting and the blade'}
        </Button>
      )}
    </Lead>
  );
}

/** What comes after the next one; all of it on paper, with boxes to tick. */
function ToCome({
  sheet,
  steps,
  tries,
}: {
  sheet: OpenedSheet;
  steps: readonly NextStep[];
  tries: readonly LoggedTry[];
}) {
  const cut = new Map(tries.map(({ blank, candidate }) => [blank, candidate]));
  const rows = steps.slice(0, printed).map((step) => {
    const before = cut.get(step.blank);
    cut.set(step.blank, step.candidate);
    const bitting = sheet.candidates[step.candidate]?.bitting ?? [];
    const from = before === undefined ? null : (sheet.candidates[before]?.bitting ?? null);
    return { ...step, bitting, words: stepWords(cutSteps(sheet.blade, from, bitting)) };
  });
  if (rows.length < 2) return null;
  return (
    <Panel
      title="To come"
      note={`By this plan, unless one turns${steps.length > printed ? `; the first ${printed} of ${steps.length} are printed` : ''}.`}
    >
      <Table label="To come">
        <thead>
          <Tr>
            <Th>Blank</Th>
            <Th>Bitting</Th>
            <Th>Cut</Th>
            <Th className="hidden print:table-cell">Turned</Th>
          </Tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <tr
              key={row.candidate}
              className={`border-t border-line first:border-t-0 ${at >= shown ? 'hidden print:table-row' : ''}`}
            >
              <Td>{row.blank}</Td>
              <Td className="font-mono whitespace-nowrap">{groupBitting(row.bitting)}</Td>
              <Td>{row.words}</Td>
              <Td className="hidden print:table-cell">☐</Td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}

/** What was tried, the last one first. */
function Done({ sheet, tries }: { sheet: OpenedSheet; tries: readonly LoggedTry[] }) {
  return (
    <Panel title="Tried">
      <details>
        <summary className="min-h-11 content-center">
          {tries.length === 1 ? '1 try' : `${tries.length} tries`}
        </summary>
        <ol className="flex flex-col divide-y divide-line">
          {[...tries].reverse().map((made) => (
            <li key={made.tryId} className="grid grid-cols-[6rem_1fr_1fr] gap-x-3 py-1.5">
              <span>Blank {made.blank}</span>
              <span className="font-mono">
                {groupBitting(sheet.candidates[made.candidate]?.bitting ?? [])}
              </span>
              <span>
                {resultWords[made.result]}
                {made.stopsAt !== null && `, felt to stop at space ${made.stopsAt}`}
              </span>
            </li>
          ))}
        </ol>
      </details>
    </Panel>
  );
}
