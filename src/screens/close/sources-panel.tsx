'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { type ComebackReason, comebackReasons } from '@/core/quote/comeback';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { JobSources } from '@/usecases/jobs/key-sources';

interface SourcesPanelProps {
  readonly number: number;
  readonly sources: JobSources;
  readonly onComeback: (data: unknown) => Promise<Result<null>>;
}

/** Where the keys came from, and whether one came back: the next quotes reckon with it. */
export function SourcesPanel({ number, sources, onComeback }: SourcesPanelProps) {
  const router = useRouter();
  const { submit, pending, problems, problemOf } = useSubmit(onComeback);
  const [source, setSource] = useState(sources.known[0]?.source ?? sources.suppliers[0] ?? '');
  const [reason, setReason] = useState<ComebackReason>('failed');
  return (
    <Panel
      title="Where the keys came from"
      note="A key that comes back counts against its source in the quotes to come."
    >
      {sources.known.length === 0 ? (
        <p className="text-mute">No quote says it.</p>
      ) : (
        <ul>
          {sources.known.map(({ source, keys, comebacks, reason }) => (
            <li key={source}>
              {source}: {keys} {keys === 1 ? 'key' : 'keys'}
              {comebacks > 0 && reason && `, ${comebacks} comebacks (${comebackReasons[reason]})`}
            </li>
          ))}
        </ul>
      )}
      <form
        className="mt-2 flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          submit({ number, source, reason }, () => router.refresh());
        }}
      >
        <SelectField
          label="Key of"
          className="w-64"
          choices={sources.suppliers.map((name) => ({ value: name, label: name }))}
          value={source}
          error={problemOf('source')}
          onChange={(event) => setSource(event.target.value)}
        />
        <SelectField
          label="Came back because"
          className="w-52"
          choices={(Object.keys(comebackReasons) as ComebackReason[]).map((one) => ({
            value: one,
            label: comebackReasons[one],
          }))}
          value={reason}
          error={problemOf('reason')}
          onChange={(event) => setReason(event.target.value as ComebackReason)}
        />
        <Button type="submit" look="quiet" className="mt-6" busy={pending}>
          It came back
        </Button>
      </form>
      <Problems problems={problems.filter(({ field }) => field === undefined)} />
    </Panel>
  );
}
