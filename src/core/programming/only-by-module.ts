import { methods } from '@/core/catalogue/methods';
import type { Platform } from '@/core/catalogue/platform';
import { helpersOf } from './judge-route';
import type { KeySituation } from './keys';

/**
 * What must be changed in the car before any new key starts it, whoever makes one: where every way of the platform that
 * leaves the car as it is rests on keys that are not here. Null where there is another way, or no new key is wanted.
 */
export function onlyByModule(platform: Platform, situation: KeySituation): string | null {
  if (situation.wanted === 0) return null;
  const making = platform.methods.filter(({ kind }) => methods[kind].makes !== 'remote');
  const open = making.filter(
    (method) => helpersOf({ platform, situation }, method).length >= method.knownKeysNeeded,
  );
  const changing = open.filter(({ kind }) => methods[kind].changesCar);
  return open.length > 0 && open.length === changing.length ? (changing[0]?.article ?? null) : null;
}
