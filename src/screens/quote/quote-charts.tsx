'use client';

import { useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { minorPlaces } from '@/core/kinds/money';
import { sourcingOptions } from '@/core/quote/option-kinds';
import { type Available, type LinePart, lineParts } from '@/core/quote/quote';
import { Button } from '@/ui/button';
import { Chart, type Ink } from '@/ui/chart';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';
import { percentWords, type Show } from './shown';

interface QuoteChartsProps {
  readonly options: readonly Available[];
  readonly currency: string;
  readonly today: string;
  readonly show: Show;
}

type Part = LinePart | 'tax';
const partNames: Record<Part, string> = { ...lineParts, tax: 'Tax' };
const parts = Object.keys(partNames) as Part[];

/** What each total is made of, and total against day; the tables say the same without a drawing. */
export function QuoteCharts({ options, currency, today, show }: QuoteChartsProps) {
  const [drawn, setDrawn] = useState(false);
  const used = parts.filter((part) => options.some((option) => partMinor(option, part) !== 0));
  const scale = 10 ** minorPlaces(currency);
  return (
    <Panel
      title="Compared"
      note="The same numbers as in the options; drawn on demand, readable in black and white."
    >
      <div className="flex flex-col gap-4">
        <div className="min-w-0">
          <h3 className="mb-1 text-small font-semibold text-mute">What each total is made of</h3>
          {drawn && (
            <Chart
              label="Totals by part"
              height={60 + 40 * options.length}
              draw={(ink) => partsDrawing(options, used, scale, show, ink)}
            />
          )}
          <Table label="Totals by part">
            <thead>
              <Tr>
                <Th>Option</Th>
                {used.map((part) => (
                  <Th key={part} className="text-right">
                    {partNames[part]}
                  </Th>
                ))}
              </Tr>
            </thead>
            <tbody>
              {options.map((option) => (
                <Tr key={option.kind}>
                  <Th row>{sourcingOptions[option.kind].short}</Th>
                  {used.map((part) => (
                    <Td key={part} className="text-right font-mono">
                      {show(partMinor(option, part))}
                    </Td>
                  ))}
                </Tr>
              ))}
            </tbody>
          </Table>
        </div>
        <div className="min-w-0">
          <h3 className="mb-1 text-small font-semibold text-mute">
            Total against the day four in five are ready by
          </h3>
          {drawn && (
            <Chart
              label="Total against the day four in five are ready by"
              height={60 + 40 * options.length}
              draw={(ink) => daysDrawing(options, scale, show, ink)}
            />
          )}
          <Table label="Total, day and comeback">
            <thead>
              <Tr>
                <Th>Option</Th>
                <Th className="text-right">Total</Th>
                <Th>Four in five by</Th>
                <Th>Comeback</Th>
                <Th>Worse than</Th>
              </Tr>
            </thead>
            <tbody>
              {options.map((option) => (
                <Tr key={option.kind}>
                  <Th row>{sourcingOptions[option.kind].short}</Th>
                  <Td className="text-right font-mono">{show(option.totalMinor)}</Td>
                  <Td>{formatDay(option.p80On, today)}</Td>
                  <Td>{percentWords(option.comeback.percent)}</Td>
                  <Td>{option.worseThan ? sourcingOptions[option.worseThan].short : 'nothing'}</Td>
                </Tr>
              ))}
            </tbody>
          </Table>
        </div>
      </div>
      {!drawn && (
        <Button look="quiet" className="no-print mt-3" onClick={() => setDrawn(true)}>
          Draw both
        </Button>
      )}
    </Panel>
  );
}

function partMinor({ lines, taxMinor }: Available, part: Part): number {
  return part === 'tax'
    ? taxMinor
    : lines.filter((line) => line.part === part).reduce((sum, { netMinor }) => sum + netMinor, 0);
}

/** Patterns beside colours, so that the parts stay apart in black and white. */
const patterns = ['none', 'rect', 'circle', 'triangle', 'diamond', 'rect', 'circle', 'triangle', 'diamond'];
const inks = ['terra', 'smalt', 'glaze', 'ochre', 'mute', 'oxide', 'edge', 'line', 'ink'];

function partsDrawing(
  options: readonly Available[],
  used: readonly Part[],
  scale: number,
  show: Show,
  ink: Ink,
) {
  return {
    grid: { left: 110, right: 16, top: 48, bottom: 24 },
    legend: { top: 0, textStyle: { color: ink('ink') }, itemWidth: 18, itemHeight: 12 },
    tooltip: { valueFormatter: (value: number) => show(Math.round(value * scale)) },
    xAxis: {
      type: 'value',
      axisLabel: { color: ink('mute') },
      splitLine: { lineStyle: { color: ink('line') } },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: options.map(({ kind }) => sourcingOptions[kind].short),
      axisLabel: { color: ink('ink') },
      axisLine: { lineStyle: { color: ink('edge') } },
    },
    series: used.map((part) => {
      const at = parts.indexOf(part);
      const symbol = patterns[at] ?? 'none';
      return {
        name: partNames[part],
        type: 'bar',
        stack: 'total',
        barWidth: 22,
        itemStyle: {
          color: ink(inks[at] ?? 'ink'),
          borderColor: ink('biscuit'),
          borderWidth: 1,
          ...(symbol !== 'none' && {
            decal: { symbol, color: ink('biscuit'), dashArrayX: [2, 5], dashArrayY: [2, 5], symbolSize: 0.6 },
          }),
        },
        data: options.map((option) => partMinor(option, part) / scale),
      };
    }),
  };
}

function daysDrawing(options: readonly Available[], scale: number, show: Show, ink: Ink) {
  return {
    grid: { left: 16, right: 90, top: 24, bottom: 40, containLabel: true },
    xAxis: {
      type: 'value',
      name: 'days',
      nameLocation: 'middle',
      nameGap: 26,
      minInterval: 1,
      axisLabel: { color: ink('mute') },
      splitLine: { lineStyle: { color: ink('line') } },
    },
    yAxis: {
      type: 'value',
      scale: true,
      axisLabel: { color: ink('mute') },
      splitLine: { lineStyle: { color: ink('line') } },
    },
    series: [true, false].map((unbeaten) => ({
      name: unbeaten ? 'Unbeaten' : 'Beaten',
      type: 'scatter',
      symbol: unbeaten ? 'circle' : 'emptyCircle',
      symbolSize: (_: unknown, { dataIndex }: { dataIndex: number }) => {
        const shown = options.filter(({ worseThan }) => (worseThan === null) === unbeaten);
        return 10 + Math.min(24, shown[dataIndex]?.comeback.percent ?? 0);
      },
      itemStyle: { color: ink(unbeaten ? 'glaze' : 'oxide') },
      label: {
        show: true,
        position: 'right',
        color: ink('ink'),
        formatter: ({ dataIndex }: { dataIndex: number }) => {
          const one = options.filter(({ worseThan }) => (worseThan === null) === unbeaten)[dataIndex];
          return one ? `${sourcingOptions[one.kind].short}, ${percentWords(one.comeback.percent)}` : '';
        },
      },
      tooltip: { valueFormatter: (value: number) => show(Math.round(value * scale)) },
      data: options
        .filter(({ worseThan }) => (worseThan === null) === unbeaten)
        .map(({ p80Days, totalMinor }) => [p80Days, totalMinor / scale]),
    })),
  };
}
