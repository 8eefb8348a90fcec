import type { Job } from '@/core/job/job';
import type { JobTerms } from '@/core/job/terms';
import type { Actor, PersonActor, ShopActor } from '@/core/kinds/actor';
import { instantOf, type LocalDay, localMoment } from '@/core/kinds/local-time';
import { minorOf } from '@/core/kinds/money';
import { type Failed, failed } from '@/core/kinds/result';
import { highestAgreed } from '@/core/quote/bargain';
import type { OwnWork } from '@/core/quote/price-rules';
import type { Db } from '@/data/db';
import { updateChoices } from '@/data/job-writes';
import { readPriceRules } from '@/data/price-rules';
import { listAccounts, listCoupons, storeJobTerms } from '@/data/quote-terms';
import { getShopOrThrow } from '@/data/shop';
import { listVans } from '@/data/vans';
import type { JobEdit } from '@/inputs/job-inputs';
import {
  type AddWorkInput,
  type AgreePriceInput,
  type HandPriceInput,
  mostTimes,
  mostWorks,
  type QuoteTermsInput,
  type VisitInput,
  type WorksInput,
} from '@/inputs/quote-inputs';
import { type Asked, once } from '../asking/once';
import { readAs } from '../asking/read-as';
import { type Edited, editJob, editJobIn } from '../editing/edit-job';
import { readStandingBeside } from '../editing/gates';
import { sections } from '../editing/sections';
import { endVisit, reserveVisit } from '../shop/visits';
import { jobViewIn } from '../view/job-view';

/** Sets the terms on which a job is quoted: book, preference, waiting, account, coupon. */
export async function setTerms(actor: PersonActor, input: QuoteTermsInput): Promise<Edited> {
  return editJob(actor, input, sections.terms, async (db, job) => {
    const { book, prefer, flexible, waitsFilled, accountId, couponCode } = input;
    const { day } = localMoment(actor.at, (await getShopOrThrow(db)).zone);
    if (accountId !== null && !(await listAccounts(db, day)).some(({ id }) => id === accountId))
      return failed('This account is not on the list.', 'accountId');
    const code = couponCode?.toUpperCase();
    const coupon = code ? (await listCoupons(db, day)).find((one) => one.code === code) : undefined;
    if (code && !coupon) return failed('No coupon of this code holds today.', 'couponCode');
    const couponId = coupon?.id ?? null;
    await storeJobTerms(db, job.id, {
      ...job.terms,
      book,
      prefer,
      flexible,
      waitsFilled,
      accountId,
      couponId,
    });
    return undefined;
  });
}

/** Sets the works of the shop that the job is quoted with, beside what the keys take. */
export async function setWorks(actor: PersonActor, input: WorksInput): Promise<Edited> {
  return editJob(actor, input, sections.terms, async (db, job, { works }) => {
    const { day } = localMoment(actor.at, (await getShopOrThrow(db)).zone);
    const unknown = await unknownWork(db, day, works, job.terms.works);
    if (unknown !== undefined)
      return failed(`‘${unknown}’ is no work of the shop’s prices, or stands there twice.`, 'works');
    await storeJobTerms(db, job.id, {
      ...job.terms,
      works: works.map(({ name, count }) => ({ name, count })),
    });
    return undefined;
  });
}

/** Adds a work of the shop to those that a job is quoted with, once for its key. */
export function addWork(actor: ShopActor, asked: Asked, input: JobEdit & AddWorkInput): Promise<Edited> {
  return once(actor, asked, (db) => editJobIn(db, actor, input, sections.terms, withWork));

  async function withWork(db: Db, job: Job, { name, count }: AddWorkInput): Promise<Failed | undefined> {
    const { day } = localMoment(actor.at, (await getShopOrThrow(db)).zone);
    const { works } = job.terms;
    const stands = works.find((work) => work.name === name)?.count ?? 0;
    const all = stands > 0 ? works : [...works, { name, count: 0 }];
    const unknown = await unknownWork(db, day, all, works);
    if (unknown !== undefined) return failed(`‘${unknown}’ is no work of the shop’s prices.`, 'name');
    if (all.length > mostWorks) return failed(`Up to ${mostWorks} works on a job.`, 'name');
    if (stands + count > mostTimes)
      return failed(`Up to ${mostTimes} times on a job; it stands there ${stands} times.`, 'count');
    const counted = all.map((work) => (work.name === name ? { name, count: stands + count } : work));
    await storeJobTerms(db, job.id, { ...job.terms, works: counted });
    return undefined;
  }
}

/** The works of today's prices. */
export async function readWorks(actor: Actor): Promise<readonly OwnWork[]> {
  const db = readAs(actor);
  const { day } = localMoment(actor.at, (await getShopOrThrow(db)).zone);
  return (await readPriceRules(db, day))?.ownWorks ?? [];
}

/** A work that was picked now and is none of the day's prices, or stands there twice. */
async function unknownWork(
  db: Db,
  day: LocalDay,
  works: JobTerms['works'],
  before: JobTerms['works'],
): Promise<string | undefined> {
  if (works.length === 0) return undefined;
  const own = (await readPriceRules(db, day))?.ownWorks ?? [];
  const known = new Set([...own, ...before].map(({ name }) => name));
  return works.find(({ name }, at) => !known.has(name) || works.findIndex((one) => one.name === name) < at)
    ?.name;
}

/** Keeps the price that was agreed for an option, in place of the shop's own; or takes it back. */
export async function agreePrice(actor: PersonActor, input: AgreePriceInput): Promise<Edited> {
  return editJob(actor, input, sections.terms, async (db, job) => {
    const view = await jobViewIn(db, actor, job.number);
    const option = view?.quote?.options.find(({ kind }) => kind === input.option);
    if (!option?.available || option.earnings === null)
      return failed('The shop takes no price for this option.', 'option');
    const quote = view?.quote;
    const highest = quote && highestAgreed(input.option, quote.request, quote.snapshot);
    if (input.minor !== null && highest != null && input.minor > highest)
      return failed('More than the shop’s own price: nothing above it is agreed.', 'minor');
    if (input.minor === 0 && actor.role === 'trainee' && view?.shop.rules.freePrice === 'secondPerson') {
      const { secondPerson } = await readStandingBeside(db, actor, job.id);
      if (!secondPerson)
        return failed(
          'A price of nothing: a trainee needs a second person, who signs in for this job first.',
          'minor',
        );
    }
    await storeJobTerms(db, job.id, {
      ...job.terms,
      agreedOption: input.minor === null ? null : input.option,
      agreedMinor: input.minor,
    });
    return undefined;
  });
}

/** Keeps what somebody priced by hand; nothing of it takes it back. */
export async function setHandPrice(actor: PersonActor, input: HandPriceInput): Promise<Edited> {
  return editJob(actor, input, sections.handPrice, async (db, job, { articles, lines, minutes }) => {
    const { currency } = await getShopOrThrow(db);
    const minor = (amount: number) => minorOf(amount, currency);
    const none = articles.length + lines.length === 0;
    await storeJobTerms(db, job.id, {
      ...job.terms,
      hand: none
        ? null
        : {
            currency,
            articles: articles.map(({ article, pieces }) => ({ article: article.trim(), pieces })),
            lines: lines.map(({ label, goods, amount }) => ({
              label: label.trim(),
              goods,
              minor: minor(amount),
            })),
            minutes,
          },
    });
    return undefined;
  });
}

/** Reserves a time of a van for the job, or gives it back. */
export async function reserveTime(actor: PersonActor, input: VisitInput): Promise<Edited> {
  return editJob(actor, input, sections.appointment, async (db, job) => {
    if (!(await listVans(db)).some(({ id }) => id === input.vanId))
      return failed('This van is not on the list.', 'vanId');
    const { day, from, to } = input;
    await updateChoices(db, job.id, { vanId: input.vanId });
    if (day === null || from === null || to === null) {
      if (day !== null || from !== null || to !== null)
        return failed('A day with both hours, or none of them.', 'day');
      await endVisit(db, job.id, false);
      return undefined;
    }
    if (from >= to) return failed('It ends before it begins.', 'to');
    const { zone } = await getShopOrThrow(db);
    const time = { from: instantOf({ day, hour: from }, zone), to: instantOf({ day, hour: to }, zone) };
    if (localMoment(time.from, zone).day !== day) return failed('There is no such day.', 'day');
    if (time.to <= actor.at) return failed('This time is over.', 'day');
    return reserveVisit(db, job.id, input.vanId, time, actor.at);
  });
}
