'use client';

import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { boundsWord, type KeyCount } from '@/core/programming/key-count';
import { type KeyPlan, keyPlanNames } from '@/core/programming/key-plans';
import type { Ring } from '@/core/programming/ring';
import { TextField } from '@/ui/field';
import { Badge, Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Lead, Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { RingView } from '@/ui/ring-view';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useAsked } from '@/ui/use-asked';
import { BenchKeysPanel, keysAsked, oneKey } from './bench-keys';

interface KeyCountBenchProps {
  readonly onCount: (
    data: unknown,
  ) => Promise<Result<{ readonly count: KeyCount; readonly plans: readonly KeyPlan[]; readonly ring: Ring }>>;
}

/** What the car says of its keys against the keys there are, and what each way would leave. */
export function KeyCountBench({ onCount }: KeyCountBenchProps) {
  const [keys, setKeys] = useState(oneKey);
  const [maximum, setMaximum] = useState('8');
  const [minimum, setMinimum] = useState('1');
  const number = (text: string) => (/^\d{1,2}$/.test(text.trim()) ? Number(text) : text);
  const { answer, problems } = useAsked(
    { ...keysAsked(keys), maximum: number(maximum), minimum: number(minimum) },
    onCount,
  );
  const problemOf = (field: string) => problems.find((problem) => problem.field === field)?.message;
  return (
    <Page title="Key count" note="The car says how many it knows, the customer how many there are.">
      <div className="flex flex-wrap items-start gap-3">
        <TextField
          label="The car holds at most"
          className="w-44"
          mono
          inputMode="numeric"
          value={maximum}
          error={problemOf('maximum')}
          onChange={(event) => setMaximum(event.target.value)}
        />
        <TextField
          label="It wants at least"
          className="w-44"
          mono
          inputMode="numeric"
          value={minimum}
          error={problemOf('minimum')}
          onChange={(event) => setMinimum(event.target.value)}
        />
      </div>
      <BenchKeysPanel value={keys} problemOf={problemOf} onChange={setKeys} />
      <Problems problems={problems.filter(({ field }) => field === undefined)} />
      {answer && (
        <div className="flex flex-col gap-4">
          <Lead title={countTitle(answer.count)} reason={countReason(answer.count)} />
          {answer.ring.notes.map((note) => (
            <Notice key={note} tone="oxide">
              {note}
            </Notice>
          ))}
          <Panel title="The keys">
            <RingView
              tags={answer.ring.tags}
              slots={answer.ring.slots}
              slotsMaximum={answer.ring.slotsMaximum}
              wide
            />
          </Panel>
          <Table label="What each way comes to">
            <thead>
              <Tr>
                <Th>Way</Th>
                <Th>By the numbers</Th>
                <Th>Why</Th>
                <Th className="text-right">Known after</Th>
                <Th className="text-right">Nobody can show, still live</Th>
              </Tr>
            </thead>
            <tbody>
              {answer.plans.map(({ kind, fits, why, after, live }) => (
                <Tr key={kind}>
                  <Th row>{keyPlanNames[kind]}</Th>
                  <Td>
                    <Badge tone={fits === null ? 'ochre' : fits ? 'glaze' : 'oxide'}>
                      {fits === null ? 'cannot be said' : fits ? 'goes' : 'does not go'}
                    </Badge>
                  </Td>
                  <Td>{why}</Td>
                  <Td className="text-right font-mono">{after === 'cannotSay' ? 'not known' : after}</Td>
                  <Td className="text-right font-mono">{boundsWord(live)}</Td>
                </Tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </Page>
  );
}

function countTitle({ unaccounted }: KeyCount): string {
  if (unaccounted === 'notRead') return 'The count is not read yet';
  if (unaccounted === 'cannotSay') return 'This car cannot say how many it knows';
  return unaccounted.high === 0
    ? 'Every key the car knows is here'
    : `${boundsWord(unaccounted)} unaccounted for`;
}

function countReason({ presentKnown, presentUntested, lostLive, unaccounted }: KeyCount): string {
  const shown = `${presentKnown} can be shown that the car knows`;
  const untested = presentUntested > 0 ? `, ${presentUntested} not tried yet: trying them narrows it` : '';
  const lost = lostLive > 0 ? `, ${lostLive} lost and live` : '';
  if (unaccounted === 'cannotSay')
    return `That is an ordinary answer: prove by trying each key. ${shown}${untested}${lost}.`;
  return `${shown}${untested}${lost}.`;
}
