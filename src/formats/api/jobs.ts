import { whys } from '@/core/identify/line/reading';
import { outcomes } from '@/core/job/closing';
import type { Job } from '@/core/job/job';
import { routeKinds } from '@/core/programming/route';
import { CuttingListInput } from '@/inputs/blade-inputs';
import { OpenJobInput } from '@/inputs/call-input';
import { EventInput } from '@/inputs/event-input';
import { eventContents } from '@/inputs/events/contents';
import { asJson, idPath, numbered, operation, type Paths, query } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, keyOf, list, moment, object, oneOf, orNull, text, uuid, whole, yesNo } from './schema';

const outcome = keyOf(outcomes);

const jobRow = object({
  number: whole,
  openedAt: moment,
  make: orNull(text),
  model: orNull(text),
  carWords: text,
  year: orNull(whole),
  vin: orNull(text),
  why: orNull(text),
  route: orNull(oneOf(routeKinds)),
  outcome: orNull(outcome),
});

const jobs = object({ jobs: list(jobRow), next: orNull(whole) });

const job = object({
  number: whole,
  version: whole,
  openedAt: moment,
  openedBy: text,
  car: object({
    make: orNull(text),
    model: orNull(text),
    carWords: text,
    year: orNull(whole),
    ignition: orNull(oneOf(['turn', 'push'])),
    market: orNull(text),
    vin: orNull(text),
  }),
  why: orNull(oneOf(whys)),
  access: orNull(oneOf(['open', 'locked'])),
  place: orNull(text),
  keysWanted: whole,
  /** Works of the shop's prices that it is quoted with. */
  works: list(object({ name: text, count: whole })),
  keys: list(object({ tag: whole, name: text, presence: text, rank: text, blade: text, madeHere: yesNo })),
  applicationId: orNull(uuid),
  applicationReason: orNull(text),
  route: orNull(oneOf(routeKinds)),
  given: list(object({ kind: text, answer: text, value: orNull(text) })),
  facts: list(object({ kind: text, value: text })),
  closed: orNull(object({ at: moment, by: text, outcome })),
});

/** A job in a list, without the customer's name. */
export function jobRowAnswer({
  number: own,
  openedAt,
  make,
  model,
  carWords,
  year,
  vin,
  why,
  route,
  outcome,
}: Answer<typeof jobRow>): Answer<typeof jobRow> {
  return { number: own, openedAt, make, model, carWords, year, vin, why, route, outcome };
}

/** One job: what was told of the car, the keys, what was seen and found, how it stands. */
export function jobAnswer(shown: Job): Answer<typeof job> {
  const { make, model, carWords, year, ignition, market, vin, why, access, place } = shown.call;
  return {
    number: shown.number,
    version: shown.version,
    openedAt: shown.openedAt,
    openedBy: shown.openedBy,
    car: { make, model, carWords, year, ignition, market, vin },
    why,
    access,
    place,
    keysWanted: shown.keysWanted,
    works: shown.terms.works.map(({ name, count }) => ({ name, count })),
    keys: shown.keys.map(({ tag, name, presence, rank, blade, madeHere }) => ({
      tag,
      name,
      presence,
      rank,
      blade,
      madeHere,
    })),
    applicationId: shown.applicationId,
    applicationReason: shown.applicationReason,
    route: shown.route,
    given: shown.given.map(({ kind, answer, value }) => ({ kind, answer, value })),
    facts: shown.facts.map(({ kind, value }) => ({ kind, value })),
    closed: shown.closed && { at: shown.closed.at, by: shown.closed.by, outcome: shown.closed.outcome },
  };
}

/** The content of an event is of its kind. */
const content = { anyOf: Object.values(eventContents).map((Class) => requestSchema(Class)) };

export const jobPaths: Paths = {
  '/jobs': {
    get: operation({
      scope: 'jobs',
      summary: 'Jobs, newest first, by number, name, make, model or VIN',
      parameters: [query('q', text), query('before', whole)],
      answer: jobs,
      refusals: [],
    }),
    post: operation({
      summary: 'Opens a job from a call',
      request: requestSchema(OpenJobInput),
      answer: object({ number: whole }),
      status: '201',
      refusals: asJson,
    }),
  },
  '/jobs/{number}': {
    get: operation({
      scope: 'jobs',
      summary: 'One job',
      parameters: [numbered],
      answer: job,
      refusals: ['404'],
    }),
  },
  '/jobs/{number}/events': {
    post: operation({
      summary: 'Appends an event to a job; the same one sent again changes nothing',
      parameters: [numbered],
      request: requestSchema(EventInput, { content }),
      answer: object({ seq: whole, repeated: yesNo }),
      status: '201',
      refusals: ['400', '404', '409', '413', '415'],
    }),
  },
  '/jobs/{number}/secrets/{id}': {
    post: operation({
      summary: 'Shows one secret of a job to a person who may see it; every look is written to the audit',
      parameters: [numbered, idPath],
      answer: object({ value: text }),
      refusals: ['404', '409'],
    }),
  },
  '/jobs/{number}/cutting-list': {
    post: operation({
      summary:
        'A bitting of a job as a list for a machine (CSV, JSON) or a card with the blade at true scale (PDF); behind the gate of where it is cut',
      parameters: [numbered],
      request: requestSchema(CuttingListInput),
      answerType: 'application/json',
      refusals: ['400', '404', '409', '413', '415'],
    }),
  },
  '/jobs/{number}/sheet': {
    get: operation({
      summary: 'The job sheet on one page',
      parameters: [numbered],
      answerType: 'application/pdf',
      refusals: ['404'],
    }),
  },
  '/jobs/{number}/photographs': {
    post: operation({
      summary: 'Keeps a photograph with a job, sealed; sent as the image, up to 2 MB',
      parameters: [numbered, query('id', uuid), query('of', text), query('run', uuid)],
      files: { 'image/jpeg': text, 'image/png': text },
      answer: object({ id: uuid }),
      status: '201',
      refusals: ['400', '404', '409', '413', '415'],
    }),
  },
  '/jobs/{number}/photographs/{id}': {
    get: operation({
      summary: 'A photograph of a job; looking at it is on record',
      parameters: [numbered, idPath],
      answerType: 'image/jpeg',
      refusals: ['404'],
    }),
  },
  '/jobs/{number}/handover': {
    get: operation({
      summary: 'What the customer is told with his keys, on one page; a draft until the job is closed',
      parameters: [numbered],
      answerType: 'application/pdf',
      refusals: ['404'],
    }),
  },
  '/receipts/{number}': {
    get: operation({
      summary: 'A receipt as it was given',
      parameters: [numbered],
      answerType: 'application/pdf',
      refusals: ['404'],
    }),
  },
  '/jobs/{number}/labels': {
    post: operation({
      summary: 'Labels for the keys of a job',
      parameters: [numbered],
      answerType: 'application/pdf',
      refusals: ['404'],
    }),
  },
};
