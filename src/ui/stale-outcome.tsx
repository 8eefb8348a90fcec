'use client';

import { StaleNotice } from './stale-notice';
import type { useEdit } from './use-edit';

interface StaleOutcomeProps {
  readonly stale: NonNullable<ReturnType<typeof useEdit>['stale']>;
  /** The fields of the section with how their values are shown. */
  readonly fields: readonly {
    readonly field: string;
    readonly label: string;
    readonly show?: ((value: unknown) => string) | undefined;
  }[];
  /** What was sent, as flat values of the section; by default what went to the action. */
  readonly mine?: Readonly<Record<string, unknown>> | undefined;
}

/** Both states where somebody was faster, field by field as far as they differ. */
export function StaleOutcome({ stale, fields, mine }: StaleOutcomeProps) {
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
