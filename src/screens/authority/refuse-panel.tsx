'use client';

import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { type EditAction, useEdit } from '@/ui/use-edit';

/** No authority, no work: the job ends with the reason. */
export function RefusePanel({ job, onRefuse }: { readonly job: JobRef; readonly onRefuse: EditAction }) {
  const of = useFormOf({
    values: { reason: '' },
    check: async () => (await import('@/inputs/job-inputs')).RefuseInput,
    sender: useEdit(onRefuse, job),
  });
  if (job.closed) return null;
  return (
    <Fold
      open="wide"
      title="No authority"
      note="Refusing closes the job; the reason stays on record. Practice differs elsewhere; here a working key is not enough."
    >
      <Form of={of} className="flex flex-wrap items-start gap-3">
        <FormText
          of={of}
          name="reason"
          label="Why it is refused"
          className="min-w-[min(16rem,100%)] flex-1"
          maxLength={500}
        />
        <Button type="submit" look="danger" className="mt-[22px]" busy={of.busy} follows="closes the job">
          Refuse the job
        </Button>
      </Form>
      <FormOutcome of={of} />
    </Fold>
  );
}
