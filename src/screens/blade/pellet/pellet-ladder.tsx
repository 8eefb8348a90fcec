'use client';

import type { EChartsCoreOption } from 'echarts/core';
import { useCallback } from 'react';
import type { Ladder, LadderStep } from '@/core/pellet/ladder';
import { ohmsWords } from '@/core/pellet/ohms-text';
import type { PelletAnswer } from '@/core/pellet/read-pellet';
import { Chart, type Ink } from '@/ui/chart';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';

interface PelletLadderProps {
  readonly ladder: Ladder;
  readonly steps: readonly LadderStep[];
  readonly answer: PelletAnswer;
  readonly any: boolean;
}

/** Between two strokes of one line. */
const gap = [null, null];

/** The ladder on a logarithmic scale with the band of the reading, beside its table. */
export function PelletLadder({ ladder, steps, answer, any }: PelletLadderProps) {
  const { band } = answer;
  const share = ladder.tolerancePercent / 100;
  const draw = useCallback(
    (ink: Ink): EChartsCoreOption => {
      const top = steps.length - 1;
      const line = (value: readonly (readonly (number | null)[])[], colour: string, width: number) => ({
        type: 'line' as const,
        data: value.map((point) => [...point]),
        symbol: 'none',
        lineStyle: { color: ink(colour), width },
        silent: true,
      });
      return {
        grid: { left: 70, right: 20, top: 10, bottom: 40 },
        xAxis: {
          type: 'log',
          min: Math.min(...steps.map(({ ohms }) => ohms)) / 1.6,
          max: Math.max(...steps.map(({ ohms }) => ohms)) * 1.6,
          axisLabel: { color: ink('mute'), formatter: (value: number) => ohmsWords(value) },
          splitLine: { lineStyle: { color: ink('line') } },
        },
        yAxis: {
          type: 'category',
          data: steps.map(({ step }) => `Step ${step}`),
          axisLabel: { color: ink('mute') },
          axisTick: { show: false },
        },
        series: [
          line(
            steps.flatMap(({ ohms }, at) => [[ohms * (1 - share), at], [ohms * (1 + share), at], gap]),
            'smalt',
            8,
          ),
          line(
            (band ? [band.from, band.to] : []).flatMap((end) => [[end, 0], [end, top], gap]),
            'terra',
            1.5,
          ),
        ],
      };
    },
    [steps, share, band],
  );
  return (
    <Panel title={`Ladder of ${ladder.platform}`}>
      <Chart
        label={`Steps of ${ladder.platform} with their tolerance on a logarithmic scale${band ? `, and the reading of ${ohmsWords(band.ohms)} between two lines` : ''}`}
        height={230}
        draw={draw}
      />
      <Table label="Steps" className="mt-2">
        <thead>
          <Tr>
            <Th>Step</Th>
            <Th>Resistance</Th>
            <Th>With tolerance</Th>
            <Th>Chance</Th>
          </Tr>
        </thead>
        <tbody>
          {steps.map(({ step, ohms, replaced }) => (
            <Tr key={step}>
              <Td className="font-mono">{step}</Td>
              <Td className="font-mono">{ohmsWords(ohms)}</Td>
              <Td className="font-mono">
                {ohmsWords(ohms * (1 - share))} to {ohmsWords(ohms * (1 + share))}
                {replaced && (
                  <span className="ml-2 font-sans text-ochre">
                    replaced by step {replaced.by}, {replaced.fromYear}
                    {replaced.toYear === replaced.fromYear ? '' : `–${replaced.toYear}`}
                  </span>
                )}
              </Td>
              <Td className="font-mono whitespace-nowrap">
                {any ? chanceWords(answer.steps.find((one) => one.step === step)?.probability ?? 0) : '–'}
              </Td>
            </Tr>
          ))}
        </tbody>
      </Table>
    </Panel>
  );
}

function chanceWords(share: number): string {
  const percent = share * 100;
  return percent < 0.1 ? '< 0.1 %' : percent > 99.9 ? '> 99.9 %' : `${percent.toFixed(1)} %`;
}
