import { hearChanges, type LiveEvent } from './live';
import { whichAreOpen } from './sessions';

/** A stream that is told of changes, and ended where its session is. */
export interface Ear {
  readonly tell: (event: LiveEvent) => void;
  readonly end: () => void;
}

/** The tabs of a browser share one stream; more than a few of a session are a fault or an attack. */
const mostOfSession = 12;
const mostStreams = 2000;
/** A session is asked about once in this time, however many streams and events there are. */
const checkedForMs = 1000;

const ears = new Map<string, Set<Ear>>();
/** When a session was asked about last, and what was found; a check under way is shared. */
const checks = new Map<string, { readonly at: number; readonly open: Promise<boolean> }>();
let hearing = false;

/** Tells an ear of every change for as long as its session is open; undefined where too many streams are. */
export function hearAs(sessionId: string, ear: Ear): { end(): void } | undefined {
  const own = ears.get(sessionId) ?? new Set();
  const all = [...ears.values()].reduce((sum, { size }) => sum + size, 0);
  if (own.size >= mostOfSession || all >= mostStreams) return undefined;
  ears.set(sessionId, own.add(ear));
  if (!hearing) {
    hearing = true;
    hearChanges((event) => void pass(event));
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

/** Passes a change on to the streams of every open session, and ends those of the others. */
async function pass(event: LiveEvent): Promise<void> {
  checkAgain();
  for (const [sessionId, own] of [...ears]) {
    const open = await checks.get(sessionId)?.open;
    for (const ear of [...own]) open ? ear.tell(event) : ear.end();
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
