import { isUuid } from '@/core/kinds/is-uuid';
import { exportPrices, priceFileBytes, readPriceFile } from '@/usecases/quote/suppliers';
import { problem, readBody, refusal, signedIn } from '../../../../handler';

interface Context {
  readonly params: Promise<{ readonly id: string }>;
}

/** Reads a price file of a supplier and says what storing it would do; stores nothing of it yet. */
export const POST = signedIn(async (actor, request, { params }: Context) => {
  const { id } = await params;
  if (!isUuid(id)) return problem(404, 'There is no such supplier.');
  const body = await readBody(request, priceFileBytes);
  if (!body.ok) return body.response;
  const sent = new URL(request.url).searchParams.get('name') ?? '';
  const name = sent.replace(/[\p{Cc}/\\]/gu, '').slice(0, 120) || 'file';
  const read = await readPriceFile(actor, { supplierId: id, name, bytes: body.value });
  return read.ok
    ? Response.json(read.value, { status: 201, headers: { 'cache-control': 'no-store' } })
    : refusal(read.problems);
});

/** A supplier's present prices as CSV. */
export const GET = signedIn(async (actor, _request, { params }: Context) => {
  const { id } = await params;
  const text = isUuid(id) ? await exportPrices(actor, id) : undefined;
  return text === undefined
    ? problem(404, 'There is no such supplier.')
    : new Response(text, {
        headers: {
          'content-type': 'text/csv; charset=utf-8',
          'content-disposition': 'attachment; filename="prices.csv"',
          'cache-control': 'no-store',
        },
      });
});
