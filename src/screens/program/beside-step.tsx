import { stepPlaces } from '@/core/procedure/document/procedure';
import { goesOnBy } from '@/core/procedure/document/step-exits';
import { said } from '@/core/procedure/document/step-words';
import { nameAt } from '@/core/run/answer-words';
import { isOfTheRun, stepsAhead } from '@/core/run/beside';
import { nodeAt } from '@/core/run/run-log';
import type { RunShown } from './run-shown';

/** A step that was done, with the hour it was over by the shop's clock. */
export interface DoneLine {
  readonly hour: string;
  readonly say: string;
  readonly came: string;
}

/** The steps that follow where all goes well, small: those of one place together. */
export function Then({ shown: { ground, log } }: { readonly shown: RunShown }) {
  const { basis, bound } = ground;
  const node = nodeAt(bound, log);
  if (!node) return null;
  const ahead = stepsAhead(bound, node).filter(({ step }) => !isOfTheRun(step));
  const exit = node.exits[goesOnBy(node.step) ?? ''];
  const end = exit?.kind === 'goes' ? bound.ends.get(exit.target.to) : undefined;
  const [first] = ahead;
  if (!first && !end) return null;
  return (
    <section aria-label="The steps after it" className="rounded-lg border border-line bg-biscuit px-4 py-3">
      <p className="text-small text-mute">Then{first && `, ${stepPlaces[first.step.where]}`}</p>
      {first ? (
        <ol className="list-inside list-decimal marker:text-mute">
          {ahead.map((one) => (
            <li key={one.id}>{said(one.step.say, (role) => nameAt(basis, log, one, role))}</li>
          ))}
        </ol>
      ) : (
        <p>{said(end?.say ?? '')}</p>
      )}
    </section>
  );
}

/** What was done so far, folded. */
export function Done({ steps }: { readonly steps: readonly DoneLine[] }) {
  if (steps.length === 0) return null;
  return (
    <details className="rounded-lg border border-line bg-biscuit px-4">
      <summary className="min-h-11 cursor-pointer py-2.5">
        Done: {steps.length === 1 ? '1 step' : `${steps.length} steps`}
      </summary>
      <ol className="flex flex-col divide-y divide-line pb-2">
        {steps.map(({ hour, say, came }, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: what was done stays where it is
          <li key={at} className="flex flex-wrap gap-x-3 py-1.5">
            <span className="font-mono text-small text-mute">{hour}</span>
            <span className="min-w-40 flex-1">{say}</span>
            <strong>{came}</strong>
          </li>
        ))}
      </ol>
    </details>
  );
}
