'use client';

import { parseWanted } from '@/core/blade/search';
import { classNames } from '@/ui/class-names';

interface WantedFieldsProps {
  /** For each space its depth, several with strokes between, or nothing. */
  readonly wanted: readonly string[];
  /** The spaces of the lock that is read; all of them where none is named. */
  readonly held: readonly number[] | undefined;
  /** What a request found wrong, by space counted from 0. */
  readonly problemAt?: ((space: number) => string | undefined) | undefined;
  readonly onChange: (wanted: readonly string[]) => void;
}

/** What is known of each space of a bitting, a field for each. */
export function WantedFields({ wanted, held, problemAt, onChange }: WantedFieldsProps) {
  const problemOf = (at: number) =>
    problemAt?.(at) ??
    (parseWanted(saidOf(wanted, held)[at] ?? '') === undefined
      ? 'a depth, or several with strokes'
      : undefined);
  return (
    <>
      <div className="overflow-x-auto">
        <div className="flex gap-1.5 pb-1">
          {wanted.map((text, at) => {
            const lacks = held !== undefined && !held.includes(at + 1);
            return (
              <label
                // biome-ignore lint/suspicious/noArrayIndexKey: a space is its number
                key={at}
                className="flex min-w-13 flex-1 flex-col gap-1 text-center text-small text-mute"
              >
                {at + 1}
                <input
                  aria-label={`Wanted at space ${at + 1}`}
                  aria-invalid={problemOf(at) !== undefined}
                  autoComplete="off"
                  disabled={lacks}
                  value={lacks ? '' : text}
                  placeholder={lacks ? 'lacks' : ''}
                  onFocus={(event) => event.target.select()}
                  onChange={(event) =>
                    onChange(wanted.map((one, other) => (other === at ? event.target.value : one)))
                  }
                  className={classNames(
                    'h-11 w-full rounded-lg border-[1.5px] bg-biscuit px-1 text-center font-mono text-ink disabled:bg-shelf',
                    problemOf(at) === undefined ? 'border-edge' : 'border-oxide',
                  )}
                />
              </label>
            );
          })}
        </div>
      </div>
      <p className="text-small text-oxide" data-said>
        {wanted.flatMap((_, at) => {
          const problem = problemOf(at);
          return problem === undefined ? [] : [`Space ${at + 1}: ${problem}. `];
        })}
      </p>
    </>
  );
}

/** What is said of each space: what a lock lacks is not known from it. */
export function saidOf(wanted: readonly string[], held: readonly number[] | undefined): string[] {
  return wanted.map((text, at) => (held && !held.includes(at + 1) ? '' : text.trim()));
}

/** Whether all of it can be read, and something of it is known. */
export function isWanted(said: readonly string[]): boolean {
  const read = said.map(parseWanted);
  return !read.includes(undefined) && read.some((depths) => depths !== null);
}
