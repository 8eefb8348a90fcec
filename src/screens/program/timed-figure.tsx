'use client';

import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { type Moment, momentOf, type Score } from '@/core/procedure/timing/score';
import { Button } from '@/ui/button';
import type { ScorePlayer } from './use-score-player';

/** The figure as it runs: what to do, and until when. A tap on it, or the space bar, is a beat. */
export function TimedFigure({
  score,
  player,
  chain,
  say,
}: {
  readonly say: (text: string) => string;
  readonly score: Score;
  readonly player: ScorePlayer;
  readonly chain: readonly BoundNode[];
}) {
  const [shown, setShown] = useState(() => lookOf(momentOf(score, 0), chain));
  const latest = useRef(player);
  latest.current = player;
  useEffect(() => {
    let frame = 0;
    let before = lookOf(momentOf(score, 0), chain);
    const draw = () => {
      const next = lookOf(momentOf(score, latest.current.at()), chain);
      const isSame = before.word === next.word && before.figure === next.figure && before.part === next.part;
      before = next;
      // In this frame, and not in the one after the next.
      if (!isSame) flushSync(() => setShown(next));
      frame = requestAnimationFrame(draw);
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [score, chain]);
  return (
    <div className="flex flex-col gap-2">
      <button
        type="button"
        data-figure
        onPointerDown={() => player.beat()}
        className="rounded-lg border-2 border-ink bg-shelf px-4 py-3 text-center"
      >
        {chain.length > 1 && (
          <span className="block font-semibold">{say(chain[shown.part]?.step.say ?? '')}</span>
        )}
        <span className="block text-[26px] font-semibold">{shown.word}</span>
        <span className="block font-mono text-[96px] leading-none font-semibold">{shown.figure}</span>
        <span className="block text-small text-mute">a tap here or the space bar is a beat</span>
      </button>
      <Button className="self-start" onClick={() => player.end()}>
        Stop counting
      </Button>
    </div>
  );
}

/** What the figure shows at a moment. */
interface Look {
  readonly part: number;
  readonly word: string;
  readonly figure: string;
}

function lookOf({ part, is, leftMs, beat }: Moment, chain: readonly BoundNode[]): Look {
  const seconds = String(Math.max(1, Math.ceil(leftMs / 1000)));
  switch (is) {
    case 'before':
      return { part, word: part === 0 && beat === 0 ? 'Get ready' : 'Next in', figure: seconds };
    case 'act':
      return chain[part]?.step.kind === 'pace'
        ? { part, word: 'Beat', figure: String(beat) }
        : { part, word: 'Now', figure: '●' };
    case 'held':
      return { part, word: 'Keep it so', figure: seconds };
    case 'letGo':
      return { part, word: 'Let go', figure: '○' };
    case 'over':
      return { part, word: 'Done', figure: '–' };
  }
}
