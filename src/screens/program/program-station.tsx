'use client';

import { useRouter } from 'next/navigation';
import { type RefObject, useEffect, useRef, useState } from 'react';
import type { AuthorityStage } from '@/core/authority/purposes';
import type { RunEvent } from '@/core/run/events/run-events';
import { waitOf } from '@/core/run/run-basis';
import { nodeAt } from '@/core/run/run-log';
import type { Piece } from '@/core/supply/movements';
import { DeviceStore } from '@/ui/device/device-store';
import { Notice } from '@/ui/notice';
import { stayOpenUntil } from '@/ui/stay-open';
import { useAwake } from '@/ui/use-awake';
import { type ShopTime, useShopClock } from '@/ui/use-shop-clock';
import type { NextVisit } from '@/usecases/jobs/next-visit';
import { Ahead } from './ahead';
import { Done, type DoneLine, Then } from './beside-step';
import { CausesCard } from './causes-card';
import { DriveBar } from './drive-bar';
import { EndCard, Ended, GiveUp, TraceLink } from './end-card';
import { keepShell } from './keep-shell';
import { MarkBar } from './mark-bar';
import type { RunEngine } from './run-engine';
import { RunKeys } from './run-keys';
import type { KeptClock, RunShown } from './run-shown';
import { lookAtSecret } from './run-transport';
import { StepCard } from './step-card';
import { ToolCard } from './tool-card';
import { useRun } from './use-run';
import { answerByTool, type ToolHand, useRunTool } from './use-run-tool';

interface ProgramStationProps {
  readonly runId: string;
  readonly jobNumber: number;
  readonly personId: string;
  readonly time: ShopTime;
  /** How far the right to the car was shown when the page was made. */
  readonly stage: AuthorityStage;
  readonly pins: readonly { readonly id: string; readonly words: string }[];
  /** Opened from what the device kept, without the server. */
  readonly isShell?: boolean;
  /** Pieces of the van that may be a key of this car. */
  readonly pieces?: readonly Piece[];
  /** Whether something was said on the line of this run. */
  readonly isTraced?: boolean;
  /** What of the job can be done while a run waits. */
  readonly tasks?: readonly string[];
  /** What the van has to reach next. */
  readonly next?: NextVisit | undefined;
  /** What was done so far, as the server has it. */
  readonly done?: readonly DoneLine[];
  /** Keys of the ring that are here. */
  readonly ring?: readonly { readonly tag: number; readonly name: string }[];
}

type WithoutTime = RunEvent extends infer Event
  ? Event extends RunEvent
    ? Omit<Event, 'atMs'>
    : never
  : never;

/** The run at hand: one step large, the next small, whatever happens to server, network or browser. */
export function ProgramStation({
  runId,
  jobNumber,
  personId,
  time,
  stage,
  pins,
  isShell = false,
  pieces = [],
  isTraced = false,
  ring = [],
  tasks = [],
  done = [],
  next,
}: ProgramStationProps) {
  const { shown: kept, failed, engine } = useRun(runId, personId, jobNumber);
  const shown = kept && withRing(kept, ring);
  const clock = useShopClock(time.now, time.rate);
  const [busy, setBusy] = useState(false);
  const [telling, setTelling] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const beat = useRef<(() => void) | null>(null);
  const tool = useRunTool({ runId, personId, shown, engine, clock });
  useTimed(shown, clock);
  const router = useRouter();
  // What was sealed is among the PINs that can be used, by its name.
  useEffect(() => {
    if (tool.sealed > 0) router.refresh();
  }, [tool.sealed, router]);
  useKept(personId, time, isShell);
  useEffect(() => {
    // The server answers again, and has all: its own page goes on.
    if (isShell && shown?.online && shown.waiting === 0 && !shown.conflict) window.location.reload();
  }, [isShell, shown]);
  useWaitBegins(shown, engine.current, clock);
  if (failed !== null)
    return (
      <Notice tone="oxide" role="alert">
        This device keeps no runs: {failed}. Private windows and full disks are the usual reasons.
      </Notice>
    );
  if (!shown) return <p className="text-mute">The run is being taken up.</p>;

  const driving = engine.current;
  const node = nodeAt(shown.ground.bound, shown.log);
  const held = driving?.needsServer() ?? null;
  const happens = async (...events: (WithoutTime & { readonly atMs?: number })[]): Promise<boolean> => {
    if (!driving || busy) return false;
    setBusy(true);
    try {
      for (const event of events) {
        const whole = { atMs: clock().getTime(), ...event } as RunEvent;
        // A piece of the stock is there or not: the server says so.
        const gated =
          ((whole.kind === 'commanded' || whole.kind === 'pinEntered') && held !== null) ||
          (whole.kind === 'keyTaken' && whole.piece !== null);
        const took = await (gated ? driving.takeWithServer(whole) : driving.take(whole));
        if (!took) return false;
      }
      return true;
    } finally {
      setBusy(false);
    }
  };
  const proposed = node && answerByTool(node, tool);
  const tells = async (node: string) => {
    setTelling(true);
    try {
      if (await happens({ kind: 'commanded', node, stage })) await tool.onTell();
    } finally {
      setTelling(false);
    }
  };
  const usesPin = async (node: string, secretId: string | null) => {
    const entered = { kind: 'pinEntered', node, secretId } as const;
    // Said once, though the server's answer to it may have been lost.
    const isSaid = shown.log.entered?.node === node && shown.log.entered.secretId === secretId;
    if (!isSaid && !(await happens(entered))) return;
    if (tool.shown && secretId !== null) tool.onPin(await lookAtSecret(jobNumber, secretId));
    await happens({ kind: 'answered', node, answer: 'done', by: 'person' });
  };
  const tellsPin = async (node: string, value: string) => {
    const kept = await driving?.keepSecret('toldPin', value);
    setRefused(kept && 'refused' in kept ? kept.refused : null);
    if (kept && 'id' in kept) await usesPin(node, kept.id);
  };
  const at = node?.id ?? '';
  const ends = (count: number | 'cannotSay' | null, reason: string, systemType?: string) =>
    void happens({ kind: 'ended', count, reason, ...(systemType && { systemType }) });
  return (
    <>
      {driving && <DriveBar shown={shown} engine={driving} />}
      {(shown.problem ?? refused) && (
        <Notice tone="oxide" role="alert">
          {shown.problem ?? refused}
        </Notice>
      )}
      <RunKeys
        shown={shown}
        ring={ring}
        busy={busy}
        onSpoiled={(tag) => void happens({ kind: 'keySpoiled', tag })}
        onExchange={(from, to) => void happens({ kind: 'exchanged', from, to })}
      />
      {shown.log.ended ? (
        <>
          <Ended shown={shown} />
          {isTraced && <TraceLink runId={runId} />}
        </>
      ) : node && shown.log.walk.search ? (
        <CausesCard
          shown={shown}
          node={node}
          busy={busy}
          onLook={(look, answer) => void happens({ kind: 'looked', look, answer })}
          onMended={(cause) => void happens({ kind: 'mended', cause })}
          onGiveUp={() => void happens({ kind: 'gaveUp' })}
        />
      ) : node ? (
        <>
          <StepCard
            key={`${node.id} ${shown.log.answered}`}
            shown={shown}
            node={node}
            time={time}
            pins={pins}
            held={held}
            busy={busy}
            onBegin={() => void happens({ kind: 'begun', node: at })}
            proposed={proposed}
            onAnswer={(answer) =>
              void happens({
                kind: 'answered',
                node: at,
                answer,
                by: answer === proposed ? 'tool' : 'person',
              })
            }
            onAnswers={(answers) =>
              void happens(...answers.map((one) => ({ kind: 'answered', by: 'person', ...one }) as const))
            }
            beat={beat}
            onAgain={() => void happens({ kind: 'untold', node: at, by: 'person' })}
            pieces={pieces}
            onPiece={(tag, piece) => void happens({ kind: 'keyTaken', tag, piece })}
            onCommand={() => void tells(at)}
            tasks={tasks}
            onVolts={(volts) => void happens({ kind: 'marked', node: at, mark: 'volts', words: '', volts })}
            onPin={(secretId) => void usesPin(at, secretId)}
            onToldPin={(value) => void tellsPin(at, value)}
          />
          <Then shown={shown} />
          <Ahead shown={shown} time={time} next={next} />
          <Done steps={done} />
        </>
      ) : (
        <EndCard shown={shown} busy={busy} spoken={tool.shown?.view.systemType} onEnd={ends} />
      )}
      {!shown.log.ended && (
        <MarkBar
          shown={shown}
          node={node}
          jobNumber={jobNumber}
          runId={runId}
          busy={busy}
          onMark={(mark) => happens({ kind: 'marked', node: shown.log.walk.at, ...mark })}
        />
      )}
      {!shown.log.ended && shown.drives && (
        <ToolCard tool={withBeats(tool, beat)} run={shown} node={node} telling={telling} />
      )}
      {!shown.log.ended && node && <GiveUp shown={shown} busy={busy} onEnd={ends} />}
    </>
  );
}

/** What hands do at the made-up car is a beat of what is being counted. */
function withBeats(tool: ToolHand, beat: RefObject<(() => void) | null>): ToolHand {
  return {
    ...tool,
    onHand: (input) => {
      beat.current?.();
      tool.onHand(input);
    },
  };
}

/** Keys that came onto the ring since the run began have their names too. */
function withRing(shown: RunShown, ring: NonNullable<ProgramStationProps['ring']>): RunShown {
  const { basis } = shown.ground;
  const came = ring.filter(({ tag }) => !basis.keys.some((key) => key.tag === tag));
  return came.length === 0
    ? shown
    : { ...shown, ground: { ...shown.ground, basis: { ...basis, keys: [...basis.keys, ...came] } } };
}

/** What this page needs to open again without the server: the shell, and the shop's time. */
function useKept(personId: string, { now, rate }: ShopTime, isShell: boolean): void {
  const shopMs = now.getTime();
  useEffect(() => {
    if (isShell) return;
    const keep = async () => {
      const store = await DeviceStore.open(personId);
      const clock: KeptClock = { shopMs, deviceMs: Date.now(), rate };
      await store.write('clock', 'shop', clock);
      store.close();
      await keepShell();
    };
    // Where a browser keeps no shell, the run goes on as long as its page stays open.
    keep().catch(() => {});
  }, [personId, shopMs, rate, isShell]);
}

/** A wait begins with what led to it: nobody has to press for it on the device that drives. */
function useWaitBegins(shown: RunShown | null, engine: RunEngine | undefined, clock: () => Date): void {
  const node =
    shown?.drives && !shown.log.ended && !shown.log.walk.search
      ? nodeAt(shown.ground.bound, shown.log)
      : undefined;
  const waits =
    node?.step.kind === 'wait' && shown?.log.begun?.node !== node.id && !shown?.conflict ? node.id : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each wait that comes to hand, by the clock of that moment
  useEffect(() => {
    if (waits !== null) void engine?.take({ kind: 'begun', node: waits, atMs: clock().getTime() });
  }, [waits]);
}

/** A step past its time by so much keeps no screen open. */
const graceMs = 5 * 60_000;

/** While something is timed on the device that drives, its screen stays lit and open. */
function useTimed(shown: RunShown | null, clock: () => Date): void {
  const begun = shown?.drives && !shown.log.ended ? shown.log.begun : null;
  useAwake(begun !== null);
  const node = begun && shown?.ground.bound.nodes.get(begun.node);
  const wait = node && shown && waitOf(shown.ground.basis, node);
  const fromMs = begun?.atMs ?? null;
  const longestMs = (wait?.longestSeconds ?? 0) * 1000 + graceMs;
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is set when the step begins, by the clock of that moment
  useEffect(() => {
    if (fromMs !== null) stayOpenUntil(Date.now() + fromMs + longestMs - clock().getTime());
    return () => stayOpenUntil(0);
  }, [fromMs, longestMs]);
}
