import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { compareVins } from '@/core/vin/compare';
import { examineVin } from '@/core/vin/examine';
import { spellVin } from '@/core/vin/spell';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { listMarkets } from '@/data/names';
import { getShopOrThrow } from '@/data/shop';
import { listKnownVins, readVinRules } from '@/data/vin-context';
import type { VinInput } from '@/inputs/vin-input';
import { readAs } from '../asking/read-as';

/** A part shorter than this fits too many cars to name them. */
const leastPlaces = 6;
const mostJobs = 5;

/** Everything that a whole or partial VIN tells; stores nothing. */
export async function examine(actor: Actor, input: VinInput): Promise<Result<VinAnswer>> {
  const db = readAs(actor);
  const shop = await getShopOrThrow(db);
  const rules = await readVinRules(db);
  if (input.market !== undefined && !Object.hasOwn(rules.markets, input.market))
    return failed('The library has no market of this name.', 'market');
  const newestYear = Number(localMoment(actor.at, shop.zone).day.slice(0, 4)) + 1;
  const examined = examineVin(input.vin, {
    ...rules,
    newestYear,
    market: input.market,
    vehicleClass: input.vehicleClass,
  });
  const known = await listKnownVins(db);
  const other = input.other?.trim() ?? '';
  return done({
    ...examined,
    spoken: spellVin(examined.vin, shop.spelling),
    comparison:
      other === ''
        ? null
        : compareVins(
            examined.vin,
            other,
            known.map(({ vin }) => vin),
          ),
    jobs: jobsLike(examined.vin, known),
  });
}

function jobsLike(vin: string, known: readonly { vin: string; jobNumber: number }[]): VinAnswer['jobs'] {
  const found: VinAnswer['jobs'][number][] = [];
  for (const { vin: own, jobNumber } of known) {
    const { likeness, compared } = compareVins(vin, own, []);
    if (compared < leastPlaces || (likeness !== 'same' && likeness !== 'oneSlip')) continue;
    found.push({ number: jobNumber, vin: own, likeness });
    if (found.length >= mostJobs) break;
  }
  return found;
}

/** The markets a VIN can be examined for. */
export function readMarkets(actor: Actor): Promise<string[]> {
  return listMarkets(readAs(actor));
}
