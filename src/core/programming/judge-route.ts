import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { canTurn, type KeySituation, knownInHand, onePerIdentity, type PhysicalKey } from './keys';
import { keysToLearn, keyWord } from './keys-to-learn';
import { isClone, type RouteRequest, routeNames, type Verdict } from './route';
import { findTool } from './van-kit';

export const feasible: Verdict = { feasible: true };
export const refused = (fact: string, lift: string | null = null): Verdict => ({
  feasible: false,
  fact,
  lift,
});

/** Whether a way of the platform can be taken now, or the first fact that refuses it. */
export function judgeMethod(request: RouteRequest, method: PlatformMethod): Verdict {
  const checks = [wantedCheck, helpersCheck, memoryCheck, boardsCheck, networkCheck, toolCheck];
  for (const check of checks) {
    const found = check(request, method);
    if (found) return found;
  }
  return feasible;
}

/**
 * Known keys in hand that may help a way of the platform, each identity once: where the platform has ranks a valet
 * introduces no other, but can be copied; a broken blade turns nothing, and its chip is read all the same.
 */
export function helpersOf(
  { platform, situation }: Pick<RouteRequest, 'platform' | 'situation'>,
  method: Pick<PlatformMethod, 'kind' | 'needsTurning'>,
): PhysicalKey[] {
  return onePerIdentity(knownInHand(situation).filter((key) => !method.needsTurning || canTurn(key))).filter(
    ({ rank }) => platform.rank === 'none' || rank !== 'valet' || isClone(method.kind),
  );
}

/** Keys in hand whose remote does nothing. */
export function deadRemotes({ keys }: KeySituation): PhysicalKey[] {
  return keys.filter(
    ({ presence, madeHere, faults }) => presence === 'here' && !madeHere && faults.includes('deadRemote'),
  );
}

type Check = (request: RouteRequest, method: PlatformMethod) => Verdict | undefined;

const wantedCheck: Check = ({ situation }, method) => {
  if (methods[method.kind].makes === 'remote') {
    if (situation.wanted > 0)
      return refused('A new key also needs its transponder learned.', 'Want no new key, only the remote.');
    return deadRemotes(situation).length > 0
      ? undefined
      : refused('No remote in hand does nothing.', 'Note on the ring whose remote does nothing.');
  }
  const erasesOnly = method.others === 'erase' && methods[method.kind].byTool;
  return situation.wanted === 0 && !erasesOnly
    ? refused('No new key is wanted.', 'Set how many keys are wanted.')
    : undefined;
};

const helpersCheck: Check = (request, method) => {
  const { platform, situation } = request;
  const helpers = helpersOf(request, method);
  if (helpers.length >= method.knownKeysNeeded) return undefined;
  const known = onePerIdentity(knownInHand(situation));
  const valets =
    platform.rank !== 'none' && !isClone(method.kind) && known.some(({ rank }) => rank === 'valet');
  const broken = method.needsTurning && known.some((key) => !canTurn(key));
  const copies = knownInHand(situation).length > known.length;
  const why = [
    valets && ', the valet cannot introduce another',
    broken && ', a broken blade turns nothing',
    copies && ', and a copy counts with its original',
  ]
    .filter(Boolean)
    .join('');
  const fact = `Needs ${keyWord(method.knownKeysNeeded)} that the car knows in hand; ${helpers.length} here${why}.`;
  const lift = valets
    ? 'Ask for the master.'
    : broken
      ? 'Put its chip into a new blade first.'
      : 'Ask for every key there is.';
  return refused(fact, lift);
};

const memoryCheck: Check = ({ platform, situation }, method) => {
  const { memory, wanted } = situation;
  if (methods[method.kind].makes !== 'key') return undefined;
  if (method.others === 'erase') {
    const learned = keysToLearn(situation, method);
    if (memory.maximum > 0 && learned > memory.maximum)
      return refused(`${learned} keys to learn, the car holds ${memory.maximum}.`, 'Leave a key out.');
    return learned < memory.minimum
      ? refused(
          `The car wants at least ${keyWord(memory.minimum)} after an erase; ${learned} would be there.`,
          'Take a second key.',
        )
      : undefined;
  }
  if (typeof memory.knownCount !== 'number' || memory.knownCount + wanted <= memory.maximum) return undefined;
  if (platform.whenFull === 'drops oldest') return undefined;
  const erases = platform.methods
    .filter(({ others }) => others === 'erase')
    .map(({ kind }) => routeNames[kind]);
  return refused(
    `The memory is full: ${memory.knownCount} known of ${memory.maximum}.`,
    erases.length > 0
      ? `Erase and learn again the keys that are here (${erases.join(', ')}).`
      : 'Ask which learned key can go, and have it erased first.',
  );
};

const boardsCheck: Check = ({ built }, { boardsFrom, boardsTo }) => {
  if (built === null) return undefined;
  if (boardsTo !== null && built.from > boardsTo)
    return refused(
      `Boards from after ${boardsTo} cannot be read; this car was built in ${built.from} or later.`,
    );
  if (boardsFrom !== null && built.to < boardsFrom)
    return refused(`Boards from before ${boardsFrom} cannot be read; this car was built by ${built.to}.`);
  return undefined;
};

const networkCheck: Check = ({ network }, method) =>
  method.needsNetwork && network === false
    ? refused(
        'Needs a network, and there is none where the car stands.',
        'Move the car to where there is one.',
      )
    : undefined;

const toolCheck: Check = ({ platform, van, market }, method) => {
  if (!method.needsTool) return undefined;
  const tool = findTool(van, platform, method.kind, market);
  return tool.ok ? undefined : refused(tool.fact, tool.lift);
};

/** What refuses a way that the platform does not have. */
export function missingWay({ platform }: RouteRequest, kind: MethodKind): Verdict {
  if (isClone(kind)) return refused(`The chips of ${platform.name} cannot be cloned this way.`);
  if (methods[kind].makes === 'remote') {
    const why = {
      with: 'learns remote and transponder together',
      none: 'has no remote',
      apart: 'has no way of its own for the remote',
    }[platform.remoteLearned];
    return refused(`${platform.name} ${why}.`);
  }
  return refused(`${platform.name} has no such way.`);
}
