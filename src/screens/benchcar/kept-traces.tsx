'use client';

import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { TraceRow } from '@/usecases/benches/bench-car';

interface KeptTracesProps {
  readonly traces: readonly TraceRow[];
  readonly zone: string;
  readonly onRemove: (data: unknown) => Promise<Result<null>>;
}

/** What was kept of the line of a car, sealed; whoever takes it as a file stands in the audit. */
export function KeptTraces({ traces, zone, onRemove }: KeptTracesProps) {
  const { send, pending, problems } = useSave(onRemove);
  if (traces.length === 0) return null;
  return (
    <Panel
      title="Kept"
      note="Sealed, since frames carry PINs, seeds and keys. Each export is on record; the fifty latest are kept."
    >
      <Problems problems={problems} />
      <ListTable
        label="Kept traces"
        items={traces}
        keyOf={({ id }) => id}
        columns={[
          { head: 'When', look: 'name', cell: ({ madeAt }) => momentWords(madeAt, zone) },
          { head: 'Platform', cell: ({ platform }) => platform },
          {
            head: 'Said',
            cell: ({ messages, seconds, link }) =>
              `${messages} ${link === 'can' ? 'frames' : 'telegrams'} in ${seconds < 120 ? `${seconds} s` : `${Math.round(seconds / 60)} min`}`,
          },
          { head: 'By', cell: ({ madeBy }) => madeBy },
          {
            head: 'What can be done',
            look: 'press',
            cell: ({ id, platform, madeAt }) => (
              <span className="flex justify-end gap-2">
                <a
                  href={`/api/v1/benchcar/traces/${id}`}
                  download
                  className={buttonClass('quiet')}
                  aria-label={`Export the trace of ${platform}, ${momentWords(madeAt, zone)}`}
                >
                  <ButtonWords>Export</ButtonWords>
                </a>
                <Button
                  look="quiet"
                  busy={pending}
                  aria-label={`Remove the trace of ${platform}, ${momentWords(madeAt, zone)}`}
                  onClick={() => send({ id })}
                >
                  Remove
                </Button>
              </span>
            ),
          },
        ]}
      />
    </Panel>
  );
}
