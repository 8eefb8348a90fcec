import { type Application, applicationName } from '@/core/catalogue/application';
import { type Candidate, foldBelow } from '@/core/identify/posterior';
import { formatProbability } from '@/core/kinds/percent';
import { formatSpan } from '@/core/kinds/year-span';
import { Table, Td, Th, Tr } from '@/ui/table';

const facts: readonly (readonly [string, (application: Application) => string])[] = [
  ['Key', ({ remote, blank }) => remote?.article ?? blank],
  ['Chip', ({ chip }) => chip?.article ?? 'none'],
  ['Blade', ({ keyway }) => keyway.name],
  ['Platform', ({ platform }) => platform],
];

const mostRows = 4;

/** What the car takes: the likeliest rows of the library, with what differs from the first one marked. */
export function CandidatesTable({ candidates }: { candidates: readonly Candidate[] }) {
  const shown = candidates.filter(({ probability }) => probability >= foldBelow).slice(0, mostRows);
  const folded = candidates.length - shown.length;
  const [first] = shown;
  if (!first) return null;
  return (
    <div className="flex flex-col gap-1">
      <Table label="What it takes" stacks>
        <thead>
          <Tr>
            <Th>Car</Th>
            {facts.map(([name]) => (
              <Th key={name}>{name}</Th>
            ))}
            <Th>
              <span className="sr-only">Probability</span>
            </Th>
          </Tr>
        </thead>
        <tbody>
          {shown.map(({ application, probability }) => (
            <Tr key={application.id}>
              <Td>
                <span className="font-semibold sm:whitespace-nowrap">{applicationName(application)}</span>
                <span className="block text-small whitespace-nowrap text-mute">
                  {formatSpan(application.span)}
                  {application.market === first.application.market ? '' : `, ${application.market}`}
                </span>
              </Td>
              {facts.map(([name, read]) => (
                <Td
                  key={name}
                  head={name}
                  differs={read(application) !== read(first.application)}
                  className="font-mono sm:whitespace-nowrap"
                >
                  {read(application)}
                </Td>
              ))}
              <Td className="text-right font-mono whitespace-nowrap">{formatProbability(probability)}</Td>
            </Tr>
          ))}
        </tbody>
      </Table>
      {folded > 0 && (
        <p className="text-small text-mute">
          {folded} more {folded === 1 ? 'row' : 'rows'} of the library, less likely.
        </p>
      )}
    </div>
  );
}
