import type { Problem } from '@/core/kinds/result';
import { Notice } from './notice';

/** Problems that belong to no field on the screen, said at once to a screen reader. */
export function Problems({ problems }: { problems: readonly Problem[] }) {
  if (problems.length === 0) return null;
  return (
    <Notice tone="oxide" role="alert">
      {problems.map((problem) => (
        <p key={`${problem.field}:${problem.message}`}>{problem.message}</p>
      ))}
    </Notice>
  );
}
