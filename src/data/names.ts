import type { Lexicon, Names } from '@/core/identify/line/reading';
import type { Db } from './db';

/** Names looked at for one word that begins them. */
const mostForOneWord = 300;

/**
 * The part of the lexicon that some words could stand for: names that hold or begin with one of them, with the make of
 * every model. A line reads the same against it as against the whole.
 * @param words folded, as in the table of name words
 */
export async function findNames(db: Db, words: readonly string[]): Promise<Names> {
  const found = await db.query<{ kind: 'make' | 'model'; id: string }>(
    {
      name: 'names that words begin',
      text: `SELECT DISTINCT n.kind, n.target_id AS id
       FROM unnest($1::text[]) AS asked(word) CROSS JOIN LATERAL (
         SELECT kind, target_id FROM name_word w
         WHERE w.word COLLATE "C" >= asked.word
           AND w.word COLLATE "C" <= CASE WHEN length(asked.word) >= 3 THEN asked.word || chr(1114111) ELSE asked.word END
         LIMIT ${mostForOneWord}) n`,
    },
    [words],
  );
  const ids = (kind: 'make' | 'model') => found.rows.filter((row) => row.kind === kind).map(({ id }) => id);
  return readNames(db, ids('make'), ids('model'));
}

/** Makes and models by id, with the make of every model. */
export async function readNames(
  db: Db,
  makeIds: readonly string[],
  modelIds: readonly string[],
): Promise<Names> {
  const models = await db.query<Lexicon['models'][number]>(
    'SELECT id, make_id AS "makeId", name, aliases FROM model WHERE id = ANY($1) ORDER BY name',
    [modelIds],
  );
  const makes = await db.query<Lexicon['makes'][number]>(
    'SELECT id, name, aliases FROM make WHERE id = ANY($1) ORDER BY name',
    [[...makeIds, ...models.rows.map(({ makeId }) => makeId)]],
  );
  return { makes: makes.rows, models: models.rows };
}

export async function listPlaces(db: Db): Promise<Lexicon['places']> {
  const result = await db.query<Lexicon['places'][number]>(
    'SELECT id, name, distance_km::float8 AS "distanceKm", travel_minutes AS "travelMinutes" FROM place ORDER BY distance_km',
  );
  return result.rows;
}

/** The models of a make by name, for choosing one. */
export async function listModels(db: Db, makeId: string): Promise<Lexicon['models'][number][]> {
  const result = await db.query<Lexicon['models'][number]>(
    'SELECT id, make_id AS "makeId", name, aliases FROM model WHERE make_id = $1 ORDER BY name LIMIT 500',
    [makeId],
  );
  return result.rows;
}

/** More than a page carries of them. */
const mostMet = 1000;

/** Models with their makes, those of most jobs first, then by name. */
export async function listMetModels(
  db: Db,
): Promise<(Lexicon['models'][number] & { readonly make: Lexicon['makes'][number] })[]> {
  const result = await db.query<Lexicon['models'][number] & { readonly make: Lexicon['makes'][number] }>(
    `SELECT md.id, md.make_id AS "makeId", md.name, md.aliases,
       jsonb_build_object('id', mk.id, 'name', mk.name, 'aliases', mk.aliases) AS make
     FROM model md JOIN make mk ON mk.id = md.make_id
     LEFT JOIN (SELECT model_id, count(*) AS jobs FROM job WHERE model_id IS NOT NULL GROUP BY model_id) met
       ON met.model_id = md.id
     ORDER BY met.jobs DESC NULLS LAST, md.name, md.id LIMIT ${mostMet}`,
  );
  return result.rows;
}

export async function listMarkets(db: Db): Promise<string[]> {
  const result = await db.query<{ name: string }>('SELECT name FROM market ORDER BY name');
  return result.rows.map(({ name }) => name);
}

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Make and model by their full names, small letters or capitals; a model alone only where one make has it. */
export async function findNamed(
  db: Db,
  make: string | undefined,
  model: string | undefined,
): Promise<{ make: Named | undefined; model: Named | undefined }> {
  const makes = await db.query<Named>('SELECT id, name FROM make WHERE lower(name) = lower($1)', [
    make ?? null,
  ]);
  const models = await db.query<Named & { makeId: string; make: string }>(
    `SELECT md.id, md.name, mk.id AS "makeId", mk.name AS make FROM model md JOIN make mk ON mk.id = md.make_id
     WHERE lower(md.name) = lower($1) AND ($2::text IS NULL OR lower(mk.name) = lower($2)) LIMIT 2`,
    [model ?? null, make ?? null],
  );
  const [only] = models.rows.length === 1 ? models.rows : [];
  return {
    make: makes.rows[0] ?? (only && { id: only.makeId, name: only.make }),
    model: only && { id: only.id, name: only.name },
  };
}

/** Every make by name. */
export async function listMakes(db: Db): Promise<Lexicon['makes'][number][]> {
  return (await db.query<Lexicon['makes'][number]>('SELECT id, name, aliases FROM make ORDER BY name')).rows;
}
