import type { LineRead } from '@/core/identify/identification';
import { stockGrades, stockStates } from '@/core/supply/movements';
import { CallLineInput } from '@/inputs/call-input';
import { AddWorkInput } from '@/inputs/quote-inputs';
import { MoveStockInput } from '@/inputs/stock-input';
import { lineRead, lineReadAnswer } from './identify';
import { asChange, keyHeader, numbered, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, keyOf, list, object, oneOf, orNull, text, uuid, whole } from './schema';

const opened = object({
  number: whole,
  read: lineRead,
  /** What the line leaves open, to be asked. */
  problems: list(text),
});

/** A job that was opened from a line. */
export function openedAnswer({
  number,
  read,
}: {
  readonly number: number;
  readonly read: LineRead;
}): Answer<typeof opened> {
  return { number, read: lineReadAnswer(read), problems: read.problems };
}

const stock = object({
  /** Null is the workshop. */
  places: list(object({ vanId: orNull(uuid), name: text })),
  stock: list(
    object({
      vanId: orNull(uuid),
      article: text,
      state: oneOf(stockStates),
      grade: keyOf(stockGrades),
      quantity: whole,
    }),
  ),
});

const works = object({
  works: list(object({ name: text, minor: orNull(whole), minutes: whole })),
});

/** What lies where, for programs. */
export function stockAnswer(view: {
  readonly vans: readonly { readonly id: string; readonly name: string }[];
  readonly stock: Answer<typeof stock>['stock'];
}): Answer<typeof stock> {
  return {
    places: [{ vanId: null, name: 'Workshop' }, ...view.vans.map(({ id, name }) => ({ vanId: id, name }))],
    stock: view.stock.map(({ vanId, article, state, grade, quantity }) => ({
      vanId,
      article,
      state,
      grade,
      quantity,
    })),
  };
}

/** The works of today's prices; `minor` is null where the minutes are charged. */
export function worksAnswer(found: Answer<typeof works>['works']): Answer<typeof works> {
  return { works: found.map(({ name, minor, minutes }) => ({ name, minor, minutes })) };
}

/** What programs may change. Each change has a key, and is done once for it. */
export const programPaths: Paths = {
  '/calls': {
    post: operation({
      scope: 'calls',
      summary: 'Opens a job from a caller’s line, read as at Call; what looks like a code is left out',
      parameters: [keyHeader],
      request: requestSchema(CallLineInput),
      answer: opened,
      status: '201',
      refusals: asChange,
    }),
  },
  '/works': {
    get: operation({ scope: 'works', summary: 'The works of today’s prices', answer: works, refusals: [] }),
  },
  '/jobs/{number}/works': {
    post: operation({
      scope: 'works',
      summary:
        'Adds a work of the shop’s prices to what a job is quoted with; the version is the one that was read',
      parameters: [numbered, keyHeader],
      request: requestSchema(AddWorkInput),
      answer: object({ version: whole }),
      status: '201',
      refusals: asChange,
    }),
  },
  '/stock': {
    get: operation({ scope: 'stock', summary: 'What lies where', answer: stock, refusals: [] }),
    post: operation({
      scope: 'stock',
      summary:
        'Writes a movement of stock: what arrived, was used or sent back, went elsewhere or was counted',
      parameters: [keyHeader],
      request: requestSchema(MoveStockInput),
      answer: object({ lies: whole }),
      status: '201',
      refusals: asChange,
    }),
  },
};
