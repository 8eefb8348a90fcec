'use client';

import type { Role } from '@/core/kinds/actor';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { ListTable } from '@/ui/list-table';
import { Badge } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';

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
  const { send, pending, problems } = useSave(onEnd);
  return (
    <Page
      title="Sessions"
      note={`An idle screen is locked after ${lockMinutes} min, and signed out after half a day.`}
    >
      <Problems problems={problems} />
      <ListTable
        label="Sessions"
        items={sessions}
        keyOf={({ id }) => id}
        columns={[
          {
            head: 'Who',
            look: 'name',
            cell: ({ name, role }) => (
              <>
                {name} <span className="text-mute">{role}</span>
              </>
            ),
          },
          {
            head: 'Device',
            cell: ({ device }) => <span className="block max-w-96 break-words text-small">{device}</span>,
          },
          { head: 'Since', cell: ({ startedAt }) => momentWords(startedAt, zone) },
          {
            head: 'Last seen',
            cell: ({ id, seenAt, locked }) => (
              <>
                {momentWords(seenAt, zone)} {locked && <Badge tone="ochre">locked</Badge>}{' '}
                {id === ownId && <Badge tone="glaze">this one</Badge>}
              </>
            ),
          },
          {
            head: 'What can be done',
            look: 'press',
            cell: ({ id, name, startedAt }) => (
              <Button
                look="quiet"
                busy={pending}
                aria-label={`End the session of ${name} since ${momentWords(startedAt, zone)}`}
                onClick={() => send({ id })}
              >
                End it
              </Button>
            ),
          },
        ]}
      />
    </Page>
  );
}
