import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { formatMinutes } from '@/core/kinds/units';
import { type Route, routeNames } from '@/core/programming/route';
import type { FirstPrices } from '@/core/quote/first-prices';
import { optionName } from '@/core/quote/option-kinds';
import { formatPriceRange } from '@/core/quote/price-range';
import type { Available, QuoteOption } from '@/core/quote/quote';
import { Table, Td, Th, Tr } from '@/ui/table';

interface FirstPriceProps {
  readonly options: readonly QuoteOption[];
  readonly route: Route;
  /** Over all likely cars; null where only one is. */
  readonly firstPrices: FirstPrices | null;
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

/** The first prices of a call: ranges over all likely cars, day and further key of the likeliest. */
export function FirstPrice({ options, route, firstPrices, currency, locale, today }: FirstPriceProps) {
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const open = options.filter((option): option is Available => option.available);
  const [closed] = options;
  if (open.length === 0)
    return (
      <p className="text-mute">{closed && !closed.available ? closed.reason : 'No option can be had.'}</p>
    );
  return (
    <section>
      <h2 className="mb-1 text-small font-semibold text-mute">
        {firstPrices && firstPrices.cars > 1
          ? `First price over ${firstPrices.cars} likely cars; days of the likeliest`
          : headingOf(open, route)}
      </h2>
      <Table label="First price">
        <thead className="sr-only">
          <Tr>
            <Th>Option</Th>
            <Th>Total with tax</Th>
            <Th>Ready by, and what a further key adds</Th>
          </Tr>
        </thead>
        <tbody>
          {open.map((option) => (
            <Tr key={option.kind}>
              <Th row className="max-sm:whitespace-normal">
                {optionName(option.kind)}
                {option.worseThan && (
                  <span className="block text-small">worse than {optionName(option.worseThan)}</span>
                )}
              </Th>
              <Td className="text-right font-mono text-ask font-bold max-sm:text-base">
                {formatPriceRange(firstPrices?.options[option.kind] ?? only(option), show)}
              </Td>
              <Td>
                {formatDay(option.earliestOn, today)}
                {option.furtherKeyMinor !== null && (
                  <span className="block text-small text-mute">
                    further key +{show(option.furtherKeyMinor)}
                  </span>
                )}
              </Td>
            </Tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}

function only({ totalMinor }: Available) {
  return { fromMinor: totalMinor, toMinor: totalMinor };
}

/** What is done at the first price, with its work and wait. */
function headingOf(open: readonly Available[], { kind, time }: Route): string {
  const opening = open.some((option) => option.kind === 'shopOpens' && option.answers);
  return [
    `First price: ${opening ? 'opening the car' : routeNames[kind]}`,
    time && time.workP50Minutes > 0 && `${formatMinutes(time.workP50Minutes)} of work`,
    time && time.waitSeconds > 0 && `wait ${formatMinutes(time.waitSeconds / 60)}`,
  ]
    .filter(Boolean)
    .join(', ');
}
