import { useCallback, useEffect, useRef } from 'react';
import { cuesOf, momentOf, type Score } from '@/core/procedure/timing/score';
import { type Playing, playCues } from '@/ui/sound';
import { hush } from '@/ui/voice';

/** Plays a score, calls each part out as the one before ends, and collects the beats that come in. */
export function useScorePlayer(
  onPart: (part: number) => void,
  /** @param roundMs when the round began that the beats are of, from the first cue of all */
  onOver: (score: Score, beats: readonly number[], roundMs: number) => void,
) {
  const now = useRef<{
    readonly score: Score;
    readonly playing: Playing;
    /** Whether it goes round until it is stopped. */
    readonly round: boolean;
    beats: { readonly round: number; readonly atMs: number }[];
    called: string;
  } | null>(null);
  const latest = useRef({ onPart, onOver });
  latest.current = { onPart, onOver };
  const end = useCallback(() => {
    const was = now.current;
    if (!was) return;
    now.current = null;
    const round = was.beats.at(-1)?.round ?? was.playing.round();
    was.playing.stop();
    hush();
    latest.current.onOver(
      was.score,
      was.beats.filter((one) => one.round === round).map(({ atMs }) => atMs),
      round * was.playing.roundMs,
    );
  }, []);
  useEffect(() => {
    const timer = setInterval(() => {
      const { current } = now;
      if (!current) return;
      const at = current.playing.at();
      const { part, is } = momentOf(current.score, at);
      if (is === 'over' && at > current.score.lengthMs + 1500 && !current.round) {
        end();
        return;
      }
      const called = `${current.playing.round()} ${part}`;
      if (is === 'over' || called === current.called) return;
      current.called = called;
      latest.current.onPart(part);
    }, 100);
    return () => {
      clearInterval(timer);
      now.current?.playing.stop();
      now.current = null;
      hush();
    };
  }, [end]);
  return {
    play(score: Score, round: boolean) {
      now.current?.playing.stop();
      now.current = {
        score,
        round,
        playing: playCues(cuesOf(score), score.lengthMs, round),
        beats: [],
        called: '',
      };
    },
    beat() {
      const { current } = now;
      current?.beats.push({ round: current.playing.round(), atMs: current.playing.at() });
    },
    /** Milliseconds since the first cue. */
    at: () => now.current?.playing.at() ?? 0,
    end,
  };
}

export type ScorePlayer = ReturnType<typeof useScorePlayer>;
