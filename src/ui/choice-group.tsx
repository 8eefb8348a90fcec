'use client';

import { ToggleGroup } from 'radix-ui';
import { useId } from 'react';

interface ChoiceGroupProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly choices: readonly { readonly value: Value; readonly label: string }[];
  readonly onChange: (value: Value) => void;
}

/** A few choices side by side, one of them pressed. */
export function ChoiceGroup<Value extends string>({
  label,
  value,
  choices,
  onChange,
}: ChoiceGroupProps<Value>) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <span id={id} className="text-small font-semibold text-mute">
        {label}
      </span>
      <ToggleGroup.Root
        type="single"
        aria-labelledby={id}
        value={value}
        onValueChange={(next) => next && onChange(next as Value)}
        className="flex w-fit flex-wrap rounded-lg border-[1.5px] border-edge"
      >
        {choices.map((choice) => (
          <ToggleGroup.Item
            key={choice.value}
            value={choice.value}
            className="min-h-11 px-4 first:rounded-l-md last:rounded-r-md data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-biscuit"
          >
            {choice.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
