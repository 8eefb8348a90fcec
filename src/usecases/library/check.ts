import type { Application } from '@/core/catalogue/application';
import { factCertainty } from '@/core/catalogue/certainty';
import { type Conflict, factOf, findConflicts, observedFacts } from '@/core/catalogue/conflicts';
import { factKinds } from '@/core/catalogue/fact-kinds';
import { readFactSources } from '@/core/catalogue/fact-sources';
import { findGaps, findOverlaps, type Gap, type Overlap } from '@/core/identify/library-gaps';
import type { Actor } from '@/core/kinds/actor';
import { findApplication, listApplicationsById, listApplicationsOf } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { listEvidence, listGenerations } from '@/data/library/evidence';
import { countList, findRow, listValues } from '@/data/library/rows';
import { listUnknownCars, type UnknownCar } from '@/data/library/unknown-cars';
import { readAs } from '../asking/read-as';

export type { UnknownCar };

export interface OpenConflict extends Conflict {
  readonly application: Application;
}

/** Facts that closed jobs contradict, least certain first, with the jobs as evidence. */
export async function readConflicts(actor: Actor): Promise<OpenConflict[]> {
  return conflictsOf(readAs(actor), null);
}

/** The conflicts of one application, or of all. */
export async function conflictsOf(db: Db, applicationId: string | null): Promise<OpenConflict[]> {
  const evidence = await listEvidence(db, applicationId === null ? null : [applicationId]);
  const applications = await listApplicationsById(db, [...new Set(evidence.map((one) => one.applicationId))]);
  const byId = new Map(applications.map((application) => [application.id, application]));
  return findConflicts(applications, evidence).flatMap((conflict) => {
    const application = byId.get(conflict.applicationId);
    return application ? [{ ...conflict, application }] : [];
  });
}

export interface GapsView {
  /** The make looked at; null is all of them. */
  readonly make: string | null;
  readonly makes: readonly string[];
  readonly overlaps: readonly Overlap[];
  readonly gaps: readonly Gap[];
  /** Cars that jobs met and the library has no model for. */
  readonly unknown: readonly UnknownCar[];
}

const mostUnknown = 100;
/** Above so many applications one make is looked at at a time. */
const mostAtOnce = 5000;

/** Rows that nobody could tell apart, and years that no row covers. */
export async function readGaps(actor: Actor, asked: string | undefined): Promise<GapsView> {
  const db = readAs(actor);
  const makes = await listValues(db, 'makes', 'name');
  const all = (await countList(db, 'applications')) <= mostAtOnce;
  const known = makes.find((name) => name === asked);
  const make = known ?? (all ? null : (makes[0] ?? null));
  const applications = await listApplicationsOf(db, make);
  return {
    make,
    makes,
    overlaps: findOverlaps(applications),
    gaps: findGaps(await listGenerations(db, make), applications),
    unknown: await listUnknownCars(db, mostUnknown),
  };
}

/** How sure one fact of an application is, and what that rests on. */
export interface FactStanding {
  readonly label: string;
  readonly value: string;
  readonly certainty: number;
  readonly source: string;
  readonly confirmed: number;
  readonly contradicted: number;
}

/** Every fact of an application that jobs can see, with its source and what they saw. */
export async function readStandings(actor: Actor, id: string): Promise<FactStanding[]> {
  const db = readAs(actor);
  const application = await findApplication(db, id);
  const row = await findRow(db, 'applications', id);
  if (!application || !row) return [];
  const evidence = await listEvidence(db, [id]);
  const sources = readFactSources(row.cells.fact_sources ?? '') ?? [];
  return observedFacts.map((kind) => {
    const value = factOf(application, kind);
    const own = sources.find((source) => source.kind === kind);
    const seen = evidence.filter((one) => one.kind === kind);
    const confirmed = seen.filter((one) => one.value === value).length;
    const contradicted = seen.length - confirmed;
    return {
      label: factKinds[kind].label,
      value,
      certainty: factCertainty(own?.certainty ?? application.certainty, confirmed, contradicted),
      source: own?.source ?? application.source,
      confirmed,
      contradicted,
    };
  });
}
