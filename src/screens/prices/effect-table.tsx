import { formatMoney } from '@/core/kinds/money';
import { optionName } from '@/core/quote/option-kinds';
import { ListTable } from '@/ui/list-table';
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
      <ListTable
        label="Effect on closed jobs"
        items={effect}
        keyOf={({ number }) => number}
        columns={[
          { head: 'Job', look: 'name', cell: ({ number }) => <span className="font-mono">K-{number}</span> },
          { head: 'Car', cell: ({ car }) => car },
          { head: 'Option', cell: ({ kind }) => optionName(kind) },
          { head: 'Now', look: 'number', cell: ({ beforeMinor }) => show(beforeMinor) },
          {
            head: other ? `In ${afterCurrency}` : 'By these rules',
            look: 'number',
            cell: ({ afterMinor }) => after(afterMinor),
          },
          !other && {
            head: 'Change',
            look: 'number',
            differs: ({ afterMinor, beforeMinor }) => afterMinor !== beforeMinor,
            cell: ({ afterMinor, beforeMinor }) =>
              `${afterMinor > beforeMinor ? '+' : ''}${show(afterMinor - beforeMinor)}`,
          },
        ]}
      />
      {!other && (
        <p className="mt-2" data-said>
          {sum === 0
            ? 'In all nothing changes.'
            : `In all ${show(Math.abs(sum))} ${sum > 0 ? 'more' : 'less'} on ${effect.length} jobs.`}
        </p>
      )}
    </>
  );
}
