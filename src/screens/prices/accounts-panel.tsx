'use client';

import type { TradeAccount } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormText } from '@/ui/form/form-fields';
import { typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { Action } from './actions';

interface AccountsPanelProps {
  readonly accounts: readonly (TradeAccount & { readonly id: string })[];
  readonly onSave: Action;
  readonly onEnd: Action;
}

/** Trade accounts with their terms. */
export function AccountsPanel({ accounts, onSave, onEnd }: AccountsPanelProps) {
  const end = useSave(onEnd);
  const of = useFormOf({
    values: { name: '', goodsPercent: '', labourPercent: '', paysInDays: '30' },
    check: async () => (await import('@/inputs/price-inputs')).AccountInput,
    read: ({ name, goodsPercent, labourPercent, paysInDays }) => ({
      name,
      goodsPercent: typedNumber(goodsPercent),
      labourPercent: typedNumber(labourPercent),
      paysInDays: typedNumber(paysInDays),
    }),
    sender: useSave(onSave),
    clears: true,
  });
  return (
    <Panel title="Trade accounts" note="Their terms go off first; a deposit is waived.">
      <ListTable
        label="Trade accounts"
        items={accounts}
        keyOf={({ id }) => id}
        none="No account yet."
        columns={[
          { head: 'Name', look: 'name', cell: ({ name }) => name },
          { head: 'Off articles', look: 'number', cell: ({ goodsPercent }) => `${goodsPercent} %` },
          { head: 'Off labour', look: 'number', cell: ({ labourPercent }) => `${labourPercent} %` },
          { head: 'Pays within', look: 'number', cell: ({ paysInDays }) => `${paysInDays} days` },
          {
            head: 'End',
            look: 'press',
            cell: ({ id, name }) => (
              <Button
                look="quiet"
                aria-label={`End the account of ${name}`}
                busy={end.pending}
                onClick={() => end.send({ id })}
              >
                End it
              </Button>
            ),
          },
        ]}
      />
      <Form of={of} className="mt-3 flex flex-wrap items-start gap-3">
        <FormText of={of} name="name" label="Name" className="w-64" />
        <FormNumber of={of} name="goodsPercent" label="Off articles, %" className="w-32" />
        <FormNumber of={of} name="labourPercent" label="Off labour, %" className="w-32" />
        <FormNumber of={of} name="paysInDays" label="Pays within, days" className="w-36" />
        <Button type="submit" className="mt-6" busy={of.busy}>
          Save the account
        </Button>
      </Form>
      <FormOutcome of={of} more={end.problems} />
    </Panel>
  );
}
