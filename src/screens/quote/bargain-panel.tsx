'use client';

import { type ReactNode, useState } from 'react';
import { minorOf } from '@/core/kinds/money';
import { type Bargain, bargainOver, type CounterOffer } from '@/core/quote/bargain';
import type { AtPrice } from '@/core/quote/earnings';
import type { GoingPrice } from '@/core/quote/going-price';
import { type OptionKind, optionName, sourcingOptions } from '@/core/quote/option-kinds';
import type { PricedQuote } from '@/core/quote/recommend';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice, type Tone } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';
import type { Show } from './shown';

interface BargainPanelProps {
  readonly job: JobRef;
  readonly quote: PricedQuote;
  readonly option: OptionKind;
  readonly rivals: readonly { readonly totalMinor: number; readonly told: string }[];
  readonly going: GoingPrice | undefined;
  readonly show: Show;
  readonly onRival: EditAction;
  readonly onAgree: EditAction;
}

/** 'Another firm says 240': what that would earn, the floor, the answer in one line and what else could be offered. */
export function BargainPanel(props: BargainPanelProps) {
  const { job, quote, option, rivals, going, show, onRival, onAgree } = props;
  const [told, setTold] = useState('');
  const rival = useEdit(onRival, job);
  const agree = useEdit(onAgree, job);
  const { request, snapshot } = quote;
  const amount = Number(told.replace(',', '.'));
  const asked = told.trim() !== '' && Number.isFinite(amount) && amount > 0;
  const rivalMinor = minorOf(amount, snapshot.currency);
  const bargain = asked ? bargainOver(option, rivalMinor, request, snapshot, quote) : undefined;
  const agreeable = bargain && agreeableOf(bargain);
  const { agreed } = request;
  return (
    <Panel title="Bargain" note={goingWords(going, show)}>
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          rival.send({ amount });
        }}
      >
        <TextField
          label="Another firm says, with tax"
          data-passing
          className="w-56"
          mono
          inputMode="decimal"
          placeholder="240"
          value={told}
          error={told.trim() !== '' && !asked ? 'Type an amount such as 240.' : rival.problemOf('amount')}
          onChange={(event) => setTold(event.target.value)}
        />
        <Button
          type="submit"
          look="quiet"
          className="mt-6"
          busy={rival.pending}
          disabled={!asked || job.closed}
          follows="for the going price"
        >
          Keep this offer
        </Button>
      </form>
      {bargain && (
        <Answer bargain={bargain} show={show}>
          <ul className="flex flex-col divide-y divide-line">
            {bargain.counters.map((counter) => (
              <li
                key={`${counter.change} ${counter.kind}`}
                className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2"
              >
                <span className="min-w-56 flex-1">{counterWords(counter)}</span>
                <span className="font-mono font-bold">{show(counter.totalMinor)}</span>
                {counter.perHourMinor !== null && (
                  <span className="text-small text-mute">earns {show(counter.perHourMinor)} an hour</span>
                )}
                {counter.change === 'option' && (
                  <Button
                    look="quiet"
                    busy={agree.pending}
                    disabled={job.closed}
                    onClick={() => agree.send({ option: counter.kind, minor: counter.priceMinor })}
                  >
                    Agree on this
                  </Button>
                )}
              </li>
            ))}
          </ul>
          {agreeable && (
            <Button
              busy={agree.pending}
              disabled={job.closed}
              onClick={() => agree.send({ option, minor: agreeable.at.priceMinor })}
              follows={`${sourcingOptions[option].short}, ${show(agreeable.at.totalMinor)} with tax`}
            >
              {agreeable.label}
            </Button>
          )}
        </Answer>
      )}
      {asked && !bargain && (
        <p className="text-mute">The shop takes nothing for {optionName(option).toLowerCase()}.</p>
      )}
      {agreed && (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <Notice tone="glaze">
            Agreed for {optionName(agreed.kind).toLowerCase()}: {show(agreed.minor)}
            {snapshot.rules.taxIncluded ? '' : ' before tax'}.
          </Notice>
          <Button
            look="quiet"
            busy={agree.pending}
            disabled={job.closed}
            onClick={() => agree.send({ option: agreed.kind, minor: null })}
          >
            Back to the shop’s price
          </Button>
        </div>
      )}
      <EditOutcome edit={rival} fields={[{ field: 'amount', label: 'Another firm says' }]} />
      <EditOutcome edit={agree} fields={[{ field: 'option', label: 'Option' }]} />
      {rivals.length > 0 && (
        <ul className="mt-2 text-small text-mute">
          {rivals.map(({ totalMinor, told }) => (
            <li key={`${told} ${totalMinor}`}>
              <span className="font-mono">{show(totalMinor)}</span> {told}
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

/** What can be agreed on by one press; nothing where the job is let go. */
function agreeableOf({ answer, atRival }: Bargain): { readonly label: string; readonly at: AtPrice } | null {
  if (answer.kind === 'between') return { label: 'Agree on our lowest', at: answer.at };
  return answer.kind === 'letGo' || !atRival ? null : { label: 'Agree on the rival’s price', at: atRival };
}

function Answer({ bargain, show, children }: { bargain: Bargain; show: Show; children: ReactNode }) {
  const [tone, words] = answerWords(bargain, show);
  const { atRival } = bargain;
  return (
    <div className="mt-2 flex flex-col items-start gap-2">
      <Notice tone={tone} said>
        <b>{words}</b>
      </Notice>
      <p className="text-mute">
        {optionName(bargain.kind)}: floor {show(bargain.floorTotalMinor)} with tax, list{' '}
        {show(bargain.listTotalMinor)}.{' '}
        {atRival
          ? `At ${show(atRival.totalMinor)} it leaves ${show(atRival.marginMinor)}${
              atRival.perHourMinor === null ? '' : `, ${show(atRival.perHourMinor)} an hour`
            }.`
          : 'What others are paid alone is more than that.'}
      </p>
      {bargain.counters.length > 0 && <h3 className="font-semibold">Offer instead</h3>}
      {children}
    </div>
  );
}

function answerWords({ answer, rivalMinor, listTotalMinor }: Bargain, show: Show): [Tone, string] {
  switch (answer.kind) {
    case 'take':
      return rivalMinor >= listTotalMinor
        ? ['glaze', `Ours is not dearer: say ${show(listTotalMinor)}.`]
        : ['glaze', 'Take it.'];
    case 'takeFlexible':
      return ['ochre', 'Take it with a flexible time.'];
    case 'between':
      return [
        'ochre',
        `Not at that price: say ${show(answer.at.totalMinor)}, ${show(answer.shortMinor)} more than theirs.`,
      ];
    case 'letGo':
      return ['oxide', `Let it go, short by ${show(answer.shortMinor)}.`];
  }
}

function counterWords({ change, kind, keys }: CounterOffer): string {
  switch (change) {
    case 'option':
      return optionName(kind);
    case 'time':
      return `${optionName(kind)}, when the van is near`;
    case 'secondKey':
      return `${optionName(kind)}, ${keys} keys in one visit`;
  }
}

function goingWords(going: GoingPrice | undefined, show: Show): string {
  if (!going) return 'No offers of others are kept for jobs like this.';
  const near = {
    districtAndHour: 'in this district at such an hour',
    hour: 'at such an hour, in all districts',
    any: 'in all districts, at any hour',
  };
  return `Others take ${show(going.lowMinor)} to ${show(going.highMinor)}, half of them under ${show(going.medianMinor)}: ${going.count} offers ${near[going.near]}; ${going.won} of those jobs came to us, ${going.lost} went elsewhere.`;
}
