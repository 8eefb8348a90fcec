'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type HealthState, healthParts } from '@/core/kinds/health';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Badge, Notice, type Tone } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { HealthReport } from '@/usecases/health-report';

interface HealthProps {
  readonly report: HealthReport;
  readonly onChain: () => Promise<Result<readonly string[]>>;
}

const tones: Readonly<Record<HealthState, Tone>> = { fine: 'glaze', look: 'ochre', wrong: 'oxide' };
const words: Readonly<Record<HealthState, string>> = { fine: 'fine', look: 'look at it', wrong: 'wrong' };
const leads: Readonly<Record<HealthState, string>> = {
  fine: 'All is well.',
  look: 'It works; something is worth a look.',
  wrong: 'Something is wrong.',
};

/** How the program is, part by part, with what to do where it is not well. */
export function Health({ report: { state, items, troubles }, onChain }: HealthProps) {
  const router = useRouter();
  const chain = useSubmit(onChain);
  const [checked, setChecked] = useState<readonly string[]>([]);
  return (
    <Page
      title="Health"
      note="A monitor reads the same at /api/health, with a token of the scope health."
      actions={<Button onClick={() => router.refresh()}>Look again</Button>}
    >
      <Notice tone={tones[state]} said>
        {leads[state]}
      </Notice>
      {troubles.length > 0 && (
        <Notice tone="oxide" role="alert">
          <b>This server noticed:</b>
          <ul>
            {troubles.map((trouble) => (
              <li key={trouble}>{trouble}</li>
            ))}
          </ul>
        </Notice>
      )}
      <ListTable
        label="Parts"
        items={items}
        keyOf={({ part }) => part}
        columns={[
          { head: 'Part', look: 'name', cell: ({ part }) => healthParts[part] },
          { head: 'How it is', cell: (item) => <Badge tone={tones[item.state]}>{words[item.state]}</Badge> },
          { head: 'What is known', cell: (item) => <span className="block max-w-2xl">{item.words}</span> },
        ]}
      />
      <Panel
        title="Chain of the audit"
        note="Every line is recomputed and held against its seals; with many lines this takes a while."
      >
        <Button
          busy={chain.pending}
          onClick={() => {
            setChecked([]);
            chain.send(undefined, ({ value }) => setChecked(value));
          }}
        >
          {chain.pending ? 'Reading every line…' : 'Check the chain'}
        </Button>
        {checked.map((line) => (
          <p key={line} data-said className="mt-2">
            {line}
          </p>
        ))}
        <div className="mt-3">
          <Problems problems={chain.problems} />
        </div>
      </Panel>
    </Page>
  );
}
