import { type CutStep, cutSteps } from '@/core/blade/progression/sheet-words';
import { type Blade, spacesOf } from '@/core/blade/spec';
import { type LengthUnit, unitSign, unitWords } from '@/core/blade/unit';
import { classNames } from '@/ui/class-names';

interface CutsRowProps {
  readonly blade: Blade;
  /** What the blank is cut to; null for a fresh one. */
  readonly from: readonly number[] | null;
  readonly to: readonly number[];
  readonly unit?: LengthUnit;
}

/** A bitting space by space as it is cut next: what is cut now stands out, the rest stays. */
export function CutsRow({ blade, from, to, unit = 'mm' }: CutsRowProps) {
  const steps = new Map(cutSteps(blade, from, to).map((step): [number, CutStep] => [step.space, step]));
  return (
    <div className="relative">
      <ol aria-label="Cuts" className="flex flex-wrap gap-1.5 pb-1">
        {spacesOf(blade).map(({ cuts }, at) => {
          const step = steps.get(at + 1);
          const depth = to[at] ?? 1;
          return (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: a space is its number
              key={at}
              className={classNames(
                'flex min-w-15 flex-1 flex-col items-center rounded-lg border-[1.5px] px-1 py-1',
                step ? 'border-terra bg-biscuit' : 'border-dashed border-line text-mute',
              )}
            >
              <span className="text-small text-mute">{at + 1}</span>
              <span className="font-mono text-ask font-semibold">
                {step && <span className="sr-only">cut to </span>}
                {step?.from ? `${step.from}→${depth}` : depth}
              </span>
              <span className="font-mono text-small">
                {step ? unitWords(cuts[depth - 1] ?? 0, blade.measure, unit) : 'stays'}
              </span>
            </li>
          );
        })}
      </ol>
      <p className="text-small text-mute">
        Depths with what is cut away, in {unitSign(blade.measure, unit)}, from the {blade.stop}.
      </p>
    </div>
  );
}
