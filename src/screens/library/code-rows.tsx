'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { Problem } from '@/core/kinds/result';
import { Button, buttonClass } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';

/** The rows of a code series, for the proprietor: out as a file, and in, in the place of all there are. */
export function CodeRows({ series }: { readonly series: string }) {
  const router = useRouter();
  const file = useRef<HTMLInputElement>(null);
  const [pending, setPending] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [stored, setStored] = useState<number>();
  const href = `/api/code-rows/${encodeURIComponent(series)}`;
  const bring = async (chosen: File) => {
    setPending(true);
    setStored(undefined);
    const answer = await fetch(href, { method: 'PUT', headers: { 'content-type': 'text/csv' }, body: chosen })
      .then(async (response) => ({ ok: response.ok, body: await response.json() }))
      .catch(() => ({ ok: false, body: { detail: 'The server cannot be reached. Nothing was stored.' } }));
    setPending(false);
    setProblems(answer.ok ? [] : (answer.body.errors ?? [{ message: String(answer.body.detail) }]));
    if (answer.ok) {
      setStored(Number(answer.body.rows));
      router.refresh();
    }
  };
  return (
    <Panel
      title="Rows of the series"
      note="What opens cars: columns number and bitting. Every file that leaves or comes is written to the audit."
    >
      <div className="flex flex-wrap gap-3">
        <a href={href} download className={buttonClass('plain')}>
          Take the rows as CSV
        </a>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          aria-label="A file of rows"
          tabIndex={-1}
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            if (chosen) bring(chosen);
            event.target.value = '';
          }}
        />
        <Button busy={pending} onClick={() => file.current?.click()} follows="in place of all there are">
          {pending ? 'Importing' : 'Import rows'}
        </Button>
      </div>
      <div className="mt-2" data-said>
        <Problems problems={problems} />
        {stored !== undefined && <Notice tone="glaze">{stored} rows are stored.</Notice>}
      </div>
    </Panel>
  );
}
