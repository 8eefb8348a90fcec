import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rankSigns } from '@/core/catalogue/platform';
import { judgeRank, type RankTest } from './rank-test';

const lamp: RankTest = {
  told: 'lamp',
  how: 'Watch the lamp',
  voidWhen: 'Void while the bulbs are checked.',
  secondCheck: 'Count with each key.',
  moments: [
    { moment: 'Before', master: 'slow blink', valet: 'slow blink' },
    { moment: 'Turned on', master: 'off', valet: 'short light' },
    { moment: 'Five seconds later', master: 'off', valet: 'steady' },
  ],
};

describe('judgeRank', () => {
  it.each([
    ['all signs of a master', ['slow blink', 'off', 'off'], 'master', /All 2 telling signs/],
    ['all signs of a valet', ['slow blink', 'short light', 'steady'], 'valet', /of a valet/],
    ['one sign seen', ['cannot see', 'cannot see', 'steady'], 'valet', /The telling sign/],
    [
      'only the bulb check',
      ['slow blink', 'cannot see', 'cannot see'],
      'unclear',
      /Nothing telling.*Count with/,
    ],
    ['both ways', ['slow blink', 'off', 'steady'], 'unclear', /both ways/],
    [
      'a sign of neither',
      ['slow blink', 'fast blink', 'steady'],
      'unclear',
      /Turned on: neither.*Void while/,
    ],
    ['nothing', [], 'unclear', /Nothing telling/],
  ] as const)('%s', (_what, seen, rank, why) => {
    const verdict = judgeRank(lamp, seen);
    expect(verdict.rank).toBe(rank);
    expect(verdict.why).toMatch(why);
  });

  it('never calls a key a master that showed a sign only a valet shows', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...rankSigns, 'cannot see' as const), { maxLength: 3 }),
        (seen) => {
          const valetSign = lamp.moments.some(
            ({ master, valet }, at) => valet !== master && seen[at] === valet,
          );
          if (valetSign) expect(judgeRank(lamp, seen).rank).not.toBe('master');
        },
      ),
    );
  });
});
