'use client';

import type { Failed } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { Standalone } from '@/ui/standalone';
import { useSubmit } from '@/ui/use-submit';

/** The first page of an empty database: makes the shop and its proprietor. */
export function SetUp({ onSetUp }: { onSetUp: (data: unknown) => Promise<Failed> }) {
  const of = useFormOf({
    values: {
      code: '',
      shopName: '',
      personName: '',
      passcode: '',
      zone: 'America/Chicago',
      currency: 'USD',
      distanceUnit: 'km' as 'km' | 'mi',
    },
    check: async () => (await import('@/inputs/set-up-input')).SetUpInput,
    sender: useSubmit(onSetUp),
  });
  return (
    <Standalone title="Set up the shop">
      <Form of={of} className="flex flex-col gap-3">
        <FormText of={of} name="code" label="Set-up code" hint="Shown where the program was started." mono />
        <FormText of={of} name="shopName" label="Name of the shop" autoCapitalize="words" />
        <FormText of={of} name="personName" label="Your name" autoCapitalize="words" />
        <FormText
          of={of}
          name="passcode"
          label="Your passcode"
          type="password"
          autoComplete="new-password"
          hint="At least 8 characters."
        />
        <div className="grid gap-3 sm:grid-cols-3">
          <FormText of={of} name="zone" label="Time zone" />
          <FormText of={of} name="currency" label="Currency" mono />
          <FormSelect
            of={of}
            name="distanceUnit"
            label="Distances"
            choices={choicesOf({ km: 'kilometres', mi: 'miles' })}
          />
        </div>
        <FormOutcome of={of} />
        <Button type="submit" look="main" busy={of.busy}>
          {of.busy ? 'Setting up' : 'Set up the shop'}
        </Button>
      </Form>
    </Standalone>
  );
}
