import { type Ladder, type LadderFilter, replacedFor } from './ladder';
import { ohmsWords, type TypedOhms } from './ohms-text';
import type { PelletAnswer } from './read-pellet';

/** What a pellet's readings say and what is to be done next, in sentences. */
export interface PelletAdvice {
  readonly title: string;
  readonly next: string;
}

/** Shares from which a condition is worth a word. */
const worthAWord = 0.3;

/** The verdict with the next thing to do. */
export function pelletAdvice(
  answer: PelletAnswer,
  ladder: Pick<Ladder, 'steps'>,
  filter: LadderFilter,
): PelletAdvice {
  const [first, second] = answer.steps;
  const percent = (share: number) => (share > 0.995 ? '> 99 %' : `${Math.round(share * 100)} %`);
  switch (answer.verdict) {
    case 'clear': {
      const step = ladder.steps.find((one) => one.step === first?.step);
      const by = step ? replacedFor(step, filter.year) : null;
      const condition =
        answer.dirt > worthAWord
          ? ' It reads high for it: clean the contacts and read once more.'
          : answer.parallel > worthAWord
            ? ' It reads low for it: take fingers and metal off and read once more.'
            : '';
      return {
        title: `Step ${first?.step}, ${percent(first?.probability ?? 0)} sure`,
        next:
          by === null
            ? `Take a blank of step ${first?.step}; the cut is a separate matter.${condition}`
            : `On some cars of these years step ${first?.step} was replaced by step ${by}: the key in hand starts the car or it does not. If it does, take step ${first?.step}; else try step ${by}.${condition}`,
      };
    }
    case 'ambiguous':
      return {
        title: `Step ${first?.step} or step ${second?.step}`,
        next: `Their pellets read alike (${percent(first?.probability ?? 0)} and ${percent(second?.probability ?? 0)}). Read more often with the meter’s lowest range that holds them, or a better meter; else bring both and try step ${first?.step} first.`,
      };
    case 'unsure':
      return {
        title: 'No step yet',
        next: 'Clean both contacts, keep fingers off, and read each face three times on the same range.',
      };
    case 'differ':
      return {
        title: 'The two faces differ',
        next: 'One contact is dirty or cracked, or something lay across it. Clean both faces and read each again before anything is taken from it.',
      };
    case 'open':
      return {
        title: 'Open: no end on the meter',
        next: 'Check the leads on each other first. If they are sound, the pellet is cracked or gone: this key tells no step. Hunt for it, or have a dealer read another key.',
      };
    case 'short':
      return {
        title: 'Next to nothing',
        next: 'The tips touch each other or the blade’s metal. Measure across the pellet alone; if it stays, the pellet is bridged and tells no step.',
      };
    case 'off':
      return {
        title: 'None of the steps',
        next: `${answer.band ? ohmsWords(answer.band.ohms) : 'It'} is off this ladder. Look at unit and range, at the year and the blade that were taken, and whether the key is of this car.`,
      };
  }
}

/** What was taken for granted of a typed value, or what slip may be in it; null where nothing was. */
export function typedWords(typed: TypedOhms): string | null {
  if (typed.kind === 'open') return null;
  if (typed.unitTaken !== null) return `taken as ${typed.unitTaken}`;
  if (typed.slip === null) return null;
  return `off the ladder: is ${ohmsWords(typed.ohms * typed.slip)} meant?`;
}
