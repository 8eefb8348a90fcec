'use client';

import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { secretName } from '@/core/authority/secrets';
import { checkWords } from '@/core/blade/cut/check-words';
import { fitAdvice, type LockTurns } from '@/core/blade/cut/fit-advice';
import type { MachineState } from '@/core/blade/cut/machine';
import { parseReading } from '@/core/blade/readings-text';
import { bittingRule } from '@/core/blade/spec';
import { unitSign } from '@/core/blade/unit';
import { type LockName, spacesWords } from '@/core/catalogue/locks';
import type { BladeCut } from '@/core/job/events/log';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { choicesOf, SelectField } from '@/ui/field';
import { Badge, Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Tick } from '@/ui/tick';
import { useEvent } from '@/ui/use-event';
import { useSubmit } from '@/ui/use-submit';
import type { CutTabProps } from './cut-actions';

interface CutBladeProps extends CutTabProps {
  readonly cut: BladeCut;
}

const places: Record<BladeCut['where'], string> = {
  car: 'cut at the car',
  workshop: 'cut in the workshop',
  ordered: 'cut by others',
};

/** A blade that was cut: measured against what was meant, then tried in every lock. */
export function CutBlade(props: CutBladeProps) {
  const { job, log, car, cut } = props;
  const number = log.cuts.findIndex(({ cutId }) => cutId === cut.cutId) + 1;
  const bitting = car.bittings.find(({ id }) => id === cut.bittingId);
  const measured = log.measured.find(({ cutId }) => cutId === cut.cutId);
  const again = log.cuts.some((one) => one.again === cut.cutId);
  const event = useEvent(job);
  return (
    <Panel
      title={`Blade ${number}`}
      note={`${bitting ? secretName(bitting) : 'A bitting of this job'}, ${places[cut.where]}${cut.again === null ? '' : ', cut once more'}`}
    >
      <Problems problems={event.problems} />
      {!again && !job.closed && (
        <Button
          look="quiet"
          className="mb-3"
          busy={event.pending}
          onClick={() => event.record('cutWithdrawn', { cutId: cut.cutId })}
        >
          Undo blade {number}
        </Button>
      )}
      {cut.spoiled ? (
        <Notice tone="oxide">Spoiled: this blank is gone.</Notice>
      ) : again ? (
        <p className="text-mute">It was cut once more, and goes on as another blade above.</p>
      ) : (
        <div className="flex flex-col gap-4">
          {measured && (
            <p>
              <Badge tone={measured.passes ? 'glaze' : 'oxide'}>{measured.passes ? 'Passes' : 'Out'}</Badge>{' '}
              {!measured.passes &&
                (measured.machine
                  ? 'The machine is out of calibration.'
                  : `At ${measured.off.length === 1 ? 'space' : 'spaces'} ${spacesWords(measured.off.map(({ space }) => space))}.`)}
            </p>
          )}
          {!job.closed && <Measure {...props} />}
          <Fit {...props} />
        </div>
      )}
    </Panel>
  );
}

const machines: Record<MachineState, string> = {
  calibrated: 'calibrated',
  tooDeep: 'set too deep',
  tooShallow: 'set too shallow',
  shifted: 'stop beside its place',
};

/** Readings of the fresh blade, and what they say of it. */
function Measure({ job, cut, blade, car, onRead, onCheck, onCut }: CutBladeProps) {
  const { spaces } = bittingRule(blade);
  const [texts, setTexts] = useState<readonly string[]>(() => Array.from({ length: spaces }, () => ''));
  const [machine, setMachine] = useState<MachineState>('calibrated');
  const [attempt, setAttempt] = useState(1);
  const reading = useSubmit(onRead);
  const check = useSubmit(onCheck);
  const cutting = useSubmit(onCut);
  const event = useEvent(job);
  const [said, setSaid] = useState<Parameters<typeof checkWords>[0]>();
  const readings = texts.map(parseReading);
  const wrong = readings.flatMap((one, at) => (one === undefined ? [at + 1] : []));
  const hold = (values: readonly (number | null)[]) =>
    check.send({ number: job.number, cutId: cut.cutId, readings: values }, ({ value }) => {
      setSaid(value);
      // Half a measuring says nothing of the blade yet.
      if (value.verdict === 'readOn') return;
      event.record('bladeMeasured', {
        cutId: cut.cutId,
        passes: value.verdict === 'passes',
        off: value.off.map(({ space, by }) => ({ space, by })),
        machine: value.machine?.of ?? null,
      });
    });
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(submitted) => {
        submitted.preventDefault();
        if (wrong.length === 0) hold(readings.map((one) => one ?? null));
      }}
    >
      <p className="font-semibold">Measure it against what was meant</p>
      <div className="overflow-x-auto">
        <div className="flex gap-1.5 pb-1">
          {texts.map((text, at) => (
            <label
              // biome-ignore lint/suspicious/noArrayIndexKey: a space is its number
              key={at}
              className="flex min-w-15 flex-1 flex-col gap-1 text-center text-small text-mute"
            >
              {at + 1}
              <input
                aria-label={`Cut away at space ${at + 1}`}
                aria-invalid={wrong.includes(at + 1)}
                inputMode="decimal"
                autoComplete="off"
                value={text}
                onFocus={(focused) => focused.target.select()}
                onChange={(change) =>
                  setTexts(texts.map((one, other) => (other === at ? change.target.value : one)))
                }
                className={`h-11 w-full rounded-lg border-[1.5px] bg-biscuit px-1 text-center font-mono text-ink ${wrong.includes(at + 1) ? 'border-oxide' : 'border-edge'}`}
              />
            </label>
          ))}
        </div>
      </div>
      <p className="text-small text-mute">
        What is cut away at each space, in {unitSign(blade.measure, 'mm')}, counted from the {blade.stop}.
      </p>
      {wrong.length > 0 && (
        <p className="text-small text-oxide" role="alert">
          {wrong.length === 1 ? 'Space' : 'Spaces'} {wrong.join(', ')}: expected a number.
        </p>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <Button
          type="submit"
          className="mb-1"
          busy={check.pending}
          disabled={texts.every((text) => text.trim() === '')}
        >
          Hold against what was meant
        </Button>
        {cut.where !== 'ordered' && (
          <>
            <SelectField
              label="Demo machine"
              className="w-52"
              value={machine}
              choices={choicesOf(machines)}
              onChange={setMachine}
            />
            <Button
              className="mb-1"
              busy={reading.pending}
              onClick={() =>
                reading.send({ number: job.number, cutId: cut.cutId, machine, attempt }, ({ value }) => {
                  setAttempt(attempt + 1);
                  setTexts(value.readings.map((one) => one.toFixed(2)));
                  hold(value.readings);
                })
              }
            >
              Measure by gauge
            </Button>
          </>
        )}
      </div>
      <Problems problems={[...reading.problems, ...check.problems, ...event.problems, ...cutting.problems]} />
      {said && (
        <Notice
          tone={said.verdict === 'passes' ? 'glaze' : said.verdict === 'readOn' ? 'plain' : 'oxide'}
          said
        >
          <p>{checkWords(said, blade.measure, 'mm')}</p>
          {said.verdict === 'cutDeeper' && cut.where !== 'ordered' && car.gates[cut.where] === null && (
            <Button
              className="mt-2"
              busy={cutting.pending || event.pending}
              follows="the same blank"
              onClick={() => {
                const cutId = uuid();
                const { bittingId, where } = cut;
                cutting.send({ number: job.number, bittingId, cutId, where }, () =>
                  event.record('bladeCut', {
                    cutId,
                    bittingId,
                    where,
                    spoiled: false,
                    again: cut.cutId,
                    piece: null,
                  }),
                );
              }}
            >
              Cut it once more
            </Button>
          )}
        </Notice>
      )}
    </form>
  );
}

const turnNames: Record<LockTurns, string> = {
  bothWays: 'both ways',
  oneWay: 'one way',
  no: 'does not turn',
};

/** Every lock the car has, how the blade did in it, and where one that does not turn leads back to. */
function Fit({ job, cut, log, locks, car }: CutBladeProps) {
  const event = useEvent(job);
  const fits = log.fits.filter(({ cutId }) => cutId === cut.cutId);
  const advice = fitAdvice(locks, fits);
  const record = (lock: LockName, turns: LockTurns, smooth: boolean) =>
    event.record('lockTried', { cutId: cut.cutId, lock, turns, smooth });
  if (locks.length === 0)
    return <p className="text-mute">The library does not know the locks of this car; note them at Close.</p>;
  return (
    <div className="flex flex-col gap-2">
      <p className="font-semibold">Try it in every lock</p>
      {car.gates.car !== null && !job.closed ? (
        <Notice tone="ochre">{car.gates.car}</Notice>
      ) : (
        <ul className="flex flex-col divide-y divide-line">
          {locks.map(({ lock }) => {
            const fit = fits.find((one) => one.lock === lock);
            return (
              <li key={lock} className="flex flex-wrap items-end gap-x-4 gap-y-1 py-2">
                {job.closed ? (
                  <span>
                    {lock}: {fit ? turnNames[fit.turns] : 'not tried'}
                  </span>
                ) : (
                  <>
                    <ChoiceGroup
                      label={lock}
                      value={fit?.turns ?? ('' as LockTurns)}
                      choices={Object.entries(turnNames).map(([value, label]) => ({
                        value: value as LockTurns,
                        label,
                      }))}
                      onChange={(turns) => record(lock, turns, turns === 'bothWays')}
                    />
                    {fit && fit.turns !== 'no' && (
                      <Tick
                        label="smooth"
                        checked={fit.smooth}
                        onChange={(smooth) => record(lock, fit.turns, smooth)}
                      />
                    )}
                  </>
                )}
              </li>
            );
          })}
        </ul>
      )}
      <Problems problems={event.problems} />
      <div data-said className="flex flex-col gap-2">
        {advice.fits && (
          <Notice tone="glaze">It fits: every lock of the car turns both ways and smoothly.</Notice>
        )}
        {advice.words.map((words) => (
          <Notice key={words} tone="ochre">
            {words}
          </Notice>
        ))}
        {!advice.fits && advice.words.length === 0 && fits.length > 0 && (
          <p className="text-mute">Still to try: {advice.toTry.join(', ')}.</p>
        )}
      </div>
    </div>
  );
}
