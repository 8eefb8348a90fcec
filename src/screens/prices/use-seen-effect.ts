'use client';

import { useEffect, useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import { type Sender, useFormOf } from '@/ui/form/use-form-of';
import type { PriceEffect } from '@/usecases/quote/price-settings';

type Answered = { readonly value: unknown };
type FormOptions<Draft extends FieldValues> = Parameters<typeof useFormOf<Draft, Answered>>[0];

interface SeenEffectOptions<Draft extends FieldValues>
  extends Pick<FormOptions<Draft>, 'values' | 'check' | 'read'> {
  readonly look: Sender<Answered>;
  readonly save: Sender<Answered>;
  readonly onSaved?: () => void;
}

/**
 * A form that is saved only after its effect was seen: the first press looks, the second saves. Whatever changes in the fields, also
 * while an effect is awaited, has to be looked at anew.
 */
export function useSeenEffect<Draft extends FieldValues>({
  look,
  save,
  onSaved,
  ...options
}: SeenEffectOptions<Draft>) {
  const [effect, setEffect] = useState<readonly PriceEffect[]>();
  const of = useFormOf<Draft, Answered>({
    ...options,
    sender: effect ? save : look,
    onDone: ({ value }, draft) => {
      if (effect) {
        setEffect(undefined);
        onSaved?.();
      } else if (JSON.stringify(draft) === JSON.stringify(of.form.getValues()))
        setEffect(value as readonly PriceEffect[]);
    },
  });
  const { watch } = of.form;
  useEffect(() => watch((_, { name }) => name && setEffect(undefined)).unsubscribe, [watch]);
  return { of, effect };
}
