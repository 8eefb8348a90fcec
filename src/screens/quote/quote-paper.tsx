'use client';

import { formatDay, type LocalDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { routeNames } from '@/core/programming/route';
import {
  type OptionKind,
  optionNames,
  type QuoteOption,
  type QuoteRequest,
  type QuoteSnapshot,
} from '@/core/quote/quote';
import { Button } from '@/ui/button';

interface QuotePaperProps {
  readonly quoteNumber: number;
  readonly jobName: string;
  readonly shopName: string;
  readonly customer: string | null;
  readonly madeOn: LocalDay;
  readonly validUntil: LocalDay;
  readonly offered: OptionKind;
  readonly frozen: {
    readonly request: QuoteRequest;
    readonly snapshot: QuoteSnapshot;
    readonly options: readonly QuoteOption[];
    readonly car: string;
  };
  readonly locale: string;
}

/** A frozen quote on one page: the option offered with its lines, the others by total, and what it takes at the car. */
export function QuotePaper(props: QuotePaperProps) {
  const { quoteNumber, jobName, shopName, customer, madeOn, validUntil, offered, frozen, locale } = props;
  const { request, snapshot, options, car } = frozen;
  const show = (minor: number) => formatMoney({ minor, currency: snapshot.currency }, locale);
  const chosen = options.find((option) => option.kind === offered);
  if (!chosen?.available) return null;
  const others = options.filter((option) => option.kind !== offered);
  const papers = request.route !== 'none' && request.route !== 'repair';
  return (
    <article className="mx-auto w-full max-w-[760px] rounded-lg border border-line bg-biscuit p-8 print:max-w-none print:border-0 print:p-0">
      <header className="flex items-start justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <p className="text-ask font-bold">{shopName}</p>
          <p className="text-mute">Quote for {customer ?? 'the customer'}</p>
        </div>
        <div className="text-right">
          <h1 className="font-mono text-title font-bold">Q-{quoteNumber}</h1>
          <p className="font-mono">{jobName}</p>
        </div>
      </header>
      <dl className="my-3 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1">
        <dt className="text-mute">Car</dt>
        <dd>{car}</dd>
        <dt className="text-mute">Work</dt>
        <dd>
          {routeNames[request.route]}, {request.keys} new {request.keys === 1 ? 'key' : 'keys'}
        </dd>
        <dt className="text-mute">Made</dt>
        <dd>
          {formatDay(madeOn, '')}, valid until {formatDay(validUntil, '')}
        </dd>
        <dt className="text-mute">Car drives</dt>
        <dd>{formatDay(chosen.drivesOn, '')}, where ordered today</dd>
      </dl>
      <h2 className="mt-4 font-semibold">{optionNames[offered]}</h2>
      <table className="mt-1 w-full">
        <thead className="text-left text-small text-mute">
          <tr>
            <th className="font-normal">For</th>
            <th className="text-right font-normal">Net</th>
            <th className="text-right font-normal">Tax</th>
            <th className="text-right font-normal">With tax</th>
          </tr>
        </thead>
        <tbody>
          {chosen.lines.map((line) => (
            <tr key={`${line.payee} ${line.label}`} className="border-t border-line">
              <td className="py-1 pr-3">{line.label}</td>
              <td className="py-1 text-right font-mono">{show(line.netMinor)}</td>
              <td className="py-1 text-right font-mono">{show(line.taxMinor)}</td>
              <td className="py-1 text-right font-mono">{show(line.netMinor + line.taxMinor)}</td>
            </tr>
          ))}
          <tr className="border-t-2 border-ink font-bold">
            <td className="py-1">Total</td>
            <td className="py-1 text-right font-mono">{show(chosen.netMinor)}</td>
            <td className="py-1 text-right font-mono">{show(chosen.taxMinor)}</td>
            <td className="py-1 text-right font-mono">{show(chosen.totalMinor)}</td>
          </tr>
        </tbody>
      </table>
      {chosen.furtherKeyMinor !== null && (
        <p className="mt-2">One more key in the same visit: +{show(chosen.furtherKeyMinor)} with tax.</p>
      )}
      {chosen.notes.map((note) => (
        <p key={note} className="text-mute">
          {note}
        </p>
      ))}
      <h2 className="mt-4 font-semibold">Other ways, for comparison</h2>
      <ul>
        {others.map((option) => (
          <li key={option.kind} className="flex justify-between gap-4 border-t border-line py-1">
            <span>
              {optionNames[option.kind]}
              {option.available ? `, drives ${formatDay(option.drivesOn, '')}` : `: ${option.reason}`}
            </span>
            {option.available && <span className="font-mono">{show(option.totalMinor)}</span>}
          </li>
        ))}
      </ul>
      <p className="mt-4 border-t border-line pt-2 text-small text-mute">
        {papers
          ? 'At the car we need the person, a photo identity, and the registration or another proof of the right to the car, together with the plate. Without them no work is done. Local law prevails. '
          : ''}
        Not included: faults found in locks, wiring or modules, and waiting that the customer causes.
      </p>
      <div className="no-print mt-6 flex justify-end">
        <Button look="main" onClick={() => window.print()}>
          Print this page
        </Button>
      </div>
    </article>
  );
}
