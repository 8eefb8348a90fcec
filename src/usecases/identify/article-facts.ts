import type { Application } from '@/core/catalogue/application';
import { compareRemotes, type RemoteLikeness, standInsFor } from '@/core/catalogue/equivalents';
import { lastListed } from '@/core/identify/listed-entry';
import { boundsOf, type CarFacts } from '@/core/identify/posterior';
import {
  type LookAlikeRow,
  listChipSigns,
  listEquals,
  listLookAlikes,
  listLowestPrices,
  listRemotes,
  listSisters,
  listToolEnds,
  listUniversals,
  type SisterRow,
} from '@/data/article-facts';
import { listApplications, listNeighbours } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { type EntryTried, listEntriesTried } from '@/data/library/evidence';
import type { VanRow } from '@/data/vans';

export interface EqualRemote extends RemoteLikeness {
  readonly article: string;
  readonly badge: string;
  readonly note: string | null;
  readonly lowestMinor: number | undefined;
}

export interface UniversalRemote {
  readonly article: string;
  readonly profile: string;
  readonly shells: string | null;
  readonly cell: string | null;
  readonly lost: readonly string[];
  readonly lowestMinor: number | undefined;
}

/** What surrounds the article of one candidate: what it is taken for, what can stand in for it, and where lists end. */
export interface ArticleFacts {
  readonly lookAlikes: readonly LookAlikeRow[];
  readonly signs: Readonly<Record<string, { readonly mark: string; readonly sign: string }>>;
  readonly ownMinor: number | undefined;
  readonly equivalents: readonly EqualRemote[];
  readonly universals: readonly UniversalRemote[];
  readonly sisters: readonly SisterRow[];
  /** Tools of the vans whose own list ends before the car's year. */
  readonly listEnds: readonly {
    readonly tool: string;
    readonly toYear: number;
    /** The car's own last listed entry, which goes before its neighbours. */
    readonly own: Application | undefined;
  }[];
  /** Models of the same platform, whose entries may be tried there. */
  readonly neighbours: readonly Application[];
  readonly tried: readonly EntryTried[];
}

export async function readArticleFacts(
  db: Db,
  application: Application,
  facts: CarFacts,
  { day, vans }: { readonly day: string; readonly vans: readonly VanRow[] },
): Promise<ArticleFacts> {
  const { remote, chip, blank } = application;
  const articles = [blank, chip?.article, remote?.article].filter((article) => article !== undefined);
  const [lookAlikes, listEnds, [own], sisters] = await Promise.all([
    listLookAlikes(db, articles),
    endsBefore(db, application, facts, vans),
    remote ? listRemotes(db, [remote.article]) : [],
    listSisters(db, application.modelId),
  ]);
  const [equivalents, universals, signs] = await Promise.all([
    own ? listEquals(db, [own.article]) : [],
    own ? listUniversals(db, [own.article]) : [],
    listChipSigns(db, [...articles, ...lookAlikes.map(({ other }) => other)]),
  ]);
  const ofModel = listEnds.length > 0 ? await listApplications(db, application.modelId) : [];
  const prices = await listLowestPrices(
    db,
    [...articles, ...equivalents.map(({ article }) => article), ...universals.map(({ article }) => article)],
    day,
  );
  return {
    lookAlikes,
    signs,
    ownMinor: prices[own?.article ?? chip?.article ?? blank],
    equivalents: equivalents.map((other) => ({
      ...compareRemotes(own ?? other, other),
      article: other.article,
      badge: other.badge,
      note: other.note,
      lowestMinor: prices[other.article],
    })),
    universals: (own ? standInsFor(own, chip?.family ?? 'none', universals) : []).map(
      ({ article, profile, shells, cell, lost }) => ({
        article,
        profile,
        shells,
        cell,
        lost,
        lowestMinor: prices[article],
      }),
    ),
    sisters,
    listEnds: listEnds.map(({ tool, toYear }) => ({
      tool,
      toYear,
      own: lastListed(application, ofModel, toYear),
    })),
    neighbours: listEnds.length > 0 ? await listNeighbours(db, application, 6) : [],
    tried: listEnds.length > 0 ? await listEntriesTried(db, application.platformId) : [],
  };
}

/** Tools in the vans whose list ends before the car's year; where none is told, before the row's first year. */
async function endsBefore(
  db: Db,
  { modelId, span }: Application,
  { year, readYear = year }: CarFacts,
  vans: readonly VanRow[],
) {
  const ends = await listToolEnds(db, modelId);
  if (ends.length === 0) return [];
  const own = new Set(vans.flatMap(({ tools }) => tools.map(({ name }) => name)));
  const built = readYear === undefined ? span.from.year : boundsOf(readYear).from;
  return ends.filter(({ tool, toYear }) => own.has(tool) && toYear < built);
}
