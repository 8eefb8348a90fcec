'use client';

import { useState } from 'react';
import type { BladeCut } from '@/core/job/events/log';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

interface CuttingFilesProps {
  readonly job: number;
  readonly bittingId: string;
  readonly where: BladeCut['where'];
}

const files = { csv: 'CSV', json: 'JSON', pdf: 'card to print' } as const;
const nameOf = /filename="([\w.-]+)"/;

/** The cutting list of a bitting, for a machine or for somebody who cuts. */
export function CuttingFiles({ job, bittingId, where }: CuttingFilesProps) {
  const [pending, setPending] = useState(false);
  const [problem, setProblem] = useState<string>();
  const fetchFile = async (file: string) => {
    setPending(true);
    const answer = await fetch(`/api/v1/jobs/${job}/cutting-list`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ bittingId, where, file }),
    }).catch(() => undefined);
    setPending(false);
    if (!answer?.ok) {
      const said = (await answer?.json().catch(() => undefined)) as { detail?: string } | undefined;
      return setProblem(said?.detail ?? 'The server cannot be reached.');
    }
    setProblem(undefined);
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await answer.blob());
    link.download =
      nameOf.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? `cutting-list.${file}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <span className="text-mute">Cutting list, on record:</span>
        {Object.entries(files).map(([file, label]) => (
          <Button key={file} look="quiet" busy={pending} onClick={() => fetchFile(file)}>
            Export {label}
          </Button>
        ))}
      </div>
      {problem && (
        <Notice tone="oxide" role="alert">
          {problem}
        </Notice>
      )}
    </>
  );
}
