'use client';

import { useEffect, useRef, useState } from 'react';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { stepWords } from '@/core/benchcar/document/step-words';
import type { TraceLine } from '@/core/benchcar/trace/trace-reader';
import { methods } from '@/core/catalogue/methods';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { classNames } from '@/ui/class-names';
import { Notice } from '@/ui/notice';
import type { BenchView } from '@/workers/bench-run';

interface TracePanelProps {
  readonly platform: BenchPlatform;
  readonly view: BenchView;
  readonly lines: readonly TraceLine[];
  readonly hides: boolean;
  readonly onKeep: () => Promise<string | undefined>;
}

/** What tool and car said, in words beside their bytes; or what each way of the platform wants. */
export function TracePanel({ platform, view, lines, hides, onKeep }: TracePanelProps) {
  const [shown, setShown] = useState<'said' | 'ways'>('said');
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const keep = async () => {
    setBusy(true);
    setTrouble(await onKeep());
    setBusy(false);
  };
  const list = useRef<HTMLElement>(null);
  const count = lines.length;
  // The newest is seen as long as nobody scrolled back.
  const atEnd = useRef(true);
  useEffect(() => {
    const own = list.current;
    if (own && shown === 'said' && count > 0 && atEnd.current) own.scrollTop = own.scrollHeight;
  }, [count, shown]);
  return (
    <section className="flex max-h-[720px] flex-col gap-3 rounded-lg border border-line bg-biscuit p-4">
      <ChoiceGroup
        label={`${view.saidInAll} messages`}
        value={shown}
        choices={[
          { value: 'said', label: 'What was said' },
          { value: 'ways', label: 'What it wants' },
        ]}
        onChange={setShown}
      />
      <section
        ref={list}
        onScroll={({ currentTarget: own }) => {
          atEnd.current = own.scrollHeight - own.scrollTop - own.clientHeight < 60;
        }}
        aria-label={shown === 'said' ? 'Messages' : 'Ways'}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
        tabIndex={0}
        className="min-h-0 overflow-y-auto"
      >
        {shown === 'said' ? (
          <SaidList lines={lines} />
        ) : (
          <WaysList platform={platform} view={view} hides={hides} />
        )}
      </section>
      {platform.behaviour.link.kind !== 'none' && (
        <Button
          look="quiet"
          busy={busy}
          follows="sealed, to be exported below"
          disabled={view.saidInAll === 0}
          onClick={() => void keep()}
        >
          Keep
        </Button>
      )}
      {trouble && (
        <Notice tone="oxide" role="alert">
          {trouble}
        </Notice>
      )}
    </section>
  );
}

function SaidList({ lines }: { readonly lines: readonly TraceLine[] }) {
  if (lines.length === 0)
    return <p className="text-mute">Nothing was said yet. Let the tool ask what it is.</p>;
  const gathered = gather(lines);
  const first = Math.max(0, gathered.length - mostShown);
  return (
    <ol className="flex flex-col gap-1">
      {gathered.slice(first).map(({ line, times }, at) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: messages are only added
          key={first + at}
          className={classNames(
            'border-l-4 bg-slip px-2 py-1',
            line.by === 'tool' ? 'border-smalt' : 'border-glaze',
          )}
        >
          <p className="text-small">
            <strong>{line.by}</strong> {line.words}
            {times > 1 && <span className="text-mute"> {times} times</span>}
          </p>
          <p className="font-mono text-small break-words text-mute">{line.bytes}</p>
        </li>
      ))}
    </ol>
  );
}

const mostShown = 120;

/** What is said over and over stands once, with how often. */
function gather(lines: readonly TraceLine[]): { readonly line: TraceLine; readonly times: number }[] {
  const gathered: { line: TraceLine; times: number }[] = [];
  for (const line of lines) {
    const last = gathered.at(-1);
    if (last && last.line.by === line.by && last.line.bytes === line.bytes) last.times += 1;
    else gathered.push({ line, times: 1 });
  }
  return gathered;
}

/** What each way wants, step by step, with how far the car is; hidden while somebody practises. */
function WaysList({
  platform,
  view,
  hides,
}: {
  readonly platform: BenchPlatform;
  readonly view: BenchView;
  readonly hides: boolean;
}) {
  const { courses } = platform.behaviour;
  if (courses.length === 0) return <p className="text-mute">Nothing is programmed on this platform.</p>;
  const ways = courses.map(({ way, steps }) => {
    const at = hides ? undefined : view.courses.find((one) => one.way === way)?.step;
    return (
      <div key={way} className="mb-3">
        <h3 className="font-semibold">{methods[way].name}</h3>
        <ol className="mt-1 flex list-decimal flex-col gap-0.5 pl-5 text-small">
          {steps.map((step, number) => (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: steps have no other name
              key={number}
              aria-current={at === number ? 'step' : undefined}
              className={classNames(at === number && 'bg-ochre-wash font-semibold text-ochre')}
            >
              {stepWords(step)}
            </li>
          ))}
        </ol>
      </div>
    );
  });
  const { harmless } = platform.behaviour;
  return (
    <>
      {ways}
      {harmless.length > 0 && (
        <>
          <h3 className="font-semibold">Means nothing</h3>
          <ul className="mt-1 list-disc pl-5 text-small">
            {harmless.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
