import { whys } from '@/core/identify/line/reading';
import { outcomes } from '@/core/job/closing';
import { eventKinds } from '@/core/job/events/events';
import type { Job } from '@/core/job/job';
import { routeKinds } from '@/core/programming/route';
import { list, moment, number, object, oneOf, orNull, type Schema, text, uuid, whole, yesNo } from './schema';

interface JobRow {
  readonly number: number;
  readonly openedAt: Date;
  readonly make: string | null;
  readonly model: string | null;
  readonly carWords: string;
  readonly year: number | null;
  readonly vin: string | null;
  readonly why: string | null;
  readonly route: string | null;
  readonly outcome: string | null;
}

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
}: JobRow) {
  return { number: own, openedAt, make, model, carWords, year, vin, why, route, outcome };
}

/** One job: what was told of the car, the keys, what was seen and found, how it stands. */
export function jobAnswer(job: Job) {
  const { make, model, carWords, year, ignition, market, vin, why, access, place } = job.call;
  return {
    number: job.number,
    version: job.version,
    openedAt: job.openedAt,
    openedBy: job.openedBy,
    car: { make, model, carWords, year, ignition, market, vin },
    why,
    access,
    place,
    keysWanted: job.keysWanted,
    keys: job.keys.map(({ tag, name, presence, rank, blade, madeHere }) => ({
      tag,
      name,
      presence,
      rank,
      blade,
      madeHere,
    })),
    applicationId: job.applicationId,
    applicationReason: job.applicationReason,
    route: job.route,
    given: job.given.map(({ kind, answer, value }) => ({ kind, answer, value })),
    facts: job.facts.map(({ kind, value }) => ({ kind, value })),
    closed: job.closed && { at: job.closed.at, by: job.closed.by, outcome: job.closed.outcome },
  };
}

const outcome = oneOf(Object.keys(outcomes));

const jobRowSchema = object({
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

export const jobsAnswerSchema: Schema = object({ jobs: list(jobRowSchema), next: orNull(whole) });

export const jobAnswerSchema: Schema = object({
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
  keys: list(object({ tag: whole, name: text, presence: text, rank: text, blade: text, madeHere: yesNo })),
  applicationId: orNull(uuid),
  applicationReason: orNull(text),
  route: orNull(oneOf(routeKinds)),
  given: list(object({ kind: text, answer: text, value: orNull(text) })),
  facts: list(object({ kind: text, value: text })),
  closed: orNull(object({ at: moment, by: text, outcome })),
});

const count = (most: number) => orNull({ type: 'integer', minimum: 0, maximum: most });

export const openJobRequestSchema: Schema = object({
  line: { type: 'string', maxLength: 400 },
  year: orNull({ type: 'integer', minimum: 1950, maximum: 2100 }),
  makeId: orNull(uuid),
  modelId: orNull(uuid),
  carWords: { type: 'string', maxLength: 80 },
  ignition: orNull(oneOf(['turn', 'push'])),
  market: orNull({ type: 'string', minLength: 1, maxLength: 40 }),
  vin: orNull({ type: 'string', pattern: '^[A-HJ-NPR-Z0-9]{17}$' }),
  why: orNull(oneOf(whys)),
  access: orNull(oneOf(['open', 'locked'])),
  placeId: orNull(uuid),
  distanceKm: orNull({ type: 'number', minimum: 0, maximum: 999 }),
  urgent: yesNo,
  day: orNull({ type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$' }),
  from: orNull({ type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' }),
  by: orNull({ type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' }),
  placeDetail: orNull({ type: 'string', minLength: 1, maxLength: 200 }),
  note: orNull({ type: 'string', minLength: 1, maxLength: 2000 }),
  name: orNull({ type: 'string', minLength: 1, maxLength: 80 }),
  phone: orNull({ type: 'string', minLength: 4, maxLength: 24 }),
  working: count(8),
  lost: count(8),
  wanted: count(5),
  keyCode: orNull({ type: 'string', minLength: 2, maxLength: 40 }),
});

export const openJobAnswerSchema: Schema = object({ number: whole });

export const eventRequestSchema: Schema = object({
  id: uuid,
  kind: oneOf(eventKinds),
  deviceAt: moment,
  basedOn: { type: 'integer', minimum: 0 },
  content: { type: 'object' },
});

export const eventAnswerSchema: Schema = { type: 'object', properties: { seq: number } };
