'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import type { PastPrice, SupplierRecord } from '@/core/supply/price-file';
import { type SupplierKind, supplierKinds } from '@/core/supply/supplier-prices';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { choicesOf, TextField } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormSelect, FormText } from '@/ui/form/form-fields';
import { typedBasisPoints, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import { PriceFilePanel } from './price-file-panel';
import { PriceHistory } from './price-history';

interface SuppliersPageProps {
  readonly suppliers: readonly SupplierRecord[];
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
  readonly article: string;
  readonly history: readonly PastPrice[];
  readonly mayBring: boolean;
  readonly onSave: (data: unknown) => Promise<Result<null>>;
  readonly onStore: (data: unknown) => Promise<Result<{ stored: number; seen: number }>>;
}

/** Who sells to the shop, how their keys turned out, their price files, and what an article cost over the days. */
export function SuppliersPage(props: SuppliersPageProps) {
  const { suppliers, currency, locale, today, mayBring } = props;
  return (
    <Page
      title="Suppliers"
      note="What quotes are sourced from. Their own record here overrules what is said of them."
    >
      <ListTable
        label="Suppliers"
        items={suppliers}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Supplier', look: 'name', cell: ({ name }) => name },
          { head: 'Sells', cell: ({ kind }) => supplierKinds[kind] },
          {
            head: 'Cut-off',
            look: 'code',
            cell: ({ cutOff, deliversBy }) => `${cutOff}, here by ${deliversBy}`,
          },
          {
            head: 'Late by',
            look: 'number',
            cell: ({ lateDays }) => `${lateDays} ${lateDays === 1 ? 'day' : 'days'}`,
          },
          {
            head: 'Stated comeback',
            look: 'number',
            cell: ({ comebackBasisPoints }) => `${comebackBasisPoints / 100} %`,
          },
          {
            head: 'Comebacks here',
            look: 'number',
            cell: ({ made, comebacks }) => (made === 0 ? '–' : `${comebacks} of ${made}`),
          },
          { head: 'Prices', look: 'number', cell: ({ prices }) => prices },
          { head: 'Read last', cell: ({ seenOn }) => (seenOn === null ? 'never' : formatDay(seenOn, today)) },
          {
            head: 'Export',
            cell: ({ id, name }) => (
              <a
                href={`/api/v1/suppliers/${id}/prices`}
                className={buttonClass('quiet')}
                aria-label={`Prices of ${name} as a file`}
              >
                <ButtonWords>CSV</ButtonWords>
              </a>
            ),
          },
        ]}
      />
      {mayBring && (
        <>
          <PriceFilePanel
            suppliers={suppliers.map(({ id, name }) => ({ id, name }))}
            currency={currency}
            locale={locale}
            onStore={props.onStore}
          />
          <SupplierForm onSave={props.onSave} />
        </>
      )}
      <ArticleSearch article={props.article} />
      {props.article !== '' && (
        <PriceHistory
          article={props.article}
          history={props.history}
          currency={currency}
          locale={locale}
          today={today}
        />
      )}
    </Page>
  );
}

function ArticleSearch({ article }: { article: string }) {
  const router = useRouter();
  const [words, setWords] = useState(article);
  return (
    <Panel title="What an article cost">
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          router.push(`/settings/suppliers?article=${encodeURIComponent(words.trim())}`);
        }}
      >
        <TextField
          label="Article"
          className="w-56"
          mono
          maxLength={40}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <Button type="submit" className="mt-6">
          Show its prices
        </Button>
      </form>
    </Panel>
  );
}

function SupplierForm({ onSave }: Pick<SuppliersPageProps, 'onSave'>) {
  const of = useFormOf({
    values: {
      name: '',
      kind: 'aftermarket' as SupplierKind,
      cutOff: '15:00',
      deliversBy: '12:00',
      lateDays: '1',
      comebackBasisPoints: '5',
    },
    check: async () => (await import('@/inputs/price-inputs')).SupplierInput,
    read: ({ lateDays, comebackBasisPoints, ...draft }) => ({
      ...draft,
      lateDays: typedNumber(lateDays),
      comebackBasisPoints: typedBasisPoints(comebackBasisPoints),
    }),
    sender: useSave(onSave),
    clears: true,
  });
  return (
    <Panel title="Add a supplier" note="A name that stands above changes that one.">
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormText of={of} name="name" label="Name" className="w-64" />
        <FormSelect of={of} name="kind" label="Sells" className="w-44" choices={choicesOf(supplierKinds)} />
        <FormText of={of} name="cutOff" label="Orders until" className="w-28" />
        <FormText of={of} name="deliversBy" label="Here by" className="w-28" />
        <FormNumber of={of} name="lateDays" label="Late by, days" className="w-28" />
        <FormNumber of={of} name="comebackBasisPoints" label="Stated comeback, %" className="w-40" />
        <Button type="submit" className="mt-6" busy={of.busy}>
          Save the supplier
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Panel>
  );
}
