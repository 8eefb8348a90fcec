'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Firm } from '@/core/kinds/firm';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import type { Result } from '@/core/kinds/result';
import { isSold, type OptionKind } from '@/core/quote/option-kinds';
import { type PaperOption, type QuotePaper, readyWords } from '@/core/quote/paper';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { TextAreaField, TextField } from '@/ui/field';
import { Badge, Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import { FirmFoot, Letterhead } from '../parts/letterhead';

interface OfferPageProps {
  readonly offer: {
    readonly quoteNumber: number;
    readonly version: number;
    readonly validUntil: string;
    readonly paper: QuotePaper;
    readonly place: string | null;
    readonly acceptance: { readonly option: OptionKind; readonly totalMinor: number } | null;
    readonly refused: string | null;
    readonly firm: Firm;
    readonly locale: string;
    readonly today: string;
  };
  readonly onAccept: (data: unknown) => Promise<Result<{ repeated: boolean }>>;
  readonly onMessage: (data: unknown) => Promise<Result<null>>;
}

/** What the customer sees: the ways to a key in plain words, one to accept, when and where, and a message. */
export function OfferPage({ offer, onAccept, onMessage }: OfferPageProps) {
  const { paper, acceptance, refused, locale, today } = offer;
  const options = [paper.chosen, ...paper.alternatives];
  const [picked, setPicked] = useState<OptionKind>(acceptance?.option ?? paper.chosen.kind);
  const show = (minor: number) => formatMoney({ minor, currency: paper.currency }, locale);
  const accepted = options.find(({ kind }) => kind === acceptance?.option);
  return (
    <main className="mx-auto flex min-h-dvh max-w-3xl flex-col gap-4 px-4 py-6">
      <header>
        <Letterhead firm={offer.firm} />
        <h1 className="mt-3 text-title font-semibold">{paper.car}</h1>
        <p className="text-mute">
          Quote <span className="font-mono">Q-{offer.quoteNumber}</span>, valid until{' '}
          {formatDay(offer.validUntil, today)}. {paper.work}.
        </p>
      </header>
      {accepted && acceptance && (
        <Notice tone="glaze" said>
          You accepted: {accepted.name}, {show(acceptance.totalMinor)}. The shop has been told.
        </Notice>
      )}
      {!accepted && refused && (
        <Notice tone="oxide" role="alert">
          {refused}
        </Notice>
      )}
      <fieldset disabled={acceptance !== null || refused !== null}>
        <legend className="mb-2 font-semibold">
          {options.length === 1 ? 'What we offer' : 'What we offer, and other ways'}
        </legend>
        <ul className="flex flex-col gap-3">
          {options.map((option, at) => (
            <OptionCard
              key={option.kind}
              option={option}
              recommended={at === 0}
              selected={picked === option.kind}
              today={today}
              show={show}
              onSelect={() => setPicked(option.kind)}
            />
          ))}
        </ul>
      </fieldset>
      {!acceptance && !refused && (
        <AcceptForm
          version={offer.version}
          option={options.find(({ kind }) => kind === picked) ?? paper.chosen}
          place={offer.place}
          show={show}
          onAccept={onAccept}
        />
      )}
      <Words paper={paper} show={show} />
      <MessageForm onMessage={onMessage} />
      <FirmFoot firm={offer.firm} />
    </main>
  );
}

function OptionCard({
  option,
  recommended,
  selected,
  today,
  show,
  onSelect,
}: {
  option: PaperOption;
  recommended: boolean;
  selected: boolean;
  today: string;
  show: (minor: number) => string;
  onSelect: () => void;
}) {
  const ours = isSold(option.kind);
  const Row = ours ? 'label' : 'div';
  return (
    <li
      className={classNames(
        'rounded-lg border-[1.5px] bg-biscuit p-4',
        selected ? 'border-ink' : 'border-line',
      )}
    >
      <Row className="flex min-h-11 items-start gap-3">
        {ours ? (
          <input
            type="radio"
            name="option"
            className="mt-1 size-5 flex-none accent-(--terra)"
            checked={selected}
            onChange={onSelect}
          />
        ) : (
          <span className="size-5 flex-none" />
        )}
        <span className="flex-1">
          <span className="block font-semibold">
            {option.name} {recommended && <Badge tone="glaze">our offer</Badge>}
            {!ours && <Badge tone="plain">for comparison, not ours</Badge>}
          </span>
          <span className="block text-mute">{option.notes.join(' ')}</span>
          {option.lost && <span className="block font-semibold">{option.lost}</span>}
          <span className="block">Ready by {readyWords(option, today)}.</span>
          {option.comebackPercent !== null && option.comebackPercent > 0 && (
            <span className="block text-mute">
              Of a hundred such keys {option.comebackPercent} had to be made again.
            </span>
          )}
        </span>
        <span className="text-right font-mono text-ask font-bold">{show(option.totalMinor)}</span>
      </Row>
    </li>
  );
}

function AcceptForm({
  version,
  option,
  place,
  show,
  onAccept,
}: {
  version: number;
  option: PaperOption;
  place: string | null;
  show: (minor: number) => string;
  onAccept: OfferPageProps['onAccept'];
}) {
  const router = useRouter();
  const { send, pending, problems, problemOf } = useSubmit(onAccept);
  const [when, setWhen] = useState('');
  const [where, setWhere] = useState(place ?? '');
  return (
    <Panel title="Accept" note="Accepting is binding for both sides within the validity of the quote.">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          send(
            { version, option: option.kind, when, where },
            () => router.refresh(),
            () => router.refresh(),
          );
        }}
      >
        <TextField
          label="When would suit you?"
          value={when}
          maxLength={200}
          error={problemOf('when')}
          onChange={(event) => setWhen(event.target.value)}
        />
        <TextField
          label="Where does the car stand?"
          value={where}
          maxLength={200}
          error={problemOf('where')}
          onChange={(event) => setWhere(event.target.value)}
        />
        {option.lost && <p className="font-semibold">{option.lost}</p>}
        {option.depositMinor > 0 && (
          <p>{show(option.depositMinor)} is paid ahead as a part of the total; the shop will ask for it.</p>
        )}
        <Button
          type="submit"
          look="main"
          className="self-start"
          busy={pending}
          follows={`${option.name}, ${show(option.totalMinor)} with tax`}
        >
          Accept this one
        </Button>
        <Problems problems={problems.filter(({ field }) => field === undefined || field === 'option')} />
      </form>
    </Panel>
  );
}

function Words({ paper, show }: { paper: QuotePaper; show: (minor: number) => string }) {
  const lists: readonly (readonly [string, readonly string[]])[] = [
    ['Included', paper.included],
    ['Not included', paper.notIncluded],
    ['Terms', paper.terms.map(({ words, minor }) => (minor === null ? words : `${words}: ${show(minor)}`))],
    ['At the car we need', paper.authority ? [paper.authority] : []],
    ['Take care', paper.cautions],
  ];
  return (
    <Panel title="Good to know">
      <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
        {lists
          .filter(([, words]) => words.length > 0)
          .map(([title, words]) => (
            <section key={title}>
              <h3 className="font-semibold">{title}</h3>
              <ul className="text-mute">
                {words.map((word) => (
                  <li key={word}>{word}</li>
                ))}
              </ul>
            </section>
          ))}
      </div>
    </Panel>
  );
}

function MessageForm({ onMessage }: Pick<OfferPageProps, 'onMessage'>) {
  const { send, pending, problems, problemOf } = useSubmit(onMessage);
  const [words, setWords] = useState('');
  const [sent, setSent] = useState(false);
  return (
    <Panel title="Write to the shop">
      <form
        className="flex flex-col items-start gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          send({ words }, () => {
            setWords('');
            setSent(true);
          });
        }}
      >
        <TextAreaField
          label="Your message"
          className="w-full"
          value={words}
          maxLength={1000}
          error={problemOf('words')}
          onChange={(event) => setWords(event.target.value)}
        />
        <Button type="submit" look="quiet" busy={pending} disabled={words.trim() === ''}>
          Send
        </Button>
        {sent && words === '' && <p data-said>Sent. The shop sees it at once.</p>}
        <Problems problems={problems.filter(({ field }) => field === undefined)} />
      </form>
    </Panel>
  );
}
