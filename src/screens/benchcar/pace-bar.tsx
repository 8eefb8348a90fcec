'use client';

import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';

const rates = ['1', '10', '60', '600'] as const;

/** How fast waits go by, and the same car once more. */
export function PaceBar({
  rate,
  onRate,
  onAgain,
}: {
  readonly rate: number;
  readonly onRate: (rate: number) => void;
  readonly onAgain: () => void;
}) {
  return (
    <div className="flex items-end gap-3">
      <SelectField
        label="Waits go by"
        className="w-44"
        value={String(rate) as (typeof rates)[number]}
        choices={rates.map((one) => ({
          value: one,
          label: one === '1' ? 'as they are' : `${one} times faster`,
        }))}
        onChange={(one) => onRate(Number(one))}
      />
      <Button onClick={onAgain} className="mb-1">
        Start again
      </Button>
    </div>
  );
}
