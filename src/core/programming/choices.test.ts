import { describe, expect, it } from 'vitest';
import { waitsOf } from '@/core/catalogue/wait';
import { adviseRoute } from './advice';
import { adviseChoices, type ChoiceRequest } from './choices';
import type { RouteRequest } from './route';
import { findRoutes } from './routes';
import { key, situation } from './test-keys';
import { method, platform, request } from './test-platform';

const lost = situation([key(1), key(2, { presence: 'lost' })], {
  memory: { knownCount: 2, maximum: 8, minimum: 1 },
});

function advise(asked: Partial<RouteRequest>, more: Partial<ChoiceRequest> = {}) {
  const full = request(asked);
  const routes = findRoutes(full);
  const advice = adviseChoices({
    platform: full.platform,
    situation: full.situation,
    routes,
    route: 'add',
    advised: adviseRoute(routes, full)?.kind,
    stolen: full.stolen,
    chipCertainty: 1,
    habits: { missing: 'advised', copy: 'advised', first: 'advised' },
    ...more,
  });
  return Object.fromEntries(advice.map(({ question, advised }) => [question, advised]));
}

describe('what is chosen beside the route', () => {
  it('asks nothing of missing keys where all are here', () => {
    expect(advise({}).missing).toBeUndefined();
  });

  it('follows the way that is advised or taken', () => {
    expect(advise({ situation: lost }).missing).toBe('keep');
    expect(advise({ situation: lost }, { route: 'aklErase' }).missing).toBe('erase');
    const unaccounted = situation([key(1)], { memory: { knownCount: 3, maximum: 8, minimum: 1 } });
    expect(advise({ situation: unaccounted }).missing).toBe('keep');
  });

  it('asks of keys kept elsewhere too, since an erase takes them', () => {
    const away = situation([key(1), key(2, { presence: 'elsewhere' })]);
    expect(advise({ situation: away }).missing).toBe('keep');
    expect(advise({ situation: away }, { route: 'aklErase' }).missing).toBe('erase');
  });

  it('follows the habit of the shop, but never where keys were stolen', () => {
    const habits = { missing: 'keep', copy: 'advised', first: 'program' } as const;
    expect(advise({ situation: lost }, { habits })).toMatchObject({ missing: 'keep', first: 'program' });
    expect(advise({ situation: lost, stolen: true }, { habits }).missing).toBe('erase');
  });

  it('asks nothing where only one of the two can be done', () => {
    expect(
      advise({ situation: lost, platform: platform({ methods: [method('add')] }) }).missing,
    ).toBeUndefined();
  });

  it('copies where the memory is full or learning is much slower', () => {
    const both = platform({
      methods: [method('add', { waits: waitsOf([1800], [], []) }), method('cloneDirect')],
      whenFull: 'drops oldest',
    });
    expect(advise({ platform: both }).copy).toBe('clone');
    const quick = platform({
      methods: [method('add'), method('cloneDirect', { sessionP50Minutes: 30 })],
      whenFull: 'drops oldest',
    });
    expect(advise({ platform: quick }).copy).toBe('learn');
    const full = situation([key(1)], { memory: { knownCount: 8, maximum: 8, minimum: 1 } });
    expect(advise({ platform: both, situation: full }).copy).toBe('clone');
  });

  it('cuts first where the key must turn, and programs first where the chip is in doubt', () => {
    const turning = platform({ methods: [method('add', { needsTurning: true })] });
    expect(advise({ platform: turning }, { chipCertainty: 0.5 }).first).toBe('cut');
    expect(advise({}, { chipCertainty: 0.5 }).first).toBe('program');
    expect(advise({}).first).toBe('cut');
    expect(advise({}, { route: 'repair' }).first).toBeUndefined();
  });
});
