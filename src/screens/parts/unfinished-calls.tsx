'use client';

import { type CallDraft, draftWords } from '@/core/job/call-draft';
import { formatAge } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

/** Calls that were begun on this device and whose job is not open. */
export function UnfinishedCalls({
  drafts,
  onTakeUp,
  onRemove,
}: {
  readonly drafts: readonly CallDraft[];
  readonly onTakeUp: (draft: CallDraft) => void;
  readonly onRemove: (draft: CallDraft) => void;
}) {
  if (drafts.length === 0) return null;
  return (
    <ul aria-label="Calls that were not finished" className="flex flex-col gap-2">
      {drafts.map((draft) => (
        <li key={draft.id}>
          <Notice tone="smalt">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
              <p className="min-w-0 flex-1 basis-64 break-words">
                A call was not finished: <b>{draftWords(draft)}</b>
                <span className="block text-small text-mute">
                  {formatAge(Date.now() - draft.atMs)} ago, on this device
                </span>
              </p>
              <Button onClick={() => onTakeUp(draft)}>Take it up again</Button>
              <Button look="quiet" aria-label={`Remove ${draftWords(draft)}`} onClick={() => onRemove(draft)}>
                Remove
              </Button>
            </div>
          </Notice>
        </li>
      ))}
    </ul>
  );
}
