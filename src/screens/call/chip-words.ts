import { type Lexicon, whyNames } from '@/core/identify/line/reading';
import type { CallFacts } from '@/core/job/told-call';
import { formatDay } from '@/core/kinds/local-time';
import { type DistanceUnit, formatDistance } from '@/core/kinds/units';
import type { ChipName } from './call-facts';

export interface WordsContext {
  readonly lexicon: Lexicon;
  readonly unit: DistanceUnit;
  readonly today: string;
}

export const chipLabels: Record<ChipName, string> = {
  make: 'make',
  model: 'model',
  year: 'year',
  start: 'start',
  keys: 'keys',
  buttons: 'its remote',
  why: 'why',
  open: 'car is',
  where: 'where',
  when: 'when',
  also: 'also',
};

/** What is asked where nothing was said. */
export const askLabels: Record<ChipName, string> = {
  ...chipLabels,
  start: 'push or turn',
  open: 'open or locked',
  keys: 'how many keys',
  buttons: 'how many buttons',
};

/** What a chip shows; empty where nothing was said. */
export function chipWords(chip: ChipName, facts: CallFacts, context: WordsContext): string {
  switch (chip) {
    case 'make':
      return context.lexicon.makes.find(({ id }) => id === facts.makeId)?.name ?? '';
    case 'model':
      return context.lexicon.models.find(({ id }) => id === facts.modelId)?.name ?? facts.carWords;
    case 'year':
      return facts.year === null ? '' : [facts.year, facts.yearTo].filter(Boolean).join(' or ');
    case 'start':
      return facts.ignition ?? '';
    case 'keys':
      return keyWords(facts);
    case 'buttons':
      return facts.buttons ? `${facts.buttons} ${facts.buttons === 1 ? 'button' : 'buttons'}` : '';
    case 'why':
      return facts.why ? whyNames[facts.why] : '';
    case 'open':
      return facts.access ?? '';
    case 'where':
      return placeWords(facts, context);
    case 'when':
      return whenWords(facts, context);
    case 'also':
      return alsoWords(facts);
  }
}

function alsoWords({ danger, erase, used, valet, rival }: CallFacts): string {
  return [
    danger && 'somebody shut in',
    valet && 'the key is the valet’s',
    erase && 'erase what is not here',
    used && 'a used key would do',
    rival != null && `another firm asks ${rival}`,
  ]
    .filter(Boolean)
    .join(', ');
}

function keyWords({ working, lost, wanted }: CallFacts): string {
  const parts = [
    working !== null && (working === 0 ? 'none works' : `${working} ${working === 1 ? 'works' : 'work'}`),
    lost !== null && `${lost} lost`,
    wanted !== null && `${wanted} wanted`,
  ];
  return parts.filter(Boolean).join(', ');
}

function placeWords({ placeId, distanceKm }: CallFacts, { lexicon, unit }: WordsContext): string {
  const place = lexicon.places.find(({ id }) => id === placeId);
  const km = distanceKm ?? place?.distanceKm;
  return [place?.name, km === undefined ? '' : formatDistance(km, unit)].filter(Boolean).join(', ');
}

function whenWords({ urgent, day, from, by }: CallFacts, { today }: WordsContext): string {
  const hours = [from && `from ${from}`, by && `by ${by}`].filter(Boolean).join(' ');
  const words = [day || hours ? formatDay(day ?? today, today) : '', hours].filter(Boolean).join(' ');
  return [urgent ? 'now' : '', words].filter(Boolean).join(', ');
}
