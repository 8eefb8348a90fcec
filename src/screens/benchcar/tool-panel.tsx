'use client';

import { useState } from 'react';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { methods } from '@/core/catalogue/methods';
import { Button } from '@/ui/button';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import type { BenchView, ToolFunction } from '@/workers/bench-run';

interface ToolPanelProps {
  readonly platform: BenchPlatform;
  readonly view: BenchView;
  readonly onUse: (task: ToolFunction, systemType: string | null) => void;
  readonly onRestart: () => void;
}

const pinFrom = { papers: 'as on the papers', read: 'as the tool read it', typed: 'typed' } as const;

/** What the tool beside the car can be told to do, and what it said last. */
export function ToolPanel({ platform, view, onUse, onRestart }: ToolPanelProps) {
  const { link, courses, pin } = platform.behaviour;
  const { systemTypes } = platform.platform;
  const [type, setType] = useState(systemTypes[0] ?? null);
  const [from, setFrom] = useState<keyof typeof pinFrom>('papers');
  const [typed, setTyped] = useState('');
  const [readPin, setReadPin] = useState<string | null>(null);
  const { tool } = view;
  if (tool.result?.pin !== undefined && tool.result.pin !== readPin) setReadPin(tool.result.pin);
  if (link.kind === 'none')
    return (
      <Panel
        title="Tool"
        note="No line leads to this car: hands, its lamp and what is beside it are all there is."
      >
        {null}
      </Panel>
    );
  const sent = { papers: view.papers.pin, read: readPin, typed }[from];
  const use = (task: ToolFunction) => onUse(task, type);
  const names =
    link.kind === 'can' ? link.routines.map(({ does }) => does) : link.commands.map(({ does }) => does);
  const records = link.records.map(({ holds }) => holds);
  const ways = courses.filter(({ steps }) => steps.some(({ kind }) => kind === 'tool')).map(({ way }) => way);
  const one = (task: ToolFunction, words: string, follows?: string) => (
    <Button
      key={words}
      look="quiet"
      busy={tool.busy && !tool.stopped}
      follows={follows}
      onClick={() => use(task)}
    >
      {words}
    </Button>
  );
  return (
    <Panel title="Tool">
      <div className="flex flex-col gap-2">
        <ToolWord view={view} onRestart={onRestart} />
        {systemTypes.length > 1 && (
          <SelectField
            label="System type"
            value={type ?? ''}
            choices={plainChoices(systemTypes)}
            onChange={setType}
          />
        )}
        {pin && (
          <SelectField
            label="PIN"
            value={from}
            choices={Object.entries(pinFrom).map(([value, label]) => ({
              value: value as keyof typeof pinFrom,
              label: value === 'read' && readPin === null ? 'not read yet' : label,
            }))}
            onChange={setFrom}
          />
        )}
        {pin && from === 'typed' && (
          <TextField
            label="PIN, as typed"
            mono
            inputMode="numeric"
            maxLength={12}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        )}
        <div className="grid grid-cols-2 gap-2">
          {one({ kind: 'identify' }, 'Ask what it is')}
          {one({ kind: 'count', pin: sent }, 'Count keys')}
          {records.includes('pin') && one({ kind: 'readPin' }, 'Read the PIN')}
          {one({ kind: 'clearFaults' }, 'Clear faults')}
        </div>
        {ways.map((way) =>
          one({ kind: 'begin', way, pin: sent }, methods[way].name, wayFollows(platform, way)),
        )}
        <div className="grid grid-cols-2 gap-2">
          {names.includes('learn') && one({ kind: 'learn' }, 'Take a key')}
          {names.includes('makeRoom') && one({ kind: 'makeRoom' }, 'Make room', 'erases the oldest')}
          {names.includes('match') && one({ kind: 'match' }, 'Match module')}
          {one({ kind: 'leave' }, 'Leave')}
        </div>
        {names.includes('erase') && (
          <Button
            look="danger"
            busy={tool.busy && !tool.stopped}
            follows="what is not learned again stops working"
            onClick={() => use({ kind: 'erase' })}
          >
            Erase every key
          </Button>
        )}
      </div>
    </Panel>
  );
}

function wayFollows({ platform }: BenchPlatform, way: string): string | undefined {
  const method = platform.methods.find(({ kind }) => kind === way);
  if (!method) return undefined;
  const waits = method.waits.map(({ usualSeconds }) =>
    usualSeconds < 90 ? `${usualSeconds} s` : `${Math.round(usualSeconds / 60)} min`,
  );
  return [method.needsPin && 'wants the PIN', waits.length > 0 && `waits ${waits.join(' and ')}`]
    .filter(Boolean)
    .join(', ');
}

/** What the tool says: that it works and how long the car makes it wait, or what its last function came to. */
function ToolWord({ view, onRestart }: { readonly view: BenchView; readonly onRestart: () => void }) {
  const { tool, wait } = view;
  if (tool.stopped)
    return (
      <Notice tone="ochre">
        <p>The tool stands still.</p>
        <Button look="quiet" onClick={onRestart}>
          Switch it off and on
        </Button>
      </Notice>
    );
  if (tool.busy)
    return (
      <Notice tone="smalt">
        <p>{wait ? 'The car makes it wait.' : 'The tool works.'}</p>
        {wait && <WaitGone nowUs={view.nowUs} wait={wait} />}
      </Notice>
    );
  if (!tool.result) return <p className="text-small text-mute">Nothing was asked yet.</p>;
  return (
    <Notice tone={tool.result.ok ? 'glaze' : 'oxide'} said>
      {tool.result.words.map((words) => (
        <p key={words}>{words}</p>
      ))}
    </Notice>
  );
}

/** What is gone of a wait, beside what its platform says of it. */
function WaitGone({
  nowUs,
  wait,
}: {
  readonly nowUs: number;
  readonly wait: NonNullable<BenchView['wait']>;
}) {
  const gone = (nowUs - wait.sinceUs) / 1_000_000;
  return (
    <>
      <p className="text-small">
        <span className="font-mono">{spanWords(gone)}</span> gone, usually {spanWords(wait.usualSeconds)}
        {wait.longestSeconds > wait.usualSeconds && `, at most ${spanWords(wait.longestSeconds)}`}
      </p>
      <div aria-hidden className="mt-1 h-2 overflow-hidden rounded-full bg-shelf">
        <div
          className="h-full rounded-full bg-ochre"
          style={{ width: `${Math.min(100, (100 * gone) / wait.usualSeconds)}%` }}
        />
      </div>
    </>
  );
}

function spanWords(seconds: number): string {
  const whole = Math.floor(seconds);
  return whole < 90 ? `${whole} s` : `${Math.floor(whole / 60)} min ${whole % 60} s`;
}
