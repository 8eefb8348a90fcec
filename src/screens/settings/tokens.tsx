'use client';

import { useState } from 'react';
import { type Scope, scopeNames } from '@/core/authority/scopes';
import type { Role } from '@/core/kinds/actor';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { choicesOf, plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormSelect, FormText, FormTicks } from '@/ui/form/form-fields';
import { typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Badge, Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';

interface TokensProps {
  readonly tokens: readonly {
    readonly id: string;
    readonly name: string;
    readonly role: Role;
    readonly scopes: readonly Scope[];
    readonly madeBy: string;
    readonly expiresAt: Date;
    readonly endedAt: Date | null;
    readonly usedAt: Date | null;
  }[];
  readonly roles: readonly Role[];
  readonly zone: string;
  readonly now: Date;
  readonly onMake: (data: unknown) => Promise<Result<{ token: string }>>;
  readonly onEnd: (data: unknown) => Promise<Result<null>>;
}

/** Tokens with which programs use the API: what each opens, for how long, and when it was used last. */
export function Tokens({ tokens, roles, zone, now, onMake, onEnd }: TokensProps) {
  const end = useSave(onEnd);
  const stateOf = (token: TokensProps['tokens'][number]) =>
    token.endedAt ? 'ended' : token.expiresAt <= now ? 'expired' : 'stands';
  return (
    <Page
      title="Tokens"
      note={
        <>
          For programs that use the API. No token opens a secret or anything that is done at a car, or stands
          above whoever made it. What it changes is done in their name, and once for each key that comes with
          it.{' '}
          <a href="/api/v1/openapi.json" className="inline-flex min-h-11 items-center underline">
            What they can ask
          </a>{' '}
          is an OpenAPI document.
        </>
      }
    >
      <TokenForm roles={roles} onMake={onMake} />
      <Problems problems={end.problems} />
      <ListTable
        label="Tokens"
        items={tokens}
        keyOf={({ id }) => id}
        none="No token was made yet."
        columns={[
          {
            head: 'Program',
            look: 'name',
            cell: ({ name, madeBy }) => (
              <>
                {name}
                <span className="block text-small text-mute">made by {madeBy}</span>
              </>
            ),
          },
          { head: 'Opens', cell: ({ scopes }) => scopes.join(', ') },
          { head: 'As', cell: ({ role }) => role },
          {
            head: 'Until',
            cell: (token) => (
              <>
                {momentWords(token.expiresAt, zone)}{' '}
                <Badge tone={stateOf(token) === 'stands' ? 'glaze' : 'plain'}>{stateOf(token)}</Badge>
              </>
            ),
          },
          { head: 'Last used', cell: ({ usedAt }) => (usedAt ? momentWords(usedAt, zone) : 'never') },
          {
            head: 'What can be done',
            look: 'press',
            cell: (token) =>
              stateOf(token) === 'stands' && (
                <Button
                  look="quiet"
                  busy={end.pending}
                  aria-label={`End ${token.name}`}
                  onClick={() => end.send({ id: token.id })}
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

function TokenForm({ roles, onMake }: Pick<TokensProps, 'roles' | 'onMake'>) {
  const [made, setMade] = useState<string>();
  const of = useFormOf({
    values: {
      name: '',
      role: roles.at(-1) ?? ('trainee' as Role),
      scopes: ['benches'] as Scope[],
      days: '30',
    },
    check: async () => (await import('@/inputs/people-inputs')).TokenInput,
    read: ({ days, ...draft }) => ({ ...draft, days: typedNumber(days) }),
    sender: useSave(onMake),
    clears: true,
    onDone: ({ value }) => setMade(value.token),
  });
  return (
    <Panel title="New token">
      <Form of={of} className="flex flex-col gap-2">
        <div className="grid gap-x-3 sm:grid-cols-[1fr_12rem_8rem]">
          <FormText of={of} name="name" label="Which program" maxLength={60} />
          <FormSelect of={of} name="role" label="As" choices={plainChoices(roles)} />
          <FormNumber of={of} name="days" label="Days" />
        </div>
        <FormTicks of={of} name="scopes" label="Opens" choices={choicesOf(scopeNames)} />
        <FormOutcome of={of} />
        <Button type="submit" look="main" className="self-start" busy={of.busy}>
          Make the token
        </Button>
        {made && (
          <Notice tone="ochre">
            <p>Shown this once; keep it where the program finds it:</p>
            <code className="font-mono break-all">{made}</code>
          </Notice>
        )}
      </Form>
    </Panel>
  );
}
