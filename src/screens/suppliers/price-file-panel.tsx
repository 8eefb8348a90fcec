'use client';

import { type ReactNode, useState } from 'react';
import { formatMoney } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { type ListedPrice, priceFileColumns } from '@/core/supply/price-file';
import { Button } from '@/ui/button';
import { Field, SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSave } from '@/ui/use-submit';
import type { PriceFilePreview } from '@/usecases/quote/suppliers';

interface PriceFilePanelProps {
  readonly suppliers: readonly { readonly id: string; readonly name: string }[];
  readonly currency: string;
  readonly locale: string;
  readonly onStore: (data: unknown) => Promise<Result<{ stored: number; seen: number }>>;
}

/** Brings a supplier's price file: first what it would change, then the change. */
export function PriceFilePanel({ suppliers, currency, locale, onStore }: PriceFilePanelProps) {
  const [chosen, setSupplier] = useState('');
  const supplier = chosen || (suppliers[0]?.id ?? '');
  const [file, setFile] = useState<File>();
  const [reading, setReading] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [preview, setPreview] = useState<PriceFilePreview>();
  const [stored, setStored] = useState<{ stored: number; seen: number }>();
  const store = useSave(onStore);
  const read = async () => {
    if (!file) return;
    setReading(true);
    setRefused(undefined);
    setPreview(undefined);
    setStored(undefined);
    try {
      const answer = await fetch(
        `/api/v1/suppliers/${supplier}/prices?name=${encodeURIComponent(file.name)}`,
        { method: 'POST', body: file },
      );
      const body = await answer.json();
      if (answer.ok) setPreview(body as PriceFilePreview);
      else setRefused(String(body.detail ?? 'The file was refused.'));
    } catch {
      setRefused('The server cannot be reached. Nothing was stored; try again in a moment.');
    }
    setReading(false);
  };
  return (
    <Panel
      title="Import a price file"
      note={`CSV with the columns ${priceFileColumns.join(', ')}; amounts in ${currency}.`}
    >
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void read();
        }}
      >
        <SelectField
          label="Of which supplier"
          className="w-64"
          choices={suppliers.map(({ id, name }) => ({ value: id, label: name }))}
          value={supplier}
          onChange={setSupplier}
        />
        <Field label="File" className="w-72">
          {(props) => (
            <input
              {...props}
              type="file"
              accept=".csv,text/csv"
              className="min-h-12 w-full rounded-lg border-[1.5px] border-edge bg-biscuit px-3 py-2.5"
              onChange={(event) => setFile(event.target.files?.[0])}
            />
          )}
        </Field>
        <Button type="submit" className="mt-6" disabled={!file || reading || supplier === ''}>
          {reading ? 'Reading…' : 'Read it'}
        </Button>
      </form>
      {refused && (
        <Notice tone="oxide" role="alert">
          {refused}
        </Notice>
      )}
      {preview && (
        <PreviewTable preview={preview} currency={currency} locale={locale}>
          <Button
            look="main"
            busy={store.pending}
            onClick={() =>
              store.send({ id: preview.id }, ({ value }) => {
                setStored(value);
                setPreview(undefined);
              })
            }
          >
            Store it
          </Button>
        </PreviewTable>
      )}
      {stored && (
        <Notice tone="glaze" said>
          Stored: {stored.stored} prices hold from today, {stored.seen} are confirmed.
        </Notice>
      )}
      <Problems problems={store.problems} />
    </Panel>
  );
}

function PreviewTable({
  preview,
  currency,
  locale,
  children,
}: {
  preview: PriceFilePreview;
  currency: string;
  locale: string;
  children: ReactNode;
}) {
  const { difference, problems, strange, fileName } = preview;
  const { counts } = difference;
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const rows: [ListedPrice, ListedPrice | undefined][] = [
    ...difference.changed.map(({ before, after }): [ListedPrice, ListedPrice] => [after, before]),
    ...difference.added.map((price): [ListedPrice, undefined] => [price, undefined]),
  ];
  const more = counts.changed + counts.added - rows.length;
  return (
    <div className="mt-3 flex flex-col items-start gap-3">
      <p data-said>
        {fileName}: {counts.added} new, {counts.changed} changed, {counts.same} as they are, {problems.length}{' '}
        refused; {counts.missing} prices that hold are not in it and stay.
      </p>
      {problems.length > 0 && (
        <Notice tone="oxide" role="alert">
          Nothing can be stored while a row is refused.
          <ul>
            {problems.map(({ line, column, reason }) => (
              <li key={`${line} ${column} ${reason}`}>
                Line {line}
                {column && `, ${column}`}: {reason}
              </li>
            ))}
          </ul>
        </Notice>
      )}
      {strange.length > 0 && (
        <Notice tone="ochre">
          The library does not have {strange.slice(0, 12).join(', ')}
          {strange.length > 12 && ` and ${strange.length - 12} more`}; no quote will use them.
        </Notice>
      )}
      {rows.length > 0 && (
        <Table label="What the file changes">
          <thead>
            <Tr>
              <Th>Article</Th>
              <Th>Condition</Th>
              <Th className="text-right">Price now</Th>
              <Th className="text-right">Then</Th>
              <Th className="text-right">Stock</Th>
              <Th className="text-right">Lead days</Th>
            </Tr>
          </thead>
          <tbody>
            {rows.map(([after, before]) => (
              <Tr key={`${after.article} ${after.condition}`}>
                <Th row>
                  <span className="font-mono">{after.article}</span>
                </Th>
                <Td>{after.condition}</Td>
                <Td className="text-right font-mono">{before ? show(before.priceMinor) : 'new'}</Td>
                <Td
                  className="text-right font-mono"
                  differs={before !== undefined && before.priceMinor !== after.priceMinor}
                >
                  {show(after.priceMinor)}
                </Td>
                <Td
                  className="text-right font-mono"
                  differs={before !== undefined && before.pieces !== after.pieces}
                >
                  {after.pieces ?? '–'}
                </Td>
                <Td
                  className="text-right font-mono"
                  differs={before !== undefined && before.leadDays !== after.leadDays}
                >
                  {after.leadDays}
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      {more > 0 && <p className="text-mute">and {more} more.</p>}
      {problems.length === 0 && children}
    </div>
  );
}
