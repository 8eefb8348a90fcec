'use client';

import { useRouter } from 'next/navigation';
import type { Result } from '@/core/kinds/result';
import { type ComebackReason, comebackReasons } from '@/core/quote/comeback';
import { Button } from '@/ui/button';
import { choicesOf, plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { Panel } from '@/ui/panel';
import { useSubmit } from '@/ui/use-submit';
import type { JobSources } from '@/usecases/jobs/key-sources';

interface SourcesPanelProps {
  readonly number: number;
  readonly sources: JobSources;
  /** Notes it and opens the job in which the key is made again. */
  readonly onComeback: (data: unknown) => Promise<Result<{ number: number }>>;
}

/** Where the keys came from, and whether one came back: the next quotes reckon with it. */
export function SourcesPanel({ number, sources, onComeback }: SourcesPanelProps) {
  const router = useRouter();
  const of = useFormOf({
    values: {
      source: sources.known[0]?.source ?? '',
      reason: 'failed' as ComebackReason,
    },
    check: async () => (await import('@/inputs/quote-inputs')).ComebackInput,
    read: (draft) => ({ number, ...draft }),
    sender: useSubmit(onComeback),
    onDone: ({ value }) => router.push(`/jobs/${value.number}/call`),
  });
  return (
    <Panel
      title="Where the keys came from"
      note="A key that comes back counts against its source in the quotes to come. Its comeback is a job of its own, with this customer and car."
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
      <Form of={of} className="mt-2 flex flex-wrap items-start gap-3">
        <FormSelect
          of={of}
          name="source"
          label="Key of"
          className="w-64"
          empty="Nobody: a repair, or our own work"
          choices={plainChoices(sources.suppliers)}
        />
        <FormSelect
          of={of}
          name="reason"
          label="Came back because"
          className="w-52"
          choices={choicesOf(comebackReasons)}
        />
        <Button type="submit" look="quiet" className="mt-6" busy={of.busy}>
          Open its comeback
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Panel>
  );
}
