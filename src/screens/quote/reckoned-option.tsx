import type { Available, QuoteSnapshot } from '@/core/quote/quote';
import { Reckoned } from '@/ui/reckoned';
import { percentWords, type Show } from './shown';

interface ReckonedOptionProps {
  readonly option: Available;
  readonly rules: QuoteSnapshot['rules'];
  readonly show: Show;
}

/** How the figures of an option were reckoned: days, trip, minutes, comeback, floor. */
export function ReckonedOption({ option, rules, show }: ReckonedOptionProps) {
  const { comeback, earnings, trip, daysRest = [] } = option;
  return (
    <Reckoned title="How this is reckoned">
      {daysRest.length > 0 && (
        <p>
          <b>Days.</b> {daysRest.join(' ')}
        </p>
      )}
      {trip && (
        <p>
          <b>Trip.</b> From {trip.from} to {trip.to}, {trip.minutes} min there and {trip.backMinutes} min back
          {trip.ferryMinutes > 0 && `, ${trip.ferryMinutes} min of it at the ferry`}, by the roads at that
          hour.
        </p>
      )}
      <p>
        <b>Comeback.</b> {percentWords(comeback.percent)}: the chance that at least one goes wrong of{' '}
        {comeback.rests.join('; ')}.{' '}
        {comeback.bornBy === 'shop' &&
          `One costs the shop ${show(comeback.shopMinor)} and ${comeback.minutes} minutes.`}
        {comeback.bornBy === 'customer' && `One costs the customer ${show(comeback.customerMinor)}.`}
      </p>
      {earnings && (
        <>
          <p>
            <b>Minutes.</b> {earnings.minutes}
            {earnings.minuteParts &&
              `: ${earnings.minuteParts.map(({ label, minutes }) => `${label} ${minutes}`).join(', ')}`}
            .
          </p>
          <p>
            <b>Earns.</b> {show(earnings.netMinor)} without tax and the payment’s share, less{' '}
            {show(earnings.cashMinor)} paid out
            {earnings.costs.length > 0 &&
              ` (${earnings.costs.map((cost) => `${cost.label} ${show(cost.minor)}`).join(', ')})`}{' '}
            and {show(comeback.expectedShopMinor)} for comebacks: {show(earnings.marginMinor)}.
          </p>
          <p>
            <b>Floor.</b> {show(earnings.floorTotalMinor)} with tax: the smallest price in steps of{' '}
            {show(rules.roundingMinor)} that earns {show(rules.marginRateMinor)} an hour over these minutes.
          </p>
        </>
      )}
    </Reckoned>
  );
}
