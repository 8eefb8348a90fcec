'use client';

import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useForm } from 'react-hook-form';
import type { Failed } from '@/core/kinds/result';
import { SetUpInput } from '@/inputs/set-up-input';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { Standalone } from '@/ui/standalone';
import { useSubmit } from '@/ui/use-submit';

/** The first page of an empty database: makes the shop and its proprietor. */
export function SetUp({ onSetUp }: { onSetUp: (data: unknown) => Promise<Failed> }) {
  const form = useForm<SetUpInput>({
    resolver: classValidatorResolver(SetUpInput),
    defaultValues: {
      code: '',
      shopName: '',
      personName: '',
      passcode: '',
      zone: 'America/Chicago',
      currency: 'USD',
      distanceUnit: 'km',
    },
  });
  const { submit, pending, problemOf, general } = useSubmit(onSetUp);
  const errorOf = (field: keyof SetUpInput) => form.formState.errors[field]?.message ?? problemOf(field);
  return (
    <Standalone title="Set up the shop">
      <form className="flex flex-col gap-3" onSubmit={form.handleSubmit((values) => submit({ ...values }))}>
        <TextField
          label="Set-up code"
          hint="Shown where the program was started."
          mono
          error={errorOf('code')}
          {...form.register('code')}
        />
        <TextField label="Name of the shop" error={errorOf('shopName')} {...form.register('shopName')} />
        <TextField label="Your name" error={errorOf('personName')} {...form.register('personName')} />
        <TextField
          label="Your passcode"
          type="password"
          autoComplete="new-password"
          hint="At least 8 characters."
          error={errorOf('passcode')}
          {...form.register('passcode')}
        />
        <div className="grid gap-3 sm:grid-cols-3">
          <TextField label="Time zone" error={errorOf('zone')} {...form.register('zone')} />
          <TextField label="Currency" mono error={errorOf('currency')} {...form.register('currency')} />
          <SelectField
            label="Distances"
            choices={[
              { value: 'km', label: 'kilometres' },
              { value: 'mi', label: 'miles' },
            ]}
            error={errorOf('distanceUnit')}
            {...form.register('distanceUnit')}
          />
        </div>
        <Problems problems={general} />
        <Button type="submit" look="main" busy={pending}>
          {pending ? 'Setting up' : 'Set up the shop'}
        </Button>
      </form>
    </Standalone>
  );
}
