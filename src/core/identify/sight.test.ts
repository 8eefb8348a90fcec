import { describe, expect, it } from 'vitest';
import { bySeconds, mean, runs, share } from '../../../tests/support/identify-drill';
import { type QuestionKind, questionKinds } from './question-kinds';
import { askingOf, everything, type Sight } from './sight';

const kinds = Object.keys(questionKinds) as QuestionKind[];
const askedOf = (sight: Sight) => kinds.filter((kind) => askingOf(kind, sight) !== null);
const locked: Sight = { stand: 'car', key: 'remembered', access: 'locked' };
const far: Sight = { stand: 'phone', key: 'remembered', access: null };

describe('what is asked', () => {
  it('is everything where everything is in hand', () => {
    expect(askedOf(everything)).toEqual(kinds);
    for (const kind of kinds) expect(askingOf(kind, everything)).toMatchObject(questionKinds[kind]);
  });

  it.each([
    [
      'no key in hand',
      { ...everything, key: 'remembered' },
      ['bladeWidth', 'chipFamily', 'frequency', 'board'],
    ],
    ['a locked car', { ...everything, access: 'locked' }, ['madeMark', 'buildMonth']],
    [
      'no key and a locked car',
      locked,
      ['bladeWidth', 'chipFamily', 'frequency', 'board', 'madeMark', 'buildMonth'],
    ],
    [
      'a caller with the key',
      { stand: 'phone', key: 'inHand', access: 'open' },
      ['bladeWidth', 'chipFamily', 'frequency', 'board'],
    ],
    ['a car far away', far, ['bladeWidth', 'chipFamily', 'frequency', 'board', 'madeMark', 'buildMonth']],
    [
      'a car that nobody has said is open',
      { stand: 'phone', key: 'inHand', access: null },
      ['bladeWidth', 'chipFamily', 'frequency', 'board', 'madeMark', 'buildMonth'],
    ],
  ] as [string, Sight, QuestionKind[]][])('is not what nobody can answer: %s', (_what, sight, never) => {
    expect(kinds.filter((kind) => askingOf(kind, sight) === null).sort()).toEqual([...never].sort());
  });

  it('of memory is put as a question to the owner, and counts for less than a look', () => {
    for (const kind of ['buttons', 'chipMark', 'profile'] as const) {
      const asked = askingOf(kind, far);
      expect(asked?.how).toBe('the owner’s memory');
      expect(asked?.ask).toMatch(/^(How many buttons had|Which mark was|How was)/);
      expect(asked?.reliability).toBeLessThan(askingOf(kind, everything)?.reliability ?? 0);
      expect(asked?.reliability).toBeGreaterThanOrEqual(0.5);
    }
  });

  it('leads to the right decision less often the less there is to see, and never asks in vain', () => {
    const figures = (sight: Sight) => {
      const list = runs(bySeconds, 0, 150, sight);
      return {
        right: share(list.map(({ right }) => right)),
        seconds: mean(list.map(({ seconds }) => seconds)),
      };
    };
    const [all, none] = [figures(everything), figures(far)];
    expect(all.right).toBeGreaterThan(none.right);
    expect(none.right).toBeGreaterThan(0.5);
  });
});
