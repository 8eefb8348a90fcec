import Link from 'next/link';
import { factKinds } from '@/core/catalogue/fact-kinds';
import { type CarLock, heldByNone, spacesWords } from '@/core/catalogue/locks';
import { formatJobNumber } from '@/core/job/job';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';
import type { JobBlade } from '@/usecases/benches/blade-bench';

interface LocksPanelProps {
  readonly job: number;
  readonly locks: readonly CarLock[];
  readonly found: JobBlade['found'];
  readonly spaces: number;
}

/** Which spaces each lock of the car holds, and where a number is stamped on one of its parts. */
export function LocksPanel({ job, locks, found, spaces }: LocksPanelProps) {
  const stamped = locks.filter(({ numberAt }) => numberAt !== null);
  const none = heldByNone(locks, spaces);
  return (
    <Panel
      title="Locks of this car"
      note={locks.length === 0 ? 'The library knows no locks of this generation yet.' : undefined}
    >
      {locks.length > 0 && (
        <Table label="Locks of this car">
          <thead>
            <Tr>
              <Th>Lock</Th>
              <Th>Holds spaces</Th>
              <Th>Seen</Th>
            </Tr>
          </thead>
          <tbody>
            {locks.map(({ lock, spaces: held, seen, coveredBy, tool, mustNotFall, goesBack }) => (
              <Tr key={lock}>
                <Th row>{lock}</Th>
                <Td className="font-mono">{held === null ? 'not known' : spacesWords(held)}</Td>
                <Td>
                  {seen}
                  {seen === 'covered' &&
                    ` by ${coveredBy}: ${[tool, mustNotFall && `${mustNotFall} must not fall`, goesBack].filter(Boolean).join('; ')}`}
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      {none.length > 0 && (
        <p className="mt-2">
          No lock of this car holds {none.length === 1 ? 'space' : 'spaces'} {spacesWords(none)}: only a key
          or a code tells {none.length === 1 ? 'it' : 'them'}.
        </p>
      )}
      {stamped.map((lock) => (
        <div key={lock.lock} className="mt-3">
          <Notice tone="ochre">
            <p className="font-semibold">
              A number stands on {lock.numberAt} ({lock.lock}).
            </p>
            <ul className="list-inside list-disc">
              {lock.coveredBy && <li>Covered by {lock.coveredBy}.</li>}
              {lock.tool && <li>Tool: {lock.tool}.</li>}
              {lock.mustNotFall && <li>Must not fall: {lock.mustNotFall}.</li>}
              {lock.goesBack && <li>Going back: {lock.goesBack}.</li>}
              <li>Try this lock again before the cover goes on.</li>
              <li>
                The part may have been changed: the number may be this lock’s alone. Try the others before you
                rely on it.
              </li>
            </ul>
          </Notice>
        </div>
      ))}
      {found.length > 0 && (
        <>
          <h3 className="mt-3 text-small font-semibold text-mute">Found at other cars of this generation</h3>
          <ul className="list-inside list-disc">
            {found.map(({ jobNumber, kind, value }) => (
              <li key={`${jobNumber} ${kind}`}>
                {factKinds[kind].label}: {value}{' '}
                <Link
                  href={`/jobs/${jobNumber}/close`}
                  prefetch={false}
                  className="inline-flex min-h-11 items-center underline"
                >
                  {formatJobNumber(jobNumber)}
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
      <Link
        href={`/jobs/${job}/close`}
        prefetch={false}
        className="mt-2 inline-flex min-h-11 items-center underline"
      >
        Keep what a lock really holds, or where a number stands, with the facts as found
      </Link>
    </Panel>
  );
}
