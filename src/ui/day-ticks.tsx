import { ToggleGroup } from 'radix-ui';
import { useId } from 'react';

const names = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** Days of the week, any number of them pressed. */
export function DayTicks({
  label,
  days,
  error,
  onChange,
}: {
  label: string;
  days: readonly number[];
  error?: string | undefined;
  onChange: (days: number[]) => void;
}) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <span id={id} className="text-small font-semibold text-mute">
        {label}
      </span>
      <ToggleGroup.Root
        type="multiple"
        aria-labelledby={id}
        value={days.map(String)}
        onValueChange={(next) => onChange(next.map(Number).sort())}
        className="flex w-fit max-w-full flex-wrap rounded-lg border-[1.5px] border-edge"
      >
        {names.map((name, day) => (
          <ToggleGroup.Item
            key={name}
            value={String(day)}
            className="min-h-11 min-w-11 px-2 first:rounded-l-md last:rounded-r-md data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-biscuit"
          >
            {name}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {error && (
        <p data-wrong className="text-small text-oxide">
          {error}
        </p>
      )}
    </div>
  );
}
