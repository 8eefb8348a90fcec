'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { TradeAccount } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSubmit } from '@/ui/use-submit';
import type { Action } from './actions';
import { typedNumber } from './draft';

const empty = { name: '', goodsPercent: '', labourPercent: '', paysInDays: '30' };

/** Trade accounts with their terms. */
export function AccountsPanel({
  accounts,
  onSave,
  onEnd,
}: {
  accounts: readonly (TradeAccount & { readonly id: string })[];
  onSave: Action;
  onEnd: Action;
}) {
  const router = useRouter();
  const save = useSubmit(onSave);
  const end = useSubmit(onEnd);
  const [draft, setDraft] = useState(empty);
  const field = (name: keyof typeof empty, label: string, className: string) => (
    <TextField
      label={label}
      className={className}
      value={draft[name]}
      error={save.problemOf(name)}
      onChange={(event) => setDraft({ ...draft, [name]: event.target.value })}
    />
  );
  return (
    <Panel title="Trade accounts" note="Their terms go off first; a deposit is waived.">
      {accounts.length === 0 ? (
        <p className="text-mute">No account yet.</p>
      ) : (
        <Table label="Trade accounts">
          <thead>
            <Tr>
              <Th>Name</Th>
              <Th className="text-right">Off articles</Th>
              <Th className="text-right">Off labour</Th>
              <Th className="text-right">Pays within</Th>
              <Th>End</Th>
            </Tr>
          </thead>
          <tbody>
            {accounts.map(({ id, name, goodsPercent, labourPercent, paysInDays }) => (
              <Tr key={id}>
                <Th row>{name}</Th>
                <Td className="text-right font-mono">{goodsPercent} %</Td>
                <Td className="text-right font-mono">{labourPercent} %</Td>
                <Td className="text-right font-mono">{paysInDays} days</Td>
                <Td>
                  <Button
                    look="quiet"
                    aria-label={`End the account of ${name}`}
                    busy={end.pending}
                    onClick={() => end.submit({ id }, () => router.refresh())}
                  >
                    End it
                  </Button>
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      <form
        className="mt-3 flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save.submit(
            {
              name: draft.name,
              goodsPercent: typedNumber(draft.goodsPercent),
              labourPercent: typedNumber(draft.labourPercent),
              paysInDays: typedNumber(draft.paysInDays),
            },
            () => {
              setDraft(empty);
              router.refresh();
            },
          );
        }}
      >
        {field('name', 'Name', 'w-64')}
        {field('goodsPercent', 'Off articles, %', 'w-32')}
        {field('labourPercent', 'Off labour, %', 'w-32')}
        {field('paysInDays', 'Pays within, days', 'w-36')}
        <Button type="submit" className="mt-6" busy={save.pending}>
          Save the account
        </Button>
      </form>
      <Problems problems={[...save.general, ...end.problems]} />
    </Panel>
  );
}
