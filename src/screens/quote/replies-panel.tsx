'use client';

import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { isSold, type OptionKind, optionName } from '@/core/quote/option-kinds';
import type { PaperOption } from '@/core/quote/paper';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { SignatureView } from '@/ui/signature-view';
import { useSave } from '@/ui/use-submit';
import { AnswerForm, type OnAnswer } from '../parts/answer-form';
import { MakeLink, type OnLink } from '../parts/make-link';
import type { Show } from './shown';

export interface Replies {
  readonly links: readonly {
    readonly id: string;
    readonly quoteNumber: number;
    readonly state: string;
    readonly open: boolean;
  }[];
  readonly acceptances: readonly {
    readonly quoteNumber: number;
    readonly option: OptionKind;
    readonly totalMinor: number;
    readonly words: string;
    readonly signature: string | null;
  }[];
  /** The newest first. */
  readonly messages: readonly {
    readonly quoteNumber: number;
    /** Who wrote it and when. */
    readonly told: string;
    readonly byShop: boolean;
    readonly words: string;
  }[];
  readonly reserved: readonly string[];
}

interface RepliesPanelProps {
  readonly jobNumber: number;
  readonly closed: boolean;
  /** The newest quote, which alone can be linked and accepted. */
  readonly quote: { readonly number: number; readonly options: readonly PaperOption[] };
  readonly replies: Replies;
  readonly show: Show;
  readonly onLink: OnLink;
  readonly onAnswer: OnAnswer;
  readonly onRevoke: (data: unknown) => Promise<Result<null>>;
  readonly onAccept: (data: unknown) => Promise<Result<{ repeated: boolean }>>;
}

/** The customer's side of the newest quote: a link to it, what was accepted, what they write, what is kept for them. */
export function RepliesPanel(props: RepliesPanelProps) {
  const { jobNumber, closed, quote, replies, show, onLink, onRevoke, onAccept } = props;
  const revoke = useSave(onRevoke);
  const accept = useSave(onAccept);
  const [option, setOption] = useState<OptionKind | ''>(quote.options[0]?.kind ?? '');
  const losing = quote.options.find(({ kind }) => kind === option);
  const written = replies.messages.find(({ byShop }) => !byShop);
  const accepted = replies.acceptances.some(({ quoteNumber }) => quoteNumber === quote.number);
  return (
    <Panel
      title="The customer"
      note="A link opens once and shows this quote alone; nothing of it is kept in clear."
    >
      <div className="flex flex-col gap-3">
        {replies.acceptances.map(({ quoteNumber, option, totalMinor, words, signature }) => (
          <Notice key={quoteNumber} tone="glaze" said>
            <b>
              Q-{quoteNumber} accepted: {optionName(option)}, {show(totalMinor)}.
            </b>{' '}
            {words}
            {signature && <SignatureView strokes={signature} />}
          </Notice>
        ))}
        {written && (
          <AnswerForm jobNumber={jobNumber} quote={written.quoteNumber} onAnswer={props.onAnswer} />
        )}
        {replies.messages.map(({ quoteNumber, told, byShop, words }) => (
          <p
            key={`${told} ${words}`}
            className={classNames('border-l-4 pl-3', byShop ? 'border-glaze' : 'border-smalt')}
          >
            “{words}” <span className="block text-small text-mute">{`On Q-${quoteNumber}, ${told}`}</span>
          </p>
        ))}
        {replies.reserved.length > 0 && (
          <p className="text-mute">Kept for this job: {replies.reserved.join(', ')}.</p>
        )}
        {!closed && (
          <div className="flex flex-wrap items-start gap-3">
            <MakeLink
              what={{ number: jobNumber, quote: quote.number }}
              follows={`Q-${quote.number}`}
              onLink={onLink}
            />
            {!accepted && (
              <form
                className="flex flex-wrap items-start gap-2"
                onSubmit={(event) => {
                  event.preventDefault();
                  accept.send({ number: jobNumber, quote: quote.number, option });
                }}
              >
                <SelectField
                  label="Accepted by phone"
                  className="w-56"
                  choices={quote.options
                    .filter(({ kind }) => isSold(kind))
                    .map(({ kind, name }) => ({ value: kind, label: name }))}
                  value={option}
                  onChange={setOption}
                />
                <Button type="submit" look="quiet" className="mt-6" busy={accept.pending}>
                  Note it
                </Button>
              </form>
            )}
          </div>
        )}
        {!closed && !accepted && losing?.lost && <p>Say before it is accepted: “{losing.lost}”</p>}
        <Problems problems={[...revoke.problems, ...accept.problems]} />
        {replies.links.length > 0 && (
          <ul className="flex flex-col divide-y divide-line">
            {replies.links.map(({ id, quoteNumber, state, open }) => (
              <li key={id} className="flex flex-wrap items-center gap-3 py-1">
                <span className="font-mono">Q-{quoteNumber}</span>
                <span className="flex-1 text-mute">{state}</span>
                {open && !closed && (
                  <Button
                    look="quiet"
                    busy={revoke.pending}
                    aria-label={`End the link to Q-${quoteNumber}`}
                    onClick={() => revoke.send({ number: jobNumber, linkId: id })}
                  >
                    End it
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
    </Panel>
  );
}
