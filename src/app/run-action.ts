import type { ClassConstructor } from 'class-transformer';
import { unstable_rethrow } from 'next/navigation';
import type { PersonActor } from '@/core/kinds/actor';
import { type Failed, failed } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { passingFailure, reportUnexpected } from '@/usecases/failures';
import { requireActor } from './session';

/**
 * The one way a server action runs: who asks, parse at the door, the use-case, and an answer.
 * Expected failures are values; the unexpected is logged and shown as an id.
 */
export async function runAction<Input extends object, Answer>(
  Class: ClassConstructor<Input>,
  data: unknown,
  work: (actor: PersonActor, input: Input) => Promise<Answer>,
): Promise<Answer | Failed> {
  return answer(async () => {
    const actor = await requireActor();
    const parsed = parseInput(Class, data);
    return parsed.ok ? work(actor, parsed.value) : parsed;
  });
}

/** Runs `work` and turns what it throws into an answer. */
export async function answer<Answer>(work: () => Promise<Answer>): Promise<Answer | Failed> {
  try {
    return await work();
  } catch (error) {
    unstable_rethrow(error);
    const passing = passingFailure(error);
    if (passing)
      return {
        ...failed(`${passing.words} Nothing was stored. ${passing.advice}`),
        retrySeconds: passing.retrySeconds ?? 10,
      };
    return failed(
      `Something unexpected happened; it is logged as ${reportUnexpected(error)}. Nothing was stored.`,
    );
  }
}
