import { problem } from './handler';

/** A number of a path; undefined for anything else. */
export function pathNumber(text: string): number | undefined {
  return /^\d{1,9}$/.test(text) ? Number(text) : undefined;
}

/** A PDF to look at or to keep; 404 where there is none. */
export function answerPdf(bytes: Uint8Array | undefined, name: string): Response {
  if (!bytes) return problem(404, 'There is no such paper.');
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name}.pdf"`,
      'cache-control': 'no-store',
    },
  });
}
