import { describe, expect, it } from 'vitest';
import type { Look } from '@/core/procedure/causes/causes';
import { likelyCauses, nextLook } from '@/core/procedure/causes/next-look';
import { byGain, byPrior, inFile, meanSeconds } from '../../support/cause-search';
import { worldCauses } from '../../support/world-lists';

const { looks } = worldCauses();

describe('what is looked for next', () => {
  it('finds what was planted in less time than the order of the file and than falling prior', () => {
    const [gain, file, prior] = [byGain, inFile, byPrior].map((order) => meanSeconds(order));
    if (gain === undefined || file === undefined || prior === undefined) throw new Error('no figures');
    expect(gain).toBeLessThan(file);
    expect(gain).toBeLessThan(prior);
  });

  const priors = [
    { cause: 'looseLead', prior: 0.5 },
    { cause: 'noAdapter', prior: 0.3 },
    { cause: 'lowVoltage', prior: 0.2 },
  ];

  it('agrees with Bayes, worked out by hand', () => {
    const one: Look = { name: 'leads', asks: '', seconds: 10, otherwise: 0.1, tells: { looseLead: 0.9 } };
    const after = likelyCauses(priors, [one], [{ look: 'leads', answer: 'yes' }]);
    const [loose, adapter, volts, none] = [0.48 * 0.9, 0.288 * 0.1, 0.192 * 0.1, 0.04 * 0.1];
    const total = loose + adapter + volts + none;
    expect(after.find(({ cause }) => cause === 'looseLead')?.probability).toBeCloseTo(loose / total, 12);
    expect(after.find(({ cause }) => cause === 'lowVoltage')?.probability).toBeCloseTo(volts / total, 12);
  });

  it('a look that tells nothing is never offered, and cannot tell changes nothing', () => {
    const blind: Look = { name: 'blind', asks: '', seconds: 1, otherwise: 0.5, tells: { looseLead: 0.5 } };
    expect(nextLook(priors, [blind], [])).toBeUndefined();
    expect(likelyCauses(priors, looks, [{ look: 'leads', answer: 'cannotTell' }])).toEqual(
      likelyCauses(priors, looks, []),
    );
  });

  it('of two looks that tell the same the quicker one comes first', () => {
    const slow: Look = {
      name: 'a slow one',
      asks: '',
      seconds: 60,
      otherwise: 0.01,
      tells: { looseLead: 0.97 },
    };
    expect(nextLook(priors, [slow, { ...slow, name: 'quick', seconds: 5 }], [])?.look.name).toBe('quick');
  });
});
