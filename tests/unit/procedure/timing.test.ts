import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { verdictsOf } from '@/core/procedure/timing/beats';
import { cuesOf, leadInMs, momentOf, type Score, scoreOf } from '@/core/procedure/timing/score';
import { countsFrom, isTimed, timedChain } from '@/core/procedure/timing/timed-chain';
import { boundWay, worldProcedures, worldWays } from '../../support/world-procedures';

const procedures = worldProcedures();
const bounds = worldWays().map((way) => boundWay(procedures, way).bound);
/** What is done in one go from each timed step of the world, with the procedure that it stands in. */
const chains = bounds.flatMap((bound) =>
  [...bound.nodes.keys()].flatMap((id) => {
    const chain = timedChain(bound, id);
    return chain.length > 0 ? [chain] : [];
  }),
);
const long = chains.filter((chain) => chain.length > 1);

/** A score wants of hands what the car wants, with room for a hand that is late. */
function keeps(score: Score, chain: readonly BoundNode[], goneMs: number): void {
  let before = 0;
  for (const [at, part] of score.parts.entries()) {
    const { step } = chain[at] as BoundNode;
    expect(part.atMs[0]).toBeGreaterThanOrEqual(before);
    if (step.kind === 'hold') {
      const held = part.endMs - (part.atMs.length > 1 ? (part.atMs[0] ?? 0) : before);
      expect(held).toBeGreaterThan(Number(step.seconds.from) * 1000);
      expect(held).toBeLessThan(Number(step.seconds.to) * 1000);
    }
    if (step.kind === 'pace')
      for (const [beat, moment] of part.atMs.slice(1).entries()) {
        expect(moment - (part.atMs[beat] ?? 0)).toBeGreaterThan(Number(step.every.from) * 1000);
        expect(moment - (part.atMs[beat] ?? 0)).toBeLessThan(Number(step.every.to) * 1000);
      }
    if (step.kind === 'window') {
      const since = chain.findIndex(({ id }) => id === countsFrom(chain[at] as BoundNode));
      const after = (part.atMs[0] ?? 0) - (since < 0 ? -goneMs : (score.parts[since]?.endMs ?? 0));
      expect(after).toBeGreaterThanOrEqual(Number(step.notBefore ?? 0) * 1000);
      expect(after).toBeLessThanOrEqual(Number(step.seconds) * 1000 - 500);
    }
    before = part.endMs;
  }
}

describe('timed steps done in one go', () => {
  it('are found from every timed step of the world, on board sequences whole', () => {
    for (const bound of bounds)
      for (const node of bound.nodes.values())
        if (isTimed(node.step)) expect(timedChain(bound, node.id)[0]).toBe(node);
    const said = (name: string) =>
      Math.max(...chains.filter(([first]) => first?.of === name).map((chain) => chain.length));
    expect(said('Two known keys and the boot')).toBe(4);
    expect(said('Master head and bonnet')).toBe(4);
    expect(said('Remote by boot and lights')).toBe(4);
    expect(said('Four turns and a glovebox')).toBe(3);
    // One click starts the clock of the second: nobody knows when.
    expect(said('Taken at the pocket, confirmed')).toBe(1);
    expect(long.length).toBeGreaterThan(20);
  });

  it('have a score that keeps every hold, beat and window of the world', () => {
    for (const chain of chains) {
      const score = scoreOf(chain);
      expect(score, chain[0]?.id).toBeDefined();
      if (!score) continue;
      keeps(score, chain, 0);
      expect(score.parts.length).toBe(chain.length);
    }
  });

  it('have one whatever was gone of the first window, or none once it is too late', () => {
    fc.assert(
      fc.property(fc.constantFrom(...chains), fc.integer({ min: 0, max: 120_000 }), (chain, goneMs) => {
        const [first] = chain;
        if (first?.step.kind !== 'window') return;
        const score = scoreOf(chain, goneMs);
        if (score) keeps(score, chain, goneMs);
        else expect(goneMs).toBeGreaterThan(Number(first.step.seconds) * 1000 * 0.4);
      }),
    );
  });

  it('are in time by beats that follow their sounds with a hand that is a little off', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...chains),
        fc.array(fc.integer({ min: -150, max: 150 }), { minLength: 60, maxLength: 60 }),
        (chain, off) => {
          const score = scoreOf(chain);
          if (!score) return;
          const came = score.parts
            .flatMap(({ atMs }) => atMs)
            .map((at, index) => at + (off[index % 60] ?? 0))
            .sort((a, b) => a - b);
          for (const verdict of verdictsOf(score, came)) expect(verdict).toEqual({ is: 'inTime' });
        },
      ),
    );
  });

  it('are led in by three beats, and sounded in order; what is held is let go by the beat', () => {
    for (const chain of chains) {
      const score = scoreOf(chain);
      if (!score) continue;
      const cues = cuesOf(score);
      expect(cues).toEqual([...cues].sort((a, b) => a.atMs - b.atMs));
      const joins = chain[0]?.step.kind === 'hold' && chain[0].step.acts.length === 0;
      if (!joins && score.parts[0]?.atMs[0] === leadInMs)
        expect(cues.slice(0, 4).map(({ is }) => is)).toEqual(['lead', 'lead', 'lead', 'act']);
      for (const [at, part] of score.parts.entries()) {
        const isHold = chain[at]?.step.kind === 'hold';
        const wanted = cues.filter(({ is }) => is === 'act' || is === 'letGo').map(({ atMs }) => atMs);
        for (const moment of part.atMs) expect(wanted).toContain(moment);
        if (isHold) expect(cues.some(({ atMs, is }) => is === 'letGo' && atMs === part.endMs)).toBe(true);
      }
    }
  });

  it('are one thing at a time: led to, done, held, let go, and over', () => {
    for (const chain of chains) {
      const score = scoreOf(chain);
      if (!score) continue;
      let part = 0;
      for (let at = -200; at < score.lengthMs + 2000; at += 50) {
        const moment = momentOf(score, at);
        expect(moment.part).toBeGreaterThanOrEqual(part);
        part = moment.part;
        const own = score.parts[part];
        if (moment.is === 'act' || moment.is === 'letGo') {
          const act = own?.atMs[moment.beat - 1] ?? 0;
          expect(at - act).toBeGreaterThanOrEqual(0);
          expect(at - act).toBeLessThan(600);
        }
        if (moment.is === 'held') expect(at + moment.leftMs).toBeCloseTo(own?.endMs ?? 0);
        if (moment.is === 'over') expect(at).toBeGreaterThanOrEqual(score.lengthMs + 600);
      }
      expect(part).toBe(score.parts.length - 1);
    }
  });
});
