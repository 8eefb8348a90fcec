'use client';

import type { ClassConstructor } from 'class-transformer';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import {
  type DefaultValues,
  type FieldValues,
  type Resolver,
  type UseFormReturn,
  useForm,
} from 'react-hook-form';
import type { Problem } from '@/core/kinds/result';
import { focusWrong } from '../focus-place';
import { useUnsaved } from '../unsaved';
import type { useEdit } from '../use-edit';

/** The way a form is sent: what `useSubmit`, `useSave`, `useEdit` and `useEvent(…).of(kind)` give. */
export interface Sender<Answer = never> {
  readonly pending: boolean;
  readonly problems: readonly Problem[];
  readonly send: (data: object, onDone?: (answer: Answer) => void) => void;
  /** What is sent in all, where the sender adds to it. */
  readonly whole?: (data: object) => object;
  /** Whether what was sent is stored then, so that it may leave the page. */
  readonly stores?: boolean;
  readonly stale?: ReturnType<typeof useEdit>['stale'];
}

/** A field that shows its own problem, and how its value is read beside another's. */
export interface ShownField {
  readonly label: string;
  readonly show?: ((value: unknown) => string) | undefined;
}

export interface FormOf<Draft extends FieldValues> {
  readonly form: UseFormReturn<Draft>;
  readonly sender: Omit<Sender, 'send'>;
  readonly busy: boolean;
  /** What stands in the fields was stored. */
  readonly isStored: boolean;
  readonly shown: Map<string, ShownField>;
  readonly onSubmit: (event: FormEvent<HTMLFormElement>) => void;
}

interface FormOptions<Draft extends FieldValues, Answer> {
  /** What stands in the fields at first. */
  readonly values: Draft;
  /** What is sent of them, in the names of the fields; the draft itself where nothing is said. */
  readonly read?: (draft: Draft) => object;
  /** The class of what may be sent; it comes with the first press, so that a page does not wait for it. */
  readonly check: () => Promise<ClassConstructor<object>>;
  readonly sender: Sender<Answer>;
  /** The fields are as at first again after it was stored, for the next one. */
  readonly clears?: boolean;
  readonly onDone?: ((answer: Answer, draft: Draft) => void) | undefined;
}

/**
 * A form whose fields are checked by the class that the server reads them with: all that is wrong is said at once, beside its
 * field, before anything is sent; what the server refuses stands in the same places.
 */
export function useFormOf<Draft extends FieldValues, Answer = unknown>({
  values,
  read = (draft) => draft,
  check,
  sender,
  clears = false,
  onDone,
}: FormOptions<Draft, Answer>): FormOf<Draft> {
  const form = useForm<Draft>({
    defaultValues: values as DefaultValues<Draft>,
    resolver: checkedBy(check, (draft) => sender.whole?.(read(draft)) ?? read(draft)),
    shouldFocusError: false,
  });
  const shown = useRef(new Map<string, ShownField>()).current;
  const { isDirty, isSubmitting } = form.formState;
  const [stored, setStored] = useState(false);
  useUnsaved(isDirty && !sender.pending);
  const refused = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (isSubmitting || !refused.current) return;
    focusWrong(refused.current);
    refused.current = null;
  }, [isSubmitting]);
  const sendChecked = (draft: Draft) =>
    sender.send(read(draft), (answer) => {
      if (clears) form.reset(values);
      else if (sender.stores) form.reset(draft, { keepValues: true });
      setStored(true);
      onDone?.(answer, draft);
    });
  return {
    form,
    sender,
    busy: sender.pending || isSubmitting,
    isStored: stored && !isDirty && sender.problems.length === 0,
    shown,
    onSubmit: (event) => {
      const element = event.currentTarget;
      const send = form.handleSubmit(sendChecked, () => {
        refused.current = element;
      });
      void send(event);
    },
  };
}

function checkedBy<Draft extends FieldValues>(
  check: () => Promise<ClassConstructor<object>>,
  whole: (draft: Draft) => object,
): Resolver<Draft> {
  return async (draft, context, options) => {
    const passed = { values: draft, errors: {} };
    const loaded = await Promise.all([import('@hookform/resolvers/class-validator'), check()]).catch(
      // Without a network the press goes on and says so itself; the server checks in any case.
      () => undefined,
    );
    if (!loaded) return passed;
    const [{ classValidatorResolver }, Class] = loaded;
    const resolve = classValidatorResolver(
      Class,
      { validator: { stopAtFirstError: true }, transformer: { exposeDefaultValues: true } },
      { mode: 'sync' },
    ) as unknown as Resolver<FieldValues>;
    const { errors } = await resolve(whole(draft), context, options as never);
    return Object.keys(errors).length === 0 ? passed : { values: {}, errors: errors as never };
  };
}
