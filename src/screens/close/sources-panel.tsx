'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { type RedoReason, redoReasons } from '@/core/quote/redo';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { JobSources } from '@/usecases/jobs/key-sources';

interface SourcesPanelProps {
  readonly number: number;
  readonly sources: JobSources;
  readonly onRedo: (data: unknown) => Promise<Result<null>>;
}

/** Where the keys came from, and whether one came back: the next quotes reckon with it. */
export function SourcesPanel({ number, sources, onRedo }: SourcesPanelProps) {
  const router = useRouter();
  const { submit, pending, problems, problemOf } = useSubmit(onRedo);
  const [source, setSource] = useState(sources.known[0]?.source ?? sources.suppliers[0] ?? '');
  const [reason, setReason] = useState<RedoReason>('failed');
  return (
    <Panel
      title="Where the keys came from"
      note="A key that comes back counts against its source in the quotes to come."
    >
      {sources.known.length === 0 ? (
        <p className="text-mute">No quote says it.</p>
      ) : (
        <ul>
          {sources.known.map(({ source, keys, redone, reason }) => (
            <li key={source}>
              {source}: {keys} {keys === 1 ? 'key' : 'keys'}
              {redone > 0 && reason && `, ${redone} comebacks (${redoReasons[reason]})`}
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
          choices={(Object.keys(redoReasons) as RedoReason[]).map((one) => ({
            value: one,
            label: redoReasons[one],
          }))}
          value={reason}
          error={problemOf('reason')}
          onChange={(event) => setReason(event.target.value as RedoReason)}
        />
        <Button type="submit" look="quiet" className="mt-6" disabled={pending}>
          It came back
        </Button>
      </form>
      <Problems problems={problems.filter(({ field }) => field === undefined)} />
    </Panel>
  );
}
