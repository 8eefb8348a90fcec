interface TickProps {
  readonly label: string;
  readonly checked: boolean;
  readonly disabled?: boolean;
  /** What it set last is under way: it keeps the focus, and another press does nothing. */
  readonly busy?: boolean;
  readonly error?: string | undefined;
  readonly onChange: (checked: boolean) => void;
}

/** A box to tick, with its words beside it and below the clear word about what is wrong. */
export function Tick({ label, checked, disabled, busy = false, error, onChange }: TickProps) {
  return (
    <div>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5 flex-none accent-(--terra)"
          checked={checked}
          disabled={disabled}
          aria-disabled={busy || undefined}
          aria-invalid={error !== undefined || undefined}
          onChange={(event) => {
            if (!busy) onChange(event.target.checked);
          }}
        />
        {label}
      </label>
      {error && <p className="text-small text-oxide">{error}</p>}
    </div>
  );
}
