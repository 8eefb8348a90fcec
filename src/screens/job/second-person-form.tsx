'use client';

import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { LockedOut } from '@/ui/locked-out';
import { useSave } from '@/ui/use-submit';

interface SecondPersonFormProps {
  readonly number: number;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly onSignIn: (data: unknown) => Promise<Result<{ name: string; until: Date }>>;
  readonly onDone: () => void;
}

/** The second person signs in beside the trainee. */
export function SecondPersonForm({ number, people, onSignIn, onDone }: SecondPersonFormProps) {
  const signIn = useSave(onSignIn);
  const of = useFormOf({
    values: { personId: people[0]?.id ?? '', passcode: '' },
    check: async () => (await import('@/inputs/job-inputs')).SecondPersonInput,
    read: (draft) => ({ number, ...draft }),
    sender: signIn,
    clears: true,
    onDone,
  });
  const lockedOut = signIn.problemOf('lockedOut');
  return (
    <Form of={of} className="flex flex-col gap-3">
      <FormSelect
        of={of}
        name="personId"
        label="Who stands beside you"
        choices={people.map(({ id, name }) => ({ value: id, label: name }))}
      />
      <FormText
        of={of}
        name="passcode"
        label="Passcode of the second person"
        type="password"
        autoComplete="off"
      />
      {lockedOut ? <LockedOut message={lockedOut} /> : <FormOutcome of={of} />}
      <Button type="submit" look="main" busy={of.busy}>
        Sign in beside the trainee
      </Button>
    </Form>
  );
}
