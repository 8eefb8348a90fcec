import { v7 as uuid } from 'uuid';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { type LocalDay, localMoment } from '@/core/kinds/local-time';
import { exactMinor, formatMoney } from '@/core/kinds/money';
import { done, failed, type Result } from '@/core/kinds/result';
import { type Bill, billOf, type Receipt, receiptOf, warrantyDay } from '@/core/quote/receipt';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob } from '@/data/live';
import {
  findReceipt,
  findReceiptByLink,
  insertPayment,
  insertReceipt,
  listPayments,
  listReceipts,
  type PaymentRow,
  type ReceiptRow,
} from '@/data/payments';
import { listAccounts } from '@/data/quote-terms';
import { listQuotes } from '@/data/quotes';
import { getShopOrThrow } from '@/data/shop';
import type { ReceiptHead } from '@/formats/pdf/receipt-pdf';
import type { MakeReceiptInput, TakeBackInput, TakePaymentInput } from '@/inputs/payment-inputs';
import { now } from '@/outside/clock';
import { changeAs, nobody, readAs } from '../asking/read-as';
import { readAsLink } from '../asking/read-as-link';
import { refusedFor } from '../duties';
import { guardTexts } from '../editing/guard-texts';
import { hashToken } from '../hash-token';
import { drawForShop } from '../shop/draw-paper';
import { firmOf } from '../shop/firm';
import { readSold, type Sold } from './sold';

/** What a job costs, what was taken, and the receipts that were given; undefined where nothing was quoted. */
export interface JobPayments {
  readonly quoteNumber: number;
  readonly option: string;
  /** Nobody has noted an acceptance: it is what was offered last. */
  readonly accepted: boolean;
  readonly currency: string;
  readonly depositMinor: number;
  readonly bill: Bill;
  readonly payments: readonly PaymentRow[];
  readonly receipts: readonly { readonly number: number; readonly madeAt: Date; readonly madeBy: string }[];
  /** The last day of the warranty, once the work was done; null where it was not, or where there is none. */
  readonly warrantyUntil: LocalDay | null;
  /** The job ended without the work: what was taken is to be given back. */
  readonly notDone: boolean;
  /** The trade account that it can be put on. */
  readonly account: string | null;
  /** Something was taken since the newest receipt, or there is none. */
  readonly receiptDue: boolean;
}

interface Ground {
  readonly job: Job;
  readonly sold: Sold;
  readonly payments: readonly PaymentRow[];
  readonly receipts: readonly ReceiptRow[];
  readonly account: { readonly name: string; readonly paysInDays: number } | undefined;
}

async function groundOf(db: Db, job: Job): Promise<Ground | undefined> {
  const sold = await readSold(db, { job, quotes: await listQuotes(db, job.id) });
  if (!sold) return undefined;
  const { zone } = await getShopOrThrow(db);
  // The account that was quoted, also where it has ended since.
  const accounts =
    job.terms.accountId === null ? [] : await listAccounts(db, localMoment(sold.quote.madeAt, zone).day);
  return {
    job,
    sold,
    payments: await listPayments(db, job.id),
    receipts: await listReceipts(db, job.id),
    account: accounts.find(({ id }) => id === job.terms.accountId),
  };
}

export async function readPayments(actor: Actor, job: Job): Promise<JobPayments | undefined> {
  const db = readAs(actor);
  const ground = await groundOf(db, job);
  if (!ground) return undefined;
  const { sold, payments, receipts, account } = ground;
  const { zone } = await getShopOrThrow(db);
  const newest = receipts[0];
  return {
    quoteNumber: sold.quote.number,
    option: sold.option.name,
    accepted: sold.accepted,
    currency: sold.quote.currency,
    depositMinor: sold.option.depositMinor,
    bill: billOf(sold.option, payments),
    payments,
    receipts: receipts.map(({ number, madeAt, madeBy }) => ({ number, madeAt, madeBy })),
    warrantyUntil: warrantyOf(ground, localMoment(job.closed?.at ?? actor.at, zone).day),
    notDone: endedUndone(job),
    account: account?.name ?? null,
    receiptDue: payments.length > (newest?.content.payments.length ?? 0),
  };
}

function endedUndone({ closed }: Job): boolean {
  return closed !== null && closed.outcome !== 'done' && closed.outcome !== 'partly';
}

/** The warranty begins with the work: before it there is no day to name. */
function warrantyOf({ job, sold }: Ground, today: LocalDay): LocalDay | null {
  const worked = job.closed ? !endedUndone(job) : job.log.attempts.some(({ result }) => result === 'worked');
  return worked ? warrantyDay(sold.option, today) : null;
}

/** Notes an amount that was taken. The same id again changes nothing; more than is due is refused. */
export async function takePayment(actor: PersonActor, input: TakePaymentInput): Promise<Result<null>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, input.number))) return failed('There is no such job.');
    const job = await findJob(db, input.number);
    const ground = job && (await groundOf(db, job));
    if (!ground) return failed('Offer a quote first: what is taken is taken for something.');
    const { sold, payments, account } = ground;
    if (payments.some(({ id }) => id === input.id)) return done(null);
    if (endedUndone(ground.job)) return failed('The work was not done: nothing is due for it.');
    const { currency } = sold.quote;
    const amountMinor = exactMinor(input.amount, currency);
    if (amountMinor === undefined) return failed(`Smaller than ${currency} has.`, 'amount');
    const { locale } = await getShopOrThrow(db);
    const { dueMinor } = billOf(sold.option, payments);
    if (amountMinor > dueMinor)
      return failed(
        dueMinor <= 0
          ? 'Nothing is due any more.'
          : `Only ${formatMoney({ minor: dueMinor, currency }, locale)} is due.`,
        'amount',
      );
    if (input.how === 'account' && !account)
      return failed('This customer has no account: choose one at Quote, or take it another way.', 'how');
    const kept = await insertPayment(db, {
      id: input.id,
      jobId: ground.job.id,
      how: input.how,
      amountMinor,
      currency,
      at: actor.at,
      takenById: actor.personId,
      takesBack: null,
      reason: null,
    });
    if (!kept) return failed('This amount was noted on another job.');
    await tell(db, actor, ground.job, 'job.paid', { how: input.how, amountMinor, currency });
    return done(null);
  });
}

/** Takes an amount back that was noted by mistake, or that was given back; once. */
export async function takeBack(actor: PersonActor, input: TakeBackInput): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'takeBack');
  if (mayNot) return mayNot;
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, input.number))) return failed('There is no such job.');
    const job = await findJob(db, input.number);
    const payments = job ? await listPayments(db, job.id) : [];
    const payment = payments.find(({ id, takesBack }) => id === input.id && takesBack === null);
    if (!job || !payment) return failed('There is no such amount.');
    const guarded = await guardTexts(db, actor, job.id, { reason: input.reason.trim() });
    if (!guarded.ok) return guarded;
    const kept = await insertPayment(db, {
      id: uuid(),
      jobId: job.id,
      how: payment.how,
      amountMinor: -payment.amountMinor,
      currency: payment.currency,
      at: actor.at,
      takenById: actor.personId,
      takesBack: payment.id,
      reason: guarded.value.input.reason,
    });
    if (!kept) return failed('It was taken back already.');
    const { how, amountMinor, currency } = payment;
    await tell(db, actor, job, 'job.paidBack', { how, amountMinor, currency });
    return done(null);
  });
}

/** Makes the receipt of what was taken until now, under the next number; where nothing was taken since the last one there is none. */
export async function makeReceipt(
  actor: PersonActor,
  { number }: MakeReceiptInput,
): Promise<Result<{ receipt: number }>> {
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, number))) return failed('There is no such job.');
    const job = await findJob(db, number);
    const ground = job && (await groundOf(db, job));
    if (!ground || ground.payments.length === 0) return failed('Note first what was taken, and how.');
    const { sold, payments, receipts, account } = ground;
    const [newest] = receipts;
    if (newest && newest.content.payments.length === payments.length) return done({ receipt: newest.number });
    const { zone } = await getShopOrThrow(db);
    const dayOf = (at: Date) => localMoment(at, zone).day;
    const content = receiptOf({
      quoteNumber: sold.quote.number,
      paper: sold.quote.paper,
      option: sold.option,
      payments: payments.map(({ how, amountMinor, at }) => ({ how, amountMinor, on: dayOf(at) })),
      madeOn: dayOf(actor.at),
      warrantyUntil: warrantyOf(ground, dayOf(ground.job.closed?.at ?? actor.at)),
      paysInDays: account?.paysInDays ?? null,
      replaces: newest?.number ?? null,
    });
    const receipt = await insertReceipt(db, {
      jobId: ground.job.id,
      content,
      madeAt: actor.at,
      madeBy: actor.personId,
    });
    await tell(db, actor, ground.job, 'job.receipt', { receipt, totalMinor: content.totalMinor });
    return done({ receipt });
  });
}

async function tell(
  db: Db,
  actor: PersonActor,
  job: Job,
  action: string,
  details: Readonly<Record<string, string | number>>,
): Promise<void> {
  await appendAudit(db, actor, { action, subjectKind: 'job', subjectId: job.id, details });
  await announceJob(db, job.number);
}

/** A receipt as PDF; undefined for a number nobody has. */
export async function drawReceipt(actor: Actor, number: number): Promise<Uint8Array | undefined> {
  const row = await findReceipt(readAs(actor), number);
  return row && draw(row);
}

/** The newest receipt of the job that a customer's link is to, as PDF. */
export async function drawReceiptByLink(
  cookie: string,
): Promise<{ readonly number: number; readonly bytes: Uint8Array } | undefined> {
  const db = await readAsLink(cookie);
  const row = db && (await findReceiptByLink(db, hashToken(cookie), now()));
  return row && { number: row.number, bytes: await draw(row) };
}

async function draw({ number, jobNumber, madeAt, customer, content }: ReceiptRow): Promise<Uint8Array> {
  const shop = await getShopOrThrow(readAs(nobody));
  const head: ReceiptHead = {
    number,
    jobName: formatJobNumber(jobNumber),
    firm: firmOf(shop),
    customer,
    madeOn: localMoment(madeAt, shop.zone).day,
    locale: shop.locale,
  };
  const receipt: Receipt = content;
  return drawForShop({ kind: 'receipt', head, receipt });
}
