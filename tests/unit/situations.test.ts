import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Platform } from '@/core/catalogue/platform';
import { platformOf } from '@/core/catalogue/platform-cells';
import { adviseRoute } from '@/core/programming/advice';
import { adviseChoices } from '@/core/programming/choices';
import { isMissing } from '@/core/programming/key-count';
import type { KeySituation, PhysicalKey } from '@/core/programming/keys';
import { isClone, makesKey, type RouteKind, type RouteRequest, routeKinds } from '@/core/programming/route';
import { findRoutes } from '@/core/programming/routes';
import { key, situation } from '@/core/programming/test-keys';
import type { RightKind, ToolFunction, VanKit } from '@/core/programming/van-kit';
import { readCsv } from '@/formats/csv';

const rowsOf = (path: string) =>
  readCsv(readFileSync(join(import.meta.dirname, path), 'utf8')).rows.map(({ cells }) => cells);
const world = (name: string) => rowsOf(`../../world/${name}.csv`);
const words = (text: string | undefined, by: string | RegExp = ' ') => (text ? text.split(by) : []);

const methods = world('platform-methods');
const platforms = new Map(
  world('platforms').map((cells): [string, Platform] => {
    const pellet = cells.lockout_seconds
      ? {
          steps: world('pellet-steps').filter(({ platform }) => platform === cells.name).length,
          lockoutSeconds: Number(cells.lockout_seconds),
        }
      : null;
    return [cells.name ?? '', { ...platformOf(cells, methods), pellet }];
  }),
);

describe('the platforms of the world', () => {
  it('name a PIN by the OBD socket only where it can be read there', () => {
    const wrong = methods.filter(
      ({ platform, how }) =>
        how?.includes('PIN by the OBD socket') &&
        !platforms.get(platform ?? '')?.pinSources.includes('obdSocket'),
    );
    expect(wrong.map(({ platform, kind }) => `${platform} ${kind}`)).toEqual([]);
  });

  it('wait by the clock, by a sign, by whichever comes first and by a server', () => {
    const ends = new Set(
      [...platforms.values()].flatMap((one) => one.methods.flatMap(({ waits }) => waits.map(({ by }) => by))),
    );
    expect([...ends].sort()).toEqual(['clock', 'first', 'server', 'sign']);
  });
});

const vans = new Map(
  world('vans').map((cells): [string, VanKit] => [
    cells.name ?? '',
    {
      name: cells.name ?? '',
      powerSupply: cells.power_supply === 'yes',
      day: '2027-03-03',
      tools: world('tools')
        .filter(({ van }) => van === cells.name)
        .map((tool) => ({
          name: tool.name ?? '',
          edition: tool.edition ?? '',
          state: tool.state as 'supported' | 'frozen',
          cover: world('tool-coverage')
            .filter((cover) => cover.van === cells.name && cover.tool === tool.name)
            .map((cover) => ({
              platformId: cover.platform ?? '',
              method: cover.method as ToolFunction,
              market: cover.market || null,
              right: cover.licence || null,
            })),
        })),
      rights: world('licences')
        .filter(({ van }) => van === cells.name)
        .map((right) => ({
          name: right.name ?? '',
          kind: right.kind as RightKind,
          credits: right.credits ? Number(right.credits) : null,
          useMinor: right.use_price ? Number(right.use_price) * 100 : null,
          expiresOn: right.expires_in_days
            ? Number(right.expires_in_days) < 0
              ? '2027-02-11'
              : '2027-07-21'
            : null,
        })),
    },
  ]),
);

const toldKeys: Readonly<Record<string, Partial<PhysicalKey>>> = {
  here: {},
  master: { rank: 'master' },
  valet: { rank: 'valet' },
  lost: { presence: 'lost' },
  broken: { blade: 'broken' },
  loop: { faults: ['brokenLoop'] },
  dead: { faults: ['deadRemote'] },
  proved: {},
  untested: {},
  strange: {},
  elsewhere: { presence: 'elsewhere' },
  stolen: { presence: 'stolen' },
  'strange:stolen': { presence: 'stolen' },
};

/** What the car knows of a key as it is told; 'copy1' is a copy of the key with tag 1. */
const known = (word: string) =>
  word.startsWith('strange') ? 'no' : word === 'untested' ? 'untested' : ('yes' as const);

function ringOf(told: readonly string[]): Pick<KeySituation, 'keys' | 'identities'> {
  const keys = told.map((word, at) => {
    const original = /^copy(\d)$/.exec(word)?.[1];
    const one = original ? { identityId: `identity-${original}` } : toldKeys[word];
    if (!one) throw new Error(`no such key: ${word}`);
    return key(at + 1, one);
  });
  const identities = told.flatMap((word, at) =>
    word.startsWith('copy') ? [] : [{ id: `identity-${at + 1}`, known: known(word) }],
  );
  return { keys, identities } as Pick<KeySituation, 'keys' | 'identities'>;
}

function requestOf(cells: Readonly<Record<string, string>>): RouteRequest {
  const platform = platforms.get(cells.platform ?? '');
  const van = vans.get(cells.van ?? '');
  if (!platform || !van) throw new Error(`no such platform or van: ${cells.platform}, ${cells.van}`);
  const { keys, identities } = ringOf(words(cells.keys));
  const count = cells.known ?? '';
  return {
    platform,
    situation: situation(keys, {
      identities,
      memory: {
        knownCount: count === 'cannotSay' || count === 'notRead' ? count : Number(count),
        maximum: platform.slotsMaximum,
        minimum: platform.slotsMinimum,
        ...(platform.slotsMaximum === 0 && { none: true }),
      },
      wanted: Number(cells.wanted),
    }),
    van,
    market: cells.market || null,
    stolen: cells.stolen === 'yes',
    failed: [],
    chosen: chosenOf(cells.chosen),
    withRemote: cells.remote !== 'none',
    network: cells.network ? cells.network === 'yes' : null,
    built: cells.built ? { from: cells.built, to: cells.built } : null,
    record: [],
    money: {
      rateMinor: 8800,
      bureauFeeMinor: 3200,
      onlyKeyHarmMinor: 15_000,
      stolenLiveHarmMinor: 100_000,
      awayKeyHarmMinor: 6_000,
      articleMinor: {
        'CART-Damask': 4_000,
        'MODULE-Hopsack': 18_200,
        'MODULE-Warp': 23_800,
        'MODULE-Shuttle': 26_400,
      },
    },
    dealer: null,
  };
}

function chosenOf(word: string | undefined): RouteRequest['chosen'] {
  if (word === 'keep' || word === 'erase') return { missing: word };
  return word === 'clone' || word === 'learn' ? { copy: word } : {};
}

describe('situations written by hand', () => {
  const rows = rowsOf('situations.csv');

  it('are at least sixty, each with its reason, over every platform of the demo world', () => {
    expect(rows.length).toBeGreaterThanOrEqual(60);
    expect(rows.filter(({ reason }) => !reason)).toEqual([]);
    expect(new Set(rows.map(({ platform }) => platform))).toEqual(new Set(platforms.keys()));
  });

  it('are met by every route between them, as open and as refused', () => {
    const seen = (open: boolean) =>
      new Set(
        rows.flatMap((cells) =>
          findRoutes(requestOf(cells))
            .filter(({ verdict }) => verdict.feasible === open)
            .map(({ kind }) => kind),
        ),
      );
    expect([...routeKinds].filter((kind) => kind !== 'dealer' && !seen(true).has(kind))).toEqual([]);
    expect([...routeKinds].filter((kind) => !seen(false).has(kind))).toEqual([]);
  });

  it.each(
    rows.map((cells) => [`${cells.platform}, ${cells.keys}, ${cells.van}: ${cells.reason}`, cells] as const),
  )('%s', (_name, cells) => {
    const request = requestOf(cells);
    const routes = findRoutes(request);
    const open = routes.filter(({ verdict }) => verdict.feasible).map(({ kind }) => kind);
    expect(open.sort()).toEqual((words(cells.feasible) as RouteKind[]).sort());
    for (const refusal of words(cells.refused, '; ')) {
      const [kind, fact = ''] = refusal.split(': ');
      const verdict = routes.find((route) => route.kind === kind)?.verdict;
      expect(verdict?.feasible).toBe(false);
      if (verdict && !verdict.feasible) expect(verdict.fact).toContain(fact);
    }
    expect(adviseRoute(routes, request)?.kind).toBe(cells.advised || undefined);
  });
});

describe('rings that were played', () => {
  it.each(
    rowsOf('played-keys.csv').map(
      (cells) => [`${cells.platform}, ${cells.keys}: ${cells.reason}`, cells] as const,
    ),
  )('%s', (_name, cells) => {
    const request = requestOf(cells);
    const routes = findRoutes(request);
    const advice = adviseRoute(routes, request);
    expect(advice?.kind).toBe(cells.advised || undefined);
    const tried = advice?.order.steps.map(({ kind }) => kind) ?? [];
    for (const kind of words(cells.never)) expect(tried).not.toContain(kind);
    const route = routes.find(({ kind }) => kind === advice?.kind);
    if (cells.plan)
      expect(route?.plannedCount).toBe(cells.plan === 'cannotSay' ? cells.plan : Number(cells.plan));
    const said = [route?.how, route?.effect, ...(route?.needs.map(({ words: need }) => need) ?? [])].join(
      ' · ',
    );
    for (const text of words(cells.texts, '; '))
      if (text.startsWith('!')) expect(said).not.toContain(text.slice(1));
      else expect(said).toContain(text);
    const marks = routes.find(({ kind }) => kind === 'cloneSoldered')?.noReturn;
    for (const mark of words(cells.marks, '; '))
      if (mark.startsWith('!')) expect(marks).not.toContain(mark.slice(1));
      else expect(marks).toContain(mark);
  });

  it('use up what each key uses up', () => {
    const cash = (wanted: number) => {
      const cells = { platform: 'Damask', keys: 'lost', known: '1', wanted: String(wanted), van: 'Coracle' };
      return findRoutes(requestOf(cells)).find(({ kind }) => kind === 'image')?.cost?.cashMinor;
    };
    expect([cash(1), cash(2), cash(3)]).toEqual([4_000, 8_000, 12_000]);
  });
});

describe('any ring', () => {
  const ringWords = [
    'proved',
    'untested',
    'strange',
    'lost',
    'stolen',
    'elsewhere',
    'broken',
    'valet',
    'copy1',
  ];
  const drawn = fc.record({
    platform: fc.constantFrom(...platforms.keys()),
    van: fc.constantFrom(...vans.keys()),
    keys: fc
      .array(fc.constantFrom(...ringWords), { maxLength: 4 })
      .map((rest) => ['proved', ...rest].join(' ')),
    known: fc.constantFrom('notRead', 'cannotSay', '1', '2', '3', '4', '5'),
    wanted: fc.integer({ min: 0, max: 3 }).map(String),
    stolen: fc.constantFrom('yes', ''),
  });

  it('is planned by identities, keeps no thief’s key live, and gets one advice', () => {
    fc.assert(
      fc.property(drawn, (cells) => {
        const asked = requestOf(cells);
        const routes = findRoutes(asked);
        const { situation: ring } = asked;
        const inHand = ring.keys.filter(
          (one) =>
            one.presence === 'here' &&
            ring.identities.find(({ id }) => id === one.identityId)?.known !== 'no',
        );
        for (const { kind, verdict, others, plannedCount } of routes) {
          if (!verdict.feasible || others !== 'erase') continue;
          const turning = asked.platform.methods.find((one) => one.kind === kind)?.needsTurning;
          const learned = inHand.filter(({ blade }) => !turning || blade !== 'broken');
          const identities = new Set(learned.map(({ identityId }) => identityId)).size + ring.wanted;
          expect(identities).toBeGreaterThanOrEqual(asked.platform.slotsMinimum);
          if (ring.memory.knownCount !== 'cannotSay') expect(plannedCount).toBe(identities);
        }
        const advice = adviseRoute(routes, asked);
        const missing = isMissing(ring);
        for (const { kind } of advice?.order.steps ?? [])
          if (
            asked.stolen &&
            missing &&
            asked.platform.slotsMaximum > 0 &&
            makesKey(kind) &&
            kind !== 'dealer'
          )
            expect(routes.find((one) => one.kind === kind)?.others).toBe('erase');
        const copy = adviseChoices({
          ...asked,
          routes,
          route: advice?.kind,
          advised: advice?.kind,
          chipCertainty: 1,
          habits: { missing: 'advised', copy: 'advised', first: 'advised' },
        }).find(({ question }) => question === 'copy');
        if (copy && advice) expect(copy.advised === 'clone').toBe(isClone(advice.kind));
      }),
      { numRuns: 400 },
    );
  });
});
