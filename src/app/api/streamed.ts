import type { Download } from '@/usecases/downloads';

/** A download that is sent as it is read. Where reading fails half-way, the transfer breaks off: no file looks whole. */
export function streamed(download: Download, type: string, fileName: string): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const part = await download.next();
      if (part === undefined) controller.close();
      else controller.enqueue(encoder.encode(part));
    },
    cancel: () => download.end(),
  });
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${fileName}"`,
      'cache-control': 'no-store',
    },
  });
}
