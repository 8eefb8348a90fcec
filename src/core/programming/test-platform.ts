import type { MethodKind } from '@/core/catalogue/methods';
import type { Platform, PlatformMethod } from '@/core/catalogue/platform';
import { waitsOf } from '@/core/catalogue/wait';
import type { RouteRequest } from './route';
import { key, situation } from './test-keys';
import type { Tool, ToolRight, VanKit } from './van-kit';

/** A way of a platform for tests. */
export function method(kind: MethodKind, more: Partial<PlatformMethod> = {}): PlatformMethod {
  return {
    kind,
    knownKeysNeeded: kind === 'add' || kind === 'remote' || kind.startsWith('clone') ? 1 : 0,
    needsPin: false,
    needsTurning: false,
    needsTool: kind !== 'onBoard' && kind !== 'remote',
    needsNetwork: kind === 'image',
    others: kind === 'aklErase' || kind === 'replace' ? 'erase' : 'keep',
    adapters: [],
    article: null,
    boardsFrom: null,
    boardsTo: null,
    chance: 0.9,
    waits: waitsOf(kind === 'aklErase' ? [780] : kind === 'aklAdd' ? [540] : [], [], []),
    sessionP50Minutes: 10,
    keyP50Minutes: 4,
    spread: 0.3,
    how: 'As the platform says',
    ...more,
  };
}

export function platform(more: Partial<Platform> = {}): Platform {
  return {
    id: 'heddle',
    name: 'Heddle 9',
    chipFamily: 'CHL80',
    link: 'can',
    slotsMaximum: 8,
    slotsMinimum: 1,
    count: 'readable',
    remoteLearned: 'with',
    rank: 'none',
    whenFull: 'refuses',
    pinSources: [],
    systemTypes: [],
    pellet: null,
    methods: [method('add'), method('aklErase'), method('aklAdd')],
    ...more,
  };
}

export function right(more: Partial<ToolRight> = {}): ToolRight {
  return { name: 'Server', kind: 'account', credits: null, useMinor: null, expiresOn: null, ...more };
}

/** A tool that covers every function of the test platform; an erase wants credits. */
export const fullTool: Tool = {
  name: 'Tablet',
  edition: 'Meres 1',
  state: 'supported',
  cover: (
    [
      'remote',
      'add',
      'aklErase',
      'aklAdd',
      'cloneDirect',
      'cloneRing',
      'cloneSoldered',
      'image',
      'bench',
      'replace',
      'pin',
    ] as const
  ).map((one) => ({
    platformId: 'heddle',
    method: one,
    market: null,
    right: one === 'aklErase' ? 'Erase credits' : null,
  })),
};

export function van(more: Partial<VanKit> = {}): VanKit {
  return {
    name: 'Coracle',
    tools: [fullTool],
    rights: [right({ name: 'Erase credits', kind: 'paid per use', credits: 3, useMinor: 1400 })],
    powerSupply: true,
    day: '2027-03-03',
    ...more,
  };
}

export function request(more: Partial<RouteRequest> = {}): RouteRequest {
  return {
    platform: platform(),
    situation: situation([key(1)]),
    van: van(),
    market: 'Meres',
    stolen: false,
    withRemote: false,
    chosen: {},
    failed: [],
    network: null,
    built: null,
    record: [],
    money: {
      rateMinor: 8800,
      bureauFeeMinor: 3200,
      onlyKeyHarmMinor: 15_000,
      stolenLiveHarmMinor: 100_000,
      awayKeyHarmMinor: 6_000,
      articleMinor: {},
    },
    dealer: null,
    ...more,
  };
}
