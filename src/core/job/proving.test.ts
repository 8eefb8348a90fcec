import { describe, expect, it } from 'vitest';
import type { Application } from '@/core/catalogue/application';
import { key } from '@/core/programming/test-keys';
import { platform } from '@/core/programming/test-platform';
import { type Attempt, emptyLog } from './events/log';
import { firstProof, type ProvingRequest, proofState, proveJob, walkAround } from './proving';

const application = {
  ignition: 'push',
  pocket: 'cup holder',
  remote: { layout: ['lock', 'unlock', 'boot'] },
} as unknown as Application;

const attempt: Attempt = {
  attemptId: 'a',
  route: 'add',
  from: new Date(0),
  to: new Date(60_000),
  result: 'worked',
  reason: '',
  learnedKeyIds: ['new'],
};
const old = key(1, { id: 'old', identityId: 'i' });
const made = key(2, { id: 'new', madeHere: true, identityId: null });

const request: ProvingRequest = {
  job: {
    keys: [old, made],
    identities: [{ id: 'i', known: 'yes' }],
    route: 'add',
    log: { ...emptyLog, attempts: [attempt] },
  },
  application,
  platform: platform({ remoteLearned: 'with' }),
  plan: { route: 'add', others: 'keep', learned: new Set(['new']), finished: true },
  locks: [],
  lacks: [],
  depth: 'full',
};
const inJob = (more: Partial<ProvingRequest['job']>, rest: Partial<ProvingRequest> = {}): ProvingRequest => ({
  ...request,
  ...rest,
  job: { ...request.job, ...more },
});
const rolesOf = (asked: ProvingRequest) => proveJob(asked).map(({ key: { tag, role } }) => `${tag} ${role}`);
const namesOf = (asked: ProvingRequest, tag: number) =>
  proveJob(asked)
    .find((one) => one.key.tag === tag)
    ?.checks.map(({ name, rests }) => (rests ? `(${name})` : name));

describe('proveJob', () => {
  it('tries the new key in all, and the old one again', () => {
    expect(rolesOf(request)).toEqual(['2 made', '1 stays']);
    expect(namesOf(request, 2)).toContain('flatCell');
    expect(namesOf(request, 1)).not.toContain('flatCell');
    expect(namesOf(request, 1)).toContain('startAgain');
  });

  it.each<[string, ProvingRequest, string[]]>([
    ['no route yet', inJob({ route: null }), []],
    ['no car yet', { ...request, application: undefined }, []],
    [
      'an erase, with one key learned again',
      inJob({}, { plan: { route: 'aklErase', others: 'erase', learned: new Set(['new']), finished: true } }),
      ['2 made', '1 erased'],
    ],
    [
      'an erase that is only planned',
      inJob({}, { plan: { route: 'aklErase', others: 'erase', learned: new Set(), finished: false } }),
      ['2 made', '1 stays'],
    ],
    ['a key that is not here', inJob({ keys: [{ ...old, presence: 'lost' }, made] }), ['2 made']],
    ['a strange key', inJob({ identities: [{ id: 'i', known: 'no' }] }), ['2 made']],
    [
      'a strange key that was learned',
      inJob(
        { identities: [{ id: 'i', known: 'no' }] },
        { plan: { ...request.plan, learned: new Set(['old']) } },
      ),
      ['1 made', '2 made'],
    ],
    ['a repair', inJob({ route: 'repair', keys: [{ ...old, faults: ['flatCell'] }] }), ['1 made']],
    ['a remote learned alone', inJob({ route: 'remote', keys: [old] }), ['1 made']],
  ])('%s', (_what, asked, expected) => {
    expect(rolesOf(asked)).toEqual(expected);
  });

  it('lets the buttons rest while a remote that is learned apart was not', () => {
    const apart = inJob({}, { platform: platform({ remoteLearned: 'apart' }) });
    expect(namesOf(apart, 2)).toContain('(remote:lock)');
    expect(namesOf(apart, 1)).toContain('remote:lock');
    const learned = { ...attempt, attemptId: 'b', route: 'remote' as const };
    expect(
      namesOf({ ...apart, job: { ...apart.job, log: { ...emptyLog, attempts: [attempt, learned] } } }, 2),
    ).toContain('remote:lock');
  });

  it('wants no buttons of a copy of the chip, nor those that the offered key lacks', () => {
    expect(namesOf(inJob({ route: 'cloneDirect' }), 2)?.some((name) => name.includes('remote'))).toBe(false);
    expect(namesOf(inJob({ route: 'cloneSoldered' }), 2)).toContain('remote:boot');
    expect(namesOf({ ...request, lacks: ['boot'] }, 2)).not.toContain('remote:boot');
  });

  it('counts nothing that was seen before the car was worked on again', () => {
    const proofs = [
      { keyId: 'new', check: 'start', result: 'works', at: new Date(70_000) },
      { keyId: 'new', check: 'startAgain', result: 'fails', at: new Date(80_000) },
    ] as const;
    const log = { ...emptyLog, attempts: [attempt], proofs };
    expect(proofState(proveJob(inJob({ log })))).toMatchObject({ works: 1, fails: [{ name: 'startAgain' }] });
    const again = { ...attempt, attemptId: 'b', to: new Date(90_000) };
    expect(proofState(proveJob(inJob({ log: { ...log, attempts: [attempt, again] } })))).toMatchObject({
      works: 0,
      fails: [],
    });
  });

  it('walks every check that can be made', () => {
    const keys = proveJob(inJob({}, { platform: platform({ remoteLearned: 'apart' }) }));
    const walked = walkAround(keys).keys.flatMap(({ steps }) => steps.flatMap(({ check }) => check ?? []));
    expect(walked).toHaveLength(proofState(keys).all);
  });
});

it('says when the first proof was, while no attempt is written down', () => {
  const proof = (at: number) =>
    ({ keyId: 'new', check: 'start', result: 'works', at: new Date(at) }) as const;
  expect(firstProof({ attempts: [], proofs: [proof(9), proof(5)] })).toEqual(new Date(5));
  expect(firstProof({ attempts: [], proofs: [] })).toBeUndefined();
  expect(firstProof({ attempts: [attempt], proofs: [proof(5)] })).toBeUndefined();
});
