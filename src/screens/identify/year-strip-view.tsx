import type { SplitBy, StripYear } from '@/core/identify/year-strip';
import { Panel } from '@/ui/panel';

interface YearStripViewProps {
  readonly strip: readonly StripYear[];
  readonly market: string;
  readonly names: Readonly<Record<string, string>>;
  /** The years that were told or read. */
  readonly told: { readonly from: number; readonly to: number } | undefined;
}

const splits: Record<SplitBy, string> = {
  month: 'build month',
  equipment: 'equipment',
  ignition: 'turn or push',
  market: 'market',
  mark: 'a mark',
};

/** The years of the model, each with the letters of what its cars need: where the answer changes, and by what. */
export function YearStripView({ strip, market, names, told }: YearStripViewProps) {
  if (strip.length === 0) return null;
  const keys = [...new Set(strip.flatMap(({ decisions }) => decisions.map(({ key }) => key)))];
  const letter = (key: string) => String.fromCharCode(65 + (keys.indexOf(key) % 26));
  const changes = strip.filter(({ changes: differs }) => differs).map(({ year }) => year);
  return (
    <Panel
      title={`Years, ${market}`}
      note={
        changes.length === 0
          ? 'The year does not change the answer.'
          : `The answer changes in ${listYears(changes)}.`
      }
    >
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reachable by keyboard */}
      <section aria-label="Strip of years" tabIndex={0} className="overflow-x-auto">
        <ol className="flex min-w-fit">
          {strip.map(({ year, decisions, splitBy, changes: differs }) => (
            <li
              key={year}
              className={`min-w-[50px] flex-1 border-t-4 px-1 py-1 text-center ${differs ? 'border-l-[3px] border-l-ink' : 'border-l border-l-line'} ${isTold(year, told) ? 'border-t-terra' : 'border-t-shelf'} ${splitBy.length > 0 ? 'bg-ochre-wash' : ''}`}
            >
              <span className="block font-mono">{year}</span>
              <span className="block font-mono text-ask font-bold">
                {decisions.length === 0 ? '–' : decisions.map(({ key }) => letter(key)).join(' ')}
              </span>
              {splitBy.length > 0 && (
                <span className="block text-small text-ochre">
                  <span aria-hidden>≠ </span>
                  {splitBy.map((split) => splits[split]).join(', ')}
                </span>
              )}
              {isTold(year, told) && <span className="block text-small text-terra">told</span>}
            </li>
          ))}
        </ol>
      </section>
      <dl className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
        {keys.map((key) => (
          <div key={key} className="flex gap-1.5">
            <dt className="font-mono font-bold">{letter(key)}</dt>
            <dd className="font-mono">{names[key]}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}

function isTold(year: number, told: YearStripViewProps['told']): boolean {
  return told !== undefined && year >= told.from && year <= told.to;
}

function listYears(years: readonly number[]): string {
  return years.length < 2 ? String(years[0]) : `${years.slice(0, -1).join(', ')} and ${years.at(-1)}`;
}
