'use client';

import { useState } from 'react';
import { commands } from '@/core/authority/commands';
import { faultWords, plantedFaults } from '@/core/benchcar/start/planted-faults';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { handsAt } from '@/core/procedure/model/act-times';
import { handsTogether } from '@/core/procedure/timing/timed-chain';
import { Button } from '@/ui/button';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { Badge, Notice } from '@/ui/notice';
import type { StandView } from '@/workers/run-stand';
import { CarLooks, HandsPanel } from '../parts/car-hands';
import { KeysList } from '../parts/car-keys';
import type { RunShown } from './run-shown';
import { actOf, type ToolHand } from './use-run-tool';

interface ToolCardProps {
  readonly tool: ToolHand;
  readonly run: RunShown;
  readonly node: BoundNode | undefined;
  /** Whether the tool is being told something right now. */
  readonly telling: boolean;
}

/** The tool of this device and the made-up car at the other end of its line; nothing here is done to a customer's car. */
export function ToolCard({ tool, run, node, telling }: ToolCardProps) {
  const { shown } = tool;
  if (!shown) return <PutCar tool={tool} online={run.online} />;
  const { platform, view, signs } = shown;
  const hands =
    node && !run.log.walk.search ? handsAt(node.step, (role) => node.tags[role]).length > 0 : false;
  const together = node ? handsTogether(run.ground.bound, node).length : 0;
  return (
    <section
      aria-label="Tool and bench car"
      className="flex flex-col gap-3 rounded-lg border border-smalt bg-biscuit p-4"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className="font-semibold">Tool, with a made-up car at its line</h2>
        <Badge tone="smalt">nothing of it is done to the customer’s car</Badge>
      </div>
      <p className="flex flex-wrap gap-x-5 gap-y-1" data-said>
        <Seen name="lamp" is={view.lamp} />
        <Seen name="ignition" is={view.parts.ignition ?? 'off'} />
        <Seen name="battery" is={`${view.volts.toFixed(1)} V`} />
        {view.menu !== null && <Seen name="menu" is={view.menu} />}
        {signs.length > 0 && <Seen name="seen last" is={signs.at(-1)?.sign ?? ''} />}
        {view.tried && (
          <Seen
            name="tried"
            is={
              view.tried.of === 'starts'
                ? view.tried.went
                  ? 'the engine ran'
                  : 'the engine did not start'
                : view.tried.went
                  ? 'the car answered the remote'
                  : 'the car did not answer the remote'
            }
          />
        )}
      </p>
      <ToolWords tool={tool} run={run} telling={telling} />
      <div className="flex flex-wrap items-end gap-3">
        {hands && (
          <Button busy={view.handsBusy} onClick={tool.onHands} follows="at the made-up car, in their time">
            {together > 1 ? `Let hands do these ${together} steps` : 'Let hands do this step'}
          </Button>
        )}
        {platform.platform.systemTypes.length > 1 && (
          <SelectField
            label="System type"
            value={view.systemType ?? ''}
            choices={plainChoices(platform.platform.systemTypes)}
            onChange={tool.onSystemType}
          />
        )}
        {platform.behaviour.pin && (
          <TextField
            label={`PIN for the tool (the made-up car’s papers say ${view.papers.pin ?? 'nothing'})`}
            mono
            inputMode="numeric"
            maxLength={12}
            value={tool.pin}
            onChange={(event) => tool.onPin(event.target.value)}
          />
        )}
      </div>
      <details>
        <summary className="min-h-11 cursor-pointer py-2 font-semibold">
          All parts and keys of the car
        </summary>
        <div className="grid gap-4 md:grid-cols-2">
          <HandsPanel platform={platform} view={view} onHand={tool.onHand} />
          <div>
            <KeysList platform={platform} view={view} onHand={tool.onHand} />
            <div className="mt-2 flex flex-wrap gap-2">
              <CarLooks onHand={tool.onHand} />
              <Button onClick={() => tool.onHand({ kind: 'fetch' })}>Fetch another blank</Button>
            </div>
          </div>
        </div>
      </details>
    </section>
  );
}

function Seen({ name, is }: { readonly name: string; readonly is: string }) {
  return (
    <span>
      <span className="text-small text-mute">{name}</span> <strong>{is}</strong>
    </span>
  );
}

/** What tool and devices say, and what the car said that was asked. */
function ToolWords({ tool, run, telling }: Omit<ToolCardProps, 'node'>) {
  const { shown } = tool;
  if (!shown) return null;
  const { view } = shown;
  const command = run.log.command;
  const isOpen = command !== null && view.told?.act !== actOf(command);
  const cannotSay = command !== null && view.stands?.act === actOf(command) && view.stands.standing !== null;
  if (tool.trouble) return <Notice tone="oxide">{tool.trouble}</Notice>;
  if (telling) return <Notice tone="smalt">The tool is told.</Notice>;
  if (view.tool.stopped || view.told?.came === 'unseen')
    return (
      <Notice tone="ochre">
        {command === null ? (
          <p>The tool stands still, and says nothing more.</p>
        ) : (
          <>
            <p>The tool stands still. What came of it was not seen, and it is not told twice.</p>
            <Button className="mt-2" onClick={tool.onAsk}>
              Switch it off and on, and ask the car
            </Button>
          </>
        )}
      </Notice>
    );
  if (cannotSay)
    return (
      <Notice tone="ochre" said>
        The car was asked what came of it, and its word leaves that open: look, and say what you see.
      </Notice>
    );
  if (isOpen && !view.tool.busy && !view.device.busy)
    return (
      <Notice tone="ochre">
        <p>It was told before, and nobody here saw what came of it.</p>
        <Button className="mt-2" onClick={tool.onAsk}>
          Ask the car
        </Button>
      </Notice>
    );
  if (view.device.busy) return <Notice tone="smalt">The device works.</Notice>;
  // A tool that keeps its function open works on, while a device beside it has said what came of its own work.
  if (view.tool.busy && !toldDevice(view)) return <Notice tone="smalt">The tool works.</Notice>;
  const said = lastSaid(view);
  if (!said) return <p className="text-small text-mute">The tool was told nothing yet.</p>;
  return (
    <Notice tone={said.ok ? 'glaze' : 'oxide'} said>
      {said.words.map((word) => (
        <p key={word}>{word}</p>
      ))}
    </Notice>
  );
}

/** The words of whichever was told last: the tool, or a device beside the car. */
function lastSaid(view: StandView) {
  const { said } = view.device;
  return toldDevice(view) || !view.tool.result
    ? said && { ok: said.ok, words: [said.words] }
    : view.tool.result;
}

function toldDevice({ told }: StandView): boolean {
  return told !== null && commands[told.command].device !== 'tool';
}

const wrongs = ['nothing', 'surprise', ...plantedFaults] as const;

function wrongWords(wrong: (typeof wrongs)[number]): string {
  if (wrong === 'nothing') return 'nothing';
  return wrong === 'surprise' ? 'surprise me' : faultWords(wrong);
}

/** The tool is the person's own until a made-up car is put at the line of this device. */
function PutCar({ tool, online }: { readonly tool: ToolHand; readonly online: boolean }) {
  const [wrong, setWrong] = useState<(typeof wrongs)[number]>('nothing');
  const [busy, setBusy] = useState(false);
  if (tool.looking) return null;
  return (
    <details className="rounded-lg border border-line bg-biscuit px-4">
      <summary className="min-h-11 cursor-pointer py-2.5">
        <span className="text-small text-mute">Tool</span> your own, beside Kilnsman. To try: a made-up car at
        the line of this device
      </summary>
      <div className="flex flex-wrap items-end gap-3 pb-3">
        <SelectField
          label="What is wrong with it"
          className="w-72"
          value={wrong}
          choices={wrongs.map((value) => ({ value, label: wrongWords(value) }))}
          onChange={setWrong}
        />
        <Button
          busy={busy}
          disabled={!online}
          onClick={() => {
            setBusy(true);
            void tool.onPut(wrong).finally(() => setBusy(false));
          }}
        >
          Put it there
        </Button>
        {tool.trouble && (
          <Notice tone="oxide" role="alert">
            {tool.trouble}
          </Notice>
        )}
      </div>
    </details>
  );
}
