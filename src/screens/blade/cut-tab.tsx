'use client';

import Link from 'next/link';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type SecretRef, secretName, sourceLabel } from '@/core/authority/secrets';
import type { BladeCut } from '@/core/job/events/log';
import { Button } from '@/ui/button';
import { choicesOf, SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useEvent } from '@/ui/use-event';
import { useSubmit } from '@/ui/use-submit';
import { blankChoices, notOfStock, pieceOf } from './blank-choices';
import type { CutTabProps } from './cut-actions';
import { CutBlade } from './cut-blade';
import { CuttingFiles } from './cutting-files';

const placeNames: Record<BladeCut['where'], string> = {
  car: 'at the car, on the van’s machine',
  workshop: 'in the workshop, on the van’s machine',
  ordered: 'by others, who send it',
};

/** From a bitting to a blade that fits every lock: cut, measured, tried. */
export function CutTab(props: CutTabProps) {
  const { job, log, car } = props;
  return (
    <div className="flex flex-col gap-4">
      <FirstAdvice job={job} car={car} />
      {!job.closed &&
        (car.bittings.length === 0 ? (
          <Notice tone="ochre">
            No bitting is kept with this job yet: read a key, try a lock, or turn a code into its bitting at
            Prepare.
          </Notice>
        ) : (
          <NewCut {...props} />
        ))}
      {log.cuts.length === 0 ? (
        <p className="text-mute">No blade was cut on this job yet.</p>
      ) : (
        [...log.cuts].reverse().map((cut) => <CutBlade key={cut.cutId} {...props} cut={cut} />)
      )}
    </div>
  );
}

/** Cut first or program first, as Route says it; where a blank is held back, why. */
function FirstAdvice({ job, car: { first } }: Pick<CutTabProps, 'job' | 'car'>) {
  if (!first) return null;
  return (
    <Notice tone={first.held ? 'ochre' : 'plain'}>
      <p>
        <strong>{first.title}.</strong> {first.why}
        {first.held &&
          ' The blank is released for cutting when an attempt has learned it: a wrong chip would spoil a cut blank.'}
      </p>
      <Link href={`/jobs/${job.number}/route`} className="inline-flex min-h-11 items-center underline">
        Choose otherwise at Route
      </Link>
    </Notice>
  );
}

function NewCut({ job, car, onCut }: CutTabProps) {
  const [bittingId, setBitting] = useState(car.bittings.at(-1)?.id ?? '');
  const [where, setWhere] = useState<BladeCut['where']>('car');
  const [pile, setPile] = useState(() => blankChoices(car)[0]?.value ?? notOfStock);
  const [cutId, setCutId] = useState(() => uuid());
  const [tolerance, setTolerance] = useState<number>();
  const cutting = useSubmit(onCut);
  const event = useEvent(job);
  const bitting = car.bittings.find(({ id }) => id === bittingId);
  const closed = car.gates[where];
  const held = car.first?.held === true && where !== 'ordered';
  const record = (spoiled: boolean) =>
    event.record(
      'bladeCut',
      {
        cutId,
        bittingId,
        where,
        spoiled,
        again: null,
        piece: where === 'ordered' ? null : pieceOf(car, pile),
      },
      () => setCutId(uuid()),
    );
  return (
    <Panel title="Cut a blade" note={bitting && wornWords(bitting)}>
      <div className="grid gap-x-3 sm:grid-cols-3">
        <SelectField
          label="To"
          value={bittingId}
          choices={car.bittings.map((one) => ({
            value: one.id,
            label: `${secretName(one)}, ${sourceLabel(one.source).toLowerCase()}`,
          }))}
          onChange={setBitting}
        />
        <SelectField label="Where" value={where} choices={choicesOf(placeNames)} onChange={setWhere} />
        {where !== 'ordered' && (
          <SelectField label="The blank is" value={pile} choices={blankChoices(car)} onChange={setPile} />
        )}
      </div>
      {closed !== null ? (
        <Notice tone="ochre">{closed}</Notice>
      ) : (
        <>
          <CuttingFiles job={job.number} bittingId={bittingId} where={where} />
          <Problems problems={[...cutting.problems, ...event.problems]} />
          <div className="mt-3 flex flex-wrap gap-3">
            {where === 'ordered' ? (
              <Button
                look="main"
                busy={event.pending}
                follows="then measure it"
                onClick={() => record(false)}
              >
                The blade has come
              </Button>
            ) : (
              <>
                <Button
                  look="main"
                  busy={cutting.pending || event.pending}
                  disabled={held}
                  follows={pile === notOfStock ? 'then measure it' : 'takes the blank from the van'}
                  onClick={() =>
                    cutting.send({ number: job.number, bittingId, cutId, where }, ({ value }) => {
                      setTolerance(value.tolerance);
                      record(false);
                    })
                  }
                >
                  Cut on the machine
                </Button>
                <Button busy={event.pending} disabled={held} onClick={() => record(false)}>
                  It was cut by hand
                </Button>
                <Button look="quiet" busy={event.pending} disabled={held} onClick={() => record(true)}>
                  Blank spoiled
                </Button>
              </>
            )}
          </div>
          {tolerance !== undefined && (
            <p className="mt-2 text-mute" data-said>
              Cut. The machine says within {tolerance.toFixed(2)} mm; measure it before it goes into a lock.
            </p>
          )}
        </>
      )}
    </Panel>
  );
}

/** Why a worn key is not copied as it is. */
function wornWords({ source }: SecretRef): string | undefined {
  return source === 'keyInHand'
    ? 'Cut to the depths the key once had, not as it reads: a copy of a worn key is worn twice.'
    : undefined;
}
