import type { ProvedCheck, ProvedKey } from '@/core/job/proving';
import { type ProofResult, resultWords } from '@/core/prove/checks';
import { Button } from '@/ui/button';
import type { JobRef } from '@/ui/job-ref';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import type { OrderedCheck } from './check-order';

interface KeyChecksProps {
  readonly job: JobRef;
  readonly proved: ProvedKey;
  readonly order: readonly OrderedCheck[];
  readonly busy: boolean;
  readonly onTell: (check: ProvedCheck, result: ProofResult) => void;
}

const roles = {
  made: 'made here',
  stays: 'brought, works on',
  erased: 'brought, must not work any more',
} as const;

/** All checks of one key, in the order of the walk; those that cannot be made now last, with the reason. */
export function KeyChecks({ job, proved: { key, checks }, order, busy, onTell }: KeyChecksProps) {
  const own = order.filter(({ check }) => check.keyId === key.keyId);
  const rest = checks.filter(({ rests }) => rests !== null);
  const done = own.filter(({ check }) => check.proof?.result === 'works').length;
  return (
    <Panel title={`${key.tag} ${key.name}`} note={`${roles[key.role]}; ${done} of ${own.length} work`}>
      <ul className="flex flex-col divide-y divide-line">
        {own.map(({ check, moves }) => (
          <li key={check.name} className="flex flex-wrap items-center gap-x-3 py-1">
            <Mark check={check} />
            <span className="min-w-60 flex-1">
              {check.says}
              {moves.length > 0 && (
                <span className="block text-small text-mute">
                  {moves.map(({ says }) => says).join(' → ')}
                </span>
              )}
            </span>
            {!job.closed && <Other check={check} busy={busy} onTell={onTell} />}
          </li>
        ))}
        {rest.map((check) => (
          <li key={check.name} className="flex flex-wrap items-center gap-x-3 py-2 text-mute">
            <Badge tone="plain">not now</Badge>
            <span className="min-w-60 flex-1">
              {check.says}. {check.rests}.
            </span>
          </li>
        ))}
      </ul>
      {key.lacks.length > 0 && (
        <p className="mt-2 text-small text-mute">
          {key.buttons.length === 0 ? 'It has no buttons' : `It lacks: ${key.lacks.join(', ')}`}, as offered.
        </p>
      )}
    </Panel>
  );
}

/** What else may be said of it: that it works, or that it does not after all. */
function Other({
  check,
  busy,
  onTell,
}: Pick<KeyChecksProps, 'busy' | 'onTell'> & { readonly check: ProvedCheck }) {
  const result = check.proof?.result === 'works' ? 'fails' : 'works';
  const words = resultWords(check.name)[result];
  return (
    <Button
      look="quiet"
      busy={busy}
      aria-label={`${words}: ${check.tag}, ${check.says}`}
      onClick={() => onTell(check, result)}
    >
      {words}
    </Button>
  );
}

function Mark({ check: { proof } }: { readonly check: ProvedCheck }) {
  if (!proof) return <Badge tone="plain">○ open</Badge>;
  return proof.result === 'works' ? (
    <Badge tone="glaze">✓ works</Badge>
  ) : (
    <Badge tone="oxide">✕ failed</Badge>
  );
}
