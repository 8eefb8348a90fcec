import { gate } from '@/core/authority/gate';
import { holdsSealedPart, sealedWord, withoutParts, withParts } from '@/core/authority/sealed-words';
import { findSecrets, mapTexts, textsIn } from '@/core/authority/secret-words';
import { secretName } from '@/core/authority/secrets';
import { type Actor, actorId } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import type { Db } from '@/data/db';
import {
  countCompared,
  insertCompared,
  insertSealedText,
  listSealedTexts,
  nextSealedNumber,
} from '@/data/sealed-texts';
import { together } from '@/data/together';
import { type OpenVault, openDataKey, openVault, sealPart, unsealPart } from '../vault/vault';
import { standingOf } from './gates';

/** A text that holds a secret must not tell so to whoever may not see it; these are the comparisons of one hour. */
const mostCompared = 300;
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
  /** How many texts were held against the secrets, where the writer may not see them; for the audit. */
  readonly compared: number;
  /** Stores what holding them leaves: the parts that were sealed, and how many were compared. */
  readonly store: (db: Db) => Promise<void>;
}

/** What the texts of an input are held against. */
export interface TextGround {
  readonly jobId: string;
  readonly vault: OpenVault;
  /** Texts of this writer that were compared within the hour. */
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
  if (writerId !== null && compared + texts.length > mostCompared)
    return failed('That is as much as one can write on this job in an hour. Try again later.');
  const values = secrets.map(({ value }) => value);
  const parts: string[] = [];
  const sealed = mapTexts(input, (text, field) =>
    noWords.has(field)
      ? text
      : withoutParts(text, findSecrets(text, values), (part) => sealedWord(next + parts.push(part) - 1)),
  );
  const { key } = vault;
  const store = async (db: Db) => {
    if (writerId === null) return;
    await together(
      db,
      (db) => insertCompared(db, { jobId, writerId, at: actor.at, texts: texts.length }),
      ...parts.map((part, at) => (db: Db) => {
        if (!key) throw new Error('a part was found of a secret whose key is gone');
        const row = { jobId, number: next + at, dataKeyId: key.id };
        return insertSealedText(db, { ...row, body: sealPart(key, row, part), writerId, at: actor.at });
      }),
    );
  };
  return done({ input: sealed, compared: texts.length, store });
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

/** Who counts as the writer: a program's texts are of whoever made its token. */
function writerOf(actor: Actor): string | null {
  return actor.kind === 'program' ? actor.makerId : actorId(actor);
}

/**
 * What somebody is shown of a job: the parts they wrote and that were sealed stand in it as they wrote them. A program is
 * shown what its maker is: by a token nobody learns what became of their own text.
 */
export function withOwnWords<Value>(db: Db, actor: Actor, jobId: string, value: Value): Promise<Value> {
  return withWordsOf(db, writerOf(actor), jobId, value);
}

/** What is shown of a job where the parts that one writer sealed stand as that writer wrote them. */
export async function withWordsOf<Value>(
  db: Db,
  writerId: string | null,
  jobId: string,
  value: Value,
): Promise<Value> {
  if (!textsIn(value).some(holdsSealedPart)) return value;
  const own = writerId === null ? [] : await listSealedTexts(db, jobId, writerId);
  if (own.length === 0) return value;
  const key = await openDataKey(db, jobId);
  const parts = new Map(own.map((row) => [row.number, unsealPart(key, row, row.body)]));
  return mapTexts(value, (text) => withParts(text, parts));
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
