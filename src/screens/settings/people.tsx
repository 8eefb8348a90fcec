'use client';

import { useState } from 'react';
import type { Role } from '@/core/kinds/actor';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { plainChoices } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Overlay } from '@/ui/overlay';
import { Page } from '@/ui/page';
import { useSave } from '@/ui/use-submit';

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
const roles = Object.keys(roleWords) as Role[];

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
      <ListTable
        label="People"
        items={people}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Name', look: 'name', cell: ({ name }) => name },
          { head: 'Role', cell: ({ role }) => role },
          { head: 'May do', cell: ({ role }) => <span className="text-mute">{roleWords[role]}</span> },
          {
            head: 'What can be done',
            look: 'press',
            cell: (person) => (
              <Button look="quiet" aria-label={`Change ${person.name}`} onClick={() => setOpen(person)}>
                Change
              </Button>
            ),
          },
        ]}
      />
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
  const leave = useSave(onLeave);
  const of = useFormOf({
    values: { name: person.name, role: person.role, passcode: '' },
    check: async () => (await import('@/inputs/people-inputs')).PersonInput,
    read: ({ passcode, ...draft }) => ({
      ...draft,
      id: person.id,
      passcode: passcode === '' ? null : passcode,
    }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay
      open
      onOpenChange={(next) => !next && onClose()}
      title={person.id ? person.name : 'Add somebody'}
    >
      <Form of={of} className="flex flex-col gap-2">
        <FormText of={of} name="name" label="Name" autoCapitalize="words" maxLength={80} />
        <FormSelect
          of={of}
          name="role"
          label="Role"
          choices={plainChoices(roles)}
          hint={roleWords[of.form.watch('role')]}
        />
        <FormText
          of={of}
          name="passcode"
          label={person.id ? 'New passcode, or empty to keep it' : 'Passcode'}
          type="password"
          autoComplete="new-password"
        />
        <FormOutcome of={of} more={leave.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            {person.id ? 'Change it' : 'Add them'}
          </Button>
          {person.id && (
            <Button
              look="danger"
              busy={leave.pending}
              onClick={() => leave.send({ id: person.id }, onClose)}
              follows="no sign-in any more"
            >
              Has left the shop
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}
