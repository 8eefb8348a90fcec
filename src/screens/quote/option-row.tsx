'use client';

import { ChevronDown, ChevronUp } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { formatDay } from '@/core/kinds/local-time';
import { optionName, sourcingOptions } from '@/core/quote/option-kinds';
import type { Available, QuoteLine, QuoteSnapshot } from '@/core/quote/quote';
import { classNames } from '@/ui/class-names';
import { Badge } from '@/ui/notice';
import { ReckonedOption } from './reckoned-option';
import { bearers, percentWords, type Show } from './shown';

interface OptionRowProps {
  readonly option: Available;
  readonly rules: QuoteSnapshot['rules'];
  readonly selected: boolean;
  readonly today: string;
  readonly show: Show;
  readonly onSelect: () => void;
}

/** The columns of the rows and of the line of heads above them. */
export const optionColumns = 'md:grid-cols-[1.25rem_minmax(0,1fr)_7rem_11rem_5.25rem_8rem_2.75rem] gap-x-3';

/** One option: total, days, comeback with who bears it, what it earns; its lines and reasons on demand. */
export function OptionRow({ option, rules, selected, today, show, onSelect }: OptionRowProps) {
  const { kind, totalMinor, furtherKeyMinor, comeback, earnings, worseThan, stale } = option;
  const [open, setOpen] = useState(false);
  return (
    <li
      className={classNames(
        'rounded-lg border-[1.5px] bg-biscuit px-4 py-1.5',
        selected ? 'border-ink' : 'border-line',
      )}
    >
      <div
        className={classNames(
          'grid grid-cols-[1.25rem_minmax(0,1fr)_2.75rem] items-start gap-y-1',
          optionColumns,
        )}
      >
        <label className="col-span-2 grid min-h-11 cursor-pointer grid-cols-subgrid">
          <input
            type="radio"
            name="option"
            className="mt-1 size-5 accent-(--terra)"
            checked={selected}
            onChange={onSelect}
          />
          <span>
            <span className="block font-semibold">{optionName(kind)}</span>
            {furtherKeyMinor !== null && (
              <span className="block text-small text-mute">further key +{show(furtherKeyMinor)}</span>
            )}
            <span className="flex flex-wrap gap-1">
              {worseThan && (
                <Badge tone="oxide">worse than {sourcingOptions[worseThan].short.toLowerCase()}</Badge>
              )}
              {option.lost && <Badge tone="ochre">without {option.lost.join(', ')}</Badge>}
              {!option.answers && <Badge tone="plain">gives no new key</Badge>}
              {stale.length > 0 && <Badge tone="ochre">old price: {stale.join(', ')}</Badge>}
            </span>
          </span>
        </label>
        <Figure label="Total" strong value={show(totalMinor)} />
        <Figure label="Ready by" value={formatDay(option.earliestOn, today)}>
          {option.p80On === option.earliestOn
            ? option.visit?.hour
            : `four in five by ${formatDay(option.p80On, today)}`}
        </Figure>
        <Figure label="Comeback" value={percentWords(comeback.percent)}>
          {bearers[comeback.bornBy]}
        </Figure>
        <Figure label="Earns" shopOnly value={earnings ? show(earnings.marginMinor) : 'nothing'}>
          {earnings &&
            (earnings.perHourMinor === null ? 'no time of ours' : `${show(earnings.perHourMinor)} an hour`)}
        </Figure>
        <button
          type="button"
          aria-expanded={open}
          aria-label={`Lines, reasons and floor of ${optionName(kind)}`}
          className="col-start-3 row-start-1 grid size-11 place-items-center rounded-lg text-mute md:col-start-auto md:row-start-auto"
          onClick={() => setOpen(!open)}
        >
          {open ? <ChevronUp aria-hidden size={20} /> : <ChevronDown aria-hidden size={20} />}
        </button>
      </div>
      {open && <Details option={option} rules={rules} show={show} />}
    </li>
  );
}

function Details({ option, rules, show }: Pick<OptionRowProps, 'option' | 'rules' | 'show'>) {
  const { depositMinor } = option;
  return (
    <div className="mt-2 grid gap-4 border-t border-line py-2 lg:grid-cols-2">
      <Lines option={option} show={show} />
      <div className="flex flex-col gap-1 text-small text-mute">
        {option.fuller && (
          <p>
            {sourcingOptions[option.fuller.kind].short} has what it lacks:{' '}
            {option.fuller.moreMinor >= 0
              ? `${show(option.fuller.moreMinor)} more`
              : `${show(-option.fuller.moreMinor)} less`}
            .
          </p>
        )}
        {option.notes.map((note) => (
          <p key={note}>{note}</p>
        ))}
        <p>
          {option.warrantyMonths > 0
            ? `Warranty of the shop: ${option.warrantyMonths} months.`
            : 'No warranty of the shop.'}
          {depositMinor > 0 && ` ${show(depositMinor)} is paid ahead.`}
        </p>
        <div className="shop-only">
          <ReckonedOption option={option} rules={rules} show={show} />
        </div>
      </div>
    </div>
  );
}

function Figure({
  label,
  value,
  strong,
  shopOnly,
  children,
}: {
  label: string;
  value: string;
  strong?: boolean;
  shopOnly?: boolean;
  children?: ReactNode;
}) {
  return (
    <span
      className={classNames(
        'whitespace-nowrap max-md:col-start-2 max-md:flex max-md:flex-wrap max-md:gap-2 md:text-right',
        shopOnly && 'shop-only',
      )}
    >
      <span className="text-small text-mute md:sr-only">{label} </span>
      <span className={classNames('block font-mono', strong && 'text-ask font-bold')}>{value}</span>
      {children && <span className="block text-small text-mute">{children}</span>}
    </span>
  );
}

const payees = { shop: '', seller: 'to the seller', dealer: 'to the dealer' };

function Lines({ option, show }: { option: Available; show: Show }) {
  const row = (line: QuoteLine) => (
    <tr key={`${line.payee} ${line.label}`}>
      <th scope="row" className="py-0.5 pr-3 text-left font-normal">
        {line.label} <span className="text-small text-mute">{payees[line.payee]}</span>
      </th>
      <td className="py-0.5 text-right font-mono whitespace-nowrap">{show(line.netMinor)}</td>
    </tr>
  );
  return (
    <table className="w-full self-start">
      <caption className="sr-only">Lines of {optionName(option.kind)}</caption>
      <tbody>
        {option.lines.map(row)}
        <tr className="border-t border-line">
          <th scope="row" className="py-0.5 text-left font-normal">
            Tax
          </th>
          <td className="py-0.5 text-right font-mono">{show(option.taxMinor)}</td>
        </tr>
        <tr className="font-semibold">
          <th scope="row" className="py-0.5 text-left">
            Total
          </th>
          <td className="py-0.5 text-right font-mono">{show(option.totalMinor)}</td>
        </tr>
      </tbody>
    </table>
  );
}
