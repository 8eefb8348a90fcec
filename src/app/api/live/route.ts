import type { LiveEvent } from '@/services/live';
import { hearAs } from '@/services/streams';
import { problem, signedIn } from '../handler';

/** Between two signs of life, so that a connection that is gone is noticed. */
const beatMs = 25_000;
/** Messages that may wait for a reader; one that takes nothing for so long has gone. */
const mostWaiting = 256;

/** Server-sent events: the number of every job that changes, for as long as the session is open. */
export const GET = signedIn(async ({ sessionId }, request) => {
  let stream: ReadableStreamDefaultController<Uint8Array> | undefined;
  const end = () => {
    heard?.end();
    clearInterval(beat);
    try {
      stream?.close();
    } catch {
      // The reader went first.
    }
  };
  const send = (bytes: Uint8Array) => {
    if ((stream?.desiredSize ?? 0) <= 0) end();
    else stream?.enqueue(bytes);
  };
  const heard = hearAs(sessionId, { tell: (events) => send(written(events)), end });
  const beat = setInterval(() => send(sign), beatMs);
  if (!heard) {
    end();
    return problem(429, 'Too many streams of this session are open.');
  }
  request.signal.addEventListener('abort', end);
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        stream = controller;
        send(bytesOf('retry: 2000\n\n'));
      },
      cancel: end,
    },
    { highWaterMark: mostWaiting },
  );
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
});

const sign = bytesOf(': still here\n\n');

/** What was written last: every ear is told the same list. */
let last: { readonly events: readonly LiveEvent[]; readonly bytes: Uint8Array } | undefined;

function written(events: readonly LiveEvent[]): Uint8Array {
  if (last?.events !== events) {
    const text = events.map(
      (event) => `event: ${event.kind}\ndata: ${event.kind === 'job' ? event.number : ''}\n\n`,
    );
    last = { events, bytes: bytesOf(text.join('')) };
  }
  return last.bytes;
}

function bytesOf(text: string): Uint8Array {
  return new TextEncoder().encode(text);
}
