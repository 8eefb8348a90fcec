import Link from 'next/link';
import { formatJobNumber } from '@/core/job/job';
import { auditWords, detailWords } from '@/core/kinds/audit-words';
import { momentWords } from '@/core/kinds/local-time';
import { buttonClass } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Page } from '@/ui/page';

interface AuditProps {
  readonly rows: readonly {
    readonly seq: number;
    readonly at: Date;
    readonly who: string;
    readonly device: string;
    readonly action: string;
    readonly subjectKind: string;
    readonly jobNumber: number | null;
    readonly details: Readonly<Record<string, unknown>>;
  }[];
  readonly next: number | null;
  readonly action: string;
  readonly zone: string;
}

const kinds = [
  { action: '', label: 'All' },
  { action: 'secret.', label: 'Secrets' },
  { action: 'bureau.', label: 'Code service' },
  { action: 'session.', label: 'Sessions' },
  { action: 'job.', label: 'Jobs' },
  { action: 'person.', label: 'People' },
  { action: 'token.', label: 'Tokens' },
  { action: 'codeRows.', label: 'Code rows' },
  { action: 'vault.', label: 'Vault key' },
];

/** What was done and what was looked at, newest first; each line carries the hash of the one before. */
export function Audit({ rows, next, action, zone }: AuditProps) {
  const at = (more: Readonly<Record<string, string>>) =>
    `/settings/audit?${new URLSearchParams({ ...(action && { action }), ...more })}`;
  return (
    <Page
      title="Audit"
      note={
        <>
          Changes and looks at secrets, by reference. <code className="font-mono">npm run audit-chain</code>{' '}
          checks that no line was changed or removed.
        </>
      }
    >
      <nav aria-label="Kinds of line" className="flex flex-wrap gap-1">
        {kinds.map((kind) => (
          <Link
            key={kind.action}
            href={kind.action === '' ? '/settings/audit' : `/settings/audit?action=${kind.action}`}
            prefetch={false}
            aria-current={kind.action === action ? 'page' : undefined}
            className={buttonClass(kind.action === action ? 'plain' : 'quiet')}
          >
            {kind.label}
          </Link>
        ))}
      </nav>
      <ListTable
        label="Audit lines"
        items={rows}
        keyOf={({ seq }) => seq}
        none="No line of this kind."
        columns={[
          { head: 'Line', look: 'number', cell: ({ seq }) => seq },
          {
            head: 'When',
            cell: ({ at: moment }) => <span className="whitespace-nowrap">{momentWords(moment, zone)}</span>,
          },
          { head: 'Who', cell: ({ who }) => who },
          { head: 'Did', cell: ({ action: did }) => auditWords(did) },
          {
            head: 'To',
            cell: ({ jobNumber, subjectKind }) =>
              jobNumber === null ? (
                subjectKind
              ) : (
                <Link href={`/jobs/${jobNumber}`} prefetch={false} className="font-mono underline">
                  {formatJobNumber(jobNumber)}
                </Link>
              ),
          },
          {
            head: 'With',
            cell: ({ details }) => (
              <span className="block max-w-96 text-small break-words">{detailWords(details)}</span>
            ),
          },
        ]}
      />
      {next !== null && (
        <Link
          href={at({ before: String(next) })}
          prefetch={false}
          className={buttonClass('plain', 'self-start')}
        >
          Older lines
        </Link>
      )}
    </Page>
  );
}
