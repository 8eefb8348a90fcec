import { applicationName } from '@/core/catalogue/application';
import { type Candidate, type CarFacts, shareFactors } from '@/core/identify/posterior';
import { formatProbability } from '@/core/kinds/percent';
import { Reckoned } from '@/ui/reckoned';
import { Table, Td, Th, Tr } from '@/ui/table';

interface ShareFactorsProps {
  readonly candidates: readonly Candidate[];
  readonly facts: CarFacts;
  /** How many candidates are shown. */
  readonly most: number;
}

/** What makes one candidate likelier than another: each factor against the largest of its row. */
export function ShareFactors({ candidates, facts, most }: ShareFactorsProps) {
  const factors = shareFactors(
    candidates.map(({ application }) => application),
    facts,
  );
  const shown = candidates.slice(0, most);
  return (
    <Reckoned title="How the shares are reckoned">
      <p>
        A share is the product of its column, against all candidates together. Each row counts against its
        largest value; nothing is ruled out, only made unlikely.
      </p>
      <Table label="How the shares are reckoned">
        <thead>
          <Tr>
            <Th>Counts</Th>
            {shown.map(({ application }) => (
              <Th key={application.id}>{applicationName(application)}</Th>
            ))}
          </Tr>
        </thead>
        <tbody>
          {factors.map(({ label, values }) => {
            const largest = Math.max(...values);
            return (
              <Tr key={label}>
                <Th row>{label}</Th>
                {shown.map(({ application }, at) => (
                  <Td key={application.id} className="font-mono">
                    × {((values[at] ?? 0) / (largest || 1)).toPrecision(2)}
                  </Td>
                ))}
              </Tr>
            );
          })}
          <Tr>
            <Th row>Share</Th>
            {shown.map(({ application, probability }) => (
              <Td key={application.id} className="font-mono">
                {formatProbability(probability)}
              </Td>
            ))}
          </Tr>
        </tbody>
      </Table>
    </Reckoned>
  );
}
