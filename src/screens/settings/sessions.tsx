'use client';

import { useRouter } from 'next/navigation';
import type { Role } from '@/core/kinds/actor';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Badge } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSubmit } from '@/ui/use-submit';

interface SessionsProps {
  readonly sessions: readonly {
    readonly id: string;
    readonly name: string;
    readonly role: Role;
    readonly device: string;
    readonly startedAt: Date;
    readonly seenAt: Date;
    readonly locked: boolean;
  }[];
  readonly ownId: string;
  readonly zone: string;
  readonly lockMinutes: number;
  readonly onEnd: (data: unknown) => Promise<Result<null>>;
}

/** Where somebody is signed in; each can be ended from here. */
export function Sessions({ sessions, ownId, zone, lockMinutes, onEnd }: SessionsProps) {
  const router = useRouter();
  const { submit, pending, problems } = useSubmit(onEnd);
  return (
    <Page
      title="Sessions"
      note={`An idle screen is locked after ${lockMinutes} min, and signed out after half a day.`}
    >
      <Problems problems={problems} />
      <Table label="Sessions">
        <thead>
          <Tr>
            <Th>Who</Th>
            <Th>Device</Th>
            <Th>Since</Th>
            <Th>Last seen</Th>
            <Th>
              <span className="sr-only">What can be done</span>
            </Th>
          </Tr>
        </thead>
        <tbody>
          {sessions.map((session) => (
            <Tr key={session.id}>
              <Th row>
                <span className="text-ink">{session.name}</span> {session.role}
              </Th>
              <Td className="max-w-96 break-words text-small">{session.device}</Td>
              <Td>{momentWords(session.startedAt, zone)}</Td>
              <Td>
                {momentWords(session.seenAt, zone)} {session.locked && <Badge tone="ochre">locked</Badge>}{' '}
                {session.id === ownId && <Badge tone="glaze">this one</Badge>}
              </Td>
              <Td className="text-right">
                <Button
                  look="quiet"
                  busy={pending}
                  aria-label={`End the session of ${session.name} since ${momentWords(session.startedAt, zone)}`}
                  onClick={() => submit({ id: session.id }, () => router.refresh())}
                >
                  End it
                </Button>
              </Td>
            </Tr>
          ))}
        </tbody>
      </Table>
    </Page>
  );
}
