import { localMoment, momentWords } from '@/core/kinds/local-time';
import { formatDistance } from '@/core/kinds/units';
import { QuoteStation } from '@/screens/quote/quote-station';
import { readQuoteStation } from '@/usecases/quote/station';
import { requireActor } from '../../../../session';
import {
  agreePriceAction,
  makeAppointmentAction,
  noteRivalAction,
  offerQuoteAction,
  setTermsAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function QuotePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, quote, quotes, shop, now, vans, van } = view;
  const { accounts, couponCode, rivals, going } = await readQuoteStation(await requireActor(), view);
  const { appointment } = job;
  const trip = quote?.snapshot.trip;
  return (
    <QuoteStation
      job={editable(view)}
      quote={quote}
      routeChosen={job.route !== null}
      terms={job.terms}
      couponCode={couponCode}
      accounts={accounts.map(({ id, name }) => ({ id, name }))}
      rivals={rivals.map(({ totalMinor, toldAt, toldTo }) => ({
        totalMinor,
        told: `told to ${toldTo}, ${momentWords(toldAt, shop.zone)}`,
      }))}
      going={going}
      vans={vans.map(({ id, name }) => ({ id, name }))}
      vanId={van?.id ?? ''}
      appointment={
        appointment && {
          ...localMoment(appointment.from, shop.zone),
          from: localMoment(appointment.from, shop.zone).hour,
          to: localMoment(appointment.to, shop.zone).hour,
        }
      }
      distance={trip ? formatDistance(trip.distanceKm, shop.distanceUnit) : undefined}
      locale={shop.locale}
      today={now.day}
      quotes={quotes.map(({ madeAt: _, id: __, offered: ___, ...rest }) => rest)}
      actions={{
        onOffer: offerQuoteAction,
        onTerms: setTermsAction,
        onAppointment: makeAppointmentAction,
        onRival: noteRivalAction,
        onAgree: agreePriceAction,
      }}
    />
  );
}
