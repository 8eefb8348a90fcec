import { whichAreOpen } from '@/usecases/people/sessions';
import { hearChanges, type LiveEvent } from './live';

/** A stream that is told of changes, and ended where its session is. */
export interface Ear {
  /** Changes since the last time, each once. */
  readonly tell: (events: readonly LiveEvent[]) => void;
  readonly end: () => void;
}

interface Stream extends Ear {
  readonly sessionId: string;
  /** Numbers of the jobs that it shows. */
  readonly jobs: ReadonlySet<number>;
}

/** The tabs of a browser share one stream; more than a few of a session are a fault or an attack. */
const mostOfSession = 12;
const mostStreams = 2000;
/** A session is asked about once in this time, however many streams and events there are. */
const checkedForMs = 1000;
/** The first change is passed on at once; those of the next moments go together, so that many ears cost little. */
const gatheredForMs = 150;

const streams = new Set<Stream>();
/** Streams by the jobs they show: a change concerns those alone. */
const showing = new Map<number, Set<Stream>>();
const openOf = new Map<string, number>();
/** When a session was asked about last, and what was found; a check under way is shared. */
const checks = new Map<string, { readonly at: number; readonly open: Promise<boolean> }>();
let gathered: LiveEvent[] = [];
let gathering: NodeJS.Timeout | undefined;
let hearing = false;

/**
 * Tells an ear of every change of some jobs, and of interruptions, for as long as its session is open; undefined where
 * too many streams are.
 */
export function hearAs(sessionId: string, jobs: ReadonlySet<number>, ear: Ear): { end(): void } | undefined {
  const own = openOf.get(sessionId) ?? 0;
  if (own >= mostOfSession || streams.size >= mostStreams) return undefined;
  const stream: Stream = { ...ear, sessionId, jobs };
  streams.add(stream);
  openOf.set(sessionId, own + 1);
  for (const job of jobs) showing.set(job, (showing.get(job) ?? new Set()).add(stream));
  if (!hearing) {
    hearing = true;
    hearChanges(gather);
  }
  return { end: () => forget(stream) };
}

function forget(stream: Stream): void {
  if (!streams.delete(stream)) return;
  for (const job of stream.jobs) {
    const others = showing.get(job);
    others?.delete(stream);
    if (others?.size === 0) showing.delete(job);
  }
  const left = (openOf.get(stream.sessionId) ?? 1) - 1;
  if (left > 0) openOf.set(stream.sessionId, left);
  else {
    openOf.delete(stream.sessionId);
    checks.delete(stream.sessionId);
  }
}

function gather(event: LiveEvent): void {
  if (!gathered.some((known) => isSame(known, event))) gathered.push(event);
  if (gathering) return;
  void passOn();
  gathering = setTimeout(() => {
    gathering = undefined;
    const next = gathered.pop();
    if (next) gather(next);
  }, gatheredForMs);
  gathering.unref();
}

/** Passes what was gathered on to the streams that it concerns where their session is open, and ends those of the others. */
async function passOn(): Promise<void> {
  const concerned = new Map<Stream, LiveEvent[]>();
  for (const event of gathered)
    for (const stream of event.kind === 'job' ? (showing.get(event.number) ?? []) : streams)
      concerned.set(stream, [...(concerned.get(stream) ?? []), event]);
  gathered = [];
  checkAgain(new Set([...concerned.keys()].map(({ sessionId }) => sessionId)));
  for (const [stream, events] of concerned) {
    const open = await checks.get(stream.sessionId)?.open;
    if (open) stream.tell(events);
    else stream.end();
  }
}

/** Asks about those of some sessions whose last check is too old, in one question. */
function checkAgain(sessionIds: ReadonlySet<string>): void {
  const at = performance.now();
  const due = [...sessionIds].filter((id) => at - (checks.get(id)?.at ?? -Infinity) >= checkedForMs);
  if (due.length === 0) return;
  const found = whichAreOpen(due).catch(() => new Set<string>());
  for (const id of due) checks.set(id, { at, open: found.then((open) => open.has(id)) });
}

function isSame(one: LiveEvent, other: LiveEvent): boolean {
  return one.kind === other.kind && (one.kind !== 'job' || one.number === (other as typeof one).number);
}
