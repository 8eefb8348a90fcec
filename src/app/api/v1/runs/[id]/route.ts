import { readRun } from '@/usecases/jobs/read-run';
import { json, ofJob, problem, watching } from '../../../handler';
import { runOf } from './run-of';

/** A run as a device takes it up; `after` leaves out what it has. */
export const GET = ofJob(
  'plain',
  watching(async (actor, request, context: { params: Promise<{ id: string }> }) => {
    const id = await runOf(context);
    const after = new URL(request.url).searchParams.get('after') ?? '0';
    if (typeof id !== 'string') return id;
    if (!/^\d{1,9}$/.test(after)) return problem(400, 'After which sequence?');
    const run = await readRun(actor, id, Number(after));
    if (!run) return problem(404, 'There is no such run.');
    return json(run);
  }),
);
