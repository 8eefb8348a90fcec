'use client';

import { useState } from 'react';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import {
  isReady,
  type MovementReason,
  movementReasons,
  type StockGrade,
  type StockState,
  stockGrades,
  stockStates,
} from '@/core/supply/movements';
import { Button } from '@/ui/button';
import { plainChoices, TextField } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormSelect, FormText } from '@/ui/form/form-fields';
import { numberOrText } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { StockView } from '@/usecases/shop/stock';

interface StockProps extends StockView {
  readonly onMove: (data: unknown) => Promise<Result<{ lies: number }>>;
}

/** What lies in which van and in the workshop, and the ledger of what moved. */
export function Stock({ vans, stock, movements, zone, onMove }: StockProps) {
  const [words, setWords] = useState('');
  const lines = linesOf(stock).filter(({ article, state, grade }) =>
    `${article} ${state} ${grade}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  return (
    <>
      <Panel title="Stock" note="The sum of the ledger: what is taken along first when a car is identified.">
        <TextField
          label="Find an article"
          className="mb-2 max-w-72"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <ListTable
          label="Stock"
          className="max-h-96 overflow-y-auto"
          items={lines}
          keyOf={({ article, state, grade }) => `${article} ${state} ${grade}`}
          none={words ? 'No article of this name lies anywhere.' : 'Nothing lies anywhere yet.'}
          columns={[
            {
              head: 'Article',
              look: 'name',
              cell: ({ article }) => <span className="font-mono">{article}</span>,
            },
            {
              head: 'State',
              cell: ({ state }) => (isReady(state) ? state : <span className="text-ochre">≠ {state}</span>),
            },
            { head: 'Grade', cell: ({ grade }) => stockGrades[grade] },
            ...[...vans, { id: null, name: 'Workshop' }].map(({ id, name }) => ({
              head: name,
              look: 'code' as const,
              cell: ({ pieces }: StockLine) => pieces.get(id) ?? <span className="text-mute">–</span>,
            })),
          ]}
        />
      </Panel>
      <MoveForm vans={vans} onMove={onMove} />
      <Ledger movements={movements} zone={zone} />
    </>
  );
}

interface StockLine {
  readonly article: string;
  readonly state: StockState;
  readonly grade: StockGrade;
  readonly pieces: Map<string | null, number>;
}

function linesOf(stock: StockView['stock']): StockLine[] {
  const lines = new Map<string, StockLine>();
  for (const { article, state, grade, vanId, quantity } of stock) {
    const key = `${article} ${state} ${grade}`;
    const line = lines.get(key) ?? { article, state, grade, pieces: new Map() };
    line.pieces.set(vanId, quantity);
    lines.set(key, line);
  }
  return [...lines.values()].sort((a, b) => (a.article < b.article ? -1 : a.article > b.article ? 1 : 0));
}

const told = (Object.keys(movementReasons) as MovementReason[]).filter((reason) => reason !== 'opening');
const grades = Object.keys(stockGrades) as StockGrade[];

function MoveForm({ vans, onMove }: Pick<StockProps, 'vans' | 'onMove'>) {
  const of = useFormOf({
    values: {
      reason: 'arrived' as MovementReason,
      article: '',
      state: 'new' as StockState,
      grade: 'aftermarket' as StockGrade,
      pieces: '1',
      vanId: vans[0]?.id ?? '',
      toVanId: '',
      note: '',
    },
    check: async () => (await import('@/inputs/stock-input')).MoveStockInput,
    read: ({ toVanId, ...draft }) => ({
      ...draft,
      article: draft.article.trim(),
      pieces: numberOrText(draft.pieces),
      vanId: draft.vanId || null,
      ...(draft.reason === 'moved' && toVanId ? { toVanId } : {}),
      note: draft.note.trim() || undefined,
    }),
    sender: useSave(onMove),
    onDone: () => of.form.resetField('note', { defaultValue: '' }),
  });
  const reason = of.form.watch('reason');
  const places = [
    ...vans.map(({ id, name }) => ({ value: id, label: name })),
    { value: '', label: 'Workshop' },
  ];
  return (
    <Panel title="Add a movement">
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-3 sm:grid-cols-3 lg:grid-cols-7">
          <FormSelect
            of={of}
            name="reason"
            label="What happened"
            choices={told.map((value) => ({ value, label: movementReasons[value] }))}
          />
          <FormText of={of} name="article" label="Article" mono maxLength={40} />
          <FormSelect of={of} name="state" label="State" choices={plainChoices(stockStates)} />
          <FormSelect of={of} name="grade" label="Grade" choices={plainChoices(grades)} />
          <FormNumber
            of={of}
            name="pieces"
            label={reason === 'counted' ? 'Pieces there now' : 'Pieces'}
            inputMode="numeric"
          />
          <FormSelect of={of} name="vanId" label={reason === 'moved' ? 'From' : 'Where'} choices={places} />
          {reason === 'moved' && <FormSelect of={of} name="toVanId" label="To" choices={places} />}
        </div>
        <div className="flex flex-wrap items-start gap-3">
          <FormText
            of={of}
            name="note"
            label="Note (may be empty)"
            className="min-w-60 flex-1"
            maxLength={200}
          />
          <Button type="submit" look="main" className="mt-[22px]" busy={of.busy}>
            Write it
          </Button>
        </div>
        <FormOutcome of={of} />
      </Form>
    </Panel>
  );
}

function Ledger({ movements, zone }: Pick<StockProps, 'movements' | 'zone'>) {
  return (
    <Panel title="Ledger" note="Newest first.">
      <ListTable
        label="Ledger"
        items={movements}
        keyOf={({ id }) => id}
        none="Nothing moved yet."
        columns={[
          {
            head: 'When',
            look: 'code',
            cell: ({ at }) => {
              const { day, hour } = localMoment(at, zone);
              return <span className="whitespace-nowrap">{`${formatDay(day, '')} ${hour}`}</span>;
            },
          },
          {
            head: 'Pieces',
            look: 'code',
            cell: ({ quantity }) => (quantity > 0 ? `+${quantity}` : `−${-quantity}`),
          },
          { head: 'Article', look: 'code', cell: ({ article }) => article },
          { head: 'State', cell: ({ state }) => state },
          { head: 'Where', cell: ({ place }) => place ?? 'Workshop' },
          {
            head: 'What happened',
            cell: ({ reason, note }) => (
              <>
                {movementReasons[reason]}
                {note && <span className="text-mute">: {note}</span>}
              </>
            ),
          },
          { head: 'By', cell: ({ by }) => by },
        ]}
      />
    </Panel>
  );
}
