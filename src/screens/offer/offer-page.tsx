import type { Firm } from '@/core/kinds/firm';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { isSold, type OptionKind } from '@/core/quote/option-kinds';
import { type PaperOption, type QuotePaper, readyWords } from '@/core/quote/paper';
import { classNames } from '@/ui/class-names';
import type { FormSend } from '@/ui/form-answer';
import { Badge, Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { FirmFoot, Letterhead } from '../parts/letterhead';
import { AcceptForm } from './accept-form';
import { MessageForm } from './message-form';
import { ReceiptLink } from './receipt-link';

interface OfferPageProps {
  readonly offer: {
    readonly quoteNumber: number;
    readonly version: number;
    readonly validUntil: string;
    readonly paper: QuotePaper;
    readonly place: string | null;
    readonly acceptance: { readonly option: OptionKind; readonly totalMinor: number } | null;
    readonly refused: string | null;
    readonly closed: boolean;
    readonly visit: string | null;
    readonly receipt: number | null;
    readonly messages: readonly {
      readonly by: 'customer' | 'shop';
      readonly kind: 'words' | 'time';
      readonly words: string;
      readonly at: string;
    }[];
    readonly firm: Firm;
    readonly locale: string;
    readonly today: string;
  };
  readonly onAccept: FormSend;
  readonly onMessage: FormSend;
}

/**
 * What the customer sees: the ways to a key in plain words, what they do to his keys, one to accept, when somebody comes, and what is
 * written. It is read, accepted and written on without any script.
 */
export function OfferPage({ offer, onAccept, onMessage }: OfferPageProps) {
  const { paper, acceptance, refused, closed, locale, today } = offer;
  const options = [paper.chosen, ...paper.alternatives];
  const show = (minor: number) => formatMoney({ minor, currency: paper.currency }, locale);
  const accepted = options.find(({ kind }) => kind === acceptance?.option);
  const open = !acceptance && refused === null;
  const cards = (
    <fieldset disabled={!open}>
      <legend className="mb-2 font-semibold">
        {options.length === 1 ? 'What we offer' : 'What we offer, and other ways'}
      </legend>
      <ul className="flex flex-col gap-3">
        {options.map((option, at) => (
          <OptionCard
            key={option.kind}
            option={option}
            recommended={at === 0}
            selected={option.kind === (acceptance?.option ?? paper.chosen.kind)}
            today={today}
            show={show}
          />
        ))}
      </ul>
    </fieldset>
  );
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
      {accepted && (
        <WhatFollows
          accepted={accepted}
          visit={offer.visit}
          closed={closed}
          today={today}
          onMessage={onMessage}
        />
      )}
      <ReceiptLink receipt={offer.receipt} />
      {open ? (
        <AcceptForm
          version={offer.version}
          place={offer.place}
          options={cards}
          before={<Afterwards paper={paper} />}
          onAccept={onAccept}
        />
      ) : (
        <>
          {cards}
          <Afterwards paper={paper} />
        </>
      )}
      <Words paper={paper} show={show} />
      <Panel title="Between you and the shop">
        {offer.messages.length > 0 && (
          <ol className="mb-3 flex flex-col gap-2">
            {offer.messages.map(({ by, kind, words, at }) => (
              <li
                key={`${at} ${by} ${words}`}
                className={classNames('border-l-4 pl-3', by === 'shop' ? 'border-glaze' : 'border-smalt')}
              >
                <span className="block text-small text-mute">
                  {by === 'shop' ? offer.firm.name : kind === 'time' ? 'You, about the time' : 'You'}, {at}
                </span>
                {words}
              </li>
            ))}
          </ol>
        )}
        <MessageForm
          kind="words"
          label={offer.messages.length > 0 ? 'Write again' : 'Write to the shop'}
          done="Sent. The shop sees it at once, and answers here."
          onMessage={onMessage}
        />
      </Panel>
      <FirmFoot firm={offer.firm} />
    </main>
  );
}

/** When the key is ready and when somebody comes, once something was accepted. */
function WhatFollows({
  accepted,
  visit,
  closed,
  today,
  onMessage,
}: {
  readonly accepted: PaperOption;
  readonly visit: string | null;
  readonly closed: boolean;
  readonly today: string;
  readonly onMessage: FormSend;
}) {
  if (closed) return <Notice tone="plain">The work on this car is over.</Notice>;
  return (
    <Panel title="What follows">
      <dl className="flex flex-col gap-2">
        <div>
          <dt className="text-small text-mute">Ready by</dt>
          <dd className="font-semibold">{readyWords(accepted, today)}</dd>
        </div>
        <div>
          <dt className="text-small text-mute">We come to the car</dt>
          <dd className="font-semibold">{visit ?? 'The shop agrees a time with you.'}</dd>
        </div>
      </dl>
      {visit !== null && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2 underline">Ask for another time</summary>
          <MessageForm
            kind="time"
            label="Which time suits you better?"
            done="Sent. The time stands as it is until the shop has changed it."
            onMessage={onMessage}
          />
        </details>
      )}
    </Panel>
  );
}

function OptionCard({
  option,
  recommended,
  selected,
  today,
  show,
}: {
  readonly option: PaperOption;
  readonly recommended: boolean;
  readonly selected: boolean;
  readonly today: string;
  readonly show: (minor: number) => string;
}) {
  const ours = isSold(option.kind);
  const Row = ours ? 'label' : 'div';
  return (
    <li className="rounded-lg border-[1.5px] border-line bg-biscuit p-4 has-checked:border-ink">
      <Row className="flex min-h-11 flex-wrap items-start gap-x-3 gap-y-1">
        {ours ? (
          <input
            type="radio"
            name="option"
            value={option.kind}
            className="mt-1 size-5 flex-none accent-(--terra)"
            defaultChecked={selected}
          />
        ) : (
          <span className="size-5 flex-none" />
        )}
        <span className="min-w-0 flex-1 basis-60">
          <span className="block font-semibold">
            {option.name} {recommended && <Badge tone="glaze">our offer</Badge>}
            {!ours && <Badge tone="plain">for comparison, not ours</Badge>}
          </span>
          <span className="block text-mute">{option.notes.join(' ')}</span>
          {option.lost && <span className="block font-semibold">{option.lost}</span>}
          <span className="block">
            Ready {option.earliestOn === today ? '' : 'by '}
            {readyWords(option, today)}.
          </span>
          {option.comebackPercent !== null && option.comebackPercent > 0 && (
            <span className="block text-mute">
              Of a hundred such keys {option.comebackPercent} had to be made again.
            </span>
          )}
          {option.depositMinor > 0 && (
            <span className="block text-mute">
              {show(option.depositMinor)} of it is paid ahead; the shop will ask for it.
            </span>
          )}
        </span>
        <span className="ml-auto text-right">
          <span className="block font-mono text-ask font-bold">{show(option.totalMinor)}</span>
          <span className="block text-small text-mute">with tax</span>
        </span>
      </Row>
    </li>
  );
}

/** What becomes of the customer's keys, and what to take care of: read before anything is accepted. */
function Afterwards({ paper }: { readonly paper: QuotePaper }) {
  return (
    <Lists
      title="Your keys, before and afterwards"
      lists={[
        ['Afterwards', paper.kept ?? []],
        ['Take care', paper.cautions],
        ['At the car we need', paper.authority ? [paper.authority] : []],
      ]}
    />
  );
}

function Words({ paper, show }: { readonly paper: QuotePaper; readonly show: (minor: number) => string }) {
  return (
    <Lists
      title="Good to know"
      lists={[
        ['Included', paper.included],
        ['Not included', paper.notIncluded],
        [
          'Terms',
          paper.terms.map(({ words, minor }) => (minor === null ? words : `${words}: ${show(minor)}`)),
        ],
      ]}
    />
  );
}

function Lists({
  title,
  lists,
}: {
  readonly title: string;
  readonly lists: readonly (readonly [string, readonly string[]])[];
}) {
  const told = lists.filter(([, words]) => words.length > 0);
  if (told.length === 0) return null;
  return (
    <Panel title={title}>
      <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2">
        {told.map(([name, words]) => (
          <section key={name}>
            <h3 className="font-semibold">{name}</h3>
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
