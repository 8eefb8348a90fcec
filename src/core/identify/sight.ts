import type { Access } from './line/reading';
import { type QuestionKind, questionKinds } from './question-kinds';

/** Where the person stands who is asked or looks: on the phone, or at the car with the van's tools. */
export const stands = { phone: 'On the phone', car: 'At the car' } as const;
export type Stand = keyof typeof stands;

/** What is there to be looked at. */
export interface Sight {
  readonly stand: Stand;
  /** A key of the car is in hand, or the owner had one and remembers it. */
  readonly key: 'inHand' | 'remembered';
  /** Null where nobody has said. */
  readonly access: Access | null;
}

/** How a question is put where somebody stands: by looking, or of memory. */
export interface Asking {
  readonly ask: string;
  readonly how: string;
  readonly seconds: number;
  /** How far the answer is to be relied on, 0.5 to 0.995; of the year and the month their own reading counts. */
  readonly reliability: number;
}

/** With everything in hand at an open car: what the bench asks where nothing is said of it. */
export const everything: Sight = { stand: 'car', key: 'inHand', access: 'open' };

type Asked = Omit<Asking, 'ask'> & { readonly ask?: string };

/** What the owner remembers of a key that is not here. */
const remembered: Partial<Record<QuestionKind, Asked>> = {
  buttons: {
    ask: 'How many buttons had its remote?',
    how: 'the owner’s memory',
    seconds: 8,
    reliability: 0.8,
  },
  chipMark: { ask: 'Which mark was on the key?', how: 'the owner’s memory', seconds: 12, reliability: 0.6 },
  profile: { ask: 'How was the blade cut?', how: 'the owner’s memory', seconds: 12, reliability: 0.65 },
};

/** What a caller can see of a key in hand, with bare eyes. */
const shownByCaller: Partial<Record<QuestionKind, Asked>> = {
  buttons: { how: 'the caller looks at the remote', seconds: 8, reliability: 0.95 },
  chipMark: { how: 'the caller looks at the key', seconds: 25, reliability: 0.85 },
  profile: { how: 'the caller looks at the blade', seconds: 20, reliability: 0.8 },
};

/** What the owner knows of the car without standing in it. */
const knownOfCar: Partial<Record<QuestionKind, Asked>> = {
  ignition: { how: 'the owner knows', seconds: 5, reliability: 0.97 },
  equipment: { how: 'the owner knows', seconds: 15, reliability: 0.8 },
  market: { how: 'the owner or the papers', seconds: 12, reliability: 0.95 },
  modelYear: { how: 'the papers, where they are at hand', seconds: 40, reliability: 0.97 },
};

/** What a caller reads at the car, where it is open. */
const readByCaller: Partial<Record<QuestionKind, Asked>> = {
  madeMark: { how: 'the caller opens the driver’s door', seconds: 60, reliability: 0.9 },
  buildMonth: { how: 'the caller reads the sticker on the door', seconds: 60, reliability: 0.96 },
};

const ofKey: ReadonlySet<QuestionKind> = new Set([
  'profile',
  'bladeWidth',
  'chipMark',
  'chipFamily',
  'frequency',
  'buttons',
  'board',
]);
const ofInside: ReadonlySet<QuestionKind> = new Set(['madeMark', 'buildMonth', 'equipment']);

/**
 * How a question is put with what is there; null where nobody there can answer it. With no key in hand nothing is asked
 * that needs one but what the owner remembers; of a locked car, or one far away, nothing that wants its inside.
 */
export function askingOf(kind: QuestionKind, sight: Sight): Asking | null {
  const usual = questionKinds[kind];
  const asked = (found: Asked | undefined): Asking | null =>
    found ? { ...found, ask: found.ask ?? usual.ask } : null;
  if (ofKey.has(kind) && sight.key === 'remembered') return asked(remembered[kind]);
  if (sight.stand === 'car')
    return ofInside.has(kind) && sight.access === 'locked' ? asked(knownOfCar[kind]) : usual;
  if (ofKey.has(kind)) return asked(shownByCaller[kind]);
  return asked(knownOfCar[kind] ?? (sight.access === 'open' ? readByCaller[kind] : undefined));
}
