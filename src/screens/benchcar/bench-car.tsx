'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { Result } from '@/core/kinds/result';
import { postJson } from '@/ui/fetch-file';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import type { TraceRow } from '@/usecases/benches/bench-car';
import { HandsPanel } from '../parts/car-hands';
import { CarPanel } from './car-panel';
import { CausePanel } from './cause-panel';
import { DevicesPanel } from './devices-panel';
import { KeptTraces } from './kept-traces';
import { PaceBar } from './pace-bar';
import { drawnParts } from './places';
import { type Chosen, setupOf } from './setup';
import { SetupBar } from './setup-bar';
import { ToolPanel } from './tool-panel';
import { TracePanel } from './trace-panel';
import { useBenchCar } from './use-bench-car';

export type ReadPlatform = (data: unknown) => Promise<Result<BenchPlatform>>;

interface BenchCarProps {
  readonly platforms: readonly string[];
  readonly onPlatform: ReadPlatform;
  readonly traces: readonly TraceRow[];
  readonly zone: string;
  readonly onRemove: (data: unknown) => Promise<Result<null>>;
}

/** One key works, and nothing is wrong. */
const first: Chosen = {
  keys: 'one',
  ignition: 'turn',
  wrong: 'nothing',
  seed: '4711',
  facts: {},
  byChance: false,
};

/** A made-up car with its keys and a tool, to try what should not be tried on a customer's. */
export function BenchCar({ platforms, onPlatform, traces, zone, onRemove }: BenchCarProps) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [platform, setPlatform] = useState<BenchPlatform | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [chosen, setChosen] = useState<Chosen>(first);
  const [rate, setRate] = useState(60);
  const [told, setTold] = useState(false);
  const asked = useRef(0);

  const choose = async (wanted: string) => {
    setName(wanted);
    // The car that stood there goes at once, so that nobody presses at the wrong one.
    setPlatform(null);
    asked.current += 1;
    const turn = asked.current;
    const answer = await onPlatform({ platform: wanted }).catch(() => undefined);
    if (turn !== asked.current) return;
    if (!answer?.ok) {
      setTrouble(answer?.problems[0]?.message ?? 'The platform could not be fetched. Try again.');
      return;
    }
    setTrouble(null);
    setTold(false);
    setPlatform(answer.value);
    setChosen((before) => ({
      ...before,
      ignition: answer.value.behaviour.ignition[0] ?? 'turn',
      wrong: 'nothing',
      facts: {},
    }));
  };
  // One stands there from the start, so that the bench is not empty.
  const [firstName] = platforms;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the page comes
  useEffect(() => {
    if (firstName !== undefined) void choose(firstName);
  }, [firstName]);

  const setup = useMemo(() => platform && setupOf(platform, chosen), [platform, chosen]);
  const run = useBenchCar(platform, setup, rate);
  const standing = `${name} ${JSON.stringify(chosen)}`;
  const hides = chosen.wrong === 'surprise' && !told;
  const change = (next: Chosen) => {
    setTold(false);
    setChosen(next);
  };

  return (
    <Page
      title="Bench car"
      note="A made-up car that answers as its platform says. Try here what should not be tried on a customer’s."
      actions={<PaceBar rate={rate} onRate={setRate} onAgain={() => change({ ...chosen })} />}
    >
      {platforms.length === 0 ? (
        <Notice tone="ochre">The library has no behaviours of platforms yet: they come in as a file.</Notice>
      ) : (
        <SetupBar
          platforms={platforms}
          name={name}
          platform={platform}
          chosen={chosen}
          onName={(wanted) => void choose(wanted)}
          onChange={change}
        />
      )}
      {(trouble ?? run.trouble) && (
        <Notice tone="oxide" role="alert">
          {trouble ?? run.trouble}
        </Notice>
      )}
      {name !== '' && !trouble && !run.trouble && !(platform && run.view) && (
        <p className="text-mute">A car of {name} is put on the bench.</p>
      )}
      {platform && run.view && (
        <>
          {chosen.wrong !== 'nothing' && (
            <CausePanel
              key={`causes of ${standing}`}
              platform={platform}
              chosen={chosen}
              told={told}
              onTell={() => setTold(true)}
              onHand={run.hand}
            />
          )}
          <div className="grid grid-cols-1 items-start gap-4 lg:grid-cols-[300px_minmax(0,1fr)_330px]">
            <div className="flex flex-col gap-4">
              <HandsPanel platform={platform} view={run.view} drawn={drawnParts} onHand={run.hand} />
              <ToolPanel
                key={`tool at ${standing}`}
                platform={platform}
                view={run.view}
                onUse={run.use}
                onRestart={run.restartTool}
              />
              <DevicesPanel platform={platform} view={run.view} onHand={run.hand} onDevice={run.device} />
            </div>
            <CarPanel platform={platform} view={run.view} signs={run.signs} hides={hides} onHand={run.hand} />
            <TracePanel
              platform={platform}
              view={run.view}
              lines={run.lines}
              hides={hides}
              onKeep={async () => {
                const body = { platform: name, setup, inputs: await run.inputs() };
                const answer = await postJson('/api/v1/benchcar/traces', body);
                if (typeof answer === 'string') return answer;
                router.refresh();
                return undefined;
              }}
            />
          </div>
        </>
      )}
      <KeptTraces traces={traces} zone={zone} onRemove={onRemove} />
    </Page>
  );
}
