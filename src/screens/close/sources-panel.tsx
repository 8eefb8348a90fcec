'use client';

import type { Result } from '@/core/kinds/result';
import { type ComebackReason, comebackReasons } from '@/core/quote/comeback';
import { Button } from '@/ui/button';
import { choicesOf, plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { JobSources } from '@/usecases/jobs/key-sources';

interface SourcesPanelProps {
  readonly number: number;
  readonly sources: JobSources;
  readonly onComeback: (data: unknown) => Promise<Result<null>>;
}

/** Where the keys came from, and whether one came back: the next quotes reckon with it. */
export function SourcesPanel({ number, sources, onComeback }: SourcesPanelProps) {
  const of = useFormOf({
    values: {
      source: sources.known[0]?.source ?? sources.suppliers[0] ?? '',
      reason: 'failed' as ComebackReason,
    },
    check: async () => (await import('@/inputs/quote-inputs')).ComebackInput,
    read: (draft) => ({ number, ...draft }),
    sender: useSave(onComeback),
  });
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
      <Form of={of} className="mt-2 flex flex-wrap items-start gap-3">
        <FormSelect
          of={of}
          name="source"
          label="Key of"
          className="w-64"
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
          It came back
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Panel>
  );
}
