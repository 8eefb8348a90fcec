import type { DeviceAnswer, Devices, DeviceWork } from './devices';

/** What somebody at the bench has a device do. */
export type DeviceTask =
  | { readonly does: 'readChip' | 'readCartridge' | 'writePosition' | 'writeImage'; readonly tag: number }
  | { readonly does: 'copyChip'; readonly tag: number; readonly from: number }
  | { readonly does: 'workOutImage' | 'backUpModule' | 'clearModule' | 'restoreModule' };

/** What came of it, in words. */
export interface DeviceSaid {
  readonly ok: boolean;
  readonly words: string;
}

/**
 * Has a device do something.
 * @param image what the server worked out for this car; null before it did
 */
export function deviceWork(
  { chip, cartridge, server, module }: Devices,
  task: DeviceTask,
  image: string | null,
  onImage: (image: string) => void,
): DeviceWork<DeviceSaid> {
  switch (task.does) {
    case 'readChip':
      return told(chip.read(task.tag), ({ article, isBlank, isBoundElsewhere }) =>
        article === null
          ? `Key ${task.tag} has no chip.`
          : `Key ${task.tag}: ${article}, ${isBoundElsewhere ? 'bound to another car' : isBlank ? 'blank' : 'written for a car'}.`,
      );
    case 'copyChip':
      return told(
        chip.copy(task.from, task.tag),
        () => `Key ${task.tag} is one with key ${task.from} to a car.`,
      );
    case 'readCartridge':
      return told(cartridge.read(task.tag), ({ isReset }) =>
        isReset ? `Cartridge ${task.tag} is reset.` : `Cartridge ${task.tag} is another car’s and not reset.`,
      );
    case 'writeImage':
      return image === null
        ? { seconds: 0, ends: () => ({ ok: false, words: 'No image was worked out for this car yet.' }) }
        : told(cartridge.write(task.tag, image), () => `The image is on cartridge ${task.tag}.`);
    case 'workOutImage': {
      const { seconds, ends } = server.workOut('what the car said');
      return {
        seconds,
        ends: () => {
          const answer = ends();
          if (answer.ok) onImage(answer.value.image);
          const charge =
            answer.chargedMinor === 0
              ? 'Nothing is charged.'
              : `Charged: ${(answer.chargedMinor / 100).toFixed(2)}.`;
          return {
            ok: answer.ok,
            words: `${answer.ok ? 'The image is worked out.' : answer.reason} ${charge}`,
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
): DeviceWork<DeviceSaid> {
  return {
    seconds,
    ends: () => {
      const answer = ends();
      return answer.ok ? { ok: true, words: words(answer.value) } : { ok: false, words: answer.reason };
    },
  };
}
