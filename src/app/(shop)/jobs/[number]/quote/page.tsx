import { mayDo } from '@/core/authority/roles';
import { overlapWords } from '@/core/job/visit';
import { localMoment, momentWords } from '@/core/kinds/local-time';
import { formatDistance } from '@/core/kinds/units';
import { firstOption, tripOf } from '@/core/quote/options';
import { PaymentPanel } from '@/screens/parts/payment-panel';
import { QuoteStation } from '@/screens/quote/quote-station';
import { readPayments } from '@/usecases/jobs/payments';
import { type QuoteReplies, readReplies } from '@/usecases/quote/links';
import { readQuoteStation } from '@/usecases/quote/station';
import { requireActor } from '../../../../session';
import { answerMessageAction } from '../../../news/actions';
import {
  acceptByPhoneAction,
  agreePriceAction,
  makeLinkAction,
  makeReceiptAction,
  noteRivalAction,
  offerQuoteAction,
  reserveTimeAction,
  revokeLinkAction,
  setHandPriceAction,
  setTermsAction,
  setWorksAction,
  takeBackAction,
  takePaymentAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';
import { linkShown } from '../link-words';

export default async function QuotePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, quote, quotes, shop, now, vans, van } = view;
  const actor = await requireActor();
  const { accounts, couponCode, works, rivals, going } = await readQuoteStation(actor, view);
  const [replies, payments] = await Promise.all([readReplies(actor, job.id), readPayments(actor, job)]);
  const { visit } = job;
  const trip = quote && tripOf(firstOption(quote.options), quote.snapshot);
  return (
    <QuoteStation
      job={editable(view)}
      quote={quote}
      knownCar={view.candidates.length > 0}
      currency={shop.currency}
      firstPrices={view.firstPrices}
      rightsToBuy={view.rightsToBuy}
      routeChosen={job.route !== null}
      terms={job.terms}
      couponCode={couponCode}
      works={works}
      accounts={accounts.map(({ id, name }) => ({ id, name }))}
      rivals={rivals.map(({ totalMinor, toldAt, toldTo }) => ({
        totalMinor,
        told: `told to ${toldTo}, ${momentWords(toldAt, shop.zone)}`,
      }))}
      going={going}
      vans={vans.map(({ id, name }) => ({ id, name }))}
      vanId={van?.id ?? ''}
      appointment={
        visit && {
          day: localMoment(visit.from, shop.zone).day,
          from: localMoment(visit.from, shop.zone).hour,
          to: localMoment(visit.to, shop.zone).hour,
          overlaps: job.closed ? '' : overlapWords(visit.overlaps, shop.zone, now.day),
        }
      }
      distance={trip ? formatDistance(trip.distanceKm, shop.distanceUnit) : undefined}
      locale={shop.locale}
      today={now.day}
      payment={
        payments?.accepted && (
          <PaymentPanel
            jobNumber={job.number}
            payments={payments}
            locale={shop.locale}
            zone={shop.zone}
            mayTakeBack={mayDo(actor.role, 'takeBack')}
            actions={{ onTake: takePaymentAction, onTakeBack: takeBackAction, onReceipt: makeReceiptAction }}
          />
        )
      }
      replies={repliesShown(replies, shop.zone, now.day)}
      quotes={quotes.map(({ madeAt: _, id: __, offered: ___, ...rest }) => rest)}
      actions={{
        onOffer: offerQuoteAction,
        onTerms: setTermsAction,
        onWorks: setWorksAction,
        onHand: setHandPriceAction,
        onAppointment: reserveTimeAction,
        onRival: noteRivalAction,
        onAgree: agreePriceAction,
        onLink: makeLinkAction,
        onAnswer: answerMessageAction,
        onRevoke: revokeLinkAction,
        onAccept: acceptByPhoneAction,
      }}
    />
  );
}

/** Instants and states in words, in the shop's zone. */
function repliesShown(
  { links, acceptances, messages, reservations }: QuoteReplies,
  zone: string,
  today: string,
) {
  return {
    links: links.map((link) => ({ ...linkShown(link, zone, today), quoteNumber: link.quoteNumber })),
    acceptances: acceptances.map(
      ({ quoteNumber, option, totalMinor, acceptedAt, takenBy, wantedWhen, wantedWhere, signature }) => ({
        quoteNumber,
        signature,
        option,
        totalMinor,
        words: [
          takenBy === null
            ? `By link, ${momentWords(acceptedAt, zone)}.`
            : `By phone to ${takenBy}, ${momentWords(acceptedAt, zone)}.`,
          wantedWhen && `When: ${wantedWhen}.`,
          wantedWhere && `Where: ${wantedWhere}.`,
        ]
          .filter(Boolean)
          .join(' '),
      }),
    ),
    messages: messages.flatMap(({ quoteNumber, at, kind, words, by }) =>
      words === null
        ? []
        : [
            {
              quoteNumber,
              told: `${by ?? (kind === 'time' ? 'the customer, who asks for another time' : 'the customer')}, ${momentWords(at, zone)}`,
              byShop: by !== null,
              words,
            },
          ],
    ),
    reserved: reservations.map(({ article, pieces, van }) => `${pieces} ${article} in ${van}`),
  };
}
