import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Behaviour, CourseStep } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { behaviourProblems } from '@/core/benchcar/document/check-behaviour';
import type { Platform } from '@/core/catalogue/platform';
import { worldBenchPlatforms } from '../../support/bench-platforms';

const platforms = worldBenchPlatforms();
const named = (name: string): BenchPlatform => {
  const found = platforms.find(({ platform }) => platform.name === name);
  if (!found) throw new Error(`no platform ${name}`);
  return found;
};

describe('documents of platforms', () => {
  for (const { platform, behaviour } of platforms)
    it(`${platform.name} agrees with its lists`, () => {
      expect(behaviourProblems(behaviour, platform)).toEqual([]);
    });

  /** Something is said of a document and its lists wherever they are made to disagree. */
  const disagreements: readonly {
    readonly name: string;
    readonly of: string;
    readonly behaviour?: (behaviour: Behaviour) => Behaviour;
    readonly platform?: (platform: Platform) => Platform;
    readonly field: RegExp;
  }[] = [
    {
      name: 'another link',
      of: 'Heddle 3',
      platform: (one) => ({ ...one, link: 'serial' }),
      field: /^link\.kind$/,
    },
    {
      name: 'a PIN that is read by no source',
      of: 'Heddle 3',
      platform: (one) => ({ ...one, pinSources: ['codeService'] }),
      field: /records/,
    },
    {
      name: 'a count that the list denies',
      of: 'Heddle 3',
      platform: (one) => ({ ...one, count: 'cannotSay' }),
      field: /records/,
    },
    {
      name: 'a count behind the PIN',
      of: 'Heddle 3',
      platform: (one) => ({ ...one, count: 'afterPin' }),
      field: /records/,
    },
    {
      name: 'a way that is missing',
      of: 'Heddle 3',
      behaviour: (one) => ({ ...one, courses: one.courses.slice(1) }),
      field: /^courses$/,
    },
    {
      name: 'a way that the platform lacks',
      of: 'Heddle 3',
      platform: (one) => ({ ...one, methods: one.methods.slice(1) }),
      field: /way$/,
    },
    {
      name: 'a way that is described twice',
      of: 'Heddle 3',
      behaviour: (one) => ({ ...one, courses: [...one.courses, ...one.courses.slice(0, 1)] }),
      field: /way$/,
    },
    { name: 'one wait too many', of: 'Heddle 3', platform: withWay('add', { waits: [] }), field: /steps$/ },
    {
      name: 'a wait by a sign that is told by a refusal',
      of: 'Heddle 3',
      platform: withWay('aklErase', { waits: [{ by: 'sign', usualSeconds: 780, longestSeconds: 900 }] }),
      field: /told$/,
    },
    {
      name: 'a PIN that the way does not want',
      of: 'Heddle 3',
      platform: withWay('add', { needsPin: false }),
      field: /steps$/,
    },
    {
      name: 'another number of known keys',
      of: 'Heddle 3',
      platform: withWay('aklErase', { knownKeysNeeded: 1 }),
      field: /steps$/,
    },
    {
      name: 'keys that are kept',
      of: 'Heddle 3',
      platform: withWay('aklErase', { others: 'keep' }),
      field: /steps$/,
    },
    {
      name: 'a tool where none is needed',
      of: 'Heddle 3',
      platform: withWay('add', { needsTool: false }),
      field: /steps$/,
    },
    {
      name: 'other system types',
      of: 'Shuttle 4',
      platform: (one) => ({ ...one, systemTypes: ['one', 'two'] }),
      field: /types$/,
    },
    {
      name: 'a chip family without a chip',
      of: 'Heddle 3',
      platform: (one) => ({ ...one, chipFamily: 'none' }),
      field: /chips$/,
    },
    {
      name: 'a part that no car has',
      of: 'Heddle 3',
      behaviour: withStep((step) => (step.kind === 'tool' ? { ...step, while: { anchor: 'up' } } : step)),
      field: /while$/,
    },
    {
      name: 'a place that reads nothing',
      of: 'Heddle 3',
      behaviour: withStep((step) => (step.kind === 'learn' ? { ...step, at: 'reader' } : step)),
      field: /at$/,
    },
    {
      name: 'an unknown function of access',
      of: 'Heddle 3',
      behaviour: withAccess({ function: 'by heart' }),
      field: /function$/,
    },
    {
      name: 'too few parameters of it',
      of: 'Heddle 3',
      behaviour: withAccess({ parameters: [1] }),
      field: /parameters$/,
    },
    {
      name: 'a command that no module has',
      of: 'Heddle 3',
      behaviour: withRoutines('open the roof'),
      field: /routines$/,
    },
  ];
  for (const { name, of, behaviour = same, platform = same, field } of disagreements)
    it(`say that they disagree: ${name}`, () => {
      const bench = named(of);
      const fields = behaviourProblems(behaviour(bench.behaviour), platform(bench.platform)).map(
        (one) => one.field,
      );
      expect(fields.some((one) => field.test(one ?? ''))).toBe(true);
    });
});

describe('the program', () => {
  it('names no platform of the world', () => {
    const folder = join(import.meta.dirname, '../../../src');
    const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
      (file) => /\.tsx?$/.test(file) && !/(?:\.test|test-[a-z-]+)\.tsx?$/.test(file),
    );
    const names = platforms.map(({ platform }) => platform.name).filter((name) => name !== 'Plainwork');
    const quoted = new RegExp(`\\b(?:${names.join('|')})\\b`);
    const found = files.filter((file) =>
      readFileSync(join(folder, file), 'utf8')
        .split('\n')
        .some((line) => quoted.test(line) && !/^\s*(?:\/\/|\/?\*)/.test(line)),
    );
    expect(found).toEqual([]);
  });
});

function same<One>(one: One): One {
  return one;
}

function withWay(kind: string, change: Partial<Platform['methods'][number]>) {
  return (platform: Platform): Platform => ({
    ...platform,
    methods: platform.methods.map((method) => (method.kind === kind ? { ...method, ...change } : method)),
  });
}

function withStep(change: (step: CourseStep) => CourseStep) {
  return (behaviour: Behaviour): Behaviour => ({
    ...behaviour,
    courses: behaviour.courses.map((course) => ({ ...course, steps: course.steps.map(change) })),
  });
}

function withAccess(change: Partial<{ function: string; parameters: readonly number[] }>) {
  return (behaviour: Behaviour): Behaviour =>
    behaviour.link.kind === 'can'
      ? {
          ...behaviour,
          link: {
            ...behaviour.link,
            access: behaviour.link.access.map((level) => ({ ...level, ...change })),
          },
        }
      : behaviour;
}

function withRoutines(does: string) {
  return (behaviour: Behaviour): Behaviour =>
    behaviour.link.kind === 'can'
      ? {
          ...behaviour,
          link: {
            ...behaviour.link,
            routines: behaviour.link.routines.map((routine) => ({ ...routine, does })),
          },
        }
      : behaviour;
}
