import type { BenchKey } from '@/core/benchcar/car/bench-key';
import type { CarState } from '@/core/benchcar/car/car-state';
import { canRead } from '@/core/benchcar/car/reading';
import type { DeviceAct } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { seededRandom } from '@/core/kinds/random';
import type { DeviceAnswer, Devices, DeviceWork, ImageTerms } from './devices';

/** The car on the bench whose keys and module the devices work on. */
export interface DeviceBench {
  readonly platform: BenchPlatform;
  car(): CarState;
  /** Does something to the car; whether it could. */
  does(act: DeviceAct, tag?: number, from?: number): boolean;
}

/** Tries at the ring below which nothing can be worked out. */
const leastTries = 3;
const terms: ImageTerms = { priceMinor: 4200, failedMinor: 4200, unreachedMinor: 0, repeatsFree: true };

/**
 * Stand-ins for the devices beside a car on the bench. What they say is drawn from a seed; nothing is answered in less than eight tenths
 * of a second where somebody waits for it.
 * @param failing how often a device fails where nothing is wrong
 */
export function simulatedDevices(bench: DeviceBench, seed: string, failing = 0.04): Devices {
  let asked = 0;
  const paid = new Set<string>();
  const key = (tag: number): BenchKey | undefined => bench.car().keys.find((one) => one.tag === tag);
  const onCoil = (tag: number) => key(tag)?.place === 'bench';

  /** Work of some seconds: at its end a failure of the device itself, what is wrong, or what comes of it. */
  const works = <Value>(
    device: string,
    [from, to]: readonly [number, number],
    fails: string,
    work: () => string | { readonly value: Value },
  ): DeviceWork<DeviceAnswer<Value>> => {
    asked += 1;
    const random = seededRandom(`${seed}/${device}/${asked}`);
    const seconds = Math.round((from + random() * (to - from)) * 10) / 10;
    const isFailing = random() < failing;
    return {
      seconds,
      ends: () => {
        if (isFailing) return { ok: false, reason: fails };
        const done = work();
        return typeof done === 'string' ? { ok: false, reason: done } : { ok: true, value: done.value };
      },
    };
  };
  const act = (does: DeviceAct, why: string, tag?: number, from?: number) => () =>
    bench.does(does, tag, from) ? { value: null } : why;

  return {
    chip: {
      read: (tag) =>
        works('chip', [0.8, 1.6], 'The coil found nothing: lay the key straight and alone.', () => {
          const there = key(tag);
          if (!there || !onCoil(tag)) return 'No key lies on the coil.';
          const { chip, boundTo, identity } = there;
          const isElsewhere = boundTo !== null && boundTo !== bench.car().seed;
          return {
            value: {
              article: chip,
              isBlank: boundTo === null && identity.startsWith('blank'),
              isBoundElsewhere: isElsewhere,
            },
          };
        }),
      copy: (original, onto) =>
        works('chip', [2, 5], 'The write broke off: the chip is as it was.', () =>
          key(onto)?.boundTo
            ? 'This chip was bound before and cannot be written.'
            : act('copy', 'The chips are of families that do not go together.', onto, original)(),
        ),
    },
    ring: {
      fetch: (original, tries) =>
        works('ring', [1, 2], 'The coil lay too far from the ring.', () => {
          const there = key(original);
          if (!there || !canRead(bench.platform, there)) return 'The car asked nothing of this key.';
          return tries < leastTries
            ? `It heard ${tries}, it takes ${leastTries} at least.`
            : { value: { tries } };
        }),
      workOut: (tries) =>
        works('ring', [20, 90], 'It does not come out: try the original once more.', () =>
          tries < leastTries ? 'What was heard is too little.' : { value: null },
        ),
    },
    board: {
      read: (tag, made, { from, to }) =>
        works('board', [8, 20], 'A needle stands beside its pad: two readings differ.', () => {
          if (!onCoil(tag)) return 'No board lies under the needles.';
          const isWithin = (from === null || made >= from) && (to === null || made <= to);
          return isWithin
            ? { value: { backup: `board ${key(tag)?.identity}` } }
            : `Boards of ${made} cannot be read.`;
        }),
      write: (original, onto) =>
        works(
          'board',
          [10, 25],
          'A needle lifted while it wrote: write again.',
          act('copy', 'The board takes nothing.', onto, original),
        ),
      restore: (tag, backup) =>
        works('board', [8, 15], 'A needle stands beside its pad.', () =>
          backup === `board ${key(tag)?.identity}` ? { value: null } : 'The backup is of another board.',
        ),
    },
    cartridge: {
      read: (tag) =>
        works('cartridge', [0.8, 1.5], 'The contacts are dirty: wipe them.', () => {
          const there = key(tag);
          return there && onCoil(tag)
            ? { value: { isReset: there.boundTo === null } }
            : 'No cartridge is in it.';
        }),
      write: (tag) =>
        works(
          'cartridge',
          [3, 8],
          'The contacts are dirty: wipe them.',
          act('image', 'It is not reset: nothing can be written.', tag),
        ),
    },
    server: {
      terms,
      workOut: (data) => {
        const known = paid.has(data);
        asked += 1;
        // Data that was paid for lies there; the way to it can be shut all the same.
        if (seededRandom(`${seed}/way/${asked}`)() < 3 * failing)
          return {
            seconds: 30,
            ends: () => ({
              ok: false,
              reason: 'The server is not to be reached: nothing is charged.',
              chargedMinor: terms.unreachedMinor,
            }),
          };
        const { seconds, ends } = works(
          'server',
          known ? [2, 5] : [45, 240],
          'It cannot be worked out from this data.',
          () => ({
            value: { image: `image of ${data}` },
          }),
        );
        return {
          seconds,
          ends: () => {
            const answer = ends();
            const price = answer.ok ? terms.priceMinor : terms.failedMinor;
            paid.add(data);
            return { ...answer, chargedMinor: known && terms.repeatsFree ? 0 : price };
          },
        };
      },
    },
    module: {
      backUp: () =>
        works(
          'module',
          [6, 14],
          'Two readings differ: seat the clip again.',
          act('backup', 'No module lies under the clip.'),
        ),
      clear: () =>
        works('module', [4, 9], 'The write was not taken.', act('clear', 'No module lies under the clip.')),
      writePosition: (tag) =>
        works(
          'module',
          [5, 12],
          'The write was not taken.',
          act('position', 'No position takes this key.', tag),
        ),
      restore: () =>
        works(
          'module',
          [8, 16],
          'The write was not taken.',
          act('restore', 'No backup of this module is there.'),
        ),
    },
  };
}
