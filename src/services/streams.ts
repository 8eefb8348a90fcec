import { whichAreOpen } from '@/usecases/people/sessions';
import { hearChanges, type LiveEvent } from './live';

/** A stream that is told of changes, and ended where its session is. */
export interface Ear {
  /** Changes since the last time, each once; the same list for every ear. */
  readonly tell: (events: readonly LiveEvent[]) => void;
  readonly end: () => void;
}

/** The tabs of a browser share one stream; more than a few of a session are a fault or an attack. */
const mostOfSession = 12;
const mostStreams = 2000;
/** A session is asked about once in this time, however many streams and events there are. */
const checkedForMs = 1000;
/** The first change is passed on at once; those of the next moments go together, so that many ears cost little. */
const gatheredForMs = 150;

const ears = new Map<string, Set<Ear>>();
/** When a session was asked about last, and what was found; a check under way is shared. */
const checks = new Map<string, { readonly at: number; readonly open: Promise<boolean> }>();
let gathered: LiveEvent[] = [];
let gathering: NodeJS.Timeout | undefined;
let hearing = false;

/** Tells an ear of every change for as long as its session is open; undefined where too many streams are. */
export function hearAs(sessionId: string, ear: Ear): { end(): void } | undefined {
  const own = ears.get(sessionId) ?? new Set();
  const all = [...ears.values()].reduce((sum, { size }) => sum + size, 0);
  if (own.size >= mostOfSession || all >= mostStreams) return undefined;
  ears.set(sessionId, own.add(ear));
  if (!hearing) {
    hearing = true;
    hearChanges(gather);
  }
  return {
    end() {
      own.delete(ear);
      if (own.size > 0 || ears.get(sessionId) !== own) return;
      ears.delete(sessionId);
      checks.delete(sessionId);
    },
  };
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

/** Passes what was gathered on to the streams of every open session, and ends those of the others. */
async function passOn(): Promise<void> {
  const events = gathered;
  gathered = [];
  checkAgain();
  for (const [sessionId, own] of [...ears]) {
    const open = await checks.get(sessionId)?.open;
    for (const ear of [...own]) open ? ear.tell(events) : ear.end();
  }
}

/** Asks about all sessions whose last check is too old, in one question. */
function checkAgain(): void {
  const at = performance.now();
  const due = [...ears.keys()].filter((id) => at - (checks.get(id)?.at ?? -Infinity) >= checkedForMs);
  if (due.length === 0) return;
  const found = whichAreOpen(due).catch(() => new Set<string>());
  for (const id of due) checks.set(id, { at, open: found.then((open) => open.has(id)) });
}

function isSame(one: LiveEvent, other: LiveEvent): boolean {
  return one.kind === other.kind && (one.kind !== 'job' || one.number === (other as typeof one).number);
}
