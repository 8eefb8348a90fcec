'use client';

import type { ComponentProps } from 'react';
import { Problems } from './problems';
import { StaleOutcome } from './stale-outcome';
import type { useEdit } from './use-edit';

interface EditOutcomeProps extends Omit<ComponentProps<typeof StaleOutcome>, 'stale'> {
  readonly edit: Pick<ReturnType<typeof useEdit>, 'stale' | 'problems' | 'problemOf'>;
  /** The fields that show their own problem; the others' are shown here. */
  readonly shownBeside?: readonly string[];
}

/** What became of an edit: problems without a field of their own, or both states where somebody was faster. */
export function EditOutcome({ edit, shownBeside = [], ...sections }: EditOutcomeProps) {
  if (edit.stale) return <StaleOutcome stale={edit.stale} {...sections} />;
  return (
    <Problems
      problems={edit.problems.filter(({ field }) => field === undefined || !shownBeside.includes(field))}
    />
  );
}
