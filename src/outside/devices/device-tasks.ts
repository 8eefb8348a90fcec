import type { DeviceAnswer, Devices, DeviceWork } from './devices';

/** What somebody at the bench has a device do. */
export type DeviceTask =
  | { readonly does: 'readChip' | 'readCartridge' | 'writePosition' | 'writeImage'; readonly tag: number }
  | { readonly does: 'readBoard' | 'restoreBoard'; readonly tag: number }
  | { readonly does: 'copyChip' | 'writeBoard'; readonly tag: number; readonly from: number }
  /** @param tries how often the original was tried while the coil listened */
  | { readonly does: 'listen'; readonly from: number; readonly tries: number }
  | { readonly does: 'workOutHeard' | 'workOutImage' | 'backUpModule' | 'clearModule' | 'restoreModule' };

/** What came of it, in words. */
export interface DeviceSaid {
  readonly ok: boolean;
  readonly words: string;
  /** Whether a chip or a cartridge that was read can be written; left out where none was. */
  readonly isBlank?: boolean;
  /** What was read or worked out, to be sealed before anything is written. */
  readonly keeps?: { readonly of: 'board' | 'image'; readonly value: string };
}

/** What devices hold of one car from one task to the next. */
export interface DeviceHold {
  /** What the server worked out for it. */
  image: string | null;
  /** What was read of the original's board. */
  board: string | null;
  /** How often the original was heard at the ring. */
  heard: number;
}

export const nothingHeld = (): DeviceHold => ({ image: null, board: null, heard: 0 });

/** Boards of the demo world that can be read are those made before this month. */
const boardWindow = { from: null, to: '2016-05' } as const;
const boardMade = '2015-03';

/** Has a device do something; what it holds afterwards is written into `hold` when it ends. */
export function deviceWork(
  { chip, ring, board, cartridge, server, module }: Devices,
  task: DeviceTask,
  hold: DeviceHold,
): DeviceWork<DeviceSaid> {
  switch (task.does) {
    case 'readChip':
      return told(
        chip.read(task.tag),
        ({ article, isBlank, isBoundElsewhere }) =>
          article === null
            ? `Key ${task.tag} has no chip.`
            : `Key ${task.tag}: ${article}, ${isBoundElsewhere ? 'bound to another car' : isBlank ? 'blank' : 'written for a car'}.`,
        ({ isBlank }) => ({ isBlank }),
      );
    case 'copyChip':
      return told(
        chip.copy(task.from, task.tag),
        () => `Key ${task.tag} is one with key ${task.from} to a car.`,
      );
    case 'listen':
      return told(ring.fetch(task.from, task.tries), ({ tries }) => {
        hold.heard = tries;
        return `Key ${task.from} was heard ${tries} times.`;
      });
    case 'workOutHeard':
      return told(ring.workOut(hold.heard), () => 'What a copy has to answer is worked out.');
    case 'readBoard':
      return told(
        board.read(task.tag, boardMade, boardWindow),
        ({ backup }) => {
          hold.board = backup;
          return `The board of key ${task.tag} is read; two readings are alike.`;
        },
        ({ backup }) => ({ keeps: { of: 'board', value: backup } }),
      );
    case 'writeBoard':
      return told(board.write(task.from, task.tag), () => `The board of key ${task.tag} is written.`);
    case 'restoreBoard':
      return told(board.restore(task.tag, hold.board ?? ''), () => 'The backup is written back.');
    case 'readCartridge':
      return told(
        cartridge.read(task.tag),
        ({ isReset }) =>
          isReset
            ? `Cartridge ${task.tag} is reset.`
            : `Cartridge ${task.tag} is another car’s and not reset.`,
        ({ isReset }) => ({ isBlank: isReset }),
      );
    case 'writeImage':
      return hold.image === null
        ? { seconds: 0, ends: () => ({ ok: false, words: 'No image was worked out for this car yet.' }) }
        : told(cartridge.write(task.tag, hold.image), () => `The image is on cartridge ${task.tag}.`);
    case 'workOutImage': {
      const { seconds, ends } = server.workOut('what the car said');
      return {
        seconds,
        ends: () => {
          const answer = ends();
          if (answer.ok) hold.image = answer.value.image;
          const charge =
            answer.chargedMinor === 0
              ? 'Nothing is charged.'
              : `Charged: ${(answer.chargedMinor / 100).toFixed(2)}.`;
          return {
            ok: answer.ok,
            words: `${answer.ok ? 'The image is worked out.' : answer.reason} ${charge}`,
            ...(answer.ok && { keeps: { of: 'image' as const, value: answer.value.image } }),
          };
        },
      };
    }
    case 'backUpModule':
      return told(module.backUp(), () => 'The module is backed up; two readings are alike.');
    case 'clearModule':
      return told(module.clear(), () => 'Every position is cleared.');
    case 'restoreModule':
      return told(module.restore(), () => 'The backup is written back.');
    case 'writePosition':
      return told(module.writePosition(task.tag), () => `Key ${task.tag} is written into a free position.`);
  }
}

function told<Value>(
  { seconds, ends }: DeviceWork<DeviceAnswer<Value>>,
  words: (value: Value) => string,
  more: (value: Value) => Partial<DeviceSaid> = () => ({}),
): DeviceWork<DeviceSaid> {
  return {
    seconds,
    ends: () => {
      const answer = ends();
      return answer.ok
        ? { ok: true, words: words(answer.value), ...more(answer.value) }
        : { ok: false, words: answer.reason };
    },
  };
}
