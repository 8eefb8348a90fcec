import { gate } from '@/core/authority/gate';
import { sealedWord, withoutParts } from '@/core/authority/sealed-words';
import { findSecrets, mapTexts, textsIn, triesIn } from '@/core/authority/secret-words';
import { secretName } from '@/core/authority/secrets';
import type { Actor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { countCompared, insertCompared, insertSealedText, nextSealedNumber } from '@/data/sealed-texts';
import { together } from '@/data/together';
import { leaveAnyway, writerOf } from '../asking/read-as';
import { markFor, type OpenVault, openVault, sealPart } from '../vault/vault';
import { standingOf } from './gates';

/**
 * A text that holds a secret must not tell so to whoever may not see it; so many tries are compared in one hour, for somebody
 * of the shop and for a customer's link.
 */
const mostCompared = { shop: 300, customer: 60 };
const hourMs = 3_600_000;

/**
 * Fields that nobody writes words into: they are looked up, counted or drawn, or one of a list. The same answer whatever
 * they hold.
 */
const noWords: ReadonlySet<string> = new Set([
  'kind',
  'moment',
  'plan',
  'state',
  'grade',
  'lock',
  'turns',
  'verdict',
  'route',
  'result',
  'how',
  'pinFrom',
  'presence',
  'rank',
  'blade',
  'faults',
  'known',
  'stage',
  'identityDocument',
  'rightDocument',
  'howSeen',
  'outcome',
  'ignition',
  'why',
  'access',
  'question',
  'choice',
  'chosenBy',
  'option',
  'book',
  'prefer',
  'vin',
  'carVin',
  'carPlate',
  'phone',
  'couponCode',
  'identityNumber',
  'rightNumber',
  'signature',
  'day',
  'from',
  'to',
]);

export interface Guarded<Input> {
  /** The input as it may be stored. */
  readonly input: Input;
  /** How many tries were held against the secrets, where the writer may not see them; for the audit. */
  readonly compared: number;
  /** Stores what holding them leaves: the parts that were sealed, and how many were compared. */
  readonly store: (db: Db) => Promise<void>;
}

/** What the texts of an input are held against. */
export interface TextGround {
  readonly jobId: string;
  readonly vault: OpenVault;
  /** Tries of this writer that were compared within the hour. */
  readonly compared: number;
  /** The number that the next sealed part gets. */
  readonly next: number;
}

/** Whether an input has words that a person reads and that must be held against the job's secrets. */
export function hasWords(input: unknown): boolean {
  return wordsIn(input).length > 0;
}

/** Reads what texts of this writer are held against. The job's row must be locked. */
export async function readTextGround(db: Db, actor: Actor, jobId: string): Promise<TextGround> {
  const writerId = writerOf(actor);
  const since = new Date(actor.at.getTime() - hourMs);
  const [vault, compared, next] = await together(
    db,
    (db) => openVault(db, jobId),
    async (db) => (writerId === null ? 0 : countCompared(db, { jobId, writerId, since })),
    (db) => nextSealedNumber(db, jobId),
  );
  return { jobId, vault, compared, next };
}

/**
 * Holds the texts of an input against the secrets of its job, in this one place. Whoever may see the secrets is refused
 * with the name of the one that a text holds. For everybody else the part that holds it is sealed, and the answer, and
 * what the writer reads afterwards, are as for any text; comparing is counted and limited either way.
 */
export function holdTexts<Input>(
  actor: Actor,
  input: Input,
  { jobId, vault, compared, next }: TextGround,
  maySee: boolean,
): Result<Guarded<Input>> {
  const texts = wordsIn(input);
  if (texts.length === 0) return done({ input, compared: 0, store: async () => {} });
  const secrets = [...vault.sealed.values()];
  if (maySee) {
    const told = secrets.find(({ value }) => texts.some((text) => findSecrets(text, [value]).length > 0));
    return told
      ? failed(
          `A text here holds ${secretName(told.envelope)} of this job. Name it and leave out what it says; it stays sealed.`,
        )
      : done({ input, compared: 0, store: async () => {} });
  }
  const writerId = writerOf(actor);
  const tries = texts.reduce((sum, text) => sum + triesIn(text), 0);
  if (compared + tries > mostCompared[actor.kind === 'customer' ? 'customer' : 'shop'])
    return failed('That is as much as one can write on this job in an hour. Try again later.');
  const values = secrets.map(({ value }) => value);
  const parts = new Map<string, string>();
  const { key } = vault;
  const seal = (part: string) => {
    if (!key) throw new Error('a part was found of a secret whose key is gone');
    const mark = markFor(key, writerId ?? 'system', part);
    parts.set(mark, part);
    return sealedWord(mark);
  };
  const sealed = mapTexts(input, (text, field) =>
    noWords.has(field) ? text : withoutParts(text, findSecrets(text, values), seal),
  );
  if (writerId === null) return done({ input: sealed, compared: tries, store: async () => {} });
  const count = (db: Db) => insertCompared(db, { jobId, writerId, at: actor.at, texts: tries });
  const store = async (db: Db) => {
    leaveAnyway(async (db) => {
      await count(db);
      await appendAudit(db, actor, {
        action: 'job.textsCompared',
        subjectKind: 'job',
        subjectId: jobId,
        details: { compared: tries },
      });
    });
    await together(
      db,
      count,
      ...[...parts].map(([mark, part], at) => (db: Db) => {
        if (!key) throw new Error('a part was sealed without a key');
        const row = { jobId, number: next + at, mark, dataKeyId: key.id };
        return insertSealedText(db, { ...row, body: sealPart(key, row, part), writerId, at: actor.at });
      }),
    );
  };
  return done({ input: sealed, compared: tries, store });
}

/** Holds the texts of an input and stores what that leaves. The job's row must be locked. */
export async function guardTexts<Input>(
  db: Db,
  actor: Actor,
  jobId: string,
  input: Input,
): Promise<Result<Guarded<Input>>> {
  if (!hasWords(input)) return done({ input, compared: 0, store: async () => {} });
  const [ground, maySee] = await together(
    db,
    (db) => readTextGround(db, actor, jobId),
    (db) => maySeeSecrets(db, actor, jobId),
  );
  const guarded = holdTexts(actor, input, ground, maySee);
  if (guarded.ok) await guarded.value.store(db);
  return guarded;
}

/** A customer never may. A person's texts come to open jobs only, so that a refused one need not be looked at here. */
async function maySeeSecrets(db: Db, actor: Actor, jobId: string): Promise<boolean> {
  return actor.kind === 'person' && gate('seeSecret', await standingOf(db, actor, jobId, true)).open;
}

/** The texts of an input that people read. */
function wordsIn(input: unknown): string[] {
  const texts: string[] = [];
  mapTexts(input, (text, field) => {
    if (!noWords.has(field) && text !== '') texts.push(text);
    return text;
  });
  return textsIn(texts);
}
