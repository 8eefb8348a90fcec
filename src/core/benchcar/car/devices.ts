import type { BenchPlatform } from '../document/bench-platform';
import type { CarInput, CarState } from './car-state';
import { takeKey } from './memory';
import { canRead } from './reading';

/**
 * What a device beside the car does to its module or to a key; undefined where it cannot: the module is worked on while it is out, a key
 * while it is in the device.
 */
export function deviceDoes(
  platform: BenchPlatform,
  state: CarState,
  { does, tag, from }: Extract<CarInput, { kind: 'device' }>,
): CarState | undefined {
  const isOut = state.parts.module === 'out';
  const key = state.keys.find((one) => one.tag === tag && one.place === 'bench');
  const { identities } = state.memory;
  switch (does) {
    case 'backup':
      return isOut ? { ...state, backup: state.memory } : undefined;
    case 'restore':
      return isOut && state.backup ? { ...state, memory: state.backup } : undefined;
    case 'clear':
      return isOut ? { ...state, memory: { identities: [], remotes: [] } } : undefined;
    case 'position': {
      if (!key || !isOut || !canRead(platform, key) || identities.includes(key.identity)) return undefined;
      if (key.boundTo !== null && key.boundTo !== state.seed) return undefined;
      if (identities.length >= platform.platform.slotsMaximum) return undefined;
      return takeKey(platform, state, key.tag, false);
    }
    case 'image':
      return key && key.boundTo === null
        ? { ...state, keys: state.keys.map((one) => (one === key ? { ...one, written: true } : one)) }
        : undefined;
    case 'copy': {
      const original = state.keys.find((one) => one.tag === from);
      if (!key || !original || original.chip === null || key.chip === null || key.boundTo !== null)
        return undefined;
      const { identity, rank } = original;
      return { ...state, keys: state.keys.map((one) => (one === key ? { ...one, identity, rank } : one)) };
    }
  }
}
