import { fieldName, sectionName } from '@/core/job/field-names';
import { Panel } from '@/ui/panel';

export interface HistoryRow {
  readonly at: string;
  readonly by: string;
  readonly section: string;
  readonly fields: readonly string[];
}

/** Who changed which part of the job and when; what was written in personal fields is not repeated. */
export function History({ rows }: { rows: readonly HistoryRow[] }) {
  return (
    <Panel title="Changes" note="Who changed what, oldest first.">
      <details>
        <summary className="min-h-11 content-center font-semibold">
          {rows.length === 1 ? '1 change' : `${rows.length} changes`}
        </summary>
        <ol className="flex flex-col divide-y divide-line">
          {rows.map((row) => (
            <li
              key={`${row.at} ${row.section} ${row.fields.join()}`}
              className="grid gap-x-4 py-1.5 sm:grid-cols-[170px_160px_1fr]"
            >
              <span className="font-mono">{row.at}</span>
              <span>{row.by}</span>
              <span>
                {sectionName(row.section)}{' '}
                <span className="text-mute">{row.fields.map(fieldName).join(', ')}</span>
              </span>
            </li>
          ))}
        </ol>
      </details>
    </Panel>
  );
}
