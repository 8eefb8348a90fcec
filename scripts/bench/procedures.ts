// What procedures cost: a check, a run folded, every state walked; and how soon the next look finds what is behind a trouble.
import { procedureProblems } from '@/core/procedure/check/check-procedure';
import { walkModel } from '@/core/procedure/model/check-model';
import { runOf } from '@/core/procedure/run/run';
import { byGain, byPrior, inFile, meanSeconds } from '../../tests/support/cause-search';
import { ProcedureDriver } from '../../tests/support/procedure-driver';
import { worldCauses } from '../../tests/support/world-lists';
import { boundWay, worldProcedures, worldWays } from '../../tests/support/world-procedures';
import type { Spread } from './spread';

interface Setting {
  readonly spread: (list: readonly number[]) => Spread;
  readonly say: (words: string) => void;
}

export async function measureProcedures({ spread, say }: Setting) {
  say('procedures');
  const procedures = worldProcedures();
  const causes = new Set(worldCauses().causes.map(({ name }) => name));
  const check = () =>
    Object.entries(procedures).map(([name, procedure]) => {
      const from = performance.now();
      procedureProblems(name, procedure, procedures, causes);
      return performance.now() - from;
    });
  check();
  const checkMs = spread(check());

  const way = worldWays().find(({ procedure }) => procedure === 'Lost: two waits and a door');
  if (!way) throw new Error('no such way');
  const { bound, setup } = boundWay(procedures, way, { faults: ['doorAjar'] }, 2);
  const driver = new ProcedureDriver(way.platform, bound, setup, worldCauses());
  await driver.goes();
  const ground = { slotsMinimum: way.platform.platform.slotsMinimum };
  const folds = Array.from({ length: 200 }, () => {
    const from = performance.now();
    runOf(bound, ground, driver.events);
    return performance.now() - from;
  });

  const from = performance.now();
  const walked = walkModel(way.platform, bound, [{ ...setup, faults: [] }], {
    retries: 3,
    mostStates: 200_000,
  });
  const walkMs = performance.now() - from;
  return {
    checked: Object.keys(procedures).length,
    checkMs,
    events: driver.events.length,
    foldMs: spread(folds),
    states: walked.states,
    statesPerSecond: Math.round((1000 * walked.states) / walkMs),
    seconds: {
      gain: Math.round(10 * meanSeconds(byGain)) / 10,
      file: Math.round(10 * meanSeconds(inFile)) / 10,
      prior: Math.round(10 * meanSeconds(byPrior)) / 10,
    },
  };
}
