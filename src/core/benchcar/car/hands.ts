import { speechOf } from '../can/can-module';
import { moduleAtPower } from '../can/module';
import { left } from '../course/commands';
import { type Happening, happened, joined, type Lived } from '../course/course';
import { deviceActs, places, type ReadingPlace } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import { type BenchKey, blankKey } from './bench-key';
import { canMove, isAlive } from './car-parts';
import type { CarInput, CarState, CarTurn } from './car-state';
import { shows, still, stored, turned } from './car-turns';
import { deviceDoes } from './devices';
import { eraseKeys } from './memory';
import { isAccepted, keysRead } from './reading';

// What hands do at a car, and devices beside it.

export function movesPart(platform: BenchPlatform, state: CarState, part: string, to: string): CarTurn {
  if (!canMove(platform.behaviour, part, to)) return still(state);
  if (part === 'lead' && to === 'plugged')
    return shows(still(withPart(state, part, to)), [
      leadsFound[state.parts.lead ?? ''] ?? 'every lead is home',
    ]);
  if (state.parts[part] === to) return still(state);
  if (part === 'ignition') return turnsIgnition(platform, state, to);
  const moved = withPart(state, part, to);
  if (part === 'module') return changesModule(platform, moved, state, to);
  const after =
    part === 'driverDoor' && to === 'ajar' && moved.parts.ignition === 'off'
      ? withPart(moved, 'steering', 'locked')
      : moved;
  return turned(state, happenedTo(platform, after, part, to, heldUs(state, part), null));
}

/** What somebody finds who goes along the leads. */
const leadsFound: Readonly<Record<string, string>> = {
  loose: 'a lead was loose and is home',
  'adapter missing': 'an adapter was missing and is fitted',
};

/** Somebody looks whether a key lies at a place. */
export function looks(state: CarState, at: BenchKey['place']): CarTurn {
  const keys = state.keys.map((key) => (key.place === at ? { ...key, unseen: false } : key));
  const lies = keys.some(({ place }) => place === at);
  return shows(still({ ...state, keys }), [lies ? 'a key is there' : 'no key is there']);
}

/** The most keys that lie at a car: tags are of two digits. */
const mostKeys = 40;

/** Another blank key is brought, where there is room to lay it. */
export function fetchesKey(platform: BenchPlatform, state: CarState): CarTurn {
  if (state.keys.length >= mostKeys) return shows(still(state), ['no more keys are brought']);
  const tag = Math.max(0, ...state.keys.map((key) => key.tag)) + 1;
  return still({ ...state, keys: [...state.keys, blankKey(platform, tag)] });
}

/** The module comes out, goes back, or another takes its place: what it knew goes with it. */
function changesModule(platform: BenchPlatform, moved: CarState, before: CarState, to: string): CarTurn {
  const { link } = platform.behaviour;
  const powered = {
    ...left(moved).state,
    bus: link.kind === 'can' ? moduleAtPower(speechOf(link, platform, moved), moved.nowUs) : null,
    // Whoever had given the PIN had given it to the one before.
    pin: { given: false, wrong: 0, shutUntilUs: 0 },
  };
  const now = to === 'new' ? newModule(platform, powered) : powered;
  const told =
    to === 'out'
      ? stored(platform, now, 'moduleOut')
      : to === 'new'
        ? stored(platform, now, 'newModule')
        : now;
  return turned(before, happenedTo(platform, told, 'module', to, heldUs(before, 'module'), null));
}

function newModule(platform: BenchPlatform, state: CarState): CarState {
  const blank = { ...eraseKeys(platform, state), module: { ...state.module, vin: '0'.repeat(17) } };
  if (platform.behaviour.newModule === 'nothing')
    return { ...blank, memory: { identities: [], remotes: [] } };
  const tag = Math.max(0, ...state.keys.map((key) => key.tag)) + 1;
  const key: BenchKey = {
    tag,
    identity: `module ${tag}`,
    chip: platform.behaviour.chips[0] ?? null,
    boundTo: null,
    rank: platform.platform.rank === 'none' ? 'none' : 'master',
    cell: 'good',
    cut: true,
    remote: null,
    written: false,
    place: 'outside',
    unseen: false,
  };
  return { ...blank, keys: [...state.keys, key], memory: { identities: [key.identity], remotes: [] } };
}

/** A key turns in the lock where it is cut; a button wants a key that the car accepts; the fuse box wants neither. */
function turnsIgnition(platform: BenchPlatform, state: CarState, to: string): CarTurn {
  const held = heldUs(state, 'ignition');
  const inLock = state.keys.find(({ place }) => place === 'lock');
  if (to === 'forced' || to === 'off') {
    const off = withPart(state, 'ignition', to);
    return turned(state, happenedTo(platform, off, 'ignition', to, held, inLock?.tag ?? null));
  }
  // An engine that runs is on already.
  if (state.parts.ignition === 'running' && to !== 'accessory') return still(state);
  const accepted = keysRead(platform, state).find((key) => isAccepted(platform, state, key));
  if (state.turns === 'turn' ? !inLock : !accepted)
    return shows(still(state), [state.turns === 'turn' ? 'no key in the lock' : 'it finds no key']);
  if (state.turns === 'turn' && !inLock?.cut) return shows(still(state), ['the key does not turn']);
  const tag = inLock?.tag ?? accepted?.tag ?? null;
  const on = {
    ...withPart(state, 'ignition', to === 'accessory' ? to : 'on'),
    parts: { ...state.parts, ignition: to === 'accessory' ? to : 'on', steering: 'free' },
  };
  const told = isAlive(on) && accepted === undefined ? stored(platform, on, 'unknownKey') : on;
  // Whoever starts from on does not turn it on once more.
  const lived: Lived =
    to === 'cranking' && isAlive(state)
      ? { state: told, signs: [] }
      : happenedTo(platform, told, 'ignition', to === 'cranking' ? 'on' : to, held, tag);
  const presented =
    to === 'accessory' || state.turns === 'push' || tag === null
      ? lived
      : joined(lived, (now) => happened(platform, now, { kind: 'presented', at: 'lock', tag }));
  if (to !== 'cranking') return turned(state, presented);
  const starts =
    accepted !== undefined &&
    presented.state.parts.module !== 'out' &&
    (state.turns === 'turn' || state.parts.brake === 'pressed');
  const running = starts ? withPart(presented.state, 'ignition', 'running') : presented.state;
  return shows(turned(state, { ...presented, state: running }), [
    starts ? 'the engine runs' : 'it cranks and does not catch',
  ]);
}

export function movesKey(
  platform: BenchPlatform,
  state: CarState,
  tag: number,
  to: BenchKey['place'],
): CarTurn {
  const key = state.keys.find((one) => one.tag === tag);
  if (!key || key.place === to || !Object.hasOwn(places, to)) return still(state);
  if (key.place === 'lock' && state.parts.ignition !== 'off' && state.parts.ignition !== 'forced')
    return shows(still(state), ['the key is held while the ignition is on']);
  if (to === 'lock' && (state.turns === 'push' || state.keys.some(({ place }) => place === 'lock')))
    return shows(still(state), [state.turns === 'push' ? 'it has no lock to turn' : 'a key is in the lock']);
  const moved = { ...state, keys: state.keys.map((one) => (one.tag === tag ? { ...one, place: to } : one)) };
  const at: ReadingPlace | undefined =
    to === 'bag' ? 'cabin' : platform.behaviour.reads.find((place) => place === to);
  return at === undefined
    ? turned(state, { state: moved, signs: [] })
    : turned(state, happened(platform, moved, { kind: 'presented', at, tag }));
}

export function presses(platform: BenchPlatform, state: CarState, tag: number, button: string): CarTurn {
  const key = state.keys.find((one) => one.tag === tag);
  if (!key || key.remote === null || key.cell === 'flat' || key.place === 'away') return still(state);
  const pressed = { ...state, pressed: { tag, button } };
  const lived = happenedTo(platform, pressed, 'button', button, 0, tag);
  const answers = state.memory.remotes.includes(key.remote) && state.parts.ignition === 'off';
  return shows(turned(state, lived), answers ? [`the car answers: ${button}`] : []);
}

export function device(
  platform: BenchPlatform,
  state: CarState,
  input: Extract<CarInput, { kind: 'device' }>,
): CarTurn {
  const done = deviceDoes(platform, state, input);
  if (!done) return shows(still(state), ['the device cannot do that now']);
  const lived = happened(platform, done, { kind: 'device', does: input.does });
  return shows(turned(state, lived), [deviceActs[input.does]]);
}

export function changesKey(state: CarState, tag: number, change: (key: BenchKey) => BenchKey): CarTurn {
  return still({ ...state, keys: state.keys.map((key) => (key.tag === tag ? change(key) : key)) });
}

export function happenedTo(
  platform: BenchPlatform,
  state: CarState,
  part: string,
  to: string,
  held: number,
  tag: number | null,
): Lived {
  const happening: Happening = { kind: 'part', part, to, heldUs: held, tag };
  // A switch that the module does not see moves nothing in it.
  return state.quirks.blind.includes(part) ? { state, signs: [] } : happened(platform, state, happening);
}

function heldUs({ nowUs, since }: CarState, part: string): number {
  return nowUs - (since[part] ?? 0);
}

function withPart(state: CarState, part: string, to: string): CarState {
  return { ...state, parts: { ...state.parts, [part]: to }, since: { ...state.since, [part]: state.nowUs } };
}
