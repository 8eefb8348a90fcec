import { TextField } from '@/ui/field';

interface PasscodeFieldProps {
  readonly value: string;
  readonly error: string | undefined;
  readonly onChange: (value: string) => void;
}

/** The passcode of somebody who is signed in, asked for once more. */
export function PasscodeField({ value, error, onChange }: PasscodeFieldProps) {
  return (
    <TextField
      label="Your passcode"
      type="password"
      autoFocus
      autoComplete="current-password"
      value={value}
      error={error}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
