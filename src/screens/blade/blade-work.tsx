'use client';

import { type ReactNode, useEffect, useState } from 'react';
import type { RankedBitting } from '@/core/blade/decode';
import { faceNames, readAgainWords } from '@/core/blade/decode-words';
import { drawBlade } from '@/core/blade/drawing';
import { leftReadable, offDepths } from '@/core/blade/readings';
import { parseReading } from '@/core/blade/readings-text';
import { type Blade, bittingRule } from '@/core/blade/spec';
import { unitSign, unitWords } from '@/core/blade/unit';
import type { CarLock } from '@/core/catalogue/locks';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import type { BenchKeyway } from '@/usecases/benches/blade-bench';
import type { CodeSearch, SearchedCode } from '@/usecases/benches/code-search';
import { BladeDrawing } from './blade-drawing';
import { ComparePanel } from './compare-panel';
import { DecodedPanel } from './decoded-panel';
import { GaugeButtons } from './gauge-buttons';
import { ReadingsFields } from './readings-fields';
import { SearchPanel } from './search-panel';
import { useDecode } from './use-decode';
import { type AskDevice, useDevice } from './use-device';
import { useReadings } from './use-readings';

export interface BladeActions {
  readonly onSearch: (data: unknown) => Promise<Result<CodeSearch>>;
  readonly onDevice: AskDevice;
}

interface BladeWorkProps extends BladeActions {
  readonly keyway: BenchKeyway;
  readonly locks: readonly CarLock[];
  /** What stands beside the unit: which keyway, or which car. */
  readonly head?: ReactNode;
  /** What can be done with the likeliest bitting. */
  readonly use: (bitting: readonly number[]) => ReactNode;
  /** Takes all that the readings leave, where it shall be tried in turn. */
  /** How sure the readings are of a bitting, whenever that changes; null where they tell none. */
  readonly onDecoded?: (probability: number | null) => void;
  readonly onTry?: ((ranked: readonly RankedBitting[]) => void) | undefined;
  readonly job?: number;
  readonly onKeepCode?: (code: SearchedCode) => void;
}

const anyBitting = 'any';
/** From here on one blank will do. */
const settledFrom = 0.99;
const allSeries = 'all';
/** Of the drawing, in mm of the screen. */
const screenLetters = 3.3;
const zooms = ['1', '3', '5', '8'] as const;
type Zoom = (typeof zooms)[number];

/** A key in hand: its readings over the drawing of its keyway, what they mean, and which codes fit. */
export function BladeWork(props: BladeWorkProps) {
  const { keyway } = props;
  if ('reason' in keyway.blade)
    return (
      <>
        {props.head}
        <Notice tone="ochre">
          {keyway.blade.reason} Complete the keyway in the library, and it can be decoded.
        </Notice>
      </>
    );
  return <Work key={keyway.name} {...props} blade={keyway.blade} />;
}

function Work({
  keyway,
  blade,
  locks,
  head,
  use,
  job,
  onSearch,
  onDevice,
  onKeepCode,
  onTry,
  onDecoded,
}: BladeWorkProps & { readonly blade: Blade }) {
  const { measure } = blade;
  const { spaces } = bittingRule(blade);
  const { texts, faces, unit, how, written, change, rewrite, clear } = useReadings(blade, keyway.shape);
  const [zoom, setZoom] = useState<Zoom>('5');
  const [series, setSeries] = useState(
    keyway.series.length > 1 ? allSeries : (keyway.series[0]?.name ?? anyBitting),
  );
  const meant = keyway.series
    .map(({ name }) => name)
    .filter((name) => series === allSeries || name === series);
  const [at, setAt] = useState({ face: 0, space: 1 });
  const sign = unitSign(measure, unit);
  const { decode, problems, trouble, askAll } = useDecode(blade, faces, meant);
  const [best] = decode?.ranked ?? [];
  const sure = best?.probability ?? null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is told of a change of the figure alone
  useEffect(() => onDecoded?.(sure), [sure]);
  const inUnit = (value: number) => unitWords(value, measure, unit);
  const held = locks.flatMap(({ lock, spaces: own }) => (own === null ? [] : [{ lock, spaces: own }]));
  const drawing = drawBlade({
    blade,
    shape: keyway.shape,
    scale: Number(zoom),
    bitting: best?.bitting ?? null,
    faces,
    locks: held,
    letters: screenLetters,
    inUnit,
  });
  const device = useDevice(keyway.name, onDevice, (read, space) => {
    for (const [face, readings] of read.entries()) {
      const row = readings.map((reading) => (reading === null ? '' : written(reading)));
      // A photograph is the whole face: what it leaves blank may be of another key.
      if (space === undefined) change(face, 0, row);
      else if (row[space - 1]) change(face, space - 1, row.slice(space - 1, space));
    }
  });
  const marked = decode ? (readAgainWords(decode, faces, measure, unit)?.space ?? null) : null;
  const off = best
    ? offDepths(blade, faces, best.bitting).map((by) =>
        by === null ? '' : `${by < 0 ? '−' : '+'}${inUnit(Math.abs(by))}`,
      )
    : null;
  const by = known(blade, meant, best?.index ?? null);
  return (
    <div className="@container">
      <div className="grid items-start gap-4 @5xl:grid-cols-[minmax(0,1fr)_20.5rem]">
        <div className="flex min-w-0 flex-col gap-4">
          <section aria-label="Blade" className="rounded-lg border border-line bg-biscuit p-4">
            <div className="mb-2 flex flex-wrap items-end gap-3">
              {head}
              <div className="mb-1 flex flex-wrap items-end gap-3">
                {measure === 'mm' && (
                  <ChoiceGroup
                    label="Lengths in"
                    value={unit}
                    choices={[
                      { value: 'mm', label: 'mm' },
                      { value: 'thousandths', label: 'thou' },
                    ]}
                    onChange={(next) => rewrite(next, how)}
                  />
                )}
                <ChoiceGroup
                  label="Drawn at"
                  value={zoom}
                  choices={zooms.map((value) => ({ value, label: `${value}:1` }))}
                  onChange={setZoom}
                />
                <GaugeButtons keyway={keyway.name} unit={unit} />
              </div>
            </div>
            <BladeDrawing
              drawing={drawing}
              label={`${keyway.name}, ${keyway.shape.profile}, ${spaces} spaces from the ${blade.stop}${best ? `, cut ${best.bitting.join(' ')}` : ''}`}
              marked={marked}
              onReading={
                drawing.handles.length > 0
                  ? (space, reading) => change(at.face, space - 1, [written(reading)])
                  : undefined
              }
            />
          </section>
          <section aria-label="Readings" className="rounded-lg border border-line bg-biscuit p-4">
            <ReadingsFields
              faces={texts}
              sign={sign}
              off={off}
              marked={marked}
              problemOf={(face, space) => {
                if (parseReading(texts[face]?.[space] ?? '') === undefined)
                  return `Space ${space + 1} of face ${faceNames[face]} is no number.`;
                return problems.find(({ field }) => field === `faces.${face}.readings.${space}`)?.message;
              }}
              full={measure === 'mm' && unit === 'mm' ? /^\d{1,2}[.,]\d\d$/ : /^\d{1,3}[.,]\d$/}
              onChange={change}
              onFocus={(face, space) => setAt({ face, space })}
              onRead={device.gauge}
            />
            <p className="mt-1 text-small text-mute">
              {how === 'cut' ? 'What is cut away at each space' : 'How wide the blade still is at each space'}
              , counted from the {blade.stop}. Enter goes on · comma or point · paste a row
              {drawing.handles.length > 0 && ' · drag on the drawing'} · G reads the gauge
            </p>
            <div className="mt-3 flex flex-wrap items-end gap-3">
              {leftReadable(keyway.shape.profile) && (
                <SelectField
                  label="Readings say"
                  className="w-40"
                  value={how}
                  choices={[
                    { value: 'cut', label: 'what is cut away' },
                    { value: 'left', label: 'what is left' },
                  ]}
                  onChange={(next) => rewrite(unit, next)}
                />
              )}
              <SelectField
                label="What may be meant"
                className="w-56"
                value={series}
                choices={[
                  ...(keyway.series.length > 1
                    ? [{ value: allSeries, label: `all series: ${codes(keyway.series)}` }]
                    : []),
                  ...keyway.series.map((one) => ({ value: one.name, label: `${one.name}: ${codes([one])}` })),
                  { value: anyBitting, label: 'any bitting' },
                ]}
                onChange={setSeries}
              />
              <SelectField
                label="Demo key in the devices"
                className="w-44"
                value={device.key}
                choices={['1', '2', '3', '4', '5'].map((value) => ({ value, label: `Key ${value}` }))}
                onChange={device.setKey}
              />
              <Button
                className="mb-1"
                busy={device.pending}
                onClick={() => {
                  device.gauge(at.face, at.space);
                  if (at.space < spaces) setAt({ ...at, space: at.space + 1 });
                }}
              >
                Read {faceNames[at.face]} {at.space} by gauge
              </Button>
              <Button className="mb-1" busy={device.pending} onClick={() => device.photograph()}>
                Read by photograph
              </Button>
              <Button look="quiet" className="mb-1" onClick={clear}>
                Clear the readings
              </Button>
            </div>
            {device.problem && (
              <Notice tone="oxide" role="alert">
                {device.problem}
              </Notice>
            )}
            {trouble && (
              <Notice tone="oxide" role="alert">
                {trouble}
              </Notice>
            )}
          </section>
        </div>
        <div className="@5xl:row-span-2">
          {decode && best ? (
            <DecodedPanel
              blade={blade}
              faces={faces}
              decode={decode}
              unit={unit}
              by={by}
              besides={
                onTry &&
                best.probability < settledFrom && (
                  <Button
                    className="w-full"
                    follows="in turn, on the fewest blanks"
                    onClick={() => askAll().then(onTry, () => undefined)}
                  >
                    Try what the readings leave
                  </Button>
                )
              }
            >
              {use(best.bitting)}
            </DecodedPanel>
          ) : (
            <Panel title="What the key says">
              <p className="text-mute">
                Three readings or more, and the likeliest bittings stand here with their certainty, the wear,
                and the space most worth reading again.
              </p>
            </Panel>
          )}
        </div>
        <div className="flex min-w-0 flex-col gap-4">
          <SearchPanel
            keyway={keyway.name}
            spaces={spaces}
            found={best?.bitting ?? null}
            locks={held}
            series={keyway.series}
            onSearch={onSearch}
            job={job}
            onKeep={onKeepCode}
          />
          <ComparePanel found={best?.bitting ?? null} spaces={spaces} locks={held} />
        </div>
      </div>
    </div>
  );
}

/** What was taken as known beside the readings. */
function known({ macs }: Blade, series: readonly string[], index: number | null): string {
  const named = series.join(' and ');
  if (series.length > 0)
    return index === null
      ? `though no code of ${named} is cut like this: another series, or a wrong cut`
      : `with the series ${named}`;
  return macs === null ? 'by the readings alone; no MACS is known' : 'by readings and MACS, no series used';
}

const codes = (series: readonly { readonly count: number }[]) =>
  `${new Intl.NumberFormat('en').format(series.reduce((sum, { count }) => sum + count, 0))} codes`;
