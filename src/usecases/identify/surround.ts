import type { Identification } from '@/core/identify/identification';
import type { Sight, Stand } from '@/core/identify/sight';
import { usualCertainty, type WhatToBring } from '@/core/identify/what-to-bring';
import type { Job } from '@/core/job/job';
import { sightOf } from '@/core/job/sight';
import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import type { Db } from '@/data/db';
import { listMarkets } from '@/data/names';
import { findLadders } from '@/data/pellets';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import { listVans } from '@/data/vans';
import { readAs } from '../asking/read-as';
import { stepsOf } from '../view/pellet-blanks';
import { type ArticleFacts, readArticleFacts } from './article-facts';
import { readWhatToBring } from './bring';
import { identifyCar } from './identification';

/** A car as far as it is identified, with what surrounds the likeliest candidate, or the chosen one. */
export interface Identified {
  readonly identification: Identification;
  /** The candidate that the articles are of. */
  readonly subjectId: string | undefined;
  readonly article: ArticleFacts | undefined;
  readonly bring: WhatToBring | undefined;
  readonly vanName: string | undefined;
  readonly markets: readonly string[];
  readonly currency: string;
  readonly locale: string;
}

/** The car of a job as it was read. */
export async function surroundJob(
  actor: Actor,
  job: Job,
  {
    certainty = usualCertainty,
    stand,
  }: { readonly certainty?: number; readonly stand?: Stand | undefined } = {},
): Promise<Identified> {
  const db = readAs(actor);
  return surround(db, actor, job, await getShopOrThrow(db), { certainty, sight: sightOf(job, stand) });
}

/** What surrounds the car of a job, stored or not. */
export async function surround(
  db: Db,
  actor: Actor,
  job: Job,
  shop: ShopRow,
  { certainty, sight }: { readonly certainty: number; readonly sight: Sight },
): Promise<Identified> {
  const { day } = localMoment(actor.at, shop.zone);
  const [vans, markets] = await Promise.all([listVans(db), listMarkets(db)]);
  const identification = await identifyCar(db, actor, job, shop, vans, sight);
  const { candidates, gathered } = identification;
  const subject = candidates.find(({ application }) => application.id === job.applicationId) ?? candidates[0];
  const van = vans.find(({ id }) => id === job.vanId) ?? vans[0];
  const platformIds = [...new Set(candidates.map(({ application }) => application.platformId))];
  const [article, bring] = await Promise.all([
    subject && readArticleFacts(db, subject.application, gathered.facts, { day, vans }),
    readWhatToBring(db, candidates, {
      atLeastServed: certainty,
      vanId: van?.id,
      day,
      steps: stepsOf(await findLadders(db, platformIds), job),
    }),
  ]);
  return {
    identification,
    subjectId: subject?.application.id,
    article,
    bring,
    vanName: van?.name,
    markets,
    currency: shop.currency,
    locale: shop.locale,
  };
}
