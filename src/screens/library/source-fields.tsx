import { TextField } from '@/ui/field';

export interface SourceWords {
  readonly source: string;
  readonly reason: string;
}

interface SourceFieldsProps {
  readonly value: SourceWords;
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (value: SourceWords) => void;
}

/** Where a change is known from, and why it is made: asked of every change of the library. */
export function SourceFields({ value, problemOf, onChange }: SourceFieldsProps) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <TextField
        label="Known from"
        value={value.source}
        maxLength={120}
        error={problemOf('source')}
        hint="A job, a handbook, a supplier's list."
        onChange={(event) => onChange({ ...value, source: event.target.value })}
      />
      <TextField
        label="Why"
        value={value.reason}
        maxLength={300}
        error={problemOf('reason')}
        onChange={(event) => onChange({ ...value, reason: event.target.value })}
      />
    </div>
  );
}
