import { type Actor, actorId } from '@/core/kinds/actor';
import { PoolFull } from './pool-full';

/** Downloads under way at once, as many as there are connections for them, and for one person or program. */
const mostDownloads = 4;
const mostOfOne = 2;
/** A reader that takes nothing for so long has gone; nobody may take longer than `longestMs`. */
const stalledMs = 20_000;
const longestMs = 10 * 60_000;

const underWay = new Map<string, number>();

/** Parts of a file as they are read. Whoever holds it must end it: by reading it to its end, or by `end`. */
export interface Download {
  /** The next part; undefined at the end. Throws where the reader took too long. */
  next(): Promise<string | undefined>;
  end(): Promise<void>;
}

/**
 * Lets a download begin, or throws `PoolFull` where too many are under way. It ends by itself when its reader takes no
 * part for a while, since it holds a connection for as long as it lasts.
 */
export function openDownload(actor: Actor, parts: AsyncGenerator<string>): Download {
  const whose = `${actor.kind} ${actorId(actor)}`;
  const own = underWay.get(whose) ?? 0;
  const all = [...underWay.values()].reduce((sum, count) => sum + count, 0);
  if (own >= mostOfOne || all >= mostDownloads) throw new PoolFull('too many downloads are under way');
  underWay.set(whose, own + 1);

  const until = performance.now() + longestMs;
  let stalled: NodeJS.Timeout | undefined;
  let ended: Promise<void> | undefined;
  const end = () => {
    clearTimeout(stalled);
    ended ??= parts.return(undefined).then(free, free);
    return ended;
  };
  const free = () => {
    const left = (underWay.get(whose) ?? 1) - 1;
    if (left > 0) underWay.set(whose, left);
    else underWay.delete(whose);
  };
  const watch = () => {
    clearTimeout(stalled);
    stalled = setTimeout(() => void end(), stalledMs);
    stalled.unref();
  };
  watch();
  return {
    end,
    async next() {
      if (ended || performance.now() > until) {
        await end();
        throw new Error('the reader of a download took too long');
      }
      clearTimeout(stalled);
      try {
        const { value, done } = await parts.next();
        if (done) await end();
        else watch();
        return done ? undefined : value;
      } catch (error) {
        await end();
        throw error;
      }
    },
  };
}
