'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import type { PastPrice, SupplierRecord } from '@/core/supply/price-file';
import { supplierKinds } from '@/core/supply/supplier-prices';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSubmit } from '@/ui/use-submit';
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
      <Table label="Suppliers">
        <thead>
          <Tr>
            <Th>Supplier</Th>
            <Th>Sells</Th>
            <Th>Cut-off</Th>
            <Th className="text-right">Late by</Th>
            <Th className="text-right">Stated comeback</Th>
            <Th className="text-right">Comebacks here</Th>
            <Th className="text-right">Prices</Th>
            <Th>Read last</Th>
            <Th>Export</Th>
          </Tr>
        </thead>
        <tbody>
          {suppliers.map((supplier) => (
            <Tr key={supplier.id}>
              <Th row>{supplier.name}</Th>
              <Td>{supplierKinds[supplier.kind]}</Td>
              <Td className="font-mono">
                {supplier.cutOff}, here by {supplier.deliversBy}
              </Td>
              <Td className="text-right font-mono">
                {supplier.lateDays} {supplier.lateDays === 1 ? 'day' : 'days'}
              </Td>
              <Td className="text-right font-mono">{supplier.comebackBasisPoints / 100} %</Td>
              <Td className="text-right font-mono">
                {supplier.made === 0 ? '–' : `${supplier.comebacks} of ${supplier.made}`}
              </Td>
              <Td className="text-right font-mono">{supplier.prices}</Td>
              <Td>{supplier.seenOn === null ? 'never' : formatDay(supplier.seenOn, today)}</Td>
              <Td>
                <a
                  href={`/api/v1/suppliers/${supplier.id}/prices`}
                  className={buttonClass('quiet')}
                  aria-label={`Prices of ${supplier.name} as a file`}
                >
                  <ButtonWords>CSV</ButtonWords>
                </a>
              </Td>
            </Tr>
          ))}
        </tbody>
      </Table>
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

const empty = {
  name: '',
  kind: 'aftermarket',
  cutOff: '15:00',
  deliversBy: '12:00',
  lateDays: '1',
  comeback: '5',
};

function SupplierForm({ onSave }: Pick<SuppliersPageProps, 'onSave'>) {
  const router = useRouter();
  const { submit, pending, problemOf, general } = useSubmit(onSave);
  const [draft, setDraft] = useState(empty);
  const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
  const field = (name: keyof typeof empty, label: string, className: string, problem: string = name) => (
    <TextField
      label={label}
      className={className}
      value={draft[name]}
      error={problemOf(problem)}
      onChange={(event) => setDraft({ ...draft, [name]: event.target.value })}
    />
  );
  return (
    <Panel title="Add a supplier" note="A name that stands above changes that one.">
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const comeback = number(draft.comeback);
          submit(
            {
              name: draft.name,
              kind: draft.kind,
              cutOff: draft.cutOff,
              deliversBy: draft.deliversBy,
              lateDays: number(draft.lateDays),
              comebackBasisPoints: comeback === null ? null : Math.round(comeback * 100),
            },
            () => {
              setDraft(empty);
              router.refresh();
            },
          );
        }}
      >
        {field('name', 'Name', 'w-64')}
        <SelectField
          label="Sells"
          className="w-44"
          choices={Object.entries(supplierKinds).map(([value, label]) => ({ value, label }))}
          value={draft.kind}
          onChange={(event) => setDraft({ ...draft, kind: event.target.value })}
        />
        {field('cutOff', 'Orders until', 'w-28')}
        {field('deliversBy', 'Here by', 'w-28')}
        {field('lateDays', 'Late by, days', 'w-28')}
        {field('comeback', 'Stated comeback, %', 'w-28', 'comebackBasisPoints')}
        <Button type="submit" className="mt-6" busy={pending}>
          Save the supplier
        </Button>
      </form>
      <Problems problems={general} />
    </Panel>
  );
}
