import { useState } from 'react';
import { readVolts, voltsProblem } from '@/core/kinds/volts';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { type ShopTime, useTicking } from '@/ui/use-shop-clock';
import type { RunShown } from './run-shown';

interface MidWaitProps {
  readonly shown: RunShown;
  /** When the wait began, and how long it usually takes. */
  readonly beganMs: number;
  readonly usualSeconds: number;
  readonly time: ShopTime;
  readonly busy: boolean;
  readonly onVolts: (volts: number) => void;
}

/** Waits that are shorter than this need no second look at the battery. */
const longSeconds = 300;

/** In the middle of a long wait the voltage is noted again: a battery that falls is seen before the module is lost. */
export function MidWait({ shown, beganMs, usualSeconds, time, busy, onVolts }: MidWaitProps) {
  const now = useTicking(time).getTime();
  const [volts, setVolts] = useState('');
  const [wrong, setWrong] = useState<string>();
  const isNoted = shown.log.marks.some(({ mark, atMs }) => mark === 'volts' && atMs >= beganMs);
  const isDue = usualSeconds >= longSeconds && now >= beganMs + (usualSeconds * 1000) / 2;
  if (!isDue || isNoted || !shown.drives) return null;
  return (
    <form
      className="flex flex-wrap items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const read = readVolts(volts);
        if (read === undefined) return setWrong(voltsProblem);
        onVolts(read);
      }}
    >
      <TextField
        label="Half of the wait is over: the voltage now"
        inputMode="decimal"
        className="w-72"
        value={volts}
        maxLength={5}
        error={wrong}
        onChange={({ target }) => setVolts(target.value)}
      />
      <Button type="submit" className="mt-[22px]" busy={busy}>
        Note the voltage
      </Button>
    </form>
  );
}
