import { formatMoney } from '@/core/kinds/money';
import { type RouteKind, routeNames } from '@/core/programming/route';
import type { PriceRules } from '@/core/quote/price-rules';
import type { QuoteSnapshot } from '@/core/quote/quote';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';

interface PriceBookProps {
  readonly rules: PriceRules;
  readonly taxBasisPoints: QuoteSnapshot['taxBasisPoints'];
  readonly currency: string;
  readonly locale: string;
}

const otherWork: Record<string, string> = { cut: 'Cutting' };

/** What every quote rests on: rate, menu, markup, minimum, rounding and tax; to look at. */
export function PriceBook({ rules: book, taxBasisPoints, currency, locale }: PriceBookProps) {
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const rules: readonly (readonly [string, string])[] = [
    ['Rate, an hour of travel', show(book.rateMinor)],
    ['Markup on articles', `${book.keyMarkupPercent} %`],
    ['Minimum charge', show(book.minimumMinor)],
    ['Rounded up to', show(book.roundingMinor)],
    ['Tow, and each kilometre', `${show(book.towBaseMinor)}, ${show(book.towPerKmMinor)}`],
    ['Tax on goods', `${taxBasisPoints.goods / 100} %`],
    ['Tax on labour', `${taxBasisPoints.labour / 100} %`],
  ];
  return (
    <Panel
      title="Price book"
      note="What every quote rests on, without tax. A quote that was offered keeps the prices of its day."
    >
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <Table label="Menu">
          <thead>
            <Tr>
              <Th>Work</Th>
              <Th className="text-right">First key</Th>
              <Th className="text-right">Each further</Th>
            </Tr>
          </thead>
          <tbody>
            {book.menu.map(({ work, difficulty, firstMinor, furtherMinor }) => (
              <Tr key={`${work} ${difficulty}`}>
                <Th row>
                  {otherWork[work] ?? routeNames[work as RouteKind]}
                  {difficulty === 'hard' && ', hard'}
                </Th>
                <Td className="text-right font-mono">{show(firstMinor)}</Td>
                <Td className="text-right font-mono">{show(furtherMinor)}</Td>
              </Tr>
            ))}
          </tbody>
        </Table>
        <Table label="Rules">
          <tbody>
            {rules.map(([rule, value]) => (
              <Tr key={rule}>
                <Th row>{rule}</Th>
                <Td className="text-right font-mono">{value}</Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      </div>
    </Panel>
  );
}
