'use client';

import { useMemo, useState } from 'react';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { goesOnBy } from '@/core/procedure/document/step-exits';
import { verdictsOf } from '@/core/procedure/timing/beats';
import { type Score, scoreOf } from '@/core/procedure/timing/score';
import { countsFrom, isTimed, timedChain } from '@/core/procedure/timing/timed-chain';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { useShopClock, useTicking } from '@/ui/use-shop-clock';
import { useShortcut } from '@/ui/use-shortcut';
import { readAloud } from '@/ui/voice';
import type { StepCardProps } from './step-props';
import { TimedFigure } from './timed-figure';
import { type Played, TimedAnswers, TimedParts } from './timed-outcome';
import { useScorePlayer } from './use-score-player';

interface TimedStepProps extends StepCardProps {
  readonly say: (text: string) => string;
  readonly follows: (answer: string) => string | undefined;
}

/**
 * Steps whose time hands keep, done in one go: led in, counted and ended by sound, by the shaking of the device and by a large figure, so
 * that nobody has to touch or to see the screen meanwhile. Beats that are tapped say what was late; else the person does.
 */
export function TimedStep(props: TimedStepProps) {
  const { shown, node, time, busy, beat, onBegin, onAnswers, say, follows } = props;
  const { ground, log, drives } = shown;
  const chain = useMemo(() => timedChain(ground.bound, node.id), [ground, node]);
  const clock = useShopClock(time.now, time.rate);
  const [playing, setPlaying] = useState<{ readonly score: Score; readonly fromMs: number } | null>(null);
  const [played, setPlayed] = useState<Played | null>(null);
  const [tooLate, setTooLate] = useState(false);
  const since = countsFrom(node);
  const clockMs = since === undefined ? undefined : log.ends[since];
  const start = (round: boolean) => {
    const now = clock().getTime();
    const goneMs = clockMs === undefined || time.rate === 0 ? 0 : (now - clockMs) / time.rate;
    const score = scoreOf(chain, goneMs);
    setTooLate(!score);
    if (!score) return;
    setPlayed(null);
    setPlaying({ score, fromMs: now });
    player.play(score, round);
    if (isTimed(node.step)) onBegin();
  };
  const player = useScorePlayer(
    (part) => readAloud([say(chain[part]?.step.say ?? '')]),
    (score, beats, roundMs) => {
      setPlaying(null);
      setPlayed({
        score,
        verdicts: beats.length > 0 ? verdictsOf(score, beats) : null,
        fromMs: (playing?.fromMs ?? 0) + roundMs * time.rate,
      });
    },
  );
  beat.current = playing ? player.beat : null;
  useShortcut(
    'space',
    (event) => {
      // A button that has the focus is pressed by it.
      const { target } = event;
      if (target instanceof Element && target.closest('button:not([data-figure]), summary, a, input')) return;
      event.preventDefault();
      if (playing) player.beat();
      else if (drives && !busy) start(false);
    },
    { useKey: false },
  );
  /** Where there was no time for all of them only those that were counted are answered. */
  const counted = played ? chain.slice(0, played.score.parts.length) : chain;
  const answers = (late: number | null) => {
    const now = clock().getTime();
    const at = (part: number) =>
      played ? Math.min(now, played.fromMs + (played.score.parts[part]?.endMs ?? 0) * time.rate) : now;
    onAnswers(
      counted.slice(0, late === null ? counted.length : late + 1).map(({ id, step }, part) => ({
        node: id,
        answer: part === late ? 'missed' : (goesOnBy(step) ?? 'done'),
        atMs: at(part),
      })),
    );
  };
  return (
    <>
      {chain.length > 1 && <TimedParts chain={chain} say={say} played={played} />}
      {clockMs !== undefined && !playing && node.step.kind === 'window' && (
        <ClockLeft sinceMs={clockMs} withinMs={Number(node.step.seconds) * 1000} time={time} />
      )}
      {tooLate && (
        <Notice tone="ochre" role="alert">
          There is no time left for a lead-in: do it now, and say how it went.
        </Notice>
      )}
      {playing ? (
        <TimedFigure score={playing.score} player={player} chain={chain} say={say} />
      ) : (
        drives && (
          <div className="flex flex-wrap gap-2">
            <Button
              look={played ? 'plain' : 'main'}
              busy={busy}
              onClick={() => start(false)}
              follows="three beats lead in; space bar"
            >
              {played ? 'From the start again' : startWords(node)}
            </Button>
            <Button busy={busy} onClick={() => start(true)} follows="join any round; no hand is needed">
              Again and again
            </Button>
          </div>
        )
      )}
      {!drives && log.begun?.node === node.id && (
        <p className="text-small text-mute">The device that drives counts it out.</p>
      )}
      {drives && !playing && (
        <TimedAnswers {...{ played, busy, say, follows }} onAnswer={answers} chain={counted} />
      )}
    </>
  );
}

function startWords({ step }: BoundNode): string {
  return step.kind === 'window' && 'sign' in step.from ? `Start as ${step.from.sign}` : 'Start';
}

/** What is left of a window whose clock runs. */
function ClockLeft({
  sinceMs,
  withinMs,
  time,
}: {
  readonly sinceMs: number;
  readonly withinMs: number;
  readonly time: StepCardProps['time'];
}) {
  const left = Math.ceil((withinMs - (useTicking(time).getTime() - sinceMs)) / 1000);
  return (
    <p>
      <span className="text-small text-mute">Its clock runs</span>{' '}
      <strong role="timer" className="font-mono text-[26px]">
        {left > 0 ? `${left} s left` : 'over'}
      </strong>
    </p>
  );
}
