import type { MethodKind } from '@/core/catalogue/methods';
import { seededRandom } from '@/core/kinds/random';
import type { BenchPlatform } from '../document/bench-platform';
import type { CarState } from './car-state';
import { isTooLow } from './electrics';
import { canRead, isSpoiled } from './reading';

/** What becomes of a key that is presented to be learned. */
export type Learning =
  | { readonly kind: 'learned'; readonly state: CarState }
  | { readonly kind: 'known' }
  | {
      readonly kind: 'refused';
      readonly why: 'unreadable' | 'spoiled' | 'bound' | 'full' | 'notWritten' | 'lowVoltage';
    }
  /** The write failed this time. */
  | { readonly kind: 'failed'; readonly state: CarState };

/** Takes a key into the memory, or does not. */
export function learnKey(
  platform: BenchPlatform,
  state: CarState,
  tag: number,
  { way, written }: { readonly way: MethodKind; readonly written: boolean },
): Learning {
  const key = state.keys.find((one) => one.tag === tag);
  if (!key || !canRead(platform, key)) return { kind: 'refused', why: 'unreadable' };
  if (isSpoiled(platform, state, tag)) return { kind: 'refused', why: 'spoiled' };
  if (isTooLow(platform, state)) return { kind: 'refused', why: 'lowVoltage' };
  if (key.boundTo !== null && key.boundTo !== state.seed) return { kind: 'refused', why: 'bound' };
  if (written && !key.written) return { kind: 'refused', why: 'notWritten' };
  if (state.memory.identities.includes(key.identity)) return { kind: 'known' };
  const { slotsMaximum, whenFull } = platform.platform;
  const isFull = state.memory.identities.length >= slotsMaximum;
  if (isFull && whenFull === 'refuses') return { kind: 'refused', why: 'full' };
  const drawn = writes(platform, state, way);
  if (!drawn.works) return { kind: 'failed', state: drawn.state };
  return { kind: 'learned', state: takeKey(platform, drawn.state, tag, isFull) };
}

/** A key stands in the memory from now on, its remote too where they are learned together; a chip that is bound is this car's for good. */
export function takeKey(
  { platform, behaviour }: BenchPlatform,
  state: CarState,
  tag: number,
  dropsOldest: boolean,
): CarState {
  const key = state.keys.find((one) => one.tag === tag);
  if (!key) return state;
  const identities = [...state.memory.identities.slice(dropsOldest ? 1 : 0), key.identity];
  const keys = behaviour.binds
    ? state.keys.map((one) => (one === key ? { ...one, boundTo: state.seed } : one))
    : state.keys;
  const taken = { ...state, keys, memory: { ...state.memory, identities } };
  return platform.remoteLearned === 'with' ? learnRemote(taken, tag) : taken;
}

export function learnRemote(state: CarState, tag: number): CarState {
  const remote = state.keys.find((key) => key.tag === tag)?.remote;
  return remote == null || state.memory.remotes.includes(remote)
    ? state
    : { ...state, memory: { ...state.memory, remotes: [...state.memory.remotes, remote] } };
}

/** Every key is forgotten; remotes too, where they are learned with their keys. */
export function eraseKeys({ platform }: BenchPlatform, state: CarState): CarState {
  const remotes = platform.remoteLearned === 'with' ? [] : state.memory.remotes;
  return { ...state, memory: { identities: [], remotes } };
}

/** Whether a write works: what is planted first, then by the way's chance where chance is let in. */
function writes(
  platform: BenchPlatform,
  state: CarState,
  way: MethodKind,
): { readonly works: boolean; readonly state: CarState } {
  const { quirks } = state;
  if (quirks.failingWrites > 0)
    return {
      works: false,
      state: { ...state, quirks: { ...quirks, failingWrites: quirks.failingWrites - 1 } },
    };
  if (!quirks.byChance) return { works: true, state };
  const stated = platform.platform.methods.find(({ kind }) => kind === way)?.chance ?? 1;
  const shifted = factsOf(platform, state, way, null).reduce((chance, { times }) => chance * times, stated);
  const drawn = seededRandom(`${state.seed}/write/${state.draws}`)();
  return { works: drawn < shifted, state: { ...state, draws: state.draws + 1 } };
}

/** Facts of this car that bear on a way, or on one of its waits. */
export function factsOf(
  { behaviour }: BenchPlatform,
  { facts }: CarState,
  way: MethodKind,
  wait: number | null,
): readonly { readonly times: number }[] {
  return behaviour.facts.filter((one) => one.way === way && one.wait === wait && facts[one.fact] === one.is);
}
