'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { DeviceStore, isLockedHere, lastPerson } from '@/ui/device/device-store';
import { Standalone } from '@/ui/standalone';
import type { ShopTime } from '@/ui/use-shop-clock';
import { ProgramStation } from './program-station';
import type { KeptClock, KeptRun } from './run-shown';

type Found =
  | { readonly kind: 'looking' | 'nothing' | 'locked' }
  | {
      readonly kind: 'run';
      readonly runId: string;
      readonly jobNumber: number;
      readonly personId: string;
      readonly time: ShopTime;
    };

/** The run of the address, as this device kept it: its last state, and what may go on without the server. */
export function RunShell() {
  const [found, setFound] = useState<Found>({ kind: 'looking' });
  useEffect(() => {
    findRun(Number(window.location.pathname.split('/')[2])).then(setFound, () =>
      setFound({ kind: 'nothing' }),
    );
  }, []);
  const again = <Button onClick={() => window.location.reload()}>Try the server again</Button>;
  if (found.kind !== 'run')
    return (
      <Standalone title={titles[found.kind]}>
        <p className="text-mute">{words[found.kind]}</p>
        {again}
      </Standalone>
    );
  return (
    <main className="mx-auto flex max-w-4xl flex-col gap-4 p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-ask font-semibold">K-{found.jobNumber}, as this device has it</h1>
        {again}
      </div>
      <ProgramStation
        runId={found.runId}
        jobNumber={found.jobNumber}
        personId={found.personId}
        time={found.time}
        stage="none"
        pins={[]}
        isShell
      />
    </main>
  );
}

const titles = {
  looking: 'Without the server',
  nothing: 'Without the server',
  locked: 'Locked, without the server',
} as const;

const words = {
  looking: 'The run is being looked for on this device.',
  nothing: 'This device keeps nothing of this run: it opens once the server answers.',
  locked: 'It opens again with the passcode once the server answers. What was kept is kept.',
} as const;

async function findRun(jobNumber: number): Promise<Found> {
  if (await isLockedHere()) return { kind: 'locked' };
  const personId = await lastPerson();
  if (personId === undefined) return { kind: 'nothing' };
  const store = await DeviceStore.open(personId);
  try {
    const runs = await store.list<KeptRun>('state');
    const run = runs.find(({ value }) => value.jobNumber === jobNumber);
    if (!run) return { kind: 'nothing' };
    const clock = await store.read<KeptClock>('clock', 'shop');
    const { shopMs, deviceMs, rate } = clock ?? { shopMs: Date.now(), deviceMs: Date.now(), rate: 1 };
    return {
      kind: 'run',
      runId: run.id,
      jobNumber,
      personId,
      time: { now: new Date(shopMs + rate * (Date.now() - deviceMs)), rate },
    };
  } finally {
    store.close();
  }
}
