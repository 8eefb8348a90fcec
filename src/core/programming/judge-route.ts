import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { isUsable, type KeySituation, knownInHand, type PhysicalKey } from './keys';
import { keysToLearn, keyWord } from './keys-to-learn';
import { isClone, type RouteKind, type RouteRequest, routeNames, type Verdict } from './route';
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

/** Known keys in hand that may help a way of the platform: a valet introduces no other, but can be copied. */
export function helpersOf(situation: KeySituation, kind: RouteKind): PhysicalKey[] {
  return knownInHand(situation)
    .filter(isUsable)
    .filter(({ rank }) => rank !== 'valet' || isClone(kind));
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

const helpersCheck: Check = ({ situation }, method) => {
  const helpers = helpersOf(situation, method.kind);
  if (helpers.length >= method.knownKeysNeeded) return undefined;
  const valets = knownInHand(situation).filter(isUsable).length - helpers.length;
  const fact = `Needs ${keyWord(method.knownKeysNeeded)} that the car knows in hand; ${helpers.length} here${valets > 0 ? ', the valet cannot introduce another' : ''}.`;
  return refused(fact, valets > 0 ? 'Ask for the master.' : 'Ask for every key there is.');
};

const memoryCheck: Check = ({ platform, situation }, method) => {
  const { memory, wanted } = situation;
  if (methods[method.kind].makes !== 'key') return undefined;
  if (method.others === 'erase') {
    const learned = keysToLearn(situation, method.others);
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
