'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

/** No authority, no work: the job ends with the reason. */
export function RefusePanel({ job, onRefuse }: { readonly job: JobRef; readonly onRefuse: EditAction }) {
  const [reason, setReason] = useState('');
  const edit = useEdit(onRefuse, job);
  if (job.closed) return null;
  return (
    <Panel
      title="No authority"
      note="Refusing closes the job; the reason stays on record. Practice differs elsewhere; here a working key is not enough."
    >
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          edit.edit({ reason });
        }}
      >
        <TextField
          label="Why it is refused"
          className="min-w-64 flex-1"
          maxLength={500}
          value={reason}
          error={edit.problemOf('reason')}
          onChange={(event) => setReason(event.target.value)}
        />
        <Button
          type="submit"
          look="danger"
          className="mt-[22px]"
          busy={edit.pending}
          follows="closes the job"
        >
          Refuse the job
        </Button>
      </form>
      <EditOutcome edit={edit} shownBeside={['reason']} fields={[]} />
    </Panel>
  );
}
