import { hearAs } from '@/usecases/streams';
import { problem, signedIn } from '../handler';

/** Between two signs of life, so that a connection that is gone is noticed. */
const beatMs = 25_000;

/** Server-sent events: the number of every job that changes, for as long as the session is open. */
export const GET = signedIn(async ({ sessionId }, request) => {
  const words = new TextEncoder();
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>(undefined, {
    highWaterMark: 256,
  });
  const writer = writable.getWriter();
  const end = () => {
    heard?.end();
    clearInterval(beat);
    writer.close().catch(() => {});
  };
  const send = (text: string) => {
    // A reader that takes nothing has gone: what it would be told piles up no further.
    if ((writer.desiredSize ?? 0) <= 0) end();
    else writer.write(words.encode(text)).catch(end);
  };
  const heard = hearAs(sessionId, {
    tell: (event) => send(`event: ${event.kind}\ndata: ${event.kind === 'job' ? event.number : ''}\n\n`),
    end,
  });
  const beat = setInterval(() => send(': still here\n\n'), beatMs);
  if (!heard) {
    end();
    return problem(429, 'Too many streams of this session are open.');
  }
  request.signal.addEventListener('abort', end);
  writer.closed.catch(end);
  send('retry: 2000\n\n');
  return new Response(readable, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
});
