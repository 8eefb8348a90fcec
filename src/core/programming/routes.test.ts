import { describe, expect, it } from 'vitest';
import { adviseRoute } from './advice';
import type { RouteKind, RouteRequest } from './route';
import { findRoutes } from './routes';
import { key, situation } from './test-keys';
import { fullTool, method, platform, request, right, van } from './test-platform';
import { totalMinutes } from './work-time';

const memory = (knownCount: number, maximum = 8, minimum = 1) => ({ knownCount, maximum, minimum });
const cloning = platform({
  methods: [method('cloneDirect'), method('cloneSoldered', { boardsTo: '2016-05' })],
});
const lost = [key(1, { presence: 'lost' }), key(2, { presence: 'lost' })];

describe('findRoutes', () => {
  const rows: readonly [string, Partial<RouteRequest>, RouteKind, RegExp | true][] = [
    ['a spare with the known key in hand', {}, 'add', true],
    ['a spare on a car with a chip', {}, 'noProgramming', /only with a learned chip/],
    ['a plain key', { platform: platform({ chipFamily: 'none', methods: [] }) }, 'noProgramming', true],
    ['a pellet key', { platform: platform({ chipFamily: 'PEL', methods: [] }) }, 'noProgramming', true],
    ['a way the platform lacks', {}, 'onBoard', /has no such way/],
    [
      'all lost, by adding',
      { situation: situation(lost) },
      'add',
      /Needs one key that the car knows in hand; 0 here/,
    ],
    ['all lost, AKL adding', { situation: situation(lost) }, 'aklAdd', true],
    [
      'a valet only',
      { platform: platform({ rank: 'lamp' }), situation: situation([key(1, { rank: 'valet' })]) },
      'add',
      /the valet cannot introduce/,
    ],
    [
      'the only key broken off where it must turn',
      {
        platform: platform({ methods: [method('add', { needsTurning: true })] }),
        situation: situation([key(1, { blade: 'broken' })]),
      },
      'add',
      /0 here, a broken blade turns nothing/,
    ],
    [
      'a key the car does not know',
      { situation: situation([key(1)], { identities: [{ id: 'identity-1', known: 'no' }] }) },
      'add',
      /0 here/,
    ],
    [
      'a full memory',
      { situation: situation([key(1)], { memory: memory(8) }) },
      'add',
      /memory is full: 8 known of 8/,
    ],
    [
      'two wanted with one slot left',
      { situation: situation([key(1)], { memory: memory(7), wanted: 2 }) },
      'add',
      /full/,
    ],
    [
      'erase below the minimum',
      { situation: situation(lost, { memory: memory(2, 5, 2) }) },
      'aklErase',
      /at least 2 keys after an erase; 1/,
    ],
    [
      'erase with two made',
      { situation: situation(lost, { memory: memory(2, 5, 2), wanted: 2 }) },
      'aklErase',
      true,
    ],
    [
      'erase above the maximum',
      { situation: situation([key(1), key(2), key(3)], { memory: memory(3, 4), wanted: 2 }) },
      'aklErase',
      /5 keys to learn, the car holds 4/,
    ],
    ['no tool', { van: van({ tools: [] }) }, 'add', /No tool on Coracle/],
    [
      'credits used up',
      { van: van({ rights: [right({ name: 'Erase credits', kind: 'paid per use', credits: 0 })] }) },
      'aklErase',
      /used up/,
    ],
    ['a right missing', { van: van({ rights: [] }) }, 'aklErase', /lacks Erase credits/],
    [
      'a right expired',
      { van: van({ rights: [right({ name: 'Erase credits', expiresOn: '2027-03-02' })] }) },
      'aklErase',
      /expired on Tue 2 Mar/,
    ],
    [
      'a right on its last day',
      { van: van({ rights: [right({ name: 'Erase credits', expiresOn: '2027-03-03' })] }) },
      'aklErase',
      true,
    ],
    ['no new key wanted', { situation: situation([key(1)], { wanted: 0 }) }, 'add', /No new key is wanted/],
    ['nothing to mend', {}, 'repair', /No key in hand has a fault/],
    [
      'worn buttons',
      { situation: situation([key(1, { faults: ['wornButtons'] })], { wanted: 0 }) },
      'repair',
      true,
    ],
    [
      'on board with one known key of two',
      { platform: platform({ methods: [method('onBoard', { knownKeysNeeded: 2 })] }) },
      'onBoard',
      /Needs 2 keys that the car knows in hand; 1 here/,
    ],
    [
      'on board without a tool',
      { platform: platform({ methods: [method('onBoard')] }), van: van({ tools: [] }) },
      'onBoard',
      true,
    ],
    [
      'the other market only',
      {
        van: van({
          tools: [
            {
              ...fullTool,
              cover: [{ platformId: 'heddle', method: 'add', market: 'Continent', right: null }],
            },
          ],
        }),
      },
      'add',
      /in Continent only; the car was sold in Meres/,
    ],
    [
      'a full memory that drops the oldest',
      {
        platform: platform({ whenFull: 'drops oldest' }),
        situation: situation([key(1)], { memory: memory(8) }),
      },
      'add',
      true,
    ],
    ['a chip that cannot be cloned', {}, 'cloneDirect', /cannot be cloned this way/],
    [
      'a clone of a valet',
      { platform: cloning, situation: situation([key(1, { rank: 'valet' })]) },
      'cloneDirect',
      true,
    ],
    [
      'a clone with a full memory',
      { platform: cloning, situation: situation([key(1)], { memory: memory(8) }) },
      'cloneDirect',
      true,
    ],
    [
      'a clone with nothing to copy',
      { platform: cloning, situation: situation(lost) },
      'cloneDirect',
      /Needs one key that the car knows/,
    ],
    [
      'a board made too late',
      { platform: cloning, built: { from: '2017-02', to: '2017-02' } },
      'cloneSoldered',
      /after 2016-05/,
    ],
    [
      'a board made in time',
      { platform: cloning, built: { from: '2014-02', to: '2014-02' } },
      'cloneSoldered',
      true,
    ],
    [
      'an image without a network',
      { platform: platform({ methods: [method('image')] }), network: false },
      'image',
      /Needs a network/,
    ],
    [
      'an image, nobody knows of a network',
      { platform: platform({ methods: [method('image')] }) },
      'image',
      true,
    ],
    [
      'a remote with a new key wanted',
      { platform: platform({ methods: [method('remote')] }) },
      'remote',
      /transponder learned/,
    ],
    [
      'a remote that does nothing',
      {
        platform: platform({ methods: [method('remote')] }),
        situation: situation([key(1, { faults: ['deadRemote'] })], { wanted: 0 }),
      },
      'remote',
      true,
    ],
    ['a remote learned with the transponder', {}, 'remote', /learns remote and transponder together/],
    [
      'a module on the bench',
      { platform: platform({ methods: [method('bench')] }), situation: situation(lost) },
      'bench',
      true,
    ],
    ['no dealer', {}, 'dealer', /No dealer of this make/],
    [
      'a dealer',
      { dealer: { name: 'Dealer', totalMinor: 41_000, workingDays: 4, tow: true, towMinor: 0 } },
      'dealer',
      true,
    ],
  ];
  it.each(rows)('%s', (_what, more, kind, expected) => {
    const route = findRoutes(request(more)).find((one) => one.kind === kind);
    if (expected === true) expect(route?.verdict).toEqual({ feasible: true });
    else {
      expect(route?.verdict.feasible).toBe(false);
      if (route && !route.verdict.feasible) expect(route.verdict.fact).toMatch(expected);
    }
  });

  const route = (kind: RouteKind, more: Partial<RouteRequest>) =>
    findRoutes(request(more)).find((one) => one.kind === kind);

  it('says what happens to the other keys', () => {
    expect(route('aklAdd', { situation: situation(lost) })?.effect).toMatch(
      /2 keys that nobody can show stay live/,
    );
    expect(route('aklErase', { situation: situation([key(1), ...lost.slice(1)]) })?.effect).toMatch(
      /not here stops working.*The key in hand must be learned again/,
    );
    expect(route('add', {})?.effect).toBe('All keys the car knows stay known.');
  });

  it('plans the count', () => {
    const counted = (count: number) => situation([key(1)], { memory: memory(count), wanted: 2 });
    expect(route('add', { situation: counted(3) })?.plannedCount).toBe(5);
    expect(route('aklErase', { situation: counted(3) })?.plannedCount).toBe(3);
    expect(route('noProgramming', { situation: counted(3) })?.plannedCount).toBe(3);
    expect(route('add', { situation: situation([key(1)]) })?.plannedCount).toBe('cannotSay');
  });

  it('keeps the wait apart, and a second key costs its own work only', () => {
    const one = route('aklAdd', { situation: situation(lost) })?.time;
    const two = route('aklAdd', { situation: situation(lost, { wanted: 2 }) })?.time;
    expect(one?.waitSeconds).toBe(540);
    expect(two?.waitSeconds).toBe(540);
    expect((two?.workP50Minutes ?? 0) - (one?.workP50Minutes ?? 0)).toBeGreaterThan(3.5);
    expect((two?.workP50Minutes ?? 0) - (one?.workP50Minutes ?? 0)).toBeLessThan(4.5);
  });
});

describe('adviseRoute', () => {
  const advice = (more: Partial<RouteRequest>) => adviseRoute(findRoutes(request(more)), request(more));

  it('takes the quickest feasible route', () => {
    expect(advice({})?.kind).toBe('add');
    expect(advice({ situation: situation(lost) })?.kind).toBe('aklAdd');
  });

  it('erases when keys were stolen', () => {
    expect(advice({ situation: situation(lost), stolen: true })?.kind).toBe('aklErase');
  });

  it('mends when no new key is wanted', () => {
    expect(advice({ situation: situation([key(1, { faults: ['flatCell'] })], { wanted: 0 }) })?.kind).toBe(
      'repair',
    );
  });

  it('programs nothing where nothing is programmed', () => {
    expect(advice({ platform: platform({ chipFamily: 'PEL', methods: [] }) })?.kind).toBe('noProgramming');
  });

  it('is silent where every route is refused', () => {
    expect(advice({ van: van({ tools: [] }), situation: situation(lost) })).toBeUndefined();
  });
});

describe('what a route rests on', () => {
  const find = (kind: RouteKind, more: Partial<RouteRequest>) =>
    findRoutes(request(more)).find((one) => one.kind === kind);

  it('says which needs are there, missing or to be done', () => {
    const needs = find('aklErase', {
      situation: situation(lost),
      van: van({ powerSupply: false }),
      platform: platform({
        count: 'afterPin',
        pinSources: ['codeService', 'obdSocket'],
        methods: [method('aklErase', { needsPin: true })],
      }),
    })?.needs;
    expect(needs).toEqual([
      { words: 'Tablet, Meres 1, with Erase credits, 3 left', state: 'there' },
      { words: 'The PIN: read by the OBD socket, then the code service', state: 'to do' },
      { words: 'Key count read after the PIN', state: 'to do' },
      { words: '12 V held by a proper supply for the wait', state: 'missing' },
    ]);
  });

  it('marks what cannot be taken back', () => {
    expect(find('aklErase', { situation: situation(lost) })?.noReturn).toEqual(['credit', 'erase']);
    expect(find('cloneSoldered', { platform: cloning })?.noReturn).toEqual(['only key']);
    expect(
      find('cloneSoldered', { platform: cloning, situation: situation([key(1), key(2)]) })?.noReturn,
    ).toEqual([]);
    expect(find('add', {})?.noReturn).toEqual([]);
  });

  it('counts stated harm: the only key opened, stolen keys left live', () => {
    expect(find('cloneSoldered', { platform: cloning })?.cost?.harmMinor).toBe(15_000);
    expect(find('aklAdd', { situation: situation(lost), stolen: true })?.cost?.harmMinor).toBe(100_000);
    expect(find('aklErase', { situation: situation(lost), stolen: true })?.cost?.harmMinor).toBe(0);
  });

  it('counts each key kept elsewhere that an erase would take, and none that is added beside', () => {
    const harm = (kind: RouteKind, away: number) => {
      const keys = [
        key(1),
        ...Array.from({ length: away }, (_, at) => key(at + 2, { presence: 'elsewhere' })),
      ];
      const asked = request({ situation: situation(keys) });
      return findRoutes(asked).find((route) => route.kind === kind)?.cost?.harmMinor;
    };
    expect([harm('aklErase', 0), harm('aklErase', 1), harm('aklErase', 2)]).toEqual([0, 6000, 12_000]);
    expect(harm('add', 2)).toBe(0);
  });

  it('takes a session and a time for each remote that is learned apart', () => {
    const minutes = (keys: number, apart: boolean) => {
      const asked = request({
        platform: platform({
          remoteLearned: apart ? 'apart' : 'with',
          methods: [
            method('add', { spread: 0 }),
            method('remote', { sessionP50Minutes: 7, keyP50Minutes: 2, spread: 0 }),
          ],
        }),
        situation: situation([key(1)], { wanted: keys }),
        withRemote: true,
      });
      const time = findRoutes(asked).find(({ kind }) => kind === 'add')?.time;
      return time ? Math.round(totalMinutes(time, 'p50')) : undefined;
    };
    expect([minutes(1, false), minutes(1, true), minutes(2, true)]).toEqual([14, 14 + 9, 18 + 11]);
  });

  it('hunts for a pellet’s step with a wait behind each wrong one, and measures a key where there is one', () => {
    const ladder = platform({
      chipFamily: 'PEL',
      methods: [],
      pellet: { steps: 9, lockoutSeconds: 420 },
    });
    const time = (keys: ReturnType<typeof key>[]) =>
      findRoutes(request({ platform: ladder, situation: situation(keys) })).find(
        ({ kind }) => kind === 'noProgramming',
      )?.time;
    // Nine steps as likely as each other: five tries on average, four of them wrong.
    expect(time(lost)?.waitSeconds).toBeCloseTo(4 * 420, 6);
    expect(time([key(1)])).toMatchObject({ waitSeconds: 0 });
  });

  it('weighs its own attempts against what is stated', () => {
    const record = [{ route: 'add', worked: 10, tried: 10 }] as const;
    expect(find('add', { record })?.chance).toEqual({
      value: 0.95,
      rests: 'stated 90 %, and 10 of 10 attempts here',
    });
  });

  it('leaves the count as it is for a copy', () => {
    expect(
      find('cloneDirect', { platform: cloning, situation: situation([key(1)], { memory: memory(3) }) })
        ?.plannedCount,
    ).toBe(3);
  });

  it('shows what follows a failure, and leaves the erase to the end', () => {
    const order = adviseRoute(findRoutes(request({})), request({}))?.order;
    expect(order?.steps.map(({ kind }) => kind)).toEqual(['add', 'aklAdd', 'aklErase']);
    expect(order?.chance).toBeGreaterThan(0.95);
  });
});
