'use client';

import Link from 'next/link';
import { type ReactNode, useMemo, useState } from 'react';
import { type Ladder, type LadderFilter, overlaps, stepsFor } from '@/core/pellet/ladder';
import { finerRange, type Meter, rangeFor } from '@/core/pellet/meter';
import { ohmsWords, parseOhms, type TypedOhms } from '@/core/pellet/ohms-text';
import { pelletAdvice, typedWords } from '@/core/pellet/pellet-words';
import { type PelletAnswer, type PelletVerdict, readPellet } from '@/core/pellet/read-pellet';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Notice, type Tone } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { PelletLadder } from './pellet-ladder';
import { type AskMeter, useMeter } from './use-meter';

interface PelletWorkProps {
  readonly ladder: Ladder;
  readonly filter: LadderFilter;
  readonly meters: readonly Meter[];
  readonly onMeter: AskMeter;
  /** What stands above the readings: which ladder, which car. */
  readonly head?: ReactNode;
  /** What can be done with what was read. */
  readonly use?: (answer: PelletAnswer, meter: Meter) => ReactNode;
}

const faceNames = ['A', 'B'] as const;
const fields = 3;
const blank = () => Array.from({ length: fields }, () => '');
const tones: Record<PelletVerdict, Tone> = {
  clear: 'glaze',
  ambiguous: 'ochre',
  unsure: 'plain',
  differ: 'ochre',
  open: 'oxide',
  short: 'oxide',
  off: 'oxide',
};

/** A pellet under the tips: readings of both faces, the ladder with their band, and the next thing to do. */
export function PelletWork({ ladder, filter, meters, onMeter, head, use }: PelletWorkProps) {
  const [name, setName] = useState(meters[0]?.name ?? '');
  const [chosen, setChosen] = useState<number | null>(null);
  const [faces, setFaces] = useState<readonly (readonly string[])[]>([blank(), blank()]);
  const [key, setKey] = useState('1');
  const { year, profile } = filter;
  const steps = useMemo(() => stepsFor(ladder, { year, profile }), [ladder, year, profile]);
  const ohms = steps.map((one) => one.ohms);
  const meter = meters.find((one) => one.name === name);
  const typed = faces.map((face) => face.map((text) => (text.trim() === '' ? null : parseOhms(text, ohms))));
  const change = (face: number, at: number, text: string) =>
    setFaces((before) =>
      before.map((own, index) =>
        index === face ? own.map((one, place) => (place === at ? text : one)) : own,
      ),
    );
  const device = useMeter(
    onMeter,
    { platform: ladder.platform, key: Number(key), meter: name || null },
    (face, held) =>
      setFaces((before) =>
        before.map((own, index) => {
          if (index !== face) return own;
          const free = own.findIndex((one) => one.trim() === '');
          const text = held === null ? 'OL' : ohmsWords(held);
          return own.map((one, place) => (place === (free < 0 ? fields - 1 : free) ? text : one));
        }),
      ),
  );
  if (!meter)
    return (
      <>
        {head}
        <Notice tone="ochre">
          <p>The shop has no meter yet: how far a reading may be off is not known.</p>
          <Link href="/settings/tools" className="inline-flex min-h-11 items-center underline">
            Add a meter in Settings
          </Link>
        </Notice>
      </>
    );
  if (steps.length < 2)
    return (
      <>
        {head}
        <Notice tone="ochre">No two steps of this ladder are of this year and blade.</Notice>
      </>
    );
  const range = chosen ?? rangeFor(meter, ohms, ladder.tolerancePercent);
  const read = typed.map((face) => face.flatMap((one) => (one && !isSlip(one) ? [ohmsOf(one)] : [])));
  const answer = readPellet({ ladder, steps, meter, range, faces: read });
  const advice = pelletAdvice(answer, { steps }, filter);
  const finer = answer.band ? finerRange(meter, answer.band.ohms, range) : null;
  const any = read.some((face) => face.length > 0);
  const slip = typed.flat().find(isSlip);
  const alike = overlaps({ ...ladder, steps });
  return (
    <div className="@container">
      <div className="grid items-start gap-4 @4xl:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="flex min-w-0 flex-col gap-4">
          <section aria-label="Readings" className="rounded-lg border border-line bg-biscuit p-4">
            {head}
            <div className="flex flex-wrap items-end gap-3">
              <SelectField
                label="Meter"
                className="w-52"
                value={name}
                choices={meters.map((one) => ({ value: one.name, label: one.name }))}
                onChange={(next) => {
                  setName(next);
                  setChosen(null);
                }}
              />
              <SelectField
                label="Range, set and kept to"
                className="w-44"
                value={String(range)}
                choices={meter.ranges.map((one) => ({ value: String(one), label: ohmsWords(one) }))}
                onChange={(next) => setChosen(Number(next))}
              />
              <SelectField
                label="Demo key under the tips"
                className="w-44"
                value={key}
                choices={['1', '2', '3', '4', '5'].map((value) => ({ value, label: `Key ${value}` }))}
                onChange={setKey}
              />
            </div>
            <p className="mb-3 text-small text-mute">
              Across the pellet alone, without fingers or metal on it: 3.3, 3300, 3k3, or OL where the meter
              shows no end.
              {finer !== null && ` The range of ${ohmsWords(finer)} reads this one finer.`}
            </p>
            {faceNames.map((face, index) => (
              <fieldset key={face} className="mb-2 flex flex-wrap items-end gap-2">
                <legend className="text-small font-semibold text-mute">Face {face}</legend>
                {(faces[index] ?? []).map((text, at) => (
                  <input
                    // biome-ignore lint/suspicious/noArrayIndexKey: a reading is its place
                    key={at}
                    aria-label={`Face ${face}, reading ${at + 1}`}
                    aria-invalid={typed[index]?.[at] === undefined}
                    autoComplete="off"
                    maxLength={24}
                    value={text}
                    onFocus={(event) => event.target.select()}
                    onChange={(event) => change(index, at, event.target.value)}
                    className={`h-12 w-32 rounded-lg border-[1.5px] bg-biscuit px-2 text-center font-mono ${typed[index]?.[at] === undefined ? 'border-oxide' : 'border-edge'}`}
                  />
                ))}
                <Button disabled={device.live !== null} onClick={() => device.measure(index)}>
                  Measure hands-free
                </Button>
              </fieldset>
            ))}
            <div>
              {device.live && (
                <p className="flex flex-wrap items-center gap-3">
                  <span>
                    Face {faceNames[device.live.face]}:{' '}
                    <span className="font-mono">
                      {device.live.ohms === null ? 'OL' : ohmsWords(device.live.ohms)}
                    </span>
                    , waits until it lies still
                  </span>
                  <Button look="quiet" onClick={device.stop}>
                    Stop
                  </Button>
                </p>
              )}
            </div>
            {device.problem && (
              <Notice tone="oxide" role="alert">
                {device.problem}
              </Notice>
            )}
            <ul className="text-small" data-said>
              {typed.flatMap((face, index) =>
                face.flatMap((one, at) => {
                  const words =
                    one === undefined ? 'is no resistance' : one === null ? null : typedWords(one);
                  if (words === null) return [];
                  return [
                    <li
                      // biome-ignore lint/suspicious/noArrayIndexKey: a reading is its place
                      key={`${index} ${at}`}
                      className={one === undefined ? 'text-oxide' : isSlip(one) ? 'text-ochre' : 'text-mute'}
                    >
                      Face {faceNames[index]}, reading {at + 1}: {words}
                      {isSlip(one) && (
                        <Button look="quiet" className="ml-2" onClick={() => change(index, at, slipped(one))}>
                          Take {slipped(one)}
                        </Button>
                      )}
                    </li>,
                  ];
                }),
              )}
            </ul>
            <Button look="quiet" className="mt-2" onClick={() => setFaces([blank(), blank()])}>
              Clear the readings
            </Button>
          </section>
          <PelletLadder ladder={ladder} steps={steps} answer={answer} any={any} />
        </div>
        <div className="flex flex-col gap-4">
          {slip ? (
            <Lead
              over="A slip by tens or thousands?"
              title={`${ohmsWords(slip.ohms)}, or ${slipped(slip)}?`}
              reason="Read the unit on the meter again; the reading counts when it is settled."
            />
          ) : any ? (
            <Lead
              over={answer.band ? `Reads ${ohmsWords(answer.band.ohms)}` : 'What it reads'}
              title={advice.title}
            >
              <Notice tone={tones[answer.verdict]} said>
                {advice.next}
              </Notice>
              <p className="mt-2 text-small text-mute">
                Dirt {percent(answer.dirt)}, something across it {percent(answer.parallel)}, none of the steps{' '}
                {percent(answer.none)}.
              </p>
              {use && <div className="mt-3">{use(answer, meter)}</div>}
            </Lead>
          ) : (
            <Panel title="What it reads">
              <p className="text-mute">
                Type a reading, or measure hands-free: the value that lies still is held and said aloud.
              </p>
            </Panel>
          )}
          {alike.length > 0 && (
            <p className="text-small text-mute">
              Pellets of {alike.map(([a, b]) => `steps ${a} and ${b}`).join(', ')} can read alike at{' '}
              {ladder.tolerancePercent} % tolerance.
            </p>
          )}
        </div>
      </div>
    </div>
  );
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

function ohmsOf(typed: TypedOhms): number | null {
  return typed.kind === 'open' ? null : typed.ohms;
}

function isSlip(typed: TypedOhms | null | undefined): typed is TypedOhms & { kind: 'ohms'; slip: number } {
  return typed?.kind === 'ohms' && typed.slip !== null;
}

function slipped({ ohms, slip }: { readonly ohms: number; readonly slip: number }): string {
  return ohmsWords(ohms * slip);
}
