import { seededRandom } from '@/core/kinds/random';
import type { Look } from '@/core/procedure/causes/causes';
import { type LookAnswer, likelyCauses, nextLook, surelyFrom } from '@/core/procedure/causes/next-look';
import { isStep, isTrouble, type Trouble } from '@/core/procedure/document/procedure';
import { exitsOf } from '@/core/procedure/document/step-exits';
import { worldCauses } from './world-lists';
import { worldProcedures } from './world-procedures';

/** In which order somebody looks; undefined where nothing more is looked at. */
export type LookOrder = (
  trouble: Trouble,
  open: readonly Look[],
  looked: readonly LookAnswer[],
) => Look | undefined;

/** The order of the product: the look that tells the most for each second. */
export const byGain: LookOrder = ({ causes }, open, looked) => nextLook(causes, open, looked)?.look;
/** As the causes stand in the file. */
export const inFile: LookOrder = (trouble, open, looked) =>
  first(
    trouble.causes.map(({ cause }) => cause),
    open,
    looked,
  );
/** The likelier cause first. */
export const byPrior: LookOrder = (trouble, open, looked) =>
  first(
    [...trouble.causes].sort((a, b) => b.prior - a.prior).map(({ cause }) => cause),
    open,
    looked,
  );

function first(
  causes: readonly string[],
  open: readonly Look[],
  looked: readonly LookAnswer[],
): Look | undefined {
  const rank = ({ tells }: Look) =>
    Math.min(...causes.map((cause, at) => (tells[cause] === undefined ? 99 : at)));
  return open
    .filter(({ name }) => !looked.some(({ look }) => look === name))
    .sort((a, b) => rank(a) - rank(b))[0];
}

/** Seconds that a cause takes that is mended and was not behind it. */
const wastedSeconds = 30;

/** Seconds of looking until the cause that was planted is the one that is mended. */
function secondsTo(
  order: LookOrder,
  looks: readonly Look[],
  trouble: Trouble,
  planted: string,
  seed: string,
): number {
  const random = seededRandom(seed);
  const telling = looks.filter(({ tells }) => trouble.causes.some(({ cause }) => tells[cause] !== undefined));
  const looked: LookAnswer[] = [];
  let seconds = 0;
  let left = [...trouble.causes];
  for (;;) {
    const [likeliest] = likelyCauses(left, telling, looked);
    const isSure = likeliest !== undefined && likeliest.probability >= surelyFrom;
    const look = isSure ? undefined : order({ ...trouble, causes: left }, telling, looked);
    if (look) {
      seconds += look.seconds;
      const isYes = random() < (look.tells[planted] ?? look.otherwise);
      looked.push({ look: look.name, answer: isYes ? 'yes' : 'no' });
      continue;
    }
    if (!likeliest || likeliest.cause === planted) return seconds;
    // It was mended and nothing changed: it was not that.
    seconds += wastedSeconds;
    left = left.filter(({ cause }) => cause !== likeliest.cause);
    if (left.length === 0) return seconds;
  }
}

/** Mean seconds to the planted cause over every observation of the world, planted as often as it says. */
export function meanSeconds(order: LookOrder, times = 6): number {
  const { looks } = worldCauses();
  const troubles = Object.values(worldProcedures())
    .flatMap(({ steps }) => steps.filter(isStep))
    .flatMap((step) => Object.values(exitsOf(step)).filter(isTrouble))
    .filter(({ causes }) => causes.length > 2);
  let [sum, weight] = [0, 0];
  for (const [at, trouble] of troubles.entries())
    for (const { cause, prior } of trouble.causes)
      for (let time = 0; time < times; time += 1) {
        sum += prior * secondsTo(order, looks, trouble, cause, `${at} ${cause} ${time}`);
        weight += prior;
      }
  return sum / weight;
}
