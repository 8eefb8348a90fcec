'use client';

import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';
import type { GatedSource } from '@/usecases/benches/blade-car';

interface SourcesTabProps {
  readonly sources: readonly GatedSource[];
  readonly today: string;
  readonly currency: string;
  readonly locale: string;
  /** How sure the readings on this page are of a bitting; null where there are none. */
  readonly decoded: number | null;
  /** Minutes of trying by the sheet that is open; null where none is. */
  readonly tryingMinutes: number | null;
}

/** Where the bitting or the cut blade can come from, side by side. */
export function SourcesTab({ sources, today, currency, locale, decoded, tryingMinutes }: SourcesTabProps) {
  const money = (minor: number) =>
    minor === 0 ? 'nothing' : formatMoney({ minor, currency }, locale, 'short');
  return (
    <Panel
      title="Where the bitting can come from"
      note="How often it fits, one’s own minutes, what Quote charges for it, and when it is here. None of them is the last word: try every lock."
    >
      <Table label="Sources of the bitting">
        <thead>
          <Tr>
            <Th>Source</Th>
            <Th>It takes</Th>
            <Th>Holds</Th>
            <Th>Minutes</Th>
            <Th>Price</Th>
            <Th>Here by</Th>
          </Tr>
        </thead>
        <tbody>
          {sources.map((source) => {
            const own = source.kind === 'key' && decoded !== null;
            const trying = source.kind === 'lock' ? Math.round(tryingMinutes ?? 0) : 0;
            return (
              <Tr key={source.name}>
                <Td>
                  <span className="font-semibold">{source.name}</span>
                  {(source.lacking ?? source.closed) && (
                    <span className="block text-small text-ochre">{source.lacking ?? source.closed}</span>
                  )}
                </Td>
                <Td className="text-mute">{source.takes}</Td>
                <Td>
                  <span className="font-mono">
                    {Math.round((own ? decoded : source.reliability) * 100)} %
                  </span>
                  <span className="block text-small text-mute">
                    {own ? 'by the readings on this page' : source.rests}
                  </span>
                </Td>
                <Td className="font-mono">
                  {source.minutes === 0 ? '–' : source.minutes + trying}
                  {trying > 0 && (
                    <span className="block font-sans text-small text-mute">
                      {trying} of trying, by the sheet
                    </span>
                  )}
                </Td>
                <Td className="font-mono whitespace-nowrap">{money(source.priceMinor)}</Td>
                <Td className="whitespace-nowrap">
                  {source.ready === null ? (
                    'at once'
                  ) : (
                    <>
                      {formatDay(source.ready.earliest, today)}
                      <span className="block text-small text-mute">
                        four in five by {formatDay(source.ready.mostly, today)}
                      </span>
                    </>
                  )}
                </Td>
              </Tr>
            );
          })}
        </tbody>
      </Table>
    </Panel>
  );
}
