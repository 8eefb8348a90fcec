'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Scope, scopeNames, scopes } from '@/core/authority/scopes';
import type { Role } from '@/core/kinds/actor';
import { momentWords } from '@/core/kinds/local-time';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Badge, Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { Tick } from '@/ui/tick';
import { useSubmit } from '@/ui/use-submit';

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
  const router = useRouter();
  const end = useSubmit(onEnd);
  const stateOf = (token: TokensProps['tokens'][number]) =>
    token.endedAt ? 'ended' : token.expiresAt <= now ? 'expired' : 'stands';
  return (
    <Page
      title="Tokens"
      note="For programs that use the API. No token opens a secret, changes a job, or stands above whoever made it."
    >
      <TokenForm roles={roles} onMake={onMake} />
      <Problems problems={end.problems} />
      {tokens.length === 0 ? (
        <p className="text-mute">No token was made yet.</p>
      ) : (
        <Table label="Tokens">
          <thead>
            <Tr>
              <Th>Program</Th>
              <Th>Opens</Th>
              <Th>As</Th>
              <Th>Until</Th>
              <Th>Last used</Th>
              <Th>
                <span className="sr-only">What can be done</span>
              </Th>
            </Tr>
          </thead>
          <tbody>
            {tokens.map((token) => (
              <Tr key={token.id}>
                <Th row>
                  <span className="text-ink">{token.name}</span>
                  <span className="block text-small">made by {token.madeBy}</span>
                </Th>
                <Td>{token.scopes.join(', ')}</Td>
                <Td>{token.role}</Td>
                <Td>
                  {momentWords(token.expiresAt, zone)}{' '}
                  <Badge tone={stateOf(token) === 'stands' ? 'glaze' : 'plain'}>{stateOf(token)}</Badge>
                </Td>
                <Td>{token.usedAt ? momentWords(token.usedAt, zone) : 'never'}</Td>
                <Td className="text-right">
                  {stateOf(token) === 'stands' && (
                    <Button
                      look="quiet"
                      busy={end.pending}
                      aria-label={`End ${token.name}`}
                      onClick={() => end.submit({ id: token.id }, () => router.refresh())}
                    >
                      End it
                    </Button>
                  )}
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
    </Page>
  );
}

function TokenForm({ roles, onMake }: Pick<TokensProps, 'roles' | 'onMake'>) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>(roles.at(-1) ?? 'trainee');
  const [days, setDays] = useState('30');
  const [open, setOpen] = useState<readonly Scope[]>(['benches']);
  const [made, setMade] = useState<string>();
  const { submit, pending, problemOf, general } = useSubmit(onMake);
  return (
    <Panel title="New token">
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit({ name, role, scopes: open, days: Number(days) }, ({ value }) => {
            setMade(value.token);
            setName('');
            router.refresh();
          });
        }}
      >
        <div className="grid gap-x-3 sm:grid-cols-[1fr_12rem_8rem]">
          <TextField
            label="Which program"
            value={name}
            maxLength={60}
            error={problemOf('name')}
            onChange={(event) => setName(event.target.value)}
          />
          <SelectField
            label="As"
            value={role}
            error={problemOf('role')}
            choices={roles.map((value) => ({ value, label: value }))}
            onChange={(event) => setRole(event.target.value as Role)}
          />
          <TextField
            label="Days"
            mono
            inputMode="numeric"
            value={days}
            error={problemOf('days')}
            onChange={(event) => setDays(event.target.value)}
          />
        </div>
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="text-small font-semibold text-mute">Opens</legend>
          {scopes.map((scope) => (
            <Tick
              key={scope}
              label={scopeNames[scope]}
              checked={open.includes(scope)}
              onChange={(checked) =>
                setOpen(checked ? [...open, scope] : open.filter((one) => one !== scope))
              }
            />
          ))}
        </fieldset>
        {problemOf('scopes') && <p className="text-small text-oxide">{problemOf('scopes')}</p>}
        <Problems problems={general} />
        <Button type="submit" look="main" className="self-start" busy={pending}>
          Make the token
        </Button>
        {made && (
          <Notice tone="ochre" role="status">
            <p>Shown this once; keep it where the program finds it:</p>
            <code className="font-mono break-all">{made}</code>
          </Notice>
        )}
      </form>
    </Panel>
  );
}
