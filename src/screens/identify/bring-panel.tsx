'use client';

import type { WhatToBring } from '@/core/identify/what-to-bring';
import { formatMoney } from '@/core/kinds/money';
import { formatProbability } from '@/core/kinds/percent';
import { SelectField } from '@/ui/field';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';

interface BringPanelProps {
  readonly bring: WhatToBring | undefined;
  readonly vanName: string | undefined;
  readonly certainty: number;
  readonly currency: string;
  readonly locale: string;
  readonly onCertainty: (certainty: number) => void;
}

const certainties = [0.8, 0.9, 0.95, 0.99];

/** The articles to take along so that the car is served with the certainty chosen, what is in the van first. */
export function BringPanel({ bring, vanName, certainty, currency, locale, onCertainty }: BringPanelProps) {
  const toBuy = bring?.list.filter(({ inVan }) => !inVan) ?? [];
  return (
    <Panel title="What to bring" note={bring && noteOf(bring, toBuy.length)}>
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <SelectField
          label="To be served in"
          className="w-44"
          value={String(certainty)}
          choices={certainties.map((share) => ({
            value: String(share),
            label: `${Math.round(share * 100)} of 100 cases`,
          }))}
          onChange={(next) => onCertainty(Number(next))}
        />
        {bring ? (
          <ul className="mt-[22px] flex min-w-[min(16rem,100%)] flex-1 flex-col gap-1.5">
            {bring.list.map(({ article, inVan, elsewhere, lowestMinor }) => (
              <li key={article} className="flex flex-wrap items-center gap-2">
                <span className="font-mono font-semibold">{article}</span>
                {inVan ? (
                  <Badge tone="glaze">in {vanName}</Badge>
                ) : (
                  <Badge tone="smalt">
                    to get
                    {lowestMinor !== undefined &&
                      `, from ${formatMoney({ minor: lowestMinor, currency }, locale)}`}
                  </Badge>
                )}
                {!inVan && elsewhere.length > 0 && (
                  <span className="text-small text-mute">lies in {elsewhere.join(', ')}</span>
                )}
              </li>
            ))}
          </ul>
        ) : (
          <p className="mt-[22px] text-mute">
            No set of articles serves that many cases. Narrow the car down first, or choose a lower certainty.
          </p>
        )}
      </div>
    </Panel>
  );
}

function noteOf({ served, exact, atLeast, list }: WhatToBring, toBuy: number): string {
  const buy = toBuy === 0 ? 'nothing to get' : `${toBuy} to get`;
  const bound = exact
    ? ''
    : ` Perhaps ${list.length - atLeast} fewer would do: too many articles to try all sets.`;
  return `Serves ${formatProbability(served)} of what the car may be; ${buy}.${bound}`;
}
