'use client';

import { type ReactNode, useState } from 'react';
import type { JobTerms } from '@/core/job/terms';
import { formatDay, type LocalMoment } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { routeNames } from '@/core/programming/route';
import type { FirstPrices } from '@/core/quote/first-prices';
import type { GoingPrice } from '@/core/quote/going-price';
import { type OptionKind, optionName } from '@/core/quote/option-kinds';
import { firstOption, tripOf } from '@/core/quote/options';
import { formatPriceRange } from '@/core/quote/price-range';
import { bookStyles, type OwnWork } from '@/core/quote/price-rules';
import type { Available } from '@/core/quote/quote';
import type { PricedQuote } from '@/core/quote/recommend';
import type { RightToBuy } from '@/core/quote/right-to-buy';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { EditOutcome } from '@/ui/edit-outcome';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Lead } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';
import type { OnAnswer } from '../parts/answer-form';
import type { OnLink } from '../parts/make-link';
import { type Appointment, AppointmentPanel } from './appointment-panel';
import { BargainPanel } from './bargain-panel';
import { HandPanel } from './hand-panel';
import { type OfferedQuote, OfferedQuotes } from './offered-quotes';
import { OptionRow, optionColumns } from './option-row';
import { QuoteCharts } from './quote-charts';
import { type Replies, RepliesPanel } from './replies-panel';
import { SecondKeyPanel } from './second-key-panel';
import { percentWords, showIn } from './shown';
import { TermsPanel } from './terms-panel';
import { WorksPanel } from './works-panel';

interface QuoteStationProps {
  readonly job: JobRef;
  readonly quote: PricedQuote | undefined;
  /** Whether the library has a candidate for it. */
  readonly knownCar: boolean;
  readonly currency: string;
  /** Over all likely cars, while none is chosen and there are several. */
  readonly firstPrices: FirstPrices | null;
  readonly rightsToBuy: readonly RightToBuy[];
  readonly routeChosen: boolean;
  readonly terms: JobTerms;
  readonly couponCode: string | null;
  readonly works: readonly OwnWork[];
  readonly accounts: readonly { readonly id: string; readonly name: string }[];
  readonly rivals: readonly { readonly totalMinor: number; readonly told: string }[];
  readonly going: GoingPrice | undefined;
  readonly vans: readonly { readonly id: string; readonly name: string }[];
  readonly vanId: string;
  readonly appointment: Appointment | null;
  readonly distance: string | undefined;
  readonly locale: string;
  readonly today: string;
  readonly quotes: readonly OfferedQuote[];
  /** What was taken of it, once something was accepted. */
  readonly payment: ReactNode;
  readonly replies: Replies;
  readonly actions: {
    readonly onOffer: EditAction;
    readonly onTerms: EditAction;
    readonly onWorks: EditAction;
    readonly onHand: EditAction;
    readonly onAppointment: EditAction;
    readonly onRival: EditAction;
    readonly onAgree: EditAction;
    readonly onLink: OnLink;
    readonly onAnswer: OnAnswer;
    readonly onRevoke: (data: unknown) => Promise<Result<null>>;
    readonly onAccept: (data: unknown) => Promise<Result<{ repeated: boolean }>>;
  };
}

/** Every way to a key side by side: what it costs the customer, what it earns the shop, and when to say no. */
export function QuoteStation(props: QuoteStationProps) {
  const { job, quote, firstPrices, locale, today, quotes, actions } = props;
  const [picked, setPicked] = useState<OptionKind>();
  const offer = useEdit(actions.onOffer, job);
  if (!quote) {
    return (
      <>
        <Lead
          title={props.knownCar ? 'No price without a route' : 'The library does not know this car'}
          reason={
            props.knownCar
              ? 'Take a route first: its work and its keys make the price.'
              : 'Price it by hand; the library is told of it, so that the next one is known.'
          }
        />
        <WorksPanel
          job={job}
          picked={props.terms.works}
          works={props.works}
          show={showIn(props.currency, locale)}
          onSet={actions.onWorks}
        />
        <HandPanel job={job} hand={props.terms.hand} currency={props.currency} onSet={actions.onHand} />
      </>
    );
  }
  const { request, snapshot, options, secondKey, otherTime } = quote;
  const show = showIn(snapshot.currency, locale);
  const available = options.filter((option): option is Available => option.available);
  const first = firstOption(options);
  const trip = tripOf(first, snapshot);
  const can = (kind: OptionKind | undefined) => available.some((option) => option.kind === kind);
  const selected = [picked, request.agreed?.kind, quotes[0]?.paper.chosen.kind, first?.kind].find(can);
  const closed = options.filter((option) => !option.available);
  return (
    <>
      <Lead
        over={givenWords(props, quote)}
        title={
          first
            ? `From ${firstPrices ? formatPriceRange(firstPrices.range, show) : show(first.totalMinor)} with tax${first.visit && !first.trip ? ', plus the trip' : ''}`
            : 'No option can be had'
        }
        reason={
          first &&
          `${optionName(first.kind)}, ready ${first.earliestOn === today ? 'today' : `by ${formatDay(first.earliestOn, today)}`}; comeback ${percentWords(first.comeback.percent)}.`
        }
      />
      {firstPrices && (
        <Notice tone="ochre" said>
          Several cars are likely; the options below are those of the likeliest.{' '}
          {firstPrices.settledBy
            ? `${firstPrices.settledBy.ask} ${firstPrices.settledBy.answers.map(({ label, range }) => `${label}: ${formatPriceRange(range, show)}`).join('; ')}.`
            : 'Choose the car at Identify.'}
        </Notice>
      )}
      <div className="shop-only flex flex-col gap-2 empty:hidden">
        {props.rightsToBuy.map((right) => (
          <Notice key={right.name} tone="plain">
            With <b>{right.name}</b> ({show(right.priceMinor)} to buy or renew) it would be{' '}
            {optionName(right.kind).toLowerCase()} for {show(right.totalMinor)}.{' '}
            {right.jobs === null
              ? `It earns ${show(-right.gainMinor)} less, so it does not pay by such jobs.`
              : `It earns ${show(right.gainMinor)} more: it pays after ${right.jobs} such ${right.jobs === 1 ? 'job' : 'jobs'}.`}
          </Notice>
        ))}
      </div>
      {otherTime && (
        <Notice tone="plain">
          In ordinary hours, {momentOf(otherTime.visit, today)}: <b>{show(otherTime.totalMinor)}</b> for the
          same ({optionName(otherTime.kind)}).
        </Notice>
      )}
      <section aria-label="Options">
        <div
          aria-hidden
          className={classNames('hidden px-4 pb-1 text-small font-semibold text-mute md:grid', optionColumns)}
        >
          <span />
          <span>Option</span>
          <span className="text-right">Total with tax</span>
          <span className="text-right">Ready by</span>
          <span className="text-right">Comeback</span>
          <span className="shop-only text-right">Earns</span>
        </div>
        <fieldset disabled={job.closed} className="min-w-0">
          <legend className="sr-only">Options</legend>
          <ul className="flex flex-col gap-2">
            {available.map((option) => (
              <OptionRow
                key={option.kind}
                option={option}
                rules={snapshot.rules}
                selected={selected === option.kind}
                today={today}
                show={show}
                onSelect={() => setPicked(option.kind)}
              />
            ))}
          </ul>
        </fieldset>
        {closed.length > 0 && !snapshot.unknownCar && (
          <ul className="mt-2 rounded-lg border-[1.5px] border-dashed border-edge px-4 py-2 text-small text-mute">
            {closed.map((option) => (
              <li key={option.kind}>
                <b>{optionName(option.kind)}:</b> {option.available ? '' : option.reason}
              </li>
            ))}
          </ul>
        )}
      </section>
      {!job.closed && available.length > 0 && (
        <form
          className="flex flex-wrap items-center gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            offer.send({ option: selected });
          }}
        >
          <Button
            type="submit"
            look="main"
            busy={offer.pending}
            disabled={!selected}
            follows={selected && optionName(selected)}
          >
            Offer this one
          </Button>
          <p className="max-w-md text-mute">
            Freezes all options as they stand, under a number, with a validity. Later prices change nothing of
            it.
          </p>
        </form>
      )}
      <EditOutcome edit={offer} fields={[{ field: 'option', label: 'Option' }]} />
      {quotes.length > 0 && (
        <OfferedQuotes jobNumber={job.number} quotes={quotes} locale={locale} today={today} />
      )}
      {quotes[0] && (
        <RepliesPanel
          key={quotes[0].number}
          jobNumber={job.number}
          closed={job.closed}
          quote={{
            number: quotes[0].number,
            options: [quotes[0].paper.chosen, ...quotes[0].paper.alternatives],
          }}
          replies={props.replies}
          show={show}
          onLink={actions.onLink}
          onAnswer={actions.onAnswer}
          onRevoke={actions.onRevoke}
          onAccept={actions.onAccept}
        />
      )}
      {props.payment}
      {selected && (
        <div className="shop-only">
          <BargainPanel
            job={job}
            quote={quote}
            option={selected}
            rivals={props.rivals}
            going={props.going}
            show={show}
            onRival={actions.onRival}
            onAgree={actions.onAgree}
          />
        </div>
      )}
      {secondKey && (
        <SecondKeyPanel
          secondKey={secondKey}
          lossPercent={snapshot.rules.lossPercent}
          lossNote={snapshot.rules.lossNote}
          show={show}
        />
      )}
      <AppointmentPanel
        key={JSON.stringify([props.appointment, props.vanId])}
        job={job}
        vans={props.vans}
        vanId={props.vanId}
        appointment={props.appointment}
        first={first?.visit ? { ...first.visit, minutes: visitMinutes(first, trip) } : null}
        trip={trip}
        asked={request.asked ?? null}
        distance={props.distance}
        today={today}
        onSet={actions.onAppointment}
      />
      <div className="no-print">
        <TermsPanel
          job={job}
          terms={props.terms}
          shopBook={snapshot.rules.style}
          couponCode={props.couponCode}
          accounts={props.accounts}
          savesMinutes={snapshot.waitingSavesMinutes}
          onSet={actions.onTerms}
        />
      </div>
      <div className="no-print">
        <WorksPanel
          job={job}
          picked={props.terms.works}
          works={props.works}
          show={show}
          onSet={actions.onWorks}
        />
      </div>
      <div className="no-print">
        <HandPanel
          key={JSON.stringify(props.terms.hand)}
          job={job}
          hand={props.terms.hand}
          currency={props.currency}
          onSet={actions.onHand}
        />
      </div>
      {available.length > 1 && (
        <div className="shop-only">
          <QuoteCharts options={available} currency={snapshot.currency} today={today} show={show} />
        </div>
      )}
    </>
  );
}

function momentOf({ day, hour }: LocalMoment, today: string): string {
  return `${formatDay(day, today)} ${hour}`;
}

function givenWords({ routeChosen }: QuoteStationProps, { request, snapshot }: PricedQuote): string {
  return [
    snapshot.unknownCar
      ? 'Priced by hand'
      : `${routeNames[snapshot.now.route]}${routeChosen ? '' : ', advised and not taken yet'}`,
    `${request.keys} new ${request.keys === 1 ? 'key' : 'keys'}`,
    bookStyles[request.book].toLowerCase(),
    snapshot.account?.name,
    snapshot.trip ? undefined : 'without a trip: no place is told',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Minutes at the car: all of the option's minutes but the way. */
function visitMinutes({ earnings }: Available, trip: PricedQuote['snapshot']['trip']): number {
  return Math.max(15, (earnings?.minutes ?? 0) - (trip ? trip.minutes + trip.backMinutes : 0));
}
