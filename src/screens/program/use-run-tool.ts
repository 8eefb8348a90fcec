'use client';

import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { RunSecret } from '@/core/authority/run-secrets';
import type { CarInput } from '@/core/benchcar/car/car-state';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { type KeyRole, keyRoles } from '@/core/procedure/document/procedure';
import { beatsOf } from '@/core/procedure/model/act-times';
import { toolTells } from '@/core/procedure/model/sees';
import { tagOf } from '@/core/procedure/run/run';
import { handsTogether } from '@/core/procedure/timing/timed-chain';
import { cameOf } from '@/core/run/ask-car';
import { nodeAt, type RunLog } from '@/core/run/run-log';
import { typeNow } from '@/core/run/system-types';
import { DeviceStore } from '@/ui/device/device-store';
import { openRunStand } from '@/workers/open-run-stand';
import type { DeviceSaid, StandView } from '@/workers/run-stand';
import type { RunEngine } from './run-engine';
import type { RunShown } from './run-shown';
import { RunTool, type ToolShown } from './run-tool';
import { carTransport } from './run-transport';

/** The tool on this device, for the one that drives. */
export interface ToolHand {
  /** Null while no car stands at the other end. */
  readonly shown: ToolShown | null;
  readonly looking: boolean;
  readonly trouble: string | null;
  /** What the tool uses as the PIN; kept in this page alone. */
  readonly pin: string;
  /** How much was sealed with the job in this page. */
  readonly sealed: number;
  readonly onPin: (pin: string) => void;
  readonly onPut: (wrong: string) => Promise<void>;
  readonly onHand: (input: CarInput) => void;
  /** Hands do what the step at hand says. */
  readonly onHands: () => void;
  /** The tool is told what the run was just told. */
  readonly onTell: () => Promise<void>;
  /** The car is asked what came of a command whose answer was not seen. */
  readonly onAsk: () => void;
  readonly onSystemType: (type: string) => void;
}

const tickMs = 250;

/** The name of a telling: no other has it. */
export function actOf(command: NonNullable<RunLog['command']>): string {
  return `${command.node} ${command.atMs}`;
}

interface ToolOf {
  readonly runId: string;
  readonly personId: string;
  readonly shown: RunShown | null;
  readonly engine: RefObject<RunEngine | undefined>;
  readonly clock: () => Date;
}

export function useRunTool({ runId, personId, shown: run, engine, clock }: ToolOf): ToolHand {
  const tool = useRef<RunTool>(undefined);
  const [shown, setShown] = useState<ToolShown | null>(null);
  const [looking, setLooking] = useState(true);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [pin, setPin] = useState('');
  const tries = useRef(0);
  const latest = useRef({ run, clock });
  latest.current = { run, clock };
  const drives = run?.drives === true && run.log.ended === null;

  /** Asks the car what came of the command that is open. */
  const asks = useCallback(async () => {
    const { run } = latest.current;
    const command = engine.current?.log?.command;
    const node = run && nodeAt(run.ground.bound, run.log);
    if (!run || !command || node?.step.kind !== 'command') return;
    const tag = tagOf(node, run.log.walk, node.step.key ?? 'new') ?? 0;
    await tool.current?.ask(actOf(command), node.step.command, tag);
  }, [engine]);

  useEffect(() => {
    setShown(null);
    if (!drives) return;
    let gone = false;
    let timer: ReturnType<typeof setInterval> | undefined;
    let store: DeviceStore | undefined;
    let close: (() => void) | undefined;
    const fails = (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error));
    const open = async () => {
      store = await DeviceStore.open(personId);
      const worker = () => {
        const opened = openRunStand();
        close = opened.close;
        opened.failed.catch(fails);
        return opened.worker;
      };
      if (gone) return;
      const own = new RunTool(
        runId,
        store,
        carTransport(runId),
        worker,
        () => latest.current.clock(),
        setShown,
      );
      tool.current = own;
      const isThere = await own.takeUp();
      setLooking(false);
      // Nobody here saw what came of it: the car is asked before anything else.
      if (isThere && !gone) await asks();
      timer = setInterval(() => void own.goes().catch(fails), tickMs);
    };
    open().catch(fails);
    return () => {
      gone = true;
      clearInterval(timer);
      const own = tool.current;
      tool.current = undefined;
      const ends = () => {
        own?.close();
        close?.();
        store?.close();
      };
      // At the end of its run the car goes from the device; at any other time it stays as it stands.
      if (own && latest.current.run?.log.ended) void own.ends().then(ends, ends);
      else ends();
    };
  }, [drives, runId, personId, asks]);

  useAnswers(run, shown?.view ?? null, engine, clock);
  // The tool speaks to the system type that the run has come to.
  const type = run ? typeNow(run.ground.basis, run.log) : undefined;
  const isThere = shown !== null;
  useEffect(() => {
    if (isThere && type !== undefined) void tool.current?.speaksTo(type);
  }, [isThere, type]);
  const read = shown?.view.tool.result?.pin;
  useEffect(() => {
    if (read !== undefined) setPin(read);
  }, [read]);
  const sealed = useSealed(engine, read, shown?.view.device.said?.keeps, setTrouble);

  const atNode = (work: (own: RunTool, node: BoundNode, log: RunLog) => Promise<void>) => {
    const log = engine.current?.log;
    const node = run && log && nodeAt(run.ground.bound, log);
    return tool.current && node && log ? work(tool.current, node, log) : Promise.resolve();
  };
  return {
    shown,
    looking,
    trouble,
    pin,
    sealed,
    onPin: setPin,
    onPut: async (wrong) => {
      setTrouble((await tool.current?.put(wrong)) ?? null);
    },
    onHand: (input) => void tool.current?.hand(input),
    onHands: () =>
      void atNode((own, node, log) => {
        if (!run) return Promise.resolve();
        return own.does(
          handsTogether(run.ground.bound, node).map((one) => {
            if (one.step.kind === 'pace') tries.current = beatsOf(one.step);
            const tags = (Object.keys(keyRoles) as KeyRole[]).map((role) => [
              role,
              tagOf(one, log.walk, role),
            ]);
            return { step: one.step, tags: Object.fromEntries(tags) };
          }),
        );
      }),
    onTell: () =>
      atNode(async (own, node, log) => {
        if (node.step.kind !== 'command' || !log.command || !run) return;
        const tag =
          (node.step.key && tagOf(node, log.walk, node.step.key)) ?? tagOf(node, log.walk, 'new') ?? 0;
        await own.tell(actOf(log.command), node.step.command, {
          way: run.ground.basis.way,
          tag,
          known: tagOf(node, log.walk, 'known') ?? 0,
          tries: tries.current,
          pin: pin === '' ? null : pin,
        });
      }),
    onAsk: () => void asks(),
    onSystemType: (type) => void tool.current?.speaksTo(type),
  };
}

/** What tool and devices read or worked out is sealed with the job as it comes, before anything is written with it. */
function useSealed(
  engine: RefObject<RunEngine | undefined>,
  pin: string | undefined,
  keeps: DeviceSaid['keeps'],
  onTrouble: (words: string) => void,
): number {
  const [sealed, setSealed] = useState(0);
  const keptPin = useRef<string>(undefined);
  const keptData = useRef<string>(undefined);
  const trouble = useRef(onTrouble);
  trouble.current = onTrouble;
  const keep = useCallback(
    async (of: RunSecret, value: string) => {
      const answer = await engine.current?.keepSecret(of, value);
      if (!answer) return;
      if ('id' in answer) setSealed((before) => before + 1);
      else trouble.current(answer.refused);
    },
    [engine],
  );
  useEffect(() => {
    if (pin === undefined || keptPin.current === pin) return;
    keptPin.current = pin;
    void keep('pin', pin);
  }, [pin, keep]);
  useEffect(() => {
    if (keeps === undefined || keptData.current === keeps.value) return;
    keptData.current = keeps.value;
    void keep(keeps.of, keeps.value);
  }, [keeps, keep]);
  return sealed;
}

/** What came of a command goes into the run as the tool saw it, or as the car said that was asked. */
function useAnswers(
  run: RunShown | null,
  view: StandView | null,
  engine: RefObject<RunEngine | undefined>,
  clock: () => Date,
): void {
  const answered = useRef<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever something new is seen, by the clock of that moment
  useEffect(() => {
    const command = run?.log.command;
    const node = run && nodeAt(run.ground.bound, run.log);
    if (!command || !view || !run?.drives || node?.step.kind !== 'command') return;
    const act = actOf(command);
    if (answered.current === act) return;
    const atMs = clock().getTime();
    const here = { node: node.id, atMs } as const;
    const { told, stands } = view;
    if (told?.act === act && told.came !== null && told.came !== 'unseen') {
      answered.current = act;
      void engine.current?.take({ kind: 'answered', ...here, answer: told.came, by: 'tool' });
    }
    if (stands?.act !== act || !stands.standing) return;
    const came = cameOf(node.step.command, run.log.walk.taken, stands.standing);
    if (came === undefined) return;
    answered.current = act;
    void engine.current?.take(
      came === 'done'
        ? { kind: 'answered', ...here, answer: 'done', by: 'car' }
        : { kind: 'untold', ...here, by: 'car' },
    );
  }, [run, view]);
}

/** The answer that the tool's word comes to; undefined where it says nothing of what is watched. */
export function answerByTool({ step }: BoundNode, { shown }: ToolHand): string | undefined {
  const command = shown?.view.told?.command;
  const tells = shown && (command === 'begin' || command === 'learn') ? toolTells(shown.view.tool) : null;
  if (!tells) return undefined;
  if (step.kind === 'observe') return step.answers.find(({ by }) => by?.tool === tells)?.id;
  return step.kind === 'wait' && command === 'begin' ? (tells === 'taken' ? 'over' : 'late') : undefined;
}
