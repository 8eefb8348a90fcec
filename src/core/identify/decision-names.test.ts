import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type DecisionParts, decisionKey, differingParts, nameDecisions } from './decision-names';
import type { Question } from './next-question';
import { answerLabel, formatEffort, questionReason } from './question-words';

const base: DecisionParts = {
  blank: 'BLANK-1',
  electronics: 'REM-1',
  platform: 'Heddle 2',
  route: 'Add by the OBD socket',
  price: 'about $275',
};

describe('names of decisions', () => {
  it('have the fewest parts that tell them apart', () => {
    const other = { ...base, electronics: 'REM-2', price: 'about $300' };
    expect([...nameDecisions([base, other]).values()]).toEqual(['REM-1', 'REM-2']);
    const third = { ...other, platform: 'Heddle 3' };
    expect([...nameDecisions([base, other, third]).values()]).toEqual([
      'REM-1, Heddle 2',
      'REM-2, Heddle 2',
      'REM-2, Heddle 3',
    ]);
    expect([...nameDecisions([base]).values()]).toEqual(['REM-1, Heddle 2']);
    expect(differingParts([base, third])).toEqual(['electronics', 'platform', 'price']);
  });

  it('are different for different decisions', () => {
    const part = fc.constantFrom('a', 'b', 'c');
    const parts = fc.record({ blank: part, electronics: part, platform: part, route: part, price: part });
    fc.assert(
      fc.property(fc.array(parts, { minLength: 1, maxLength: 12 }), (list) => {
        const names = nameDecisions(list);
        const keys = new Set(list.map(decisionKey));
        expect(names.size).toBe(keys.size);
        expect(new Set(names.values()).size).toBe(keys.size);
      }),
    );
  });
});

describe('the words of a question', () => {
  const question = (leaves: number): Question => ({
    kind: 'chipMark',
    asking: { ask: 'Which mark?', how: 'a torch', seconds: 10, reliability: 0.95 },
    gainBits: 0.8,
    answers: [{ value: 'x', label: 'x', chance: 1, leading: 'k', leadingShare: 0.9, leaves, fits: true }],
  });

  it('say what it settles or narrows, and the effort', () => {
    const other = { ...base, electronics: 'REM-2' };
    expect(questionReason(question(1), [base, other])).toBe(
      'Settles which remote or chip; about 10 seconds: a torch.',
    );
    expect(questionReason(question(2), [base, { ...other, platform: 'x' }])).toBe(
      'Narrows which remote or chip and platform; about 10 seconds: a torch.',
    );
    expect(questionReason(question(1), [base])).toBe('Settles what is needed; about 10 seconds: a torch.');
    expect(formatEffort(180)).toBe('about 3 minutes');
  });

  it.each([
    ['ignition', 'push', 'Push-start'],
    ['ignition', 'turn', 'Turn-key'],
    ['chipMark', 'none', 'No chip'],
    ['frequency', 'none', 'No remote'],
    ['chipMark', 'two dots', 'Two dots'],
    ['modelYear', '2018..2019', '2018 to 2019'],
    ['buildMonth', '2019-05..2020-12', '2019-05 to 2020-12'],
  ] as const)('%s %s reads as %s', (kind, value, words) => {
    expect(answerLabel(kind, value)).toBe(words);
  });
});
