import { formatMoney } from '@/core/kinds/money';
import { optionName } from '@/core/quote/option-kinds';
import { Table, Td, Th, Tr } from '@/ui/table';
import type { PriceEffect } from '@/usecases/quote/price-settings';

/** What other rules would have made of closed jobs, and in all. */
export function EffectTable({
  effect,
  currency,
  afterCurrency = currency,
  locale,
}: {
  effect: readonly PriceEffect[];
  currency: string;
  /** Where the rules are in another currency. */
  afterCurrency?: string;
  locale: string;
}) {
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const after = (minor: number) => formatMoney({ minor, currency: afterCurrency }, locale);
  const other = afterCurrency !== currency;
  if (effect.length === 0) return <p className="text-mute">No closed job can be quoted again.</p>;
  const sum = effect.reduce((total, { beforeMinor, afterMinor }) => total + afterMinor - beforeMinor, 0);
  return (
    <>
      <Table label="Effect on closed jobs">
        <thead>
          <Tr>
            <Th>Job</Th>
            <Th>Car</Th>
            <Th>Option</Th>
            <Th className="text-right">Now</Th>
            <Th className="text-right">{other ? `In ${afterCurrency}` : 'By these rules'}</Th>
            {!other && <Th className="text-right">Change</Th>}
          </Tr>
        </thead>
        <tbody>
          {effect.map(({ number, car, kind, beforeMinor, afterMinor }) => (
            <Tr key={number}>
              <Th row>
                <span className="font-mono">K-{number}</span>
              </Th>
              <Td>{car}</Td>
              <Td>{optionName(kind)}</Td>
              <Td className="text-right font-mono">{show(beforeMinor)}</Td>
              <Td className="text-right font-mono">{after(afterMinor)}</Td>
              {!other && (
                <Td className="text-right font-mono" differs={afterMinor !== beforeMinor}>
                  {afterMinor > beforeMinor && '+'}
                  {show(afterMinor - beforeMinor)}
                </Td>
              )}
            </Tr>
          ))}
        </tbody>
      </Table>
      {!other && (
        <p className="mt-2" role="status">
          {sum === 0
            ? 'In all nothing changes.'
            : `In all ${show(Math.abs(sum))} ${sum > 0 ? 'more' : 'less'} on ${effect.length} jobs.`}
        </p>
      )}
    </>
  );
}
