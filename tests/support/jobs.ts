import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { OpenJobInput } from '@/inputs/call-input';
import { EventInput } from '@/inputs/event-input';
import { parseInput } from '@/inputs/parse';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { openJob } from '@/usecases/jobs/open-job';
import { recordEvent } from '@/usecases/jobs/record-event';
import { type JobView, readJobView } from '@/usecases/view/job-view';
import { readNames } from '@/usecases/view/names';
import { emptyCall } from './calls';

/** Opens a job for a model of the demo world by name. */
export async function openTestJob(
  actor: PersonActor,
  model: string,
  more: Record<string, unknown> = {},
): Promise<number> {
  const { models, places } = await readNames(actor);
  const found = models.find(({ name }) => name === model);
  const input = parseInput(OpenJobInput, {
    ...emptyCall,
    makeId: found?.makeId ?? null,
    modelId: found?.id ?? null,
    placeId: places[0]?.id,
    ...more,
  });
  if (!input.ok) throw new Error(JSON.stringify(input.problems));
  const opened = await openJob(actor, input.value);
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  return opened.value.number;
}

export async function viewOf(actor: PersonActor, number: number): Promise<JobView> {
  const view = await readJobView(actor, number);
  if (!view) throw new Error(`no job ${number}`);
  return view;
}

/** A job with the likeliest candidate chosen. */
export async function quotedJob(actor: PersonActor, more: Record<string, unknown> = {}): Promise<number> {
  const number = await openTestJob(actor, 'Merrowdale', {
    year: 2018,
    ignition: 'push',
    why: 'spare',
    working: 1,
    name: 'Odile Varga',
    ...more,
  });
  const view = await viewOf(actor, number);
  await chooseCandidate(actor, {
    number,
    version: view.job.version,
    applicationId: view.candidates[0]?.application.id ?? '',
    reason: 'Likeliest',
  });
  return number;
}

/** Sends an event through the door a device uses. */
export async function sendEvent(
  actor: PersonActor,
  number: number,
  kind: string,
  content: object,
  id = uuid(),
) {
  const input = parseInput(EventInput, { id, kind, content, deviceAt: actor.at.toISOString(), basedOn: 0 });
  return input.ok ? recordEvent(actor, number, input.value) : input;
}

export function attemptContent(route: string, more: object = {}) {
  return {
    attemptId: uuid(),
    route,
    from: '2027-03-03T14:00:00Z',
    to: '2027-03-03T14:25:00Z',
    result: 'worked',
    reason: '',
    learnedKeyIds: [],
    ...more,
  };
}
