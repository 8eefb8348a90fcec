import { render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { optionsOf, testRoute } from '../../../tests/support/said';
import { Say } from './say';

type SayProps = Parameters<typeof Say>[0];

const say = (options: SayProps['options'], more: Partial<SayProps> = {}) => {
  render(
    <Say
      options={options}
      otherTime={null}
      firstPrices={null}
      spare={null}
      route={testRoute}
      why="cheapest"
      access={null}
      currency="USD"
      locale="en-US"
      today="2027-03-03"
      {...more}
    />,
  );
  return screen.getByText(/with tax/).textContent;
};

describe('the sentence to say', () => {
  it('names the cheapest of the shop’s own that answers the call and nothing beats', () => {
    const options = optionsOf(
      ['shopRepair', 4_000, { answers: false }],
      ['shopClone', 9_000, { worseThan: 'shopAftermarket' }],
      ['shopAftermarket', 12_000, {}],
      ['customerBuys', 8_000, {}],
    );
    expect(say(options)).toContain('From $120.00 with tax');
  });

  it('says the ordinary hour beside one that costs more, and that a trip comes on top where no place is told', () => {
    const late = optionsOf([
      'shopAftermarket',
      12_000,
      {
        visit: { day: '2027-03-03', hour: '18:20' },
        earliestOn: '2027-03-03',
        trip: null,
        inTime: true,
      },
    ]);
    const otherTime = {
      kind: 'shopAftermarket',
      visit: { day: '2027-03-04', hour: '08:10' },
      totalMinor: 9900,
    } as const;
    const said = say(late, { otherTime });
    expect(said).toContain('plus the trip');
    expect(said).toContain('18:20');
    expect(said).toContain('In ordinary hours, Thu 4 Mar 08:10: $99.00.');
  });

  it('asks whether a key works where nobody said, and says both prices', () => {
    expect(
      say(optionsOf(['shopAftermarket', 24_000, {}]), { spare: { fromMinor: 9_500, toMinor: 9_500 } }),
    ).toContain('Does a key still work? With one from $95.00, with none from $240.00 with tax');
  });

  it('says a range while several cars are likely, with the question that settles it', () => {
    const settledBy = {
      ask: 'Which mark is on the key?',
      how: 'the caller looks at the key',
      answers: [
        { label: 'Dot', range: { fromMinor: 21_000, toMinor: 21_000 } },
        { label: 'Leaf', range: { fromMinor: 26_500, toMinor: 26_500 } },
      ],
    };
    const firstPrices = {
      cars: 2,
      range: { fromMinor: 21_000, toMinor: 26_500 },
      options: {},
      sure: ['Dunnock 8 blade'],
      settledBy,
    };
    const said = say(optionsOf(['shopAftermarket', 24_000, {}]), { firstPrices });
    expect(said).toContain('From $210.00 to $265.00 with tax');
    expect(said).toContain('Which mark is on the key?');
    expect(screen.getByText('Sure: Dunnock 8 blade.')).toBeTruthy();
    expect(screen.getByText('$265.00')).toBeTruthy();
  });

  it('says so where only the dealer can', () => {
    const said = say(optionsOf(['dealer', 45_000, {}]));
    expect(said).toContain('Only a dealer can do it: about $450.00');
    expect(said).not.toContain('registration');
  });
});
