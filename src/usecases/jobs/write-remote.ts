import type { Application } from '@/core/catalogue/application';
import { standInsFor } from '@/core/catalogue/equivalents';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { failed, type Result } from '@/core/kinds/result';
import { listRemotes, listUniversals } from '@/data/article-facts';
import type { WriteRemoteInput } from '@/inputs/job-inputs';
import { nobody, readAs } from '../asking/read-as';
import { remoteWriter } from '../outside';
import { readJobView } from '../view/job-view';
import { recordEvent } from './record-event';

/** A universal remote that can be written for a car. */
export interface UniversalChoice {
  readonly universal: string;
  readonly profile: string;
  readonly shells: string | null;
  readonly cell: string | null;
  /** Functions of the car's remote that it has not. */
  readonly lost: readonly string[];
}

export interface RemoteBench {
  /** The remote of the car that the profiles are of. */
  readonly remote: string;
  readonly choices: readonly UniversalChoice[];
}

/** What can be written for a car at the bench; null where its key has no remote, or no universal one stands in for it. */
export async function readRemoteBench(car: Application | undefined): Promise<RemoteBench | null> {
  const article = car?.remote?.article;
  if (!car || article === undefined) return null;
  const db = readAs(nobody);
  const [own] = await listRemotes(db, [article]);
  if (!own) return null;
  const choices = standInsFor(own, car.chip?.family ?? 'none', await listUniversals(db, [article])).map(
    ({ article: universal, profile, shells, cell, lost }) => ({ universal, profile, shells, cell, lost }),
  );
  return choices.length === 0 ? null : { remote: article, choices };
}

/** Writes a universal remote for the car of a job, reads it back, and keeps with the job what was read. */
export async function writeRemote(
  actor: PersonActor,
  { number, id, basedOn, universal }: WriteRemoteInput,
): Promise<Result<{ seq: number; repeated: boolean }>> {
  const view = await readJobView(actor, number);
  if (!view) return failed(`There is no job ${formatJobNumber(number)}.`);
  if (view.job.closed) return failed('This job is closed.');
  const bench = await readRemoteBench(view.application);
  const choice = bench?.choices.find((one) => one.universal === universal);
  if (!bench || !choice) return failed('This universal remote has no profile for the car.', 'universal');
  // The device takes its time: nothing is held meanwhile.
  const written = await remoteWriter.write(
    { name: `${id} ${actor.at.toISOString()}`, hasFreshCell: true },
    choice.profile,
  );
  if (!written.ok) return failed(written.reason);
  return recordEvent(actor, number, {
    id,
    kind: 'remoteWritten',
    deviceAt: actor.at,
    basedOn,
    content: {
      universal,
      remote: bench.remote,
      profile: choice.profile,
      readBack: written.value.readBack,
      freshCell: true,
      at: actor.at,
    },
  });
}
