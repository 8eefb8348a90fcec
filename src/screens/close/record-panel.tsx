import { markNames } from '@/core/run/run-log';
import { Panel } from '@/ui/panel';

export interface RecordShown {
  readonly marks: readonly {
    readonly key: string;
    readonly mark: keyof typeof markNames;
    readonly words: string;
    readonly step: string;
    readonly at: string;
  }[];
  /** Why photographs cannot be looked at; null where they can. */
  readonly shut: string | null;
  readonly photographs: readonly {
    readonly id: string;
    readonly of: string;
    readonly taken: string;
  }[];
}

/** What was marked and photographed at the car. */
export function RecordPanel({ job, record }: { readonly job: number; readonly record: RecordShown }) {
  const { marks, photographs, shut } = record;
  if (marks.length === 0 && photographs.length === 0) return null;
  return (
    <Panel title="Marked and photographed">
      <ul className="flex flex-col divide-y divide-line">
        {marks.map(({ key, mark, words, step, at }) => (
          <li key={key} className="py-1">
            {words === '' ? markNames[mark] : `${markNames[mark]}: ${words}`}
            <span className="block text-small text-mute">
              {at}, “{step}”
            </span>
          </li>
        ))}
      </ul>
      {photographs.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-x-4">
          {photographs.map(({ id, of, taken }) => (
            <li key={id} className="inline-flex min-h-11 items-center">
              {shut === null ? (
                <a
                  href={`/api/v1/jobs/${job}/photographs/${id}`}
                  target="_blank"
                  rel="noreferrer"
                  className="inline-flex min-h-11 items-center underline"
                >
                  {of === '' ? 'Photograph' : of}, {taken}
                </a>
              ) : (
                <span>
                  {of === '' ? 'Photograph' : of}, {taken}
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      {photographs.length > 0 && shut !== null && <p className="text-small text-mute">{shut}</p>}
    </Panel>
  );
}
