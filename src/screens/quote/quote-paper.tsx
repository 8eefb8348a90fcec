'use client';

import type { Firm } from '@/core/kinds/firm';
import { formatDay, type LocalDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { comebackWords, type QuotePaper as Paper, payeeLabel, readyWords } from '@/core/quote/paper';
import { Button } from '@/ui/button';
import { FirmFoot, Letterhead } from '../parts/letterhead';

interface QuotePaperProps {
  readonly quoteNumber: number;
  readonly jobName: string;
  readonly firm: Firm;
  readonly customer: string | null;
  readonly madeOn: LocalDay;
  readonly validUntil: LocalDay;
  readonly paper: Paper;
  readonly locale: string;
}

/** A frozen quote on one page: the option offered with its lines, up to two others, what is in it and what it takes. */
export function QuotePaper(props: QuotePaperProps) {
  const { quoteNumber, jobName, firm, customer, madeOn, validUntil, paper, locale } = props;
  const { chosen, alternatives } = paper;
  const show = (minor: number) => formatMoney({ minor, currency: paper.currency }, locale);
  return (
    <article className="mx-auto w-full max-w-[760px] rounded-lg border border-line bg-biscuit p-4 sm:p-8 print:max-w-none print:border-0 print:p-0 print:text-small">
      <header className="flex flex-wrap items-start justify-between gap-4 border-b-2 border-ink pb-3 print:pb-1">
        <div>
          <Letterhead firm={firm} />
          <p className="text-mute">Quote for {customer ?? 'the customer'}</p>
        </div>
        <div className="text-right">
          <h1 className="font-mono text-title font-bold">Q-{quoteNumber}</h1>
          <p className="font-mono">{jobName}</p>
        </div>
      </header>
      <dl className="my-3 grid print:my-1 grid-cols-[max-content_1fr] gap-x-4 gap-y-1">
        <dt className="text-mute">Car</dt>
        <dd>{paper.car}</dd>
        <dt className="text-mute">Work</dt>
        <dd>{paper.work}</dd>
        <dt className="text-mute">Made</dt>
        <dd>
          {formatDay(madeOn, '')}, valid until {formatDay(validUntil, '')}
        </dd>
        <dt className="text-mute">Ready by</dt>
        <dd>{readyWords(chosen)}, where ordered today</dd>
      </dl>
      <h2 className="mt-4 font-semibold print:mt-2">{chosen.name}</h2>
      <p className="text-mute">{chosen.notes.join(' ')}</p>
      {chosen.lost && <p className="font-semibold">{chosen.lost}</p>}
      <table data-stacks className="mt-1 w-full">
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
              <td className="py-1 pr-3 print:py-0.5">{payeeLabel(line)}</td>
              <td data-head="Net" className="py-1 text-right print:py-0.5 font-mono">
                {show(line.netMinor)}
              </td>
              <td data-head="Tax" className="py-1 text-right print:py-0.5 font-mono">
                {show(line.taxMinor)}
              </td>
              <td className="py-1 text-right print:py-0.5 font-mono">
                {show(line.netMinor + line.taxMinor)}
              </td>
            </tr>
          ))}
          <tr className="border-t-2 border-ink font-bold">
            <td className="py-1 print:py-0.5">Total</td>
            <td data-head="Net" className="py-1 text-right print:py-0.5 font-mono">
              {show(chosen.netMinor)}
            </td>
            <td data-head="Tax" className="py-1 text-right print:py-0.5 font-mono">
              {show(chosen.taxMinor)}
            </td>
            <td className="py-1 text-right print:py-0.5 font-mono">{show(chosen.totalMinor)}</td>
          </tr>
        </tbody>
      </table>
      {paper.furtherKeyMinor !== null && (
        <p className="mt-2">One more key in the same visit: +{show(paper.furtherKeyMinor)} with tax.</p>
      )}
      {alternatives.length > 0 && (
        <>
          <h2 className="mt-4 font-semibold print:mt-2">Other ways, for comparison</h2>
          <ul>
            {alternatives.map((option) => (
              <li
                key={option.kind}
                className="flex justify-between gap-4 border-t border-line py-1 print:py-0.5"
              >
                <span>
                  {[`${option.name}, ready by ${readyWords(option)}`, comebackWords(option)]
                    .filter(Boolean)
                    .join(', ')}
                  <span className="block text-small text-mute">{option.notes.join(' ')}</span>
                  {option.lost && <span className="block text-small font-semibold">{option.lost}</span>}
                </span>
                <span className="font-mono">{show(option.totalMinor)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="mt-4 grid gap-x-6 gap-y-3 border-t border-line pt-2 sm:grid-cols-2 print:mt-2 print:grid-cols-3 print:gap-y-1 print:pt-1">
        <WordList title="Included" words={paper.included} />
        <WordList title="Not included" words={paper.notIncluded} />
        <WordList
          title="Terms"
          words={paper.terms.map(({ words, minor }) => (minor === null ? words : `${words}: ${show(minor)}`))}
        />
        <WordList title="Your keys afterwards" words={paper.kept ?? []} />
        <WordList title="Take care" words={paper.cautions} />
      </div>
      {paper.authority && (
        <p className="mt-3 border-t border-line pt-2 print:mt-1 print:pt-1">
          <b>At the car we need:</b> {paper.authority}
        </p>
      )}
      <FirmFoot firm={firm} />
      <div className="no-print mt-6 flex justify-end">
        <Button look="main" onClick={() => window.print()}>
          Print this page
        </Button>
      </div>
    </article>
  );
}

function WordList({ title, words }: { title: string; words: readonly string[] }) {
  if (words.length === 0) return null;
  return (
    <section>
      <h2 className="font-semibold">{title}</h2>
      <ul className="text-mute">
        {words.map((word) => (
          <li key={word}>{word}</li>
        ))}
      </ul>
    </section>
  );
}
