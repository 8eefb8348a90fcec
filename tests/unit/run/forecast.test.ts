import { describe, expect, it } from 'vitest';
import { totalMinutes, waitTime, workTime } from '@/core/programming/work-time';
import { applyRunEvent } from '@/core/run/events/run-events';
import { forecastOf, reachOf } from '@/core/run/forecast';
import { nodeAt, startLog } from '@/core/run/run-log';
import { worldProcedures, worldWays } from '../../support/world-procedures';
import { nextEvents, runGround } from '../../support/world-runs';

const procedures = worldProcedures();
const start = Date.parse('2027-03-03T15:20:00Z');

describe('when a run is over', () => {
  it('is at its start what the route said, for every way of the world', () => {
    for (const way of worldWays()) {
      const ground = runGround(procedures, way);
      const found = forecastOf(ground, startLog(ground.bound, start), start);
      const { sessionP50Minutes, keyP50Minutes, spread, waits } = way.method;
      const waited = waitTime(waits);
      const stated = workTime(
        [
          { p50Minutes: sessionP50Minutes, spread },
          ...ground.bound.plan.learn.map(() => ({ p50Minutes: keyP50Minutes, spread })),
        ],
        [waited.usualSeconds],
        waited.p80Seconds,
      );
      const name = `${way.platform.platform.name} ${way.method.kind}`;
      expect(found, name).toBeDefined();
      // Where no step is about a key alone, or none about the session, their work is in none of them.
      expect(found?.p50Minutes, name).toBeLessThanOrEqual(totalMinutes(stated, 'p50') + 1e-6);
      expect(found?.p80Minutes, name).toBeGreaterThanOrEqual(found?.p50Minutes ?? Infinity);
    }
  });

  it('comes nearer with each step that goes well, and never goes back', () => {
    for (const way of worldWays()) {
      const ground = runGround(procedures, way);
      let log = startLog(ground.bound, start);
      let nowMs = start;
      let before = forecastOf(ground, log, nowMs);
      for (let turn = 0; turn < 400 && nodeAt(ground.bound, log); turn += 1) {
        for (const event of nextEvents(ground, log, nowMs)) {
          const step = applyRunEvent(log, event, ground);
          if (!step.ok) throw new Error(step.reason);
          log = step.log;
        }
        nowMs += 1000;
        const now = forecastOf(ground, log, nowMs);
        if (now && before) expect(now.workMinutes).toBeLessThanOrEqual(before.workMinutes + 1e-6);
        before = now;
      }
      expect(before?.p50Minutes ?? 0).toBeLessThan(0.5);
    }
  });

  it('counts the wait that burns from where it stands, and one past its usual time as over at any moment', () => {
    const way = worldWays().find(
      ({ method }) => method.waits[0] && method.waits[0].longestSeconds > method.waits[0].usualSeconds,
    );
    if (!way) throw new Error('no way of the world has a wait that may be long');
    const ground = runGround(procedures, way);
    let log = startLog(ground.bound, start);
    while (nodeAt(ground.bound, log)?.step.kind !== 'wait')
      for (const event of nextEvents(ground, log, start)) {
        const step = applyRunEvent(log, event, ground);
        if (!step.ok) throw new Error(step.reason);
        log = step.log;
      }
    const node = nodeAt(ground.bound, log)?.id ?? '';
    const begun = applyRunEvent(log, { kind: 'begun', node, atMs: start }, ground);
    if (!begun.ok) throw new Error(begun.reason);
    const { usualSeconds = 0, longestSeconds = 0 } = way.method.waits[0] ?? {};
    const at = (seconds: number) => forecastOf(ground, begun.log, start + seconds * 1000)?.waitMinutes ?? 0;
    expect(at(0) - at(60)).toBeCloseTo(1);
    expect(at(usualSeconds)).toBeCloseTo(at(longestSeconds - 1), 1);
    expect(at(usualSeconds)).toBeGreaterThanOrEqual(0);
  });
});

describe('the next appointment', () => {
  const forecast = { p50Minutes: 20, p80Minutes: 30, workMinutes: 20, waitMinutes: 0 };
  const within = (minutes: number, driveMinutes: number | null) =>
    reachOf(forecast, start, { atMs: start + minutes * 60_000, driveMinutes });

  it('is in time, mostly, or late by the drive there, and not judged in time where the drive is not known', () => {
    expect(within(60, 25)).toEqual({ is: 'inTime', minutes: 5 });
    expect(within(55, 25)).toEqual({ is: 'inTime', minutes: 0 });
    expect(within(50, 25)).toEqual({ is: 'mostly', minutes: 5 });
    expect(within(40, 25)).toEqual({ is: 'late', minutes: 5 });
    expect(within(-10, 25)).toEqual({ is: 'late', minutes: 55 });
    expect(within(60, null)).toEqual({ is: 'leaves', minutes: 30 });
    expect(within(10, null)).toEqual({ is: 'late', minutes: 10 });
  });
});
