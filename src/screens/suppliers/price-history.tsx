'use client';

import { useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney, minorPlaces } from '@/core/kinds/money';
import type { PastPrice } from '@/core/supply/price-file';
import { Button } from '@/ui/button';
import { Chart, type Ink } from '@/ui/chart';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';

interface PriceHistoryProps {
  readonly article: string;
  readonly history: readonly PastPrice[];
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

/** Every price an article had, in a table and, on demand, drawn over the days. */
export function PriceHistory({ article, history, currency, locale, today }: PriceHistoryProps) {
  const [drawn, setDrawn] = useState(false);
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  return (
    <Panel title={`Prices of ${article}`}>
      {history.length === 0 ? (
        <p className="text-mute">Nobody ever asked a price for it.</p>
      ) : (
        <>
          {drawn && (
            <Chart
              label={`Prices of ${article} over the days`}
              height={300}
              draw={(ink) => drawing(history, 10 ** minorPlaces(currency), today, ink)}
            />
          )}
          <Table label="Prices over the days">
            <thead>
              <Tr>
                <Th>Supplier</Th>
                <Th>Condition</Th>
                <Th className="text-right">Price</Th>
                <Th>From</Th>
                <Th>Until</Th>
              </Tr>
            </thead>
            <tbody>
              {history.map(({ supplier, condition, priceMinor, from, to }) => (
                <Tr key={`${supplier} ${condition} ${from}`}>
                  <Th row>{supplier}</Th>
                  <Td>{condition}</Td>
                  <Td className="text-right font-mono">{show(priceMinor)}</Td>
                  <Td>{formatDay(from, today)}</Td>
                  <Td>{to === null ? 'holds' : formatDay(to, today)}</Td>
                </Tr>
              ))}
            </tbody>
          </Table>
          {!drawn && (
            <Button look="quiet" className="mt-3" onClick={() => setDrawn(true)}>
              Draw it
            </Button>
          )}
        </>
      )}
    </Panel>
  );
}

const inks = ['terra', 'smalt', 'glaze', 'ochre', 'oxide', 'mute'];
const dashes = ['solid', 'dashed', 'dotted'];
const signs = ['circle', 'rect', 'triangle', 'diamond'];

function drawing(history: readonly PastPrice[], scale: number, today: string, ink: Ink) {
  const names = [...new Set(history.map(({ supplier, condition }) => `${supplier}, ${condition}`))];
  return {
    legend: { top: 0, textStyle: { color: ink('ink') } },
    grid: { left: 56, right: 24, top: 48, bottom: 32 },
    tooltip: {},
    xAxis: { type: 'time', axisLabel: { color: ink('mute') } },
    yAxis: {
      type: 'value',
      scale: true,
      axisLabel: { color: ink('mute') },
      splitLine: { lineStyle: { color: ink('line') } },
    },
    series: names.map((name, at) => ({
      name,
      type: 'line',
      step: 'end',
      symbol: signs[at % signs.length],
      lineStyle: { color: ink(inks[at % inks.length] ?? 'ink'), type: dashes[at % dashes.length], width: 2 },
      itemStyle: { color: ink(inks[at % inks.length] ?? 'ink') },
      data: history
        .filter(({ supplier, condition }) => `${supplier}, ${condition}` === name)
        .flatMap(({ from, to, priceMinor }) => [
          [from, priceMinor / scale],
          [to ?? today, priceMinor / scale],
        ]),
    })),
  };
}
