import { methods } from '@/core/catalogue/methods';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { pinSourceWords } from '@/core/catalogue/platform';
import { helpersOf } from './judge-route';
import { keysToLearn, keyWord } from './keys-to-learn';
import { orderOfSources, systemTypeOrder } from './pin';
import { wantsRankTest } from './rank-doubt';
import { remoteApart } from './remote-apart';
import { isClone, type Need, type RouteRequest } from './route';
import { findTool } from './van-kit';

/** Waits of this length want 12 V held by a proper supply. */
const longWaitSeconds = 300;

/** All that a way of the platform needs, and which of it is there. */
export function needsOf(request: RouteRequest, method: PlatformMethod): Need[] {
  return [
    ...knownKeys(request, method),
    ...tools(request, method),
    ...security(request, method),
    ...atTheCar(request, method),
    ...theKeys(request, method),
    ...theRemote(request, method),
  ];
}

function knownKeys(request: RouteRequest, method: PlatformMethod): Need[] {
  const { knownKeysNeeded } = method;
  if (knownKeysNeeded === 0) return [];
  const helpers = helpersOf(request, method);
  const tags = helpers.slice(0, knownKeysNeeded).map(({ tag, name }) => `${tag} ${name}`);
  return [
    {
      words: `${keyWord(knownKeysNeeded)} that the car knows${tags.length > 0 ? `: ${tags.join(' and ')}` : ''}`,
      state: helpers.length >= knownKeysNeeded ? 'there' : 'missing',
      customers: true,
    },
    ...(wantsRankTest(request, method)
      ? [{ words: 'Test the rank first, by the sheet of the platform', state: 'to do' as const }]
      : []),
  ];
}

function tools({ platform, van, market }: RouteRequest, method: PlatformMethod): Need[] {
  if (!method.needsTool) return [];
  const tool = findTool(van, platform, method.kind, market);
  const found: Need = {
    words: tool.ok ? tool.words : 'A tool with cover',
    state: tool.ok ? 'there' : 'missing',
  };
  return method.adapters.length === 0
    ? [found]
    : [found, { words: `Leads: ${method.adapters.join(' → ')}`, state: 'to do' }];
}

function security(request: RouteRequest, method: PlatformMethod): Need[] {
  const { platform, situation } = request;
  const needs: Need[] = [];
  const count: Need[] =
    typeof situation.memory.knownCount === 'number' || platform.count === 'cannotSay' || isClone(method.kind)
      ? []
      : [
          {
            words: `Key count read ${platform.count === 'afterPin' ? 'after the PIN' : 'before the work'}`,
            state: 'to do',
          },
        ];
  if (!method.needsPin) return count;
  const sources = orderOfSources(request).map(({ source }) => pinSourceWords[source]);
  needs.push({
    words: sources.length === 0 ? 'The PIN' : `The PIN: ${sources.join(', then ')}`,
    state: 'to do',
  });
  if (platform.systemTypes.length > 1)
    needs.push({
      words: `System types to try: ${systemTypeOrder(platform, request.record).join(', ')}`,
      state: 'to do',
    });
  return [...needs, ...count];
}

function atTheCar({ van, network, built }: RouteRequest, method: PlatformMethod): Need[] {
  const needs: Need[] = [];
  if (method.needsNetwork)
    needs.push({ words: 'A network where the car stands', state: network === true ? 'there' : 'to do' });
  if (method.waits.some(({ longestSeconds }) => longestSeconds >= longWaitSeconds))
    needs.push({
      words: '12 V held by a proper supply for the wait',
      state: van.powerSupply ? 'there' : 'missing',
    });
  if ((method.boardsFrom !== null || method.boardsTo !== null) && built === null)
    needs.push({ words: `A board made ${boardWindow(method)}: read the date on it`, state: 'to do' });
  return needs;
}

function theKeys({ situation }: RouteRequest, method: PlatformMethod): Need[] {
  const needs: Need[] = [];
  if (method.article !== null) needs.push({ words: method.article, state: 'to do' });
  if (method.needsTurning) needs.push({ words: 'Blade cut first: the key must turn', state: 'to do' });
  if (methods[method.kind].opensKey)
    needs.push({
      words: 'Written consent, a photograph and a backup before the key is opened',
      state: 'to do',
    });
  const learned = keysToLearn(situation, method);
  if (learned > 1 && !isClone(method.kind))
    needs.push({ words: `All ${learned} keys ready before access is opened`, state: 'to do' });
  return needs;
}

function theRemote(request: RouteRequest, method: PlatformMethod): Need[] {
  const remote = remoteApart(request, method);
  if (!remote) return [];
  const works = `works in ${Math.round(remote.chance.value * 100)} %`;
  return [
    remote.refused === null
      ? { words: `Remote learned apart, ${works}: ${remote.how}`, state: 'to do' }
      : { words: `Remote learned apart: ${remote.refused}`, state: 'missing' },
  ];
}

/** 'to 2016-05', 'from 2014-01 to 2016-05' */
export function boardWindow({
  boardsFrom,
  boardsTo,
}: Pick<PlatformMethod, 'boardsFrom' | 'boardsTo'>): string {
  return [boardsFrom && `from ${boardsFrom}`, boardsTo && `to ${boardsTo}`].filter(Boolean).join(' ');
}
