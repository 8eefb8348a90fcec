import Link from 'next/link';
import type { ProvedCheck, ProvedKey } from '@/core/job/proving';
import type { Move } from '@/core/prove/car-state';
import { type ProofResult, resultWords } from '@/core/prove/checks';
import { type Lead, leadsOf } from '@/core/prove/leads';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import type { JobRef } from '@/ui/job-ref';
import { TagShape } from '@/ui/tag-shape';

interface CheckCardProps {
  readonly job: JobRef;
  readonly check: ProvedCheck;
  readonly keys: readonly ProvedKey[];
  /** What is done to get to it. */
  readonly moves?: readonly Move[];
  readonly isMain?: boolean;
  readonly busy: boolean;
  readonly onTell: (check: ProvedCheck, result: ProofResult) => void;
}

/** One check, large: which key, the way to it, what must come of it; where it failed, what may be behind it. */
export function CheckCard({ job, check, keys, moves = [], isMain = true, busy, onTell }: CheckCardProps) {
  const failed = check.proof?.result === 'fails';
  const words = resultWords(check.name);
  const name = keys.find(({ key }) => key.keyId === check.keyId)?.key.name;
  return (
    <section
      aria-label={failed ? 'A check that failed' : 'The check at hand'}
      className={classNames(
        'flex flex-col gap-3 rounded-lg border border-line border-l-[6px] bg-biscuit p-4',
        failed ? 'border-l-oxide' : 'border-l-terra',
      )}
    >
      <div className="flex items-start gap-4">
        <TagShape tone={failed ? 'oxide' : 'smalt'} className="px-3 py-1.5">
          <span className="block font-mono text-ask leading-none font-bold">{check.tag}</span>
          <span className="block text-small">{name}</span>
        </TagShape>
        <div data-said className="min-w-0 flex-1">
          {moves.length > 0 && (
            <p className="text-small text-mute">{moves.map(({ says }) => says).join(' → ')}</p>
          )}
          <h2 className="text-[26px] leading-snug font-semibold">{check.says}</h2>
          {failed && <p className="font-semibold text-oxide">✕ It failed</p>}
        </div>
      </div>
      {failed && <Leads number={job.number} leads={leadsOf(check.name)} />}
      {!job.closed && (
        <div className="flex flex-wrap gap-2">
          <Button look={isMain ? 'main' : 'plain'} busy={busy} onClick={() => onTell(check, 'works')}>
            {failed ? `${words.works} now` : words.works}
          </Button>
          {!failed && (
            <Button busy={busy} onClick={() => onTell(check, 'fails')} follows="what may be behind it">
              {words.fails}
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

const places: Readonly<Record<Lead['at'], { readonly label: string; readonly path: string } | null>> = {
  program: { label: 'Program', path: 'program' },
  blade: { label: 'Blade', path: 'blade' },
  route: { label: 'Route', path: 'route' },
  ring: null,
};

/** What may be behind it, the cheapest look first, and where it is put right. */
function Leads({ number, leads }: { readonly number: number; readonly leads: readonly Lead[] }) {
  return (
    <ol className="flex list-decimal flex-col gap-1 pl-6">
      {leads.map(({ cause, look, at }) => {
        const place = places[at];
        return (
          <li key={cause}>
            {cause}. <span className="text-mute">{look}.</span>{' '}
            {place && (
              <Link
                href={`/jobs/${number}/${place.path}`}
                prefetch={false}
                className="inline-flex min-h-11 items-center font-semibold underline"
              >
                Back to {place.label}
              </Link>
            )}
          </li>
        );
      })}
    </ol>
  );
}
