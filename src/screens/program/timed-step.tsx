'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { goesOnBy } from '@/core/procedure/document/step-exits';
import { type Verdict, verdictsOf, verdictWords } from '@/core/procedure/timing/beats';
import { cuesOf, type Moment, momentOf, type Score, scoreOf } from '@/core/procedure/timing/score';
import { countsFrom, isTimed, timedChain } from '@/core/procedure/timing/timed-chain';
import { Button } from '@/ui/button';
import { Badge, Notice } from '@/ui/notice';
import { type Playing, playCues } from '@/ui/sound';
import { useShopClock, useTicking } from '@/ui/use-shop-clock';
import { useShortcut } from '@/ui/use-shortcut';
import { hush, readAloud } from '@/ui/voice';
import type { StepCardProps } from './step-props';

interface TimedStepProps extends StepCardProps {
  readonly say: (text: string) => string;
  readonly follows: (answer: string) => string | undefined;
}

/** What came of a score that was played: how each part went by the beats that came in, where some did. */
interface Played {
  readonly score: Score;
  readonly verdicts: readonly Verdict[] | null;
  /** When its first cue was, by the shop's clock. */
  readonly fromMs: number;
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
  const player = usePlayer(
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
      {chain.length > 1 && <Parts chain={chain} say={say} played={played} />}
      {clockMs !== undefined && !playing && node.step.kind === 'window' && (
        <ClockLeft sinceMs={clockMs} withinMs={Number(node.step.seconds) * 1000} time={time} />
      )}
      {tooLate && (
        <Notice tone="ochre" role="alert">
          There is no time left for a lead-in: do it now, and say how it went.
        </Notice>
      )}
      {playing ? (
        <Running score={playing.score} player={player} chain={chain} say={say} />
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
      {drives && !playing && <Went {...{ played, busy, say, follows }} onAnswer={answers} chain={counted} />}
    </>
  );
}

function startWords({ step }: BoundNode): string {
  return step.kind === 'window' && 'sign' in step.from ? `Start as ${step.from.sign}` : 'Start';
}

/** Plays a score, calls each part out as the one before ends, and collects the beats that come in. */
function usePlayer(
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
  const end = () => {
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
  };
  useEffect(() => {
    const timer = setInterval(() => {
      const { current } = now;
      if (!current) return;
      const at = current.playing.at();
      const { part, is } = momentOf(current.score, at);
      if (is === 'over' && at > current.score.lengthMs + 1500 && !current.round) {
        endRef.current();
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
  }, []);
  const endRef = useRef(end);
  endRef.current = end;
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

type Player = ReturnType<typeof usePlayer>;

/** The steps that are done in one go, each with how it went. */
function Parts({
  chain,
  say,
  played,
}: {
  readonly chain: readonly BoundNode[];
  readonly say: (text: string) => string;
  readonly played: Played | null;
}) {
  return (
    <div>
      <p className="text-small text-mute">In one go, without a hand for the screen</p>
      <ol className="flex list-decimal flex-col gap-1 pl-6">
        {chain.map((node, at) => (
          <li key={node.id}>
            {say(node.step.say)} <span className="text-small text-mute">{limitWords(node)}</span>{' '}
            {played?.verdicts?.[at] && (
              <Badge tone={verdictTone(played.verdicts[at])}>
                {verdictWords(played.verdicts[at], played.score.parts[at]?.atMs.length ?? 0)}
              </Badge>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

const verdictTones = { inTime: 'glaze', late: 'oxide', early: 'oxide', missing: 'plain' } as const;

function verdictTone({ is }: Verdict): 'glaze' | 'oxide' | 'plain' {
  return verdictTones[is];
}

function limitWords({ step }: BoundNode): string {
  switch (step.kind) {
    case 'hold':
      return `${step.seconds.from} to ${step.seconds.to} s`;
    case 'pace':
      return `a beat each ${step.every.from} to ${step.every.to} s`;
    case 'window':
      return `within ${step.seconds} s${step.notBefore === undefined ? '' : `, not before ${step.notBefore} s`}`;
    default:
      return '';
  }
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

/** The figure as it runs: what to do, and until when. A tap on it, or the space bar, is a beat. */
function Running({
  score,
  player,
  chain,
  say,
}: {
  readonly say: (text: string) => string;
  readonly score: Score;
  readonly player: Player;
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

/** How it went: all in time, or late at one of them. */
function Went({
  chain,
  played,
  busy,
  say,
  follows,
  onAnswer,
}: Pick<TimedStepProps, 'busy' | 'say' | 'follows'> & {
  readonly chain: readonly BoundNode[];
  readonly played: Played | null;
  readonly onAnswer: (late: number | null) => void;
}) {
  const verdicts = played?.verdicts;
  const late = verdicts?.findIndex(({ is }) => is === 'late' || is === 'early') ?? -1;
  const isInTime = verdicts?.every(({ is }) => is === 'inTime') ?? false;
  const all = (
    <Button
      key="all"
      look={played && (isInTime || verdicts === null) ? 'main' : 'plain'}
      busy={busy}
      onClick={() => onAnswer(null)}
      follows={chain.length === 1 ? follows('held') : undefined}
    >
      {chain.length === 1 ? 'In time' : `All ${chain.length} in time`}
    </Button>
  );
  const missed = chain.map(({ id, step }, at) =>
    step.kind === 'do' ? null : (
      <Button
        key={id}
        look={at === late ? 'main' : 'plain'}
        busy={busy}
        onClick={() => onAnswer(at)}
        follows={chain.length === 1 ? follows('missed') : say(step.say)}
      >
        {chain.length === 1 ? 'Late, or lost count' : `Late, or lost count at ${at + 1}`}
      </Button>
    ),
  );
  const [one] = chain;
  return (
    <>
      {verdicts && chain.length === 1 && one && verdicts[0] && (
        <p data-said>
          <Badge tone={isInTime ? 'glaze' : late < 0 ? 'plain' : 'oxide'}>by your beats</Badge>{' '}
          {verdictWords(verdicts[0], played?.score.parts[0]?.atMs.length ?? 0)}
        </p>
      )}
      {verdicts && chain.length > 1 && (
        <p data-said>
          <Badge tone={isInTime ? 'glaze' : late < 0 ? 'plain' : 'oxide'}>by your beats</Badge>{' '}
          {isInTime
            ? 'all in time'
            : late < 0
              ? 'not every beat came in: say how it went'
              : `late at ${late + 1}`}
        </p>
      )}
      <div className="flex flex-wrap gap-2">{late < 0 ? [all, ...missed] : [...missed, all]}</div>
    </>
  );
}
