import type { Application } from '@/core/catalogue/application';
import type { FactKind } from '@/core/catalogue/fact-kinds';
import type { Platform, PlatformMethod } from '@/core/catalogue/platform';
import { type WaitEnd, waitsOf } from '@/core/catalogue/wait';
import type { Correction, Lexicon } from '@/core/identify/line/reading';
import { type LikeName, likeliestNames } from '@/core/identify/line/slips';
import type { Db } from './db';
import { listPlaces } from './names';
import { together } from './together';

/** Every make, model and place by name. */
export async function readLexicon(db: Db): Promise<Lexicon> {
  const makes = await db.query<Lexicon['makes'][number]>('SELECT id, name, aliases FROM make ORDER BY name');
  const models = await db.query<Lexicon['models'][number]>(
    'SELECT id, make_id AS "makeId", name, aliases FROM model ORDER BY name',
  );
  return { makes: makes.rows, models: models.rows, places: await listPlaces(db) };
}

/** Names that share enough trigrams with a word, of which its slips choose. */
const likeNames = 24;

/** The makes and models each misspelt word may stand for, the likeliest slip first; words like none are left out. */
export async function findSimilarNames(db: Db, words: readonly string[]): Promise<Correction[]> {
  const result = await db.query<LikeName>(
    `SELECT asked.word, n.word AS name, n.kind, n.target_id AS id
     FROM unnest($1::text[]) AS asked(word) CROSS JOIN LATERAL (
       SELECT word, kind, target_id FROM name_word WHERE word % asked.word
       ORDER BY similarity(word, asked.word) DESC, word, target_id LIMIT $2
     ) AS n`,
    [words, likeNames],
  );
  return likeliestNames(result.rows);
}

const applicationColumns = `
  a.id, mk.id AS "makeId", mk.name AS make, md.id AS "modelId", md.name AS model, g.name AS generation, g.market,
  a.ignition, a.from_year, a.from_month, a.to_year, a.to_month, a.blank,
  a.equipment, a.made_mark AS "madeMark",
  k.name AS keyway, k.profile, k.spaces, k.depths, k.stop, k.blade_width_mm::float8 AS "bladeWidthMm",
  c.article AS chip, c.family, c.mark, c.sign, r.article AS remote, r.buttons, r.frequency_mhz::float8 AS frequency, r.board,
  r.badge, r.layout, r.seat, r.retainer,
  p.id AS "platformId", p.name AS platform, a.pocket, a.weight::float8 AS weight, a.source, a.certainty::float8 AS certainty`;

const applicationTables = `
  application a JOIN generation g ON g.id = a.generation_id JOIN model md ON md.id = g.model_id
  JOIN make mk ON mk.id = md.make_id JOIN blank b ON b.article = a.blank JOIN keyway k ON k.id = b.keyway_id
  LEFT JOIN chip c ON c.article = a.chip LEFT JOIN remote r ON r.article = a.remote
  JOIN platform p ON p.id = a.platform_id`;

/** The library's rows for one model, in all markets and years. */
export async function listApplications(db: Db, modelId: string): Promise<Application[]> {
  const result = await db.query(
    {
      name: 'applications of a model',
      text: `SELECT ${applicationColumns} FROM ${applicationTables} WHERE md.id = $1 ORDER BY a.from_year, a.id`,
    },
    [modelId],
  );
  return result.rows.map(toApplication);
}

/** The library's rows for a make, or for all. */
export async function listApplicationsOf(db: Db, make: string | null): Promise<Application[]> {
  const result = await db.query(
    `SELECT ${applicationColumns} FROM ${applicationTables} WHERE $1::text IS NULL OR mk.name = $1 ORDER BY a.id`,
    [make],
  );
  return result.rows.map(toApplication);
}

/** Rows of other models on a platform, nearest years first, one for each model. */
export async function listNeighbours(
  db: Db,
  { platformId, modelId, span }: Pick<Application, 'platformId' | 'modelId' | 'span'>,
  limit: number,
): Promise<Application[]> {
  const result = await db.query(
    `SELECT ${applicationColumns} FROM ${applicationTables} WHERE a.id IN (
       SELECT id FROM (
         SELECT DISTINCT ON (ng.model_id) na.id, abs(na.from_year - $3) AS far
         FROM application na JOIN generation ng ON ng.id = na.generation_id
         WHERE na.platform_id = $1 AND ng.model_id <> $2 ORDER BY ng.model_id, abs(na.from_year - $3), na.id) one
       ORDER BY far, id LIMIT $4)
     ORDER BY abs(a.from_year - $3), a.id`,
    [platformId, modelId, span.from.year, limit],
  );
  return result.rows.map(toApplication);
}

export async function listApplicationsById(db: Db, ids: readonly string[]): Promise<Application[]> {
  const result = await db.query(
    `SELECT ${applicationColumns} FROM ${applicationTables} WHERE a.id = ANY($1) ORDER BY a.id`,
    [ids],
  );
  return result.rows.map(toApplication);
}

export async function findApplication(db: Db, id: string): Promise<Application | undefined> {
  const result = await db.query(`SELECT ${applicationColumns} FROM ${applicationTables} WHERE a.id = $1`, [
    id,
  ]);
  return result.rows.map(toApplication)[0];
}

// biome-ignore lint/suspicious/noExplicitAny: one row of the columns above
function toApplication(row: any): Application {
  return {
    id: row.id,
    makeId: row.makeId,
    make: row.make,
    modelId: row.modelId,
    model: row.model,
    generation: row.generation,
    market: row.market,
    ignition: row.ignition,
    span: {
      from: { year: row.from_year, month: row.from_month },
      to: { year: row.to_year, month: row.to_month },
    },
    keyway: {
      name: row.keyway,
      profile: row.profile,
      spaces: row.spaces,
      depths: row.depths,
      stop: row.stop,
      bladeWidthMm: row.bladeWidthMm,
    },
    equipment: row.equipment,
    madeMark: row.madeMark,
    blank: row.blank,
    chip:
      row.chip === null ? null : { article: row.chip, family: row.family, mark: row.mark, sign: row.sign },
    remote:
      row.remote === null
        ? null
        : {
            article: row.remote,
            buttons: row.buttons,
            frequencyMhz: row.frequency,
            board: row.board,
            badge: row.badge,
            layout: row.layout,
            seat: row.seat,
            retainer: row.retainer,
          },
    platformId: row.platformId,
    platform: row.platform,
    pocket: row.pocket,
    weight: row.weight,
    source: row.source,
    certainty: row.certainty,
  };
}

/** Platforms with their methods, in the order of the ids given. */
export async function listPlatforms(db: Db, ids: readonly string[]): Promise<Platform[]> {
  if (ids.length === 0) return [];
  const [platforms, methods] = await together(
    db,
    (db) =>
      db.query<Omit<Platform, 'methods'>>(
        `SELECT ${platformColumns} FROM platform WHERE id = ANY($1) ORDER BY array_position($1, id)`,
        [ids],
      ),
    (db) =>
      db.query<MethodRow>(
        `SELECT ${methodColumns} FROM platform_method WHERE platform_id = ANY($1) ORDER BY kind`,
        [ids],
      ),
  );
  return withMethods(platforms.rows, methods.rows);
}

/** The platform of the car that was chosen for a job. */
export async function findPlatformOfJob(db: Db, jobId: string): Promise<Platform | undefined> {
  const chosen =
    'SELECT a.platform_id FROM job j JOIN application a ON a.id = j.application_id WHERE j.id = $1';
  const [platforms, methods] = await together(
    db,
    (db) =>
      db.query<Omit<Platform, 'methods'>>(`SELECT ${platformColumns} FROM platform WHERE id = (${chosen})`, [
        jobId,
      ]),
    (db) =>
      db.query<MethodRow>(
        `SELECT ${methodColumns} FROM platform_method WHERE platform_id = (${chosen}) ORDER BY kind`,
        [jobId],
      ),
  );
  return withMethods(platforms.rows, methods.rows)[0];
}

const platformColumns = `id, name, chip_family AS "chipFamily", link, slots_maximum AS "slotsMaximum",
  slots_minimum AS "slotsMinimum", count, remote_learned AS "remoteLearned", rank,
  when_full AS "whenFull", pin_sources AS "pinSources", system_types AS "systemTypes",
  (SELECT jsonb_build_object('steps', count(*), 'lockoutSeconds', lockout_seconds)
   FROM pellet_step WHERE platform_id = platform.id HAVING count(*) > 1 AND lockout_seconds IS NOT NULL) AS pellet`;

type MethodRow = Omit<PlatformMethod, 'waits'> & {
  readonly platformId: string;
  readonly waitsSeconds: readonly number[];
  readonly waitsBy: readonly WaitEnd[];
  readonly waitsLongest: readonly number[];
};
const methodColumns = `platform_id AS "platformId", kind, known_keys_needed AS "knownKeysNeeded", needs_pin AS "needsPin",
  needs_turning AS "needsTurning", needs_tool AS "needsTool", needs_network AS "needsNetwork", others, adapters,
  article, boards_from AS "boardsFrom", boards_to AS "boardsTo", chance::float8 AS chance,
  waits_seconds AS "waitsSeconds", waits_by AS "waitsBy", waits_longest AS "waitsLongest",
  session_p50_minutes::float8 AS "sessionP50Minutes", key_p50_minutes::float8 AS "keyP50Minutes",
  spread::float8 AS spread, how`;

function withMethods(
  platforms: readonly Omit<Platform, 'methods'>[],
  methods: readonly MethodRow[],
): Platform[] {
  return platforms.map((platform) => ({
    ...platform,
    methods: methods
      .filter(({ platformId }) => platformId === platform.id)
      .map(({ platformId: _, waitsSeconds, waitsBy, waitsLongest, ...method }) => ({
        ...method,
        waits: waitsOf(waitsSeconds, waitsBy, waitsLongest),
      })),
  }));
}

/** The values the library has for the kinds of fact that are chosen from it. */
export async function listFactValues(db: Db): Promise<Partial<Record<FactKind, string[]>>> {
  const result = await db.query<{ kind: FactKind; values: string[] }>(
    `SELECT 'keyway' AS kind, array_agg(name ORDER BY name) AS values FROM keyway
     UNION ALL SELECT 'blank', array_agg(article ORDER BY article) FROM blank
     UNION ALL SELECT 'chip', array_agg(article ORDER BY article) FROM chip
     UNION ALL SELECT 'remote', array_agg(article ORDER BY article) FROM remote
     UNION ALL SELECT 'platform', array_agg(name ORDER BY name) FROM platform`,
  );
  return Object.fromEntries(result.rows.map(({ kind, values }) => [kind, values ?? []]));
}

/** Every platform by name. */
export async function listPlatformNames(db: Db): Promise<{ id: string; name: string }[]> {
  return (await db.query<{ id: string; name: string }>('SELECT id, name FROM platform ORDER BY name')).rows;
}
