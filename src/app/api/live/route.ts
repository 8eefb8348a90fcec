import { hearChanges, type LiveEvent } from '@/usecases/live';
import { isStillOpen } from '@/usecases/sessions';
import { signedIn } from '../handler';

/** Between two signs of life, so that a connection that is gone is noticed. */
const beatMs = 25_000;

/** Server-sent events: the number of every job that changes. The session is checked again before each is sent. */
export const GET = signedIn(async ({ sessionId }, request) => {
  const words = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(words.encode(text));
        } catch {
          stop();
        }
      };
      const tell = async (event: LiveEvent) => {
        if (!(await isStillOpen(sessionId).catch(() => false))) return close();
        send(`event: ${event.kind}\ndata: ${event.kind === 'job' ? event.number : ''}\n\n`);
      };
      const close = () => {
        stop();
        try {
          controller.close();
        } catch {
          // The reader went first.
        }
      };
      const endHearing = hearChanges((event) => void tell(event));
      const beat = setInterval(() => send(': still here\n\n'), beatMs);
      stop = () => {
        endHearing();
        clearInterval(beat);
      };
      request.signal.addEventListener('abort', close);
      send('retry: 2000\n\n');
    },
    cancel() {
      stop();
    },
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
});
