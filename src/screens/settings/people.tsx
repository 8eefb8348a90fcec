'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Role } from '@/core/kinds/actor';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Overlay } from '@/ui/overlay';
import { Page } from '@/ui/page';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useSubmit } from '@/ui/use-submit';

interface Person {
  readonly id: string | null;
  readonly name: string;
  readonly role: Role;
}

interface PeopleProps {
  readonly people: readonly (Person & { readonly id: string })[];
  readonly onSave: (data: unknown) => Promise<Result<{ id: string }>>;
  readonly onLeave: (data: unknown) => Promise<Result<null>>;
}

const roleWords: Record<Role, string> = {
  proprietor: 'Everything, with people, audit and code rows',
  locksmith: 'All work on jobs, the library and the tools',
  trainee: 'Behind the gates only with a second person',
};

/** The people of the shop and what each may do. */
export function People({ people, onSave, onLeave }: PeopleProps) {
  const [open, setOpen] = useState<Person>();
  return (
    <Page
      title="People"
      note="A new role or passcode ends the sessions opened with the old one. What somebody did stays under their name."
      actions={
        <Button onClick={() => setOpen({ id: null, name: '', role: 'locksmith' })}>Add somebody</Button>
      }
    >
      <Table label="People">
        <thead>
          <Tr>
            <Th>Name</Th>
            <Th>Role</Th>
            <Th>May do</Th>
            <Th>
              <span className="sr-only">What can be done</span>
            </Th>
          </Tr>
        </thead>
        <tbody>
          {people.map((person) => (
            <Tr key={person.id}>
              <Th row>
                <span className="text-ink">{person.name}</span>
              </Th>
              <Td>{person.role}</Td>
              <Td className="text-mute">{roleWords[person.role]}</Td>
              <Td className="text-right">
                <Button look="quiet" aria-label={`Change ${person.name}`} onClick={() => setOpen(person)}>
                  Change
                </Button>
              </Td>
            </Tr>
          ))}
        </tbody>
      </Table>
      {open && (
        <PersonForm
          key={open.id ?? 'new'}
          person={open}
          onSave={onSave}
          onLeave={onLeave}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Page>
  );
}

function PersonForm({
  person,
  onSave,
  onLeave,
  onClose,
}: Omit<PeopleProps, 'people'> & { person: Person; onClose: () => void }) {
  const router = useRouter();
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState(person.role);
  const [passcode, setPasscode] = useState('');
  const save = useSubmit(onSave);
  const leave = useSubmit(onLeave);
  const end = () => {
    onClose();
    router.refresh();
  };
  return (
    <Overlay
      open
      onOpenChange={(next) => !next && onClose()}
      title={person.id ? person.name : 'Add somebody'}
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          save.submit({ id: person.id, name, role, passcode: passcode === '' ? null : passcode }, end);
        }}
      >
        <TextField
          label="Name"
          value={name}
          maxLength={80}
          error={save.problemOf('name')}
          onChange={(event) => setName(event.target.value)}
        />
        <SelectField
          label="Role"
          value={role}
          error={save.problemOf('role')}
          choices={Object.keys(roleWords).map((value) => ({ value, label: value }))}
          hint={roleWords[role]}
          onChange={(event) => setRole(event.target.value as Role)}
        />
        <TextField
          label={person.id ? 'New passcode, or empty to keep it' : 'Passcode'}
          type="password"
          autoComplete="new-password"
          value={passcode}
          error={save.problemOf('passcode')}
          onChange={(event) => setPasscode(event.target.value)}
        />
        <Problems problems={[...save.general, ...leave.problems]} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={save.pending}>
            {person.id ? 'Change it' : 'Add them'}
          </Button>
          {person.id && (
            <Button
              look="danger"
              busy={leave.pending}
              onClick={() => leave.submit({ id: person.id }, end)}
              follows="no sign-in any more"
            >
              Has left the shop
            </Button>
          )}
        </div>
      </form>
    </Overlay>
  );
}
