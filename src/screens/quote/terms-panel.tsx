'use client';

import { useState } from 'react';
import type { JobTerms } from '@/core/job/terms';
import { type BookStyle, bookStyles } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { EditOutcome } from '@/ui/edit-outcome';
import { SelectField, TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { Tick } from '@/ui/tick';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface TermsPanelProps {
  readonly job: JobRef;
  readonly terms: JobTerms;
  readonly shopBook: BookStyle;
  readonly couponCode: string | null;
  readonly accounts: readonly { readonly id: string; readonly name: string }[];
  /** What waiting for a better time saves; 0 where nothing is saved. */
  readonly savesMinutes: number;
  readonly onSet: EditAction;
}

/** On which terms the job is quoted: the book, what counts more, waiting, a trade account, a coupon. */
export function TermsPanel(props: TermsPanelProps) {
  const { job, terms, shopBook, couponCode, accounts, savesMinutes, onSet } = props;
  const edit = useEdit(onSet, job);
  const [code, setCode] = useState(couponCode ?? '');
  const { book, prefer, flexible, waitsFilled, accountId } = terms;
  const current = { book, prefer, flexible, waitsFilled, accountId, couponCode };
  const set = (change: Partial<typeof current>) => edit.send({ ...current, ...change });
  return (
    <Panel title="Terms" note="Every change prices all options anew.">
      <fieldset
        aria-busy={edit.pending}
        disabled={job.closed}
        className="flex flex-wrap items-start gap-x-6 gap-y-3"
      >
        <legend className="sr-only">Terms of the quote</legend>
        <ChoiceGroup<BookStyle>
          label="Price book"
          value={book ?? shopBook}
          choices={(Object.keys(bookStyles) as BookStyle[]).map((value) => ({
            value,
            label: bookStyles[value],
          }))}
          onChange={(next) => set({ book: next })}
        />
        <ChoiceGroup<'price' | 'day'>
          label="Source"
          value={prefer}
          choices={[
            { value: 'price', label: 'Cheapest' },
            { value: 'day', label: 'Quickest' },
          ]}
          onChange={(next) => set({ prefer: next })}
        />
        <SelectField
          label="Trade account"
          className="w-64"
          empty="None"
          choices={accounts.map(({ id, name }) => ({ value: id, label: name }))}
          value={accountId ?? ''}
          onChange={(next) => set({ accountId: next || null })}
        />
        <form
          className="flex items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            set({ couponCode: code.trim() || null });
          }}
        >
          <TextField
            label="Coupon"
            className="w-40"
            autoCapitalize="characters"
            mono
            value={code}
            error={edit.problemOf('couponCode')}
            onChange={(event) => setCode(event.target.value)}
          />
          <Button type="submit" look="quiet" className="mt-6">
            Use
          </Button>
        </form>
        <div>
          <Tick
            label={
              savesMinutes > 0
                ? `Flexible time: waiting saves ${savesMinutes} ${savesMinutes === 1 ? 'minute' : 'minutes'} of driving`
                : 'Flexible time: waiting would save nothing now'
            }
            checked={flexible}
            onChange={(next) => set({ flexible: next })}
          />
          <Tick
            label="The waits are filled with other work"
            checked={waitsFilled}
            onChange={(next) => set({ waitsFilled: next })}
          />
        </div>
      </fieldset>
      <EditOutcome
        edit={edit}
        fields={[
          { field: 'accountId', label: 'Trade account' },
          { field: 'couponCode', label: 'Coupon' },
        ]}
      />
    </Panel>
  );
}
