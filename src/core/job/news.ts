import { type BureauKind, bureauNames } from '@/core/authority/bureau';
import { formatDay, type LocalDay, localMoment } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import type { StationName } from './stations';

/** What people are told of without looking, and the station at which it is seen and done. */
export const newsKinds = {
  accepted: { name: 'Accepted', station: 'quote' },
  message: { name: 'The customer writes', station: 'quote' },
  time: { name: 'Another time is asked for', station: 'quote' },
  answer: { name: 'The code service answered', station: 'prepare' },
  parcel: { name: 'Parcel due', station: 'quote' },
  wait: { name: 'A wait is over', station: 'program' },
  late: { name: 'A promise is in danger', station: 'quote' },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly station: StationName }>>;
export type NewsKind = keyof typeof newsKinds;

/** What happened, by its kind. */
export type NewsFact =
  | {
      readonly kind: 'accepted';
      /** The name of what was accepted. */
      readonly option: string;
      readonly totalMinor: number;
      readonly currency: string;
      /** Who took it down; null where the customer did it by link. */
      readonly takenBy: string | null;
      readonly wanted: string | null;
      /** A time of the van is reserved. */
      readonly planned: boolean;
    }
  /** Null once names and words were taken out. */
  | { readonly kind: 'message' | 'time'; readonly words: string | null }
  | { readonly kind: 'answer'; readonly asked: BureauKind; readonly failure: string | null }
  | { readonly kind: 'parcel'; readonly dueOn: LocalDay }
  | { readonly kind: 'wait'; readonly ends: string }
  | { readonly kind: 'late'; readonly from: Date; readonly heldAt: string | null }
  | { readonly kind: 'late'; readonly promisedBy: LocalDay };

/** What happened, and what to do now; each a sentence. */
export interface NewsWords {
  readonly what: string;
  readonly todo: string;
}

export function newsWords(
  fact: NewsFact,
  { zone, locale, at }: { readonly zone: string; readonly locale: string; readonly at: Date },
): NewsWords {
  const today = localMoment(at, zone).day;
  switch (fact.kind) {
    case 'accepted': {
      const { option, totalMinor, currency, takenBy, wanted, planned } = fact;
      const price = formatMoney({ minor: totalMinor, currency }, locale);
      const when = wanted ? ` Wished for: ${wanted}.` : '';
      return {
        what: `${option}, ${price}${takenBy === null ? '' : `, taken down by ${takenBy}`}.${when}`,
        todo: planned ? 'Confirm the time that is reserved.' : 'Agree a time, and reserve it.',
      };
    }
    case 'message':
      return { what: quoted(fact.words), todo: 'Answer here, or call.' };
    case 'time':
      return { what: quoted(fact.words), todo: 'Move the time that is reserved, or answer.' };
    case 'answer':
      return fact.failure === null
        ? {
            what: `${bureauNames[fact.asked]}: it is sealed with the job.`,
            todo: 'Look at it when it is needed.',
          }
        : { what: `${bureauNames[fact.asked]}: ${fact.failure}`, todo: 'Ask again, or take another way.' };
    case 'parcel':
      return {
        what: `What was ordered is due ${fact.dueOn < today ? 'since ' : ''}${formatDay(fact.dueOn, today)}.`,
        todo: 'Book it in at Van once it is here, and agree a time.',
      };
    case 'wait':
      return { what: `By its usual time it is over: it ${fact.ends}.`, todo: 'Look at the car.' };
    case 'late': {
      if ('promisedBy' in fact)
        return {
          what: `Four in five were to be ready by ${formatDay(fact.promisedBy, today)}; this one is not.`,
          todo: 'Tell the customer what holds it up.',
        };
      const { day, hour } = localMoment(fact.from, zone);
      const began = `${day === today ? '' : `${formatDay(day, today)} `}${hour}`;
      return fact.heldAt === null
        ? {
            what: `Its time began at ${began}, and nobody is at the car.`,
            todo: 'Call the customer, or move the time.',
          }
        : {
            what: `Its time begins at ${began}, and the van is still at ${fact.heldAt}.`,
            todo: 'Call the customer, or send another van.',
          };
    }
  }
}

function quoted(words: string | null): string {
  return words === null ? 'What was written was taken out.' : `“${words}”`;
}
