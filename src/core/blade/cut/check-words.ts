import type { Measure } from '../spec';
import { type LengthUnit, lengthWords } from '../unit';
import type { CutCheck, MachineFault } from './check-cut';

/** What is to be done with a blade that was measured, in sentences. */
export function checkWords(check: CutCheck, measure: Measure, unit: LengthUnit): string {
  const { verdict, off, unread, machine } = check;
  const length = (value: number) => lengthWords(Math.abs(value), measure, unit);
  if (verdict === 'passes') return 'Passes: every space is cut as it was meant.';
  if (verdict === 'readOn')
    return `What was read is as it was meant. Read ${unread.length === 1 ? 'space' : 'spaces'} ${unread.join(', ')} too before it goes into a lock.`;
  if (machine) return machineWords(machine, length);
  const places = off.map(
    ({ space, by, readsAs }) =>
      `space ${space} is ${length(by)} too ${by > 0 ? 'deep' : 'shallow'} (reads as depth ${readsAs})`,
  );
  return `${capital(places.join('; '))}. ${
    verdict === 'cutDeeper'
      ? 'Too shallow can be cut again: cut this blade once more.'
      : off.some(({ by }) => by > 0)
        ? 'Too deep cannot be mended: take a new blank.'
        : 'This row of cuts cannot be cut again: take a new blank.'
  }`;
}

function machineWords({ of, tooDeep, shiftMm }: MachineFault, length: (value: number) => string): string {
  const calibration = 'is out of calibration.';
  switch (of) {
    case 'stop':
      return `All cuts lie about ${length(shiftMm)} beside their places: the machine’s stop ${calibration} Set it, and cut a new blank; cuts cannot be moved.`;
    case 'either':
      return `All cuts are about ${length(tooDeep)} too shallow: the machine’s depth is set wrong, or its stop is and they lie about ${length(shiftMm)} beside their places. Lay the blade on its gauge at 1:1, set the machine, and cut a new blank.`;
    case 'depth':
      return tooDeep > 0
        ? `All cuts are about ${length(tooDeep)} too deep: the machine’s depth ${calibration} Set it, and cut a new blank; nothing can be put back.`
        : `All cuts are about ${length(tooDeep)} too shallow: the machine’s depth ${calibration} Set it, and cut this blade again.`;
  }
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
