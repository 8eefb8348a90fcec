'use client';

import type { SheetPlans } from '@/core/blade/progression/plan-sheet';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import type { HeldSpaces } from './search-panel';
import type { useSheetPlans } from './use-sheet-plans';

/** The planner at work: pairs matched over all, and what ends it; or why there is no plan. */
export function Planning({
  planner: { state, cancel, again },
  candidates,
}: {
  planner: ReturnType<typeof useSheetPlans>;
  candidates: number;
}) {
  if (state.is === 'planned') return null;
  if (state.is === 'planning') {
    const matched = Math.round(state.share * candidates);
    return (
      <div className="flex flex-wrap items-center gap-3" data-said>
        <progress aria-label="Candidates matched" max={candidates} value={matched} className="h-3 w-64" />
        <span>
          {state.share < 1
            ? `${matched} of ${candidates} matched with a blank to be cut from`
            : 'As many matched as can be; the plans are weighed'}
        </span>
        <Button look="quiet" onClick={cancel}>
          Cancel
        </Button>
      </div>
    );
  }
  return (
    <Notice tone={state.is === 'cancelled' ? 'plain' : 'oxide'} role="alert">
      <p>{state.is === 'cancelled' ? 'Planning was cancelled; nothing changed.' : state.words}</p>
      <Button className="mt-2" onClick={again}>
        Plan again
      </Button>
    </Notice>
  );
}

/** What is to be said before anything is cut: too few blanks, and what is best read first. */
export function BeforeCutting({
  plans: { plans, newBlanks, read },
  atHand,
  locks,
}: {
  plans: SheetPlans;
  atHand: number;
  locks: readonly HeldSpaces[];
}) {
  const short = newBlanks > atHand;
  if (!short && !read) return null;
  const holding = locks.filter(({ spaces }) => read && spaces.includes(read.space));
  const reading = read && (
    <>
      Reading <strong>space {read.space}</strong>
      {holding.length > 0 && ` (${holding.map(({ lock }) => lock).join(', ')})`} first brings the worst to
      about {Math.max(1, Math.round(read.blanks))}.
    </>
  );
  return (
    <Notice tone={short ? 'ochre' : 'plain'} {...(short ? { role: 'alert' } : { said: true })}>
      {short ? (
        <p>
          <strong>
            {newBlanks} {newBlanks === 1 ? 'blank is' : 'blanks are'} needed at worst, {atHand}{' '}
            {atHand === 1 ? 'is' : 'are'} at hand
          </strong>{' '}
          ({plans.fewestBlanks.blanks.expected.toFixed(1)} on average by the plan of fewest blanks). {reading}
        </p>
      ) : (
        <p>
          {newBlanks} {newBlanks === 1 ? 'blank' : 'blanks'} at worst. {reading}
        </p>
      )}
    </Notice>
  );
}
