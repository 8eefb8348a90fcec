import type { Procedures } from '@/core/procedure/document/procedure';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { boundOf, type RunBasis } from '@/core/run/run-basis';
import { boundWay, keysToLearn, type WorldWay, worldCauses } from './world-procedures';

/** A run of a way of the demo world before it begins, with as many keys to learn as the way wants. */
export function runGround(procedures: Procedures, way: WorldWay, learn = keysToLearn(way)): RunGround {
  const { bound } = boundWay(procedures, way, {}, learn);
  const { platform } = way.platform;
  const tags = [...bound.plan.known, ...bound.plan.learn];
  const basis: RunBasis = {
    platform: platform.name,
    way: way.method.kind,
    procedure: way.procedure,
    procedures,
    versions: {},
    values: way.values,
    plan: bound.plan,
    keys: tags.map((tag) => ({ tag, keyId: null, name: `Key ${tag}` })),
    slotsMinimum: platform.slotsMinimum,
    count: platform.count,
    waits: way.method.waits,
    causes: worldCauses(),
  };
  return { basis, bound: boundOf(basis) };
}
