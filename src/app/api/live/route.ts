import type { LiveEvent } from '@/services/live';
import { hearAs } from '@/services/streams';
import { readJobStates } from '@/usecases/jobs/list';
import { problem, signedIn } from '../handler';

/** Between two signs of life, so that a connection that is gone is noticed. */
const beatMs = 25_000;
/** Messages that may wait for a reader; one that takes nothing for so long has gone. */
const mostWaiting = 256;

/** Jobs that the tabs of one browser may show at once. */
const mostJobs = 50;

/** Server-sent events: the number of each of the jobs named that changes, and that there is news, for as long as the session is open. */
export const GET = signedIn(async (actor, request) => {
  const { sessionId } = actor;
  const named = new URL(request.url).searchParams.get('jobs') ?? '';
  if (!/^(\d{1,9}(,\d{1,9})*)?$/.test(named)) return problem(400, 'Name the jobs that are shown, by number.');
  const jobs = new Set(named === '' ? [] : named.split(',', mostJobs).map(Number));
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
  const heard = hearAs(sessionId, jobs, { tell: (events) => send(written(events)), end });
  const beat = setInterval(() => send(sign), beatMs);
  if (!heard) {
    end();
    return problem(429, 'Too many streams of this session are open.');
  }
  request.signal.addEventListener('abort', end);
  // Heard from now on; what changed between the making of a page and this moment shows by the states of its jobs.
  readJobStates(actor, [...jobs]).then(
    (states) => send(statesWritten(states)),
    () => send(written([{ kind: 'missed' }])),
  );
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

function written(events: readonly LiveEvent[]): Uint8Array {
  const text = events.map(
    (event) => `event: ${event.kind}\ndata: ${event.kind === 'job' ? event.number : ''}\n\n`,
  );
  return bytesOf(text.join(''));
}

function statesWritten(states: readonly { readonly number: number; readonly state: string }[]): Uint8Array {
  return bytesOf(states.map(({ number, state }) => `event: stands\ndata: ${number} ${state}\n\n`).join(''));
}

function bytesOf(text: string): Uint8Array {
  return new TextEncoder().encode(text);
}
