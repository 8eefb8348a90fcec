import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Application } from '@/core/catalogue/application';
import { testApplication } from '../../../tests/support/applications';
import { withAnswer } from './answer-facts';
import { decisions, nextQuestion } from './next-question';
import { type CarFacts, rankCandidates } from './posterior';
import type { QuestionKind } from './question-kinds';
import { tellKinds, tellValues } from './tells';
import { learnKernel, statedKernel } from './year-kernel';

const chip = (article: string, mark: string) => ({
  article,
  family: 'CHL80' as const,
  mark,
  sign: 'notch 1',
});
const rowan = testApplication({ id: 'rowan', chip: chip('Rowan', 'a notch'), platform: 'Heddle 2' });
const elm = testApplication({ id: 'elm', chip: chip('Elm', 'two dots'), platform: 'Heddle 3' });
const facts: CarFacts = { shopMarket: 'Meres' };
const byPlatform = ({ platform }: Application) => platform;
const ask = (
  applications: readonly Application[],
  given = facts,
  closed: QuestionKind[] = [],
  decisionOf = byPlatform,
) =>
  nextQuestion({
    candidates: rankCandidates(applications, given),
    facts: given,
    decisionOf,
    closed: new Set(closed),
  });

describe('nextQuestion', () => {
  it('asks for the mark that settles it, and says what each answer leaves', () => {
    const step = ask([rowan, elm]);
    expect(step).toMatchObject({ kind: 'ask', question: { kind: 'chipMark', asking: { seconds: 10 } } });
    if (step.kind !== 'ask') return;
    expect(step.question.answers.map(({ value, leading, leaves }) => [value, leading, leaves])).toEqual([
      ['a notch', 'Heddle 2', 2],
      ['two dots', 'Heddle 3', 2],
    ]);
    expect(step.question.answers[0]?.leadingShare).toBeCloseTo(0.95, 9);
    expect(step.question.gainBits).toBeCloseTo(1 + 0.95 * Math.log2(0.95) + 0.05 * Math.log2(0.05), 9);
  });

  it('tells an answer that only a candidate folded away would give', () => {
    const birch = testApplication({ id: 'birch', chip: chip('Birch', 'a dash'), platform: 'Heddle 1' });
    const candidates = [
      { application: rowan, probability: 0.6 },
      { application: elm, probability: 0.3995 },
      { application: birch, probability: 0.0005 },
    ];
    const step = nextQuestion({ candidates, facts, decisionOf: byPlatform, closed: new Set() });
    if (step.kind !== 'ask') throw new Error(step.why);
    expect(Object.fromEntries(step.question.answers.map(({ value, fits }) => [value, fits]))).toEqual({
      'a notch': true,
      'two dots': true,
      'a dash': false,
    });
  });

  it('stops where all candidates need the same, or no question is left', () => {
    expect(ask([rowan, elm], facts, [], () => 'one')).toMatchObject({ kind: 'stop', why: 'settled' });
    expect(ask([rowan, elm], facts, ['chipMark'])).toMatchObject({ kind: 'stop', why: 'nothingHelps' });
    expect(ask([])).toMatchObject({ kind: 'stop', why: 'noCandidates' });
  });

  it('asks for the build month at a mid-year split, in stretches', () => {
    const early = testApplication({
      id: 'a',
      platform: 'A',
      span: { from: { year: 2019, month: null }, to: { year: 2019, month: 4 } },
    });
    const late = testApplication({
      id: 'b',
      platform: 'B',
      span: { from: { year: 2019, month: 5 }, to: { year: 2019, month: null } },
    });
    const step = ask([early, late], { ...facts, year: 2019 });
    expect(step).toMatchObject({ kind: 'ask', question: { kind: 'buildMonth' } });
    if (step.kind === 'ask')
      expect(step.question.answers.map(({ value }) => value)).toEqual([
        '2019-01..2019-04',
        '2019-05..2019-12',
      ]);
  });

  it('asks for two things that only together settle it', () => {
    const marks = ['a', 'b'];
    const widths = [8, 9];
    const four = marks.flatMap((mark, at) =>
      widths.map((bladeWidthMm, other) =>
        testApplication({
          id: `${at}${other}`,
          platform: at === other ? 'same' : 'other',
          chip: chip(mark, mark),
          keyway: { ...rowan.keyway, bladeWidthMm },
        }),
      ),
    );
    const step = ask(four);
    // Alone neither mark nor width changes the odds: there is no fall of entropy to order them by.
    expect(step.kind).toBe('stop');
    const tilted = four.map((one) => (one.id === '00' ? { ...one, weight: 1.2 } : one));
    expect(ask(tilted)).toMatchObject({ kind: 'ask' });
  });

  it('never expects an answer to raise the entropy, and its answers are likely in sum', () => {
    const rows = fc.array(
      fc.record({
        platform: fc.constantFrom('A', 'B', 'C'),
        mark: fc.constantFrom('x', 'y', 'z'),
        weight: fc.integer({ min: 1, max: 9 }),
        from: fc.integer({ min: 2010, max: 2014 }),
      }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(rows, (list) => {
        const applications = list.map(({ platform, mark, weight, from }, at) =>
          testApplication({
            id: String(at),
            platform,
            chip: chip(mark, mark),
            weight,
            span: { from: { year: from, month: null }, to: { year: from + 2, month: null } },
          }),
        );
        const step = ask(applications);
        if (step.kind !== 'ask') return;
        for (const { gainBits, answers } of [step.question, ...step.others]) {
          expect(gainBits).toBeGreaterThanOrEqual(0);
          expect(answers.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
        }
      }),
    );
  });

  it('says of each answer what ranking with it says', () => {
    const applications = [
      rowan,
      elm,
      testApplication({ id: 'both', chip: chip('Rowan', 'a notch'), platform: 'Heddle 3', weight: 0.5 }),
    ];
    const step = ask(applications);
    if (step.kind !== 'ask') throw new Error('expected a question');
    for (const question of [step.question, ...step.others].filter(({ kind }) => kind in tellKinds)) {
      for (const answer of question.answers) {
        const told = withAnswer(facts, { kind: question.kind, value: answer.value });
        if (!told.ok) throw new Error('refused');
        const [best] = decisions(rankCandidates(applications, told.value), byPlatform);
        expect(best?.key).toBe(answer.leading);
        expect(best?.probability).toBeCloseTo(answer.leadingShare, 9);
      }
    }
  });
});

describe('the effect that a question promises', () => {
  const month = fc.option(fc.integer({ min: 1, max: 12 }), { nil: null });
  const rows = fc.array(
    fc.record({
      platform: fc.constantFrom('A', 'B', 'C'),
      mark: fc.constantFrom('x', 'y', 'z'),
      market: fc.constantFrom('Meres', 'Continent', 'Southern'),
      ignition: fc.constantFrom('turn' as const, 'push' as const),
      equipment: fc.constantFrom(null, 'sliding door', 'roof rails'),
      weight: fc.integer({ min: 1, max: 9 }),
      from: fc.integer({ min: 2010, max: 2016 }),
      years: fc.integer({ min: 0, max: 4 }),
      month,
    }),
    { minLength: 2, maxLength: 7 },
  );
  const known = fc.record({
    year: fc.option(fc.integer({ min: 2008, max: 2021 }), { nil: undefined }),
    ignition: fc.option(fc.constantFrom('turn' as const, 'push' as const), { nil: undefined }),
    mark: fc.option(fc.constantFrom('x', 'y'), { nil: undefined }),
  });

  it('is what its answers then do, and before they are given their mean is what is known now', () => {
    fc.assert(
      fc.property(rows, known, (list, { year, ignition, mark }) => {
        const applications = list.map(({ mark: own, from, years, month: first, ...row }, at) =>
          testApplication({
            ...row,
            id: String(at),
            chip: chip(own, own),
            span: { from: { year: from, month: first }, to: { year: from + years, month: first && 12 } },
          }),
        );
        const given: CarFacts = {
          ...facts,
          year,
          ignition,
          observations: mark ? [{ kind: 'chipMark', value: mark, reliability: 0.95 }] : [],
        };
        const closed: QuestionKind[] = [
          ...(ignition ? ['ignition' as const] : []),
          ...(mark ? ['chipMark' as const] : []),
        ];
        const step = ask(applications, given, closed);
        if (step.kind !== 'ask') return;
        const shares = (one: CarFacts) =>
          new Map(
            decisions(rankCandidates(applications, one), byPlatform).map(({ key, probability }) => [
              key,
              probability,
            ]),
          );
        const before = shares(given);
        for (const { kind, answers } of [step.question, ...step.others]) {
          const mean = new Map<string, number>();
          for (const { value, chance, leading, leadingShare } of answers) {
            const told = withAnswer(given, { kind, value });
            if (!told.ok) throw new Error('refused');
            const after = shares(told.value);
            expect(after.get(leading) ?? 0, `${kind} ${value}`).toBeCloseTo(leadingShare, 9);
            for (const [key, share] of after) mean.set(key, (mean.get(key) ?? 0) + chance * share);
          }
          for (const [key, share] of before) expect(mean.get(key) ?? 0, kind).toBeCloseTo(share, 9);
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('withAnswer', () => {
  it.each([
    ['modelYear', '2019', { readYear: 2019 }],
    ['modelYear', '2018..2020', { readYear: { from: 2018, to: 2020 } }],
    ['buildMonth', '2019-05', { build: { from: { year: 2019, month: 5 }, to: { year: 2019, month: 5 } } }],
    ['chipMark', 'a notch', { observations: [{ kind: 'chipMark', value: 'a notch', reliability: 0.95 }] }],
  ] as const)('%s %s', (kind, value, expected) => {
    expect(withAnswer(facts, { kind, value })).toMatchObject({ ok: true, value: expected });
  });

  it.each([
    ['modelYear', 'soon'],
    ['modelYear', '2020..2018'],
    ['buildMonth', '2019-13'],
    ['buildMonth', '2019-05..2018-01'],
    ['buildMonth', 'May'],
  ] as const)('refuses %s %s', (kind, value) => {
    expect(withAnswer(facts, { kind, value }).ok).toBe(false);
  });

  it('replaces an earlier answer to the same question', () => {
    const one = withAnswer(facts, { kind: 'chipMark', value: 'a notch' });
    const two = one.ok && withAnswer(one.value, { kind: 'chipMark', value: 'two dots', reliability: 0.6 });
    expect(two).toMatchObject({
      value: { observations: [{ kind: 'chipMark', value: 'two dots', reliability: 0.6 }] },
    });
  });
});

describe('learnKernel', () => {
  it('starts from the stated kernel, and moves to what the jobs show', () => {
    expect(learnKernel([]).byOne).toBeCloseTo(statedKernel.byOne, 9);
    const learned = learnKernel(Array.from({ length: 360 }, (_, at) => (at % 2 === 0 ? 0 : 1)));
    expect(learned.right).toBeCloseTo((0.75 * 40 + 180) / 400, 9);
    expect(learned.byOne).toBeCloseTo((0.22 * 40 + 180) / 800, 9);
  });

  it('stays a distribution', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -5, max: 5 })), (errors) => {
        const { right, byOne, byTwo, rest } = learnKernel(errors);
        expect(right + 2 * byOne + 2 * byTwo + rest).toBeCloseTo(1, 9);
      }),
    );
  });
});

it('tell values are those of the candidates', () => {
  expect(tellValues([rowan, elm], 'chipMark')).toEqual(['a notch', 'two dots']);
  expect(tellValues([testApplication()], 'equipment')).toEqual([]);
});
