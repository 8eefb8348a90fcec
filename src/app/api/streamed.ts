/** A download that is sent as it is read. Where reading fails half-way, the transfer breaks off: no file looks whole. */
export function streamed(parts: AsyncGenerator<string>, type: string, fileName: string): Response {
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { value, done } = await parts.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await parts.return(undefined);
    },
  });
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${fileName}"`,
      'cache-control': 'no-store',
    },
  });
}
