'use client';

import { useState } from 'react';
import type { HandPrice } from '@/core/job/terms';
import { minorPlaces } from '@/core/kinds/money';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { Tick } from '@/ui/tick';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface HandPanelProps {
  readonly job: JobRef;
  readonly hand: HandPrice | null;
  readonly currency: string;
  readonly onSet: EditAction;
}

interface Row {
  readonly key: number;
  /** An article by its number, or what a line is for. */
  readonly words: string;
  /** Pieces of an article, the amount of a line. */
  readonly count: string;
  readonly goods: boolean;
}

let nextKey = 0;
const row = (words = '', count = '', goods = false): Row => {
  nextKey += 1;
  return { key: nextKey, words, count, goods };
};

/** Articles and lines written by hand, where the library reckons no price: they are charged with trip, hour and tax. */
export function HandPanel({ job, hand, currency, onSet }: HandPanelProps) {
  const edit = useEdit(onSet, job);
  const scale = 10 ** minorPlaces(currency);
  const [articles, setArticles] = useState(
    () => hand?.articles.map(({ article, pieces }) => row(article, String(pieces))) ?? [],
  );
  const [lines, setLines] = useState(
    () => hand?.lines.map(({ label, goods, minor }) => row(label, String(minor / scale), goods)) ?? [row()],
  );
  const [minutes, setMinutes] = useState(String(hand?.minutes ?? 45));
  const send = (kept: readonly Row[], priced: readonly Row[]) =>
    edit.edit({
      articles: kept.map(({ words, count }) => ({ article: words, pieces: Number(count) })),
      lines: priced.map(({ words, count, goods }) => ({
        label: words,
        goods,
        amount: Number(count.replace(',', '.')),
      })),
      minutes: Number(minutes),
    });
  return (
    <Panel
      title="Price by hand"
      note="For a car or a work that the library does not know. Articles at the shop’s prices, lines as you write them; trip, hour, minimum, rounding and tax are added."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send(articles, lines);
        }}
      >
        <fieldset aria-busy={edit.pending} disabled={job.closed} className="flex flex-col gap-3">
          <legend className="sr-only">Articles and lines</legend>
          {articles.map((one, at) => (
            <HandRow
              key={one.key}
              row={one}
              words="Article"
              count="Pieces"
              problemOf={(field) =>
                edit.problemOf(`articles.${at}.${field === 'words' ? 'article' : 'pieces'}`)
              }
              onChange={(next) => setArticles(articles.map((other) => (other === one ? next : other)))}
              onRemove={() => setArticles(articles.filter((other) => other !== one))}
            />
          ))}
          {lines.map((one, at) => (
            <HandRow
              key={one.key}
              row={one}
              words="Line"
              count={`Amount, ${currency}`}
              withGoods
              problemOf={(field) => edit.problemOf(`lines.${at}.${field === 'words' ? 'label' : 'amount'}`)}
              onChange={(next) => setLines(lines.map((other) => (other === one ? next : other)))}
              onRemove={() => setLines(lines.filter((other) => other !== one))}
            />
          ))}
          <div className="flex flex-wrap items-start gap-3">
            <Button look="quiet" onClick={() => setArticles([...articles, row('', '1')])}>
              Add an article
            </Button>
            <Button look="quiet" onClick={() => setLines([...lines, row()])}>
              Add a line
            </Button>
            <TextField
              label="Minutes of work"
              className="w-32"
              mono
              inputMode="numeric"
              value={minutes}
              error={edit.problemOf('minutes')}
              onChange={(event) => setMinutes(event.target.value)}
            />
            <Button type="submit" className="mt-6" busy={edit.pending}>
              Save the price
            </Button>
            {hand && (
              <Button
                look="quiet"
                className="mt-6"
                onClick={() => {
                  setArticles([]);
                  setLines([]);
                  send([], []);
                }}
              >
                Remove it
              </Button>
            )}
          </div>
        </fieldset>
      </form>
      <EditOutcome
        edit={edit}
        fields={[
          { field: 'articles', label: 'Articles' },
          { field: 'lines', label: 'Lines' },
          { field: 'minutes', label: 'Minutes' },
        ]}
      />
    </Panel>
  );
}

interface HandRowProps {
  readonly row: Row;
  readonly words: string;
  readonly count: string;
  readonly withGoods?: boolean;
  readonly problemOf: (field: 'words' | 'count') => string | undefined;
  readonly onChange: (row: Row) => void;
  readonly onRemove: () => void;
}

function HandRow({ row, words, count, withGoods, problemOf, onChange, onRemove }: HandRowProps) {
  return (
    <div className="flex flex-wrap items-start gap-3">
      <TextField
        label={words}
        className="min-w-52 flex-1"
        maxLength={80}
        value={row.words}
        error={problemOf('words')}
        onChange={(event) => onChange({ ...row, words: event.target.value })}
      />
      <TextField
        label={count}
        className="w-32"
        mono
        inputMode="decimal"
        value={row.count}
        error={problemOf('count')}
        onChange={(event) => onChange({ ...row, count: event.target.value })}
      />
      {withGoods && (
        <div className="mt-6">
          <Tick
            label="Goods, not work"
            checked={row.goods}
            onChange={(goods) => onChange({ ...row, goods })}
          />
        </div>
      )}
      <Button look="quiet" className="mt-6" aria-label={`Remove ${row.words || words}`} onClick={onRemove}>
        Remove
      </Button>
    </div>
  );
}
