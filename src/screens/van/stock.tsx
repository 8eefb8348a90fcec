'use client';

import { useRouter } from 'next/navigation';
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
import { SelectField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSubmit } from '@/ui/use-submit';
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
        {lines.length === 0 ? (
          <p className="text-mute">
            {words ? 'No article of this name lies anywhere.' : 'Nothing lies anywhere yet.'}
          </p>
        ) : (
          <div className="max-h-96 overflow-y-auto">
            <Table label="Stock">
              <thead>
                <Tr>
                  <Th>Article</Th>
                  <Th>State</Th>
                  <Th>Grade</Th>
                  {vans.map(({ id, name }) => (
                    <Th key={id}>{name}</Th>
                  ))}
                  <Th>Workshop</Th>
                </Tr>
              </thead>
              <tbody>
                {lines.map(({ article, state, grade, pieces }) => (
                  <Tr key={`${article} ${state} ${grade}`}>
                    <Th row>
                      <span className="font-mono text-ink">{article}</span>
                    </Th>
                    <Td>{isReady(state) ? state : <span className="text-ochre">≠ {state}</span>}</Td>
                    <Td>{stockGrades[grade]}</Td>
                    {[...vans.map(({ id }) => id), null].map((place) => (
                      <Td key={place ?? 'workshop'} className="font-mono">
                        {pieces.get(place) ?? <span className="text-mute">–</span>}
                      </Td>
                    ))}
                  </Tr>
                ))}
              </tbody>
            </Table>
          </div>
        )}
      </Panel>
      <MoveForm vans={vans} onMove={onMove} />
      <Ledger movements={movements} zone={zone} />
    </>
  );
}

function linesOf(stock: StockView['stock']) {
  const lines = new Map<
    string,
    { article: string; state: StockState; grade: StockGrade; pieces: Map<string | null, number> }
  >();
  for (const { article, state, grade, vanId, quantity } of stock) {
    const key = `${article} ${state} ${grade}`;
    const line = lines.get(key) ?? { article, state, grade, pieces: new Map() };
    line.pieces.set(vanId, quantity);
    lines.set(key, line);
  }
  return [...lines.values()].sort((a, b) => (a.article < b.article ? -1 : a.article > b.article ? 1 : 0));
}

const told = (Object.keys(movementReasons) as MovementReason[]).filter((reason) => reason !== 'opening');

function MoveForm({ vans, onMove }: Pick<StockProps, 'vans' | 'onMove'>) {
  const router = useRouter();
  const [article, setArticle] = useState('');
  const [state, setState] = useState<StockState>('new');
  const [grade, setGrade] = useState<StockGrade>('aftermarket');
  const [place, setPlace] = useState(vans[0]?.id ?? '');
  const [reason, setReason] = useState<MovementReason>('arrived');
  const [to, setTo] = useState('');
  const [pieces, setPieces] = useState('1');
  const [note, setNote] = useState('');
  const { submit, pending, problems, problemOf } = useSubmit(onMove);
  const places = [
    ...vans.map(({ id, name }) => ({ value: id, label: name })),
    { value: '', label: 'Workshop' },
  ];
  return (
    <Panel title="Add a movement">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit(
            {
              article: article.trim(),
              state,
              grade,
              vanId: place || null,
              reason,
              pieces: pieces.trim() === '' ? null : Number(pieces),
              ...(reason === 'moved' && to ? { toVanId: to } : {}),
              ...(note.trim() ? { note } : {}),
            },
            () => {
              setNote('');
              router.refresh();
            },
          );
        }}
      >
        <div className="grid gap-3 sm:grid-cols-3 lg:grid-cols-7">
          <SelectField
            label="What happened"
            value={reason}
            error={problemOf('reason')}
            choices={told.map((one) => ({ value: one, label: movementReasons[one] }))}
            onChange={(event) => setReason(event.target.value as MovementReason)}
          />
          <TextField
            label="Article"
            mono
            value={article}
            maxLength={40}
            error={problemOf('article')}
            onChange={(event) => setArticle(event.target.value)}
          />
          <SelectField
            label="State"
            value={state}
            error={problemOf('state')}
            choices={stockStates.map((one) => ({ value: one, label: one }))}
            onChange={(event) => setState(event.target.value as StockState)}
          />
          <SelectField
            label="Grade"
            value={grade}
            error={problemOf('grade')}
            choices={(Object.keys(stockGrades) as StockGrade[]).map((one) => ({ value: one, label: one }))}
            onChange={(event) => setGrade(event.target.value as StockGrade)}
          />
          <TextField
            label={reason === 'counted' ? 'Pieces there now' : 'Pieces'}
            mono
            inputMode="numeric"
            value={pieces}
            error={problemOf('pieces')}
            onChange={(event) => setPieces(event.target.value)}
          />
          <SelectField
            label={reason === 'moved' ? 'From' : 'Where'}
            value={place}
            error={problemOf('vanId')}
            choices={places}
            onChange={(event) => setPlace(event.target.value)}
          />
          {reason === 'moved' && (
            <SelectField
              label="To"
              value={to}
              error={problemOf('toVanId')}
              choices={places}
              onChange={(event) => setTo(event.target.value)}
            />
          )}
        </div>
        <div className="flex flex-wrap items-start gap-3">
          <TextField
            label="Note (may be empty)"
            className="min-w-60 flex-1"
            value={note}
            maxLength={200}
            error={problemOf('note')}
            onChange={(event) => setNote(event.target.value)}
          />
          <Button type="submit" look="main" className="mt-[22px]" busy={pending}>
            Write it
          </Button>
        </div>
        <Problems problems={problems.filter(({ field }) => field === undefined)} />
      </form>
    </Panel>
  );
}

function Ledger({ movements, zone }: Pick<StockProps, 'movements' | 'zone'>) {
  return (
    <Panel title="Ledger" note="Newest first.">
      {movements.length === 0 ? (
        <p className="text-mute">Nothing moved yet.</p>
      ) : (
        <Table label="Ledger">
          <tbody>
            {movements.map(({ id, at, place, article, state, quantity, reason, note, by }) => {
              const { day, hour } = localMoment(at, zone);
              return (
                <Tr key={id}>
                  <Td className="font-mono whitespace-nowrap">
                    {formatDay(day, '')} {hour}
                  </Td>
                  <Td className="font-mono">{quantity > 0 ? `+${quantity}` : `−${-quantity}`}</Td>
                  <Td className="font-mono">{article}</Td>
                  <Td>{state}</Td>
                  <Td>{place ?? 'Workshop'}</Td>
                  <Td>
                    {movementReasons[reason]}
                    {note && <span className="text-mute">: {note}</span>}
                  </Td>
                  <Td>{by}</Td>
                </Tr>
              );
            })}
          </tbody>
        </Table>
      )}
    </Panel>
  );
}
