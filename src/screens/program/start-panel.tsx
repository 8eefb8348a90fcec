'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { v7 as uuid } from 'uuid';
import type { PhysicalKey } from '@/core/programming/keys';
import { Button } from '@/ui/button';
import { DeviceStore } from '@/ui/device/device-store';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Tick } from '@/ui/tick';

interface StartPanelProps {
  readonly jobNumber: number;
  readonly personId: string;
  readonly way: string;
  readonly procedure: string | null;
  /** Keys that are here, and those that are proposed. */
  readonly here: readonly Pick<PhysicalKey, 'id' | 'tag' | 'name' | 'madeHere'>[];
  readonly known: readonly string[];
  readonly learn: readonly string[];
  readonly refused: string | null;
  /** How much is not ticked of the list before the first command, and what speaks against beginning. */
  readonly open: number;
  readonly doubts: readonly string[];
}

/** What a run begins with: which keys lead the others in, and which shall be learned. */
export function StartPanel({
  jobNumber,
  personId,
  way,
  procedure,
  here,
  known,
  learn,
  refused,
  open,
  doubts,
}: StartPanelProps) {
  const router = useRouter();
  const [chosen, setChosen] = useState({ known, learn });
  const [problem, setProblem] = useState<string | null>(null);
  const [pending, startTransition] = useTransition();
  const change = (what: 'known' | 'learn', id: string, is: boolean) =>
    setChosen((before) => ({
      ...before,
      [what]: is ? [...before[what], id] : before[what].filter((one) => one !== id),
    }));
  const begin = () =>
    startTransition(async () => {
      setProblem(await started(jobNumber, personId, chosen));
      router.refresh();
    });
  return (
    <Panel title={way} note={procedure ? `“${procedure}” leads through it, step by step.` : undefined}>
      <div className="flex flex-col gap-3">
        {refused && <Notice tone="ochre">{refused}</Notice>}
        {here.length > 0 && (
          <div className="grid gap-4 sm:grid-cols-2">
            <KeyTicks
              label="Shall be learned"
              keys={here}
              chosen={chosen.learn}
              onChange={(id, is) => change('learn', id, is)}
            />
            <KeyTicks
              label="Lead the others in"
              keys={here.filter(({ madeHere }) => !madeHere)}
              chosen={chosen.known}
              onChange={(id, is) => change('known', id, is)}
            />
          </div>
        )}
        {doubts.map((doubt) => (
          <Notice key={doubt} tone="ochre">
            {doubt}
          </Notice>
        ))}
        {open > 0 && (
          <Notice tone="ochre">
            {open === 1 ? '1 thing' : `${open} things`} of the list before the first command{' '}
            {open === 1 ? 'is' : 'are'} not ticked yet.{' '}
            <Link
              href={`/jobs/${jobNumber}/on-site`}
              prefetch={false}
              className="inline-flex min-h-11 items-center font-semibold underline"
            >
              Tick it at On site
            </Link>
          </Notice>
        )}
        {problem && (
          <Notice tone="oxide" role="alert">
            {problem}
          </Notice>
        )}
        <Button
          look="main"
          className="self-start"
          busy={pending}
          disabled={procedure === null || chosen.learn.length === 0}
          onClick={begin}
          follows="every key that shall be learned is here, and tagged"
        >
          Begin the run
        </Button>
      </div>
    </Panel>
  );
}

function KeyTicks({
  label,
  keys,
  chosen,
  onChange,
}: {
  readonly label: string;
  readonly keys: StartPanelProps['here'];
  readonly chosen: readonly string[];
  readonly onChange: (id: string, is: boolean) => void;
}) {
  return (
    <fieldset>
      <legend className="text-small font-semibold text-mute">{label}</legend>
      {keys.map(({ id, tag, name }) => (
        <Tick
          key={id}
          label={`${tag} ${name}`}
          checked={chosen.includes(id)}
          onChange={(is) => onChange(id, is)}
        />
      ))}
      {keys.length === 0 && <p className="text-mute">None here.</p>}
    </fieldset>
  );
}

/** Begins a run driven by this device; what was wrong, or null. */
async function started(
  jobNumber: number,
  personId: string,
  keys: { readonly known: readonly string[]; readonly learn: readonly string[] },
): Promise<string | null> {
  try {
    const store = await DeviceStore.open(personId);
    const response = await fetch(`/api/v1/jobs/${jobNumber}/runs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: uuid(), device: store.device, ...keys }),
    });
    store.close();
    if (response.ok) return null;
    const told = (await response.json()) as { detail?: string };
    return told.detail ?? 'Refused.';
  } catch {
    return 'The server cannot be reached. Whether the run began shows when it answers.';
  }
}
