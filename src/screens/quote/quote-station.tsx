'use client';

import Link from 'next/link';
import { useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { type RouteKind, routeNames } from '@/core/programming/route';
import { type OptionKind, optionNames, type QuoteLine, type QuoteOption } from '@/core/quote/quote';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { EditOutcome } from '@/ui/edit-outcome';
import type { JobRef } from '@/ui/job-ref';
import { Badge } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

type Available = Extract<QuoteOption, { available: true }>;

interface OfferedQuote {
  readonly number: number;
  readonly version: number;
  readonly offered: OptionKind;
  readonly totalMinor: number;
  readonly currency: string;
  readonly validUntil: string;
  readonly madeBy: string;
}

interface QuoteStationProps {
  readonly job: JobRef;
  readonly options: readonly QuoteOption[];
  readonly route: RouteKind | undefined;
  readonly routeChosen: boolean;
  readonly keys: number;
  readonly tripKnown: boolean;
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
  readonly quotes: readonly OfferedQuote[];
  readonly onOffer: EditAction;
}

/** The sourcing options side by side: lines, tax, total, when the car drives and what one more key adds. */
export function QuoteStation(props: QuoteStationProps) {
  const { job, options, route, routeChosen, keys, tripKnown, currency, locale, today, quotes, onOffer } =
    props;
  const available = options.filter((option): option is Available => option.available);
  const cheapest = [...available].sort((a, b) => a.totalMinor - b.totalMinor)[0];
  const [picked, setPicked] = useState<OptionKind>();
  const can = (kind: OptionKind | undefined) => available.some((option) => option.kind === kind);
  const selected = [picked, quotes[0]?.offered, cheapest?.kind].find(can);
  const edit = useEdit(onOffer, job);
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  if (route === undefined) {
    return (
      <Lead
        title="No price without a route"
        reason="Take a route first: its work and its keys make the price."
      />
    );
  }
  const given = [
    `${routeNames[route]}${routeChosen ? '' : ', advised and not taken yet'}`,
    `${keys} new ${keys === 1 ? 'key' : 'keys'}`,
    tripKnown ? undefined : 'without a trip: no place is told',
  ];
  return (
    <>
      <Lead
        over={given.filter(Boolean).join(' · ')}
        title={cheapest ? `From ${show(cheapest.totalMinor)} with tax` : 'No option can be had'}
        reason={cheapest && `${optionNames[cheapest.kind]}, drives ${formatDay(cheapest.drivesOn, today)}.`}
      />
      <fieldset disabled={job.closed} className="grid items-start gap-3 md:grid-cols-2">
        <legend className="sr-only">Options</legend>
        {options.map((option) => (
          <OptionCard
            key={option.kind}
            option={option}
            selected={selected === option.kind}
            today={today}
            show={show}
            onSelect={() => setPicked(option.kind)}
          />
        ))}
      </fieldset>
      {!job.closed && available.length > 0 && (
        <form
          className="flex flex-wrap items-center gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            edit.edit({ option: selected });
          }}
        >
          <Button
            type="submit"
            look="main"
            disabled={edit.pending || !selected}
            follows={selected && optionNames[selected]}
          >
            Offer this one
          </Button>
          <p className="max-w-md text-mute">
            Freezes all options as they stand, under a number, with a validity. Later prices change nothing of
            it.
          </p>
        </form>
      )}
      <EditOutcome edit={edit} fields={[{ field: 'option', label: 'Option' }]} />
      {quotes.length > 0 && (
        <OfferedQuotes jobNumber={job.number} quotes={quotes} locale={locale} today={today} />
      )}
    </>
  );
}

interface OptionCardProps {
  readonly option: QuoteOption;
  readonly selected: boolean;
  readonly today: string;
  readonly show: (minor: number) => string;
  readonly onSelect: () => void;
}

function OptionCard({ option, selected, today, show, onSelect }: OptionCardProps) {
  if (!option.available) {
    return (
      <div className="rounded-lg border-[1.5px] border-dashed border-edge p-4">
        <p className="font-semibold text-mute">{optionNames[option.kind]}</p>
        <p className="text-mute">{option.reason}</p>
      </div>
    );
  }
  return (
    <div
      className={classNames(
        'rounded-lg border-[1.5px] bg-biscuit p-4',
        selected ? 'border-ink' : 'border-line',
      )}
    >
      <label className="flex min-h-11 items-start gap-3">
        <input
          type="radio"
          name="option"
          className="mt-1 size-5 flex-none accent-(--terra)"
          checked={selected}
          onChange={onSelect}
        />
        <span className="flex-1">
          <span className="block font-semibold">{optionNames[option.kind]}</span>
          <span className="block text-small text-mute">
            drives {formatDay(option.drivesOn, today)}
            {option.days > 0 && `, ${option.days} ${option.days === 1 ? 'day' : 'days'}`}
          </span>
        </span>
        <span className="text-right font-mono">
          <span className="block text-ask font-bold">{show(option.totalMinor)}</span>
          {option.furtherKeyMinor !== null && (
            <span className="block text-small text-mute">further key +{show(option.furtherKeyMinor)}</span>
          )}
        </span>
      </label>
      {option.notes.map((note) => (
        <p key={note} className="mt-1 text-small text-mute">
          {note}
        </p>
      ))}
      <details className="mt-2">
        <summary className="min-h-11 content-center text-small font-semibold">Lines and tax</summary>
        <Lines lines={option.lines} taxMinor={option.taxMinor} totalMinor={option.totalMinor} show={show} />
      </details>
    </div>
  );
}

const payees = { shop: '', seller: 'to the seller', desk: 'to the desk' };

function Lines({
  lines,
  taxMinor,
  totalMinor,
  show,
}: Pick<Available, 'lines' | 'taxMinor' | 'totalMinor'> & { show: (minor: number) => string }) {
  const row = (line: QuoteLine) => (
    <tr key={`${line.payee} ${line.label}`}>
      <td className="py-0.5 pr-3">
        {line.label} <span className="text-small text-mute">{payees[line.payee]}</span>
      </td>
      <td className="py-0.5 text-right font-mono whitespace-nowrap">{show(line.netMinor)}</td>
    </tr>
  );
  return (
    <table className="w-full">
      <tbody>
        {lines.map(row)}
        <tr className="border-t border-line">
          <td className="py-0.5">Tax</td>
          <td className="py-0.5 text-right font-mono">{show(taxMinor)}</td>
        </tr>
        <tr className="font-semibold">
          <td className="py-0.5">Total</td>
          <td className="py-0.5 text-right font-mono">{show(totalMinor)}</td>
        </tr>
      </tbody>
    </table>
  );
}

function OfferedQuotes({
  jobNumber,
  quotes,
  locale,
  today,
}: {
  jobNumber: number;
  quotes: readonly OfferedQuote[];
  locale: string;
  today: string;
}) {
  return (
    <Panel title="Offered" note="The newest stands; the earlier ones stay as they were.">
      <ul className="flex flex-col divide-y divide-line">
        {quotes.map((quote, at) => (
          <li key={quote.number} className="flex flex-wrap items-center gap-3 py-2">
            <span className="font-mono font-bold">Q-{quote.number}</span>
            <span className="min-w-40 flex-1">
              {optionNames[quote.offered]}, valid until {formatDay(quote.validUntil, today)}
              <span className="block text-small text-mute">by {quote.madeBy}</span>
            </span>
            {quote.validUntil < today && <Badge tone="oxide">expired</Badge>}
            {at > 0 && <Badge tone="plain">superseded</Badge>}
            <span className="font-mono font-bold">
              {formatMoney({ minor: quote.totalMinor, currency: quote.currency }, locale)}
            </span>
            <Link
              href={`/jobs/${jobNumber}/quote/${quote.number}`}
              prefetch={false}
              className={buttonClass('plain')}
            >
              <ButtonWords>Print</ButtonWords>
            </Link>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
