'use client';

import type { HandPrice } from '@/core/job/terms';
import { minorPlaces } from '@/core/kinds/money';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormText, FormTick } from '@/ui/form/form-fields';
import { FormRows } from '@/ui/form/form-rows';
import { typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface HandPanelProps {
  readonly job: JobRef;
  readonly hand: HandPrice | null;
  readonly currency: string;
  readonly onSet: EditAction;
}

const noLine = { label: '', amount: '', goods: false };
const nothing = { articles: [], lines: [], minutes: '45' };

/** Articles and lines written by hand, where the library reckons no price: they are charged with trip, hour and tax. */
export function HandPanel({ job, hand, currency, onSet }: HandPanelProps) {
  const edit = useEdit(onSet, job);
  const scale = 10 ** minorPlaces(currency);
  const of = useFormOf({
    values: {
      articles: hand?.articles.map(({ article, pieces }) => ({ article, pieces: String(pieces) })) ?? [],
      lines: hand?.lines.map(({ label, goods, minor }) => ({
        label,
        amount: String(minor / scale),
        goods,
      })) ?? [noLine],
      minutes: String(hand?.minutes ?? 45),
    },
    check: async () => (await import('@/inputs/quote-inputs')).HandPriceInput,
    read: ({ articles, lines, minutes }) => ({
      articles: articles.map(({ article, pieces }) => ({ article, pieces: typedNumber(pieces) })),
      lines: lines.map(({ amount, ...line }) => ({ ...line, amount: typedNumber(amount) })),
      minutes: typedNumber(minutes),
    }),
    sender: edit,
  });
  return (
    <Panel
      title="Price by hand"
      note="For a car or a work that the library does not know. Articles at the shop’s prices, lines as you write them; trip, hour, minimum, rounding and tax are added."
    >
      <Form of={of}>
        <fieldset disabled={job.closed} className="flex flex-col gap-3">
          <legend className="sr-only">Articles and lines</legend>
          <FormRows
            of={of}
            name="articles"
            one="article"
            add="Add an article"
            empty={{ article: '', pieces: '1' }}
            rowClassName="flex flex-wrap items-start gap-3"
          >
            {(at) => (
              <>
                <FormText
                  of={of}
                  name={`articles.${at}.article`}
                  label={`Article ${at + 1}`}
                  className="min-w-52 flex-1"
                  maxLength={80}
                />
                <FormNumber of={of} name={`articles.${at}.pieces`} label="Pieces" className="w-32" />
              </>
            )}
          </FormRows>
          <FormRows
            of={of}
            name="lines"
            one="line"
            add="Add a line"
            empty={noLine}
            rowClassName="flex flex-wrap items-start gap-3"
          >
            {(at) => (
              <>
                <FormText
                  of={of}
                  name={`lines.${at}.label`}
                  label={`Line ${at + 1}`}
                  className="min-w-52 flex-1"
                  maxLength={80}
                />
                <FormNumber
                  of={of}
                  name={`lines.${at}.amount`}
                  label={`Amount, ${currency}`}
                  className="w-32"
                />
                <div className="mt-6">
                  <FormTick of={of} name={`lines.${at}.goods`} label="Goods, not work" />
                </div>
              </>
            )}
          </FormRows>
          <div className="flex flex-wrap items-start gap-3">
            <FormNumber of={of} name="minutes" label="Minutes of work" className="w-32" inputMode="numeric" />
            <Button type="submit" className="mt-6" busy={of.busy}>
              Save the price
            </Button>
            {hand && (
              <Button
                look="quiet"
                className="mt-6"
                busy={of.busy}
                onClick={() =>
                  edit.send({ articles: [], lines: [], minutes: hand.minutes }, () => of.form.reset(nothing))
                }
              >
                Remove it
              </Button>
            )}
          </div>
        </fieldset>
        <FormOutcome of={of} />
      </Form>
    </Panel>
  );
}
