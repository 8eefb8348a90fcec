import { exportCodeRows, importCodeRows } from '@/usecases/library/code-rows';
import { problem, readBody, refusal, signedIn } from '../../handler';

interface Context {
  readonly params: Promise<{ readonly series: string }>;
}

const largest = 8_000_000;

/** The rows of a code series, for the proprietor. */
export const GET = signedIn(async (actor, _request, context: Context) => {
  const { series } = await context.params;
  const exported = await exportCodeRows(actor, series);
  if (!exported.ok) return problem(403, exported.problems[0]?.message ?? 'Refused.');
  return new Response(exported.value.csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${encodeURIComponent(series)}.csv"`,
      'cache-control': 'no-store',
    },
  });
});

/** Rows in the place of all rows of a code series, for the proprietor. */
export const PUT = signedIn(async (actor, request, context: Context) => {
  if (!request.headers.get('content-type')?.startsWith('text/csv')) return problem(415, 'Expected text/csv.');
  const { series } = await context.params;
  const body = await readBody(request, largest);
  if (!body.ok) return body.response;
  const stored = await importCodeRows(actor, series, body.value);
  return stored.ok ? Response.json(stored.value) : refusal(stored.problems);
});
