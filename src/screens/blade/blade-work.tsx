'use client';

import { type ReactNode, useMemo, useState } from 'react';
import { readAgainWords } from '@/core/blade/decode-words';
import { drawBlade } from '@/core/blade/drawing';
import type { FaceReadings } from '@/core/blade/readings';
import { parseReading } from '@/core/blade/readings-text';
import { type Blade, bittingRule, spacesOf } from '@/core/blade/spec';
import { inMeasure, type LengthUnit, unitSign, unitWords } from '@/core/blade/unit';
import type { CarLock } from '@/core/catalogue/locks';
import type { Result } from '@/core/kinds/result';
import type { ReadingDevice } from '@/inputs/blade-inputs';
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
import { ReadingsFields } from './readings-fields';
import { SearchPanel } from './search-panel';
import { useDecode } from './use-decode';

export interface BladeActions {
  readonly onSearch: (data: unknown) => Promise<Result<CodeSearch>>;
  readonly onDevice: (data: unknown) => Promise<Result<{ readonly faces: readonly FaceReadings[] }>>;
}

interface BladeWorkProps extends BladeActions {
  readonly keyway: BenchKeyway;
  readonly locks: readonly CarLock[];
  /** What stands beside the unit: which keyway, or which car. */
  readonly head?: ReactNode;
  /** What can be done with the likeliest bitting. */
  readonly use: (bitting: readonly number[]) => ReactNode;
  readonly job?: number;
  readonly onKeepCode?: (code: SearchedCode) => void;
}

const anyBitting = 'any';
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
}: BladeWorkProps & { readonly blade: Blade }) {
  const { measure } = blade;
  const { spaces } = bittingRule(blade);
  const blank = useMemo(() => Array.from({ length: spaces }, () => ''), [spaces]);
  const twoFaces = keyway.shape.profile !== 'edge, one side';
  const [texts, setTexts] = useState<readonly (readonly string[])[]>(twoFaces ? [blank, blank] : [blank]);
  const [unit, setUnit] = useState<LengthUnit>('mm');
  const [zoom, setZoom] = useState<Zoom>('5');
  const [series, setSeries] = useState(keyway.series[0]?.name ?? anyBitting);
  const [face, setFace] = useState(0);
  const sign = unitSign(measure, unit);
  const faces = useMemo<FaceReadings[]>(() => {
    const read = texts.map((row) =>
      row.map((text) => {
        const reading = parseReading(text);
        return typeof reading === 'number' ? inMeasure(reading, measure, unit) : null;
      }),
    );
    // A face of which nothing was read is none.
    return read.filter((row, at) => at === 0 || row.some((reading) => reading !== null));
  }, [texts, measure, unit]);
  const { decode, problems, trouble } = useDecode(blade, faces, series === anyBitting ? null : series);
  const [best] = decode?.ranked ?? [];
  const inUnit = (value: number) => unitWords(value, measure, unit);
  const held = locks.flatMap(({ lock, spaces: own }) => (own === null ? [] : [{ lock, spaces: own }]));
  const drawing = useMemo(
    () =>
      drawBlade({
        blade,
        shape: keyway.shape,
        scale: Number(zoom),
        bitting: best?.bitting ?? null,
        faces,
        locks: held,
        letters: screenLetters,
        inUnit,
      }),
    // biome-ignore lint/correctness/useExhaustiveDependencies: what is made anew of these each time
    [blade, keyway, zoom, best, faces, locks, unit],
  );
  const change = (at: number, from: number, row: readonly string[]) =>
    setTexts((before) =>
      before.map((own, one) =>
        one === at
          ? own.map((text, space) =>
              space < from || space >= from + row.length ? text : (row[space - from] ?? ''),
            )
          : own,
      ),
    );
  const changeUnit = (next: LengthUnit) => {
    setTexts((before) =>
      before.map((row) =>
        row.map((text) => {
          const reading = parseReading(text);
          return typeof reading === 'number'
            ? unitWords(inMeasure(reading, measure, unit), measure, next)
            : text;
        }),
      ),
    );
    setUnit(next);
  };
  const device = useDevice(keyway.name, onDevice, (read, space) =>
    read.forEach((readings, at) =>
      readings.forEach((reading, place) => {
        if (space !== undefined && place + 1 !== space) return;
        if (reading !== null) change(at, place, [inUnit(reading)]);
      }),
    ),
  );
  const places = spacesOf(blade);
  const marked = decode ? (readAgainWords(decode, faces, measure, unit)?.space ?? null) : null;
  const off =
    best && decode
      ? places.map(({ cuts }, space) => {
          const read = faces.flatMap((readings) => readings[space] ?? []);
          if (read.length === 0) return '';
          const by =
            read.reduce((sum, one) => sum + one, 0) / read.length -
            (cuts[(best.bitting[space] ?? 1) - 1] ?? 0);
          return `${by < 0 ? '−' : '+'}${inUnit(Math.abs(by))}`;
        })
      : null;
  const by =
    best?.index === null && series !== anyBitting
      ? `though no code of ${series} is cut like this: another series, or a wrong cut`
      : series === anyBitting
        ? blade.macs === null
          ? 'by the readings alone; no MACS is known'
          : 'by readings and MACS, no series used'
        : `with the series ${series}`;
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
                    onChange={changeUnit}
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
                  ? (space, reading) => change(face, space - 1, [inUnit(reading)])
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
              problemOf={(at, space) => {
                if (parseReading(texts[at]?.[space] ?? '') === undefined)
                  return `Space ${space + 1} of face ${at === 0 ? 'A' : 'B'} is no number.`;
                return problems.find(({ field }) => field === `faces.${at}.readings.${space}`)?.message;
              }}
              full={measure === 'mm' && unit === 'mm' ? /^\d{1,2}[.,]\d\d$/ : /^\d{1,3}[.,]\d$/}
              onChange={change}
              onFocus={setFace}
              onRead={device.gauge}
            />
            <p className="mt-1 text-small text-mute">
              What is cut away at each space. Enter goes on · comma or point · paste a row
              {drawing.handles.length > 0 && ' · drag on the drawing'} · G reads the gauge
            </p>
            <div className="mt-3 flex flex-wrap items-end gap-3">
              <SelectField
                label="What may be meant"
                className="w-56"
                value={series}
                choices={[
                  ...keyway.series.map(({ name, count }) => ({
                    value: name,
                    label: `${name}: ${count} codes`,
                  })),
                  { value: anyBitting, label: 'any bitting' },
                ]}
                onChange={(event) => setSeries(event.target.value)}
              />
              <SelectField
                label="Demo key in the devices"
                className="w-44"
                value={device.key}
                choices={['1', '2', '3', '4', '5'].map((value) => ({ value, label: `Key ${value}` }))}
                onChange={(event) => device.setKey(event.target.value)}
              />
              <Button className="mb-1" disabled={device.pending} onClick={() => device.photograph()}>
                Read by photograph
              </Button>
              <Button
                look="quiet"
                className="mb-1"
                onClick={() => setTexts(twoFaces ? [blank, blank] : [blank])}
              >
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
            <DecodedPanel blade={blade} faces={faces} decode={decode} unit={unit} by={by}>
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

/** The devices beside the bench; each press is a reading of its own. */
function useDevice(
  keyway: string,
  onDevice: BladeActions['onDevice'],
  onRead: (faces: readonly FaceReadings[], space: number | undefined) => void,
) {
  const [key, setKey] = useState('1');
  const [attempt, setAttempt] = useState(1);
  const [pending, setPending] = useState(false);
  const [problem, setProblem] = useState<string>();
  const read = async (device: ReadingDevice, face: number, space: number, one: number | undefined) => {
    setPending(true);
    setAttempt(attempt + 1);
    const answer = await onDevice({ keyway, device, key: Number(key), face, space, attempt }).catch(
      () => undefined,
    );
    setPending(false);
    setProblem(answer?.ok ? undefined : (answer?.problems[0]?.message ?? 'The device cannot be reached.'));
    if (answer?.ok) onRead(answer.value.faces, one);
  };
  return {
    key,
    setKey,
    pending,
    problem,
    gauge: (face: number, space: number) => void read('gauge', face, space, space),
    photograph: () => void read('photograph', 0, 1, undefined),
  };
}

function GaugeButtons({ keyway, unit }: { keyway: string; unit: LengthUnit }) {
  const [problem, setProblem] = useState<string>();
  const take = async (file: 'pdf' | 'svg') => {
    const answer = await fetch('/api/v1/blade/gauge', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ keyway, unit, file }),
    }).catch(() => undefined);
    if (!answer?.ok) return setProblem('The gauge could not be drawn. Try again in a moment.');
    setProblem(undefined);
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await answer.blob());
    link.download = `gauge-${keyway.toLowerCase().replace(/\W+/g, '-')}.${file}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <>
      <Button onClick={() => take('pdf')}>Gauge as PDF</Button>
      <Button look="quiet" onClick={() => take('svg')}>
        SVG
      </Button>
      {problem && (
        <span role="alert" className="text-small text-oxide">
          {problem}
        </span>
      )}
    </>
  );
}
