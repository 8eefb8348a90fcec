'use client';

import { useRef, useState } from 'react';
import { formatBytes } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly bytes: number; readonly about: number | null }
  | { readonly kind: 'done'; readonly bytes: number; readonly name: string }
  | { readonly kind: 'failed'; readonly words: string };

/** Takes everything out as one file, with how far it is, and a way to stop it. */
export function ExportAll() {
  const [state, setState] = useState<State>({ kind: 'idle' });
  const stop = useRef<AbortController>(null);
  const take = async () => {
    const own = new AbortController();
    stop.current = own;
    setState({ kind: 'running', bytes: 0, about: null });
    try {
      const answer = await fetch('/api/archive', { signal: own.signal });
      if (!answer.ok || !answer.body) {
        const told = (await answer.json().catch(() => ({}))) as { detail?: string };
        setState({ kind: 'failed', words: told.detail ?? 'Refused.' });
        return;
      }
      const about = Number(answer.headers.get('x-about-bytes')) || null;
      const name =
        /filename="([^"]+)"/.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? 'kilnsman.zip';
      const parts: BlobPart[] = [];
      let bytes = 0;
      const reader = answer.body.getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        parts.push(part.value);
        bytes += part.value.byteLength;
        setState({ kind: 'running', bytes, about });
      }
      keep(new Blob(parts, { type: 'application/zip' }), name);
      setState({ kind: 'done', bytes, name });
    } catch {
      setState(
        own.signal.aborted
          ? { kind: 'failed', words: 'Stopped. Nothing was kept.' }
          : { kind: 'failed', words: 'It broke off half-way. Nothing was kept; try again.' },
      );
    }
  };
  return (
    <Panel
      title="Export everything"
      note="One zip: every table as lines of JSON with its schema, the lists of the library as CSV, a sealed manifest. Names and addresses are readable in it; codes, PINs and photographs are not."
    >
      <div className="flex flex-wrap items-center gap-3">
        {state.kind === 'running' ? (
          <>
            <progress
              aria-label="Export"
              className="h-3 w-56"
              {...(state.about === null
                ? {}
                : { value: Math.min(state.bytes, state.about), max: state.about })}
            />
            <span className="font-mono">
              {formatBytes(state.bytes)}
              {state.about !== null && ` of about ${formatBytes(state.about)}`}
            </span>
            <Button look="danger" onClick={() => stop.current?.abort()}>
              Stop
            </Button>
          </>
        ) : (
          <Button look="main" onClick={() => void take()} follows="on record">
            Export everything
          </Button>
        )}
        <a
          href="/api/archive/keys"
          download
          className="flex min-h-12 items-center rounded-lg border-[1.5px] border-edge px-4"
        >
          Export the wrapped keys
        </a>
      </div>
      <p className="mt-2 text-small text-mute">
        Both and your copy of the vault key together open the secrets; keep the three apart.
      </p>
      {state.kind === 'done' && (
        <Notice tone="glaze" said>
          {`${state.name} is kept, ${formatBytes(state.bytes)}.`}
        </Notice>
      )}
      {state.kind === 'failed' && (
        <Notice tone="oxide" role="alert">
          {state.words}
        </Notice>
      )}
    </Panel>
  );
}

function keep(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
