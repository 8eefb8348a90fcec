import type { ErrandKind } from '@/core/kinds/errand';
import type { BureauAnswer } from '@/outside/bureau/bureau';
import { bureau } from '../outside';
import { type DueQuestion, dueQuestion, storeAnswer } from '../secrets/bureau';
import type { ErrandWork } from './work';

const codeService: ErrandWork<DueQuestion, BureauAnswer> = {
  ask: dueQuestion,
  call: ({ question, terms }, asked) => bureau.answer(question, terms, asked),
  store: storeAnswer,
  giveUp: (db, actor, id, why) =>
    storeAnswer(db, actor, id, {
      ok: false,
      reason:
        why === 'unreachable'
          ? 'The code service could not be reached; ask again.'
          : 'The question no longer fits the job.',
    }),
};

/** What each kind of errand does. */
// biome-ignore lint/suspicious/noExplicitAny: each work pairs its own question with its own answer
export const errandWorks: Readonly<Record<ErrandKind, ErrandWork<any, any>>> = { codeService };
