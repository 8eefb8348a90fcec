import { partWords } from '../car/car-parts';
import { type CourseStep, deviceActs, type KeyRole, places, type Seconds, type States } from './behaviour';

/** What a step of a way wants, in one line. */
export function stepWords(step: CourseStep): string {
  const { lamp, sound } = step;
  const shows = [lamp && `lamp: ${lamp}`, sound].filter(Boolean).join(', ');
  return `${wantWords(step)}${shows ? ` (${shows})` : ''}`;
}

function wantWords(step: CourseStep): string {
  switch (step.kind) {
    case 'hands': {
      const { part, to, times = 1, pace, withinSeconds, held, key } = step;
      const does =
        part === 'button'
          ? `press ${to ?? 'any button'} of the remote`
          : to === undefined
            ? `move the ${partWords(part)}`
            : `${partWords(part)} ${to}`;
      return [
        does,
        key && key !== 'any' && `with ${roles[key]}`,
        times > 1 && `${times} times`,
        pace && `${spanWords(pace)} apart`,
        held && `after ${spanWords(held)}`,
        withinSeconds !== undefined && `within ${withinSeconds} s`,
        whileWords(step.while),
      ]
        .filter(Boolean)
        .join(' ');
    }
    case 'hold':
      return `hold for ${step.seconds} s ${whileWords(step.while)}`;
    case 'tool': {
      const does = {
        begin: 'the tool begins',
        erase: 'the tool erases every key',
        match: 'the tool matches the module',
      };
      const known = step.known && `with a known key ${places[step.known]}`;
      return [does[step.does], known, whileWords(step.while)].filter(Boolean).join(' ');
    }
    case 'wait':
      return `security wait ${step.number}, ${told[step.told]} ${whileWords(step.while)}`.trim();
    case 'learn':
      return [
        `each key ${places[step.at]} within ${step.withinSeconds} s`,
        step.confirm && 'twice',
        step.several && 'one after the other',
        step.written && 'its image written before',
        whileWords(step.while),
      ]
        .filter(Boolean)
        .join(' ');
    case 'remote':
      return 'the remote is learned';
    case 'device':
      return deviceActs[step.does];
  }
}

const roles: Readonly<Record<KeyRole, string>> = {
  known: 'a known key',
  otherKnown: 'another known key',
  new: 'the new key',
  same: 'the same key',
  any: 'any key',
};

const told = {
  delay37: 'no seed until it is over',
  routine78: 'the answer takes as long',
  silent: 'nothing shows',
  lamp: 'the lamp shows its end',
  server: 'a server ends it',
} as const;

function whileWords(states: States | undefined): string {
  const entries = Object.entries(states ?? {});
  return entries.length === 0
    ? ''
    : `while ${entries.map(([part, to]) => `${partWords(part)} ${to}`).join(' and ')}`;
}

function spanWords({ from, to }: Seconds): string {
  return `${from} to ${to} s`;
}
