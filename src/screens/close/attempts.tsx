'use client';

import { useState } from 'react';
import { type SecretRef, secretName } from '@/core/authority/secrets';
import { pinSourceWords } from '@/core/catalogue/platform';
import type { Attempt } from '@/core/job/events/log';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { formatMinutes } from '@/core/kinds/units';
import type { PhysicalKey } from '@/core/programming/keys';
import { routeNames } from '@/core/programming/route';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import type { JobRef } from '@/ui/job-ref';
import { Badge } from '@/ui/notice';
import { Overlay } from '@/ui/overlay';
import { Panel } from '@/ui/panel';
import { useEvent } from '@/ui/use-event';
import { AttemptForm, type AttemptsProps, results } from './attempt-form';

/** Every attempt one by one: route, from, to, result, reason. A mistake is withdrawn, not wiped. */
export function Attempts(props: AttemptsProps) {
  const { job, log, keys, zone } = props;
  const [withdrawing, setWithdrawing] = useState<Attempt>();
  return (
    <Panel title="Attempts">
      {log.attempts.length === 0 && <p className="text-mute">None recorded yet.</p>}
      <ul className="flex flex-col divide-y divide-line">
        {log.attempts.map((attempt) => (
          <li key={attempt.attemptId} className="flex flex-wrap items-center gap-3 py-2">
            <Badge tone={attempt.result === 'worked' ? 'glaze' : 'oxide'}>{results[attempt.result]}</Badge>
            <span className="min-w-48 flex-1">
              <b>{routeNames[attempt.route]}</b>, {hours(attempt, zone)}
              <span className="block text-small text-mute">
                {[attempt.reason, learnedWords(attempt, keys), pinWords(attempt, props.secrets)]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </span>
            {!job.closed && (
              <Button look="quiet" onClick={() => setWithdrawing(attempt)}>
                Withdraw
              </Button>
            )}
          </li>
        ))}
      </ul>
      {!job.closed && <AttemptForm {...props} />}
      {withdrawing && (
        <WithdrawForm job={job} attempt={withdrawing} onClose={() => setWithdrawing(undefined)} />
      )}
    </Panel>
  );
}

function hours({ from, to }: Attempt, zone: string): string {
  const [start, end] = [localMoment(from, zone), localMoment(to, zone)];
  const minutes = formatMinutes((to.getTime() - from.getTime()) / 60_000);
  return `${formatDay(start.day, '')} ${start.hour} to ${end.hour}, ${minutes}`;
}

function learnedWords({ learnedKeyIds, dealerPaper }: Attempt, keys: readonly PhysicalKey[]): string {
  const tags = keys.filter(({ id }) => learnedKeyIds.includes(id)).map(({ tag, name }) => `${tag} ${name}`);
  if (tags.length === 0) return '';
  return dealerPaper
    ? `made by the dealer, paper ${dealerPaper}: ${tags.join(', ')}`
    : `learned: ${tags.join(', ')}`;
}

/** Which PIN and system type an attempt used; secrets by their names only. */
function pinWords({ pinFrom, systemType, secretIds }: Attempt, secrets: readonly SecretRef[]): string {
  const named = secrets.filter(({ id }) => secretIds?.includes(id)).map(secretName);
  return [
    pinFrom && `PIN from ${pinSourceWords[pinFrom]}`,
    systemType && `type ${systemType}`,
    named.length > 0 && `used: ${named.join(', ')}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

function WithdrawForm({ job, attempt, onClose }: { job: JobRef; attempt: Attempt; onClose: () => void }) {
  const of = useFormOf({
    values: { reason: '' },
    check: async () => (await import('@/inputs/events/attempt-withdrawn')).AttemptWithdrawnContent,
    read: ({ reason }) => ({ attemptId: attempt.attemptId, reason: reason.trim() }),
    sender: useEvent(job).of('attemptWithdrawn'),
    onDone: onClose,
  });
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title="Withdraw the attempt"
      note={`${routeNames[attempt.route]}, ${results[attempt.result].toLowerCase()}. The record of it stays in the history.`}
    >
      <Form of={of} className="flex flex-col gap-2">
        <FormText of={of} name="reason" label="Why" maxLength={300} />
        <FormOutcome of={of} />
        <Button type="submit" look="danger" className="self-start" busy={of.busy}>
          Withdraw it
        </Button>
      </Form>
    </Overlay>
  );
}
