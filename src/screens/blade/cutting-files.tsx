'use client';

import { useState } from 'react';
import type { BladeCut } from '@/core/job/events/log';
import { Button } from '@/ui/button';
import { fetchFile } from '@/ui/fetch-file';
import { Notice } from '@/ui/notice';

interface CuttingFilesProps {
  readonly job: number;
  readonly bittingId: string;
  readonly where: BladeCut['where'];
}

const files = { csv: 'CSV', json: 'JSON', pdf: 'card to print' } as const;

/** The cutting list of a bitting, for a machine or for somebody who cuts. */
export function CuttingFiles({ job, bittingId, where }: CuttingFilesProps) {
  const [pending, setPending] = useState(false);
  const [problem, setProblem] = useState<string>();
  const take = async (file: string) => {
    setPending(true);
    const wrong = await fetchFile(`/api/v1/jobs/${job}/cutting-list`, { bittingId, where, file });
    setPending(false);
    setProblem(wrong);
  };
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <span className="text-mute">Cutting list, on record:</span>
        {Object.entries(files).map(([file, label]) => (
          <Button key={file} look="quiet" busy={pending} onClick={() => take(file)}>
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
