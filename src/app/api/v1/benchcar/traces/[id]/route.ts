import { isUuid } from '@/core/kinds/is-uuid';
import { exportBenchTrace } from '@/usecases/benches/bench-car';
import { problem, savedFile, signedIn } from '../../../../handler';

interface Context {
  readonly params: Promise<{ readonly id: string }>;
}

/** A kept trace as a file: a log of frames, or CSV for an older line. On record. */
export const GET = signedIn<Context>(async (actor, _request, { params }) => {
  const { id } = await params;
  const traced = isUuid(id) ? await exportBenchTrace(actor, id) : undefined;
  if (!traced?.ok) return problem(404, 'There is no such trace.');
  return savedFile(traced.value);
});
