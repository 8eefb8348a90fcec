import { type Application, applicationName } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { Candidate } from '@/core/identify/posterior';
import { formatProbability } from '@/core/kinds/percent';
import { formatSpan } from '@/core/kinds/year-span';
import { Badge } from '@/ui/notice';
import { Table, Td, Th, Tr } from '@/ui/table';

/** A space or dash at which a line is not broken. */
const keepTogether = (sign: string) => (sign === ' ' ? '\u00a0' : '\u2011');

interface Row {
  readonly label: string;
  readonly read: (application: Application, platform: Platform | undefined) => string;
  readonly mono?: boolean;
}

/** Facts that only say something where they differ. */
const quietWhenSame = new Set(['Equipment', 'Door plate']);

const rows: readonly Row[] = [
  { label: 'Market', read: ({ market }) => market },
  { label: 'Equipment', read: ({ equipment }) => equipment ?? 'any' },
  { label: 'Door plate', read: ({ madeMark }) => madeMark ?? 'any mark' },
  { label: 'Starts by', read: ({ ignition }) => (ignition === 'push' ? 'push' : 'turn-key') },
  {
    label: 'Keyway',
    read: ({ keyway }) =>
      `${keyway.name}, ${keyway.profile}, ${keyway.spaces} spaces, from the ${keyway.stop}`,
  },
  { label: 'Blank', read: ({ blank }) => blank, mono: true },
  { label: 'Chip', read: ({ chip }) => chip?.article ?? 'none', mono: true },
  { label: 'Mark', read: ({ chip }) => chip?.mark ?? 'no chip' },
  { label: 'Remote', read: ({ remote }) => remote?.article ?? 'none', mono: true },
  {
    label: 'Board',
    read: ({ remote }) =>
      remote
        ? `${remote.board.replaceAll(/[ -]/g, keepTogether)}, ${remote.buttons} buttons, ${remote.frequencyMhz} MHz`
        : 'none',
  },
  { label: 'Platform', read: ({ platform }) => platform },
  { label: 'Pocket', read: ({ pocket }) => pocket ?? 'none' },
  {
    label: 'Slots',
    read: (_, platform) =>
      platform && platform.slotsMaximum > 0
        ? `${platform.slotsMaximum} at most, ${platform.slotsMinimum} at least`
        : 'no memory for keys',
  },
];

/** In what the candidates differ, in a sentence. */
export function whatDiffers(candidates: readonly Candidate[]): string {
  const [first] = candidates;
  if (!first || candidates.length === 1) return 'Nothing else of the library fits as well.';
  const labels = rows
    .filter(({ read }) =>
      candidates.some(
        ({ application }) => read(application, undefined) !== read(first.application, undefined),
      ),
    )
    .map(({ label }) => label.toLowerCase());
  return labels.length === 0 ? 'They need the same key.' : `They differ in ${labels.join(', ')}.`;
}

interface CandidatesTableProps {
  readonly candidates: readonly Candidate[];
  readonly platforms: Readonly<Record<string, Platform>>;
  /** How much of what is said to be sure is left, where what was told fits no car; 1 where it fits. */
  readonly sure: number;
  /** Missing where none is to be chosen. */
  readonly selected?: string;
  readonly onSelect?: ((id: string) => void) | undefined;
}

/** Candidates side by side, a row for each fact, with only those marked that differ. */
export function CandidatesTable({ candidates, platforms, sure, selected, onSelect }: CandidatesTableProps) {
  const [first] = candidates;
  if (!first) return null;
  return (
    <Table label="Candidates">
      <thead>
        <Tr>
          <Th>
            <span className="sr-only">Fact</span>
          </Th>
          {candidates.map(({ application, probability }) => (
            <Th key={application.id} className="min-w-52 whitespace-normal">
              {selected === undefined ? (
                <Name application={application} probability={probability * sure} />
              ) : (
                <label className="flex min-h-11 items-start gap-2">
                  <input
                    type="radio"
                    name="candidate"
                    className="mt-0.5 size-5 flex-none accent-(--terra)"
                    checked={selected === application.id}
                    disabled={!onSelect}
                    onChange={() => onSelect?.(application.id)}
                  />
                  <Name application={application} probability={probability * sure} />
                </label>
              )}
            </Th>
          ))}
        </Tr>
      </thead>
      <tbody>
        {rows.map(({ label, read, mono }) => {
          const value = (application: Application) => read(application, platforms[application.platformId]);
          if (
            quietWhenSame.has(label) &&
            candidates.every(({ application }) => value(application) === value(first.application))
          )
            return null;
          return (
            <Tr key={label}>
              <Th row>{label}</Th>
              {candidates.map(({ application }) => (
                <Td
                  key={application.id}
                  differs={value(application) !== value(first.application)}
                  className={mono ? 'font-mono' : ''}
                >
                  {value(application)}
                </Td>
              ))}
            </Tr>
          );
        })}
      </tbody>
    </Table>
  );
}

function Name({ application, probability }: Candidate) {
  return (
    <span>
      {applicationName(application)} <Badge tone="smalt">{formatProbability(probability)}</Badge>
      <span className="block font-normal text-mute">{formatSpan(application.span)}</span>
    </span>
  );
}
