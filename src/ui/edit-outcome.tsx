'use client';

import { Problems } from './problems';
import { StaleNotice } from './stale-notice';
import type { useEdit } from './use-edit';

interface EditOutcomeProps {
  readonly edit: Pick<ReturnType<typeof useEdit>, 'stale' | 'problems' | 'problemOf'>;
  /** The fields of the section with how their values are shown. */
  readonly fields: readonly {
    readonly field: string;
    readonly label: string;
    readonly show?: ((value: unknown) => string) | undefined;
  }[];
  /** The fields that show their own problem; the others' are shown here. */
  readonly shownBeside?: readonly string[];
  /** What was sent, as flat values of the section; by default what went to the action. */
  readonly mine?: Readonly<Record<string, unknown>>;
}

/** What became of an edit: problems without a field of their own, or both states where somebody was faster. */
export function EditOutcome({ edit, fields, shownBeside = [], mine }: EditOutcomeProps) {
  const { stale } = edit;
  if (!stale)
    return (
      <Problems
        problems={edit.problems.filter(({ field }) => field === undefined || !shownBeside.includes(field))}
      />
    );
  const sent = mine ?? (stale.sent as Record<string, unknown>);
  const rows = fields
    .map(({ field, label, show = plain }) => ({
      label,
      mine: show(sent[field]),
      theirs: show(stale.theirs[field]),
    }))
    .filter((row) => row.mine !== row.theirs);
  const [last] = stale.changes.slice(-1);
  return (
    <StaleNotice
      who={last?.by ?? 'Somebody'}
      what={[...new Set(stale.changes.map(({ section }) => section))].join(', ')}
      rows={rows}
      onKeepMine={stale.keepMine}
      onTakeTheirs={stale.takeTheirs}
    />
  );
}

function plain(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'not said';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return String(value);
}
