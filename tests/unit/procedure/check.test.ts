import { describe, expect, it } from 'vitest';
import { procedureProblems } from '@/core/procedure/check/check-procedure';
import { wayProblems } from '@/core/procedure/check/check-way';
import type { Part, Procedure, Step } from '@/core/procedure/document/procedure';
import { readDocument } from '@/inputs/documents/documents';
import { worldCauses } from '../../support/world-lists';
import { worldProcedures, worldWays } from '../../support/world-procedures';

const procedures = worldProcedures();
const causes = new Set(worldCauses().causes.map(({ name }) => name));
const name = 'Lost: confirmed at the pocket';
const base = procedures[name] as Procedure;

const withStep = (id: string, change: (step: Step) => Part): Procedure => ({
  ...base,
  steps: base.steps.map((part) => (part.id === id ? change(part as Step) : part)),
});
const begin = base.steps.find(({ id }) => id === 'begin') as Extract<Step, { kind: 'command' }>;
const trouble = { causes: [{ cause: 'looseLead', prior: 0.5, back: 'stopped' }], otherwise: 'stopped' };

const mistakes: readonly (readonly [string, Procedure, string | null, RegExp])[] = [
  [
    'a way that leads nowhere',
    withStep('begin', (step) => ({ ...step, next: 'nowhere' })),
    'begin',
    /does not exist/,
  ],
  [
    'a way back without a bound',
    withStep('begin', (step) => ({ ...step, refused: 'doors' }) as Step),
    'begin',
    /without saying how often/,
  ],
  [
    'a bound that ends in a loop',
    withStep(
      'begin',
      (step) => ({ ...step, refused: { to: 'doors', atMost: 2, otherwise: 'doors' } }) as Step,
    ),
    'begin',
    /never ends/,
  ],
  ['an id twice', { ...base, steps: [...base.steps, { ...begin }] }, 'begin', /this id/],
  [
    'a step that nobody comes to',
    {
      ...base,
      steps: base.steps.flatMap((part): Part[] =>
        part.id === 'erase'
          ? [
              { ...(part as Step), next: 'learn' },
              { ...begin, kind: 'do', acts: [], id: 'lonely' },
            ]
          : [part],
      ),
    },
    'lonely',
    /Nobody comes/,
  ],
  [
    'no end in success',
    { ...base, ends: base.ends.filter(({ kind }) => kind === 'stop') },
    null,
    /no end in success/,
  ],
  ['no steps', { ...base, steps: [] }, null, /no steps/],
  [
    'another purpose than the gate has',
    withStep('begin', (step) => ({ ...step, purpose: 'learn' }) as Step),
    'begin',
    /is erase, not learn/,
  ],
  [
    'a placeholder that nobody fills in',
    withStep('begin', (step) => ({ ...step, say: 'Open {function}' })),
    'begin',
    /\{function\}/,
  ],
  [
    'a cause that nobody knows',
    withStep(
      'begin',
      (step) =>
        ({
          ...step,
          silent: { ...trouble, causes: [{ cause: 'gremlins', prior: 1, back: 'stopped' }] },
        }) as Step,
    ),
    'begin',
    /no cause gremlins/,
  ],
  [
    'a cause twice',
    withStep(
      'begin',
      (step) => ({ ...step, silent: { ...trouble, causes: [...trouble.causes, ...trouble.causes] } }) as Step,
    ),
    'begin',
    /twice/,
  ],
  [
    'a state that nothing brings about',
    withStep('begin', (step) => ({ ...step, while: { hazards: 'on' } })),
    'begin',
    /hazards on/,
  ],
  [
    'a state that is not sure any more',
    withStep('doors', (step) => ({ ...step, of: 'voltage' }) as Step),
    'begin',
    /doors shut/,
  ],
  [
    'a part that does not exist',
    withStep('learn', (part) => ({ ...(part as unknown as Part), procedure: 'Nothing' }) as Part),
    'learn',
    /no procedure Nothing/,
  ],
  [
    'a parameter that is left out',
    withStep('learn', (part) => ({ ...(part as unknown as Part), with: { at: 'pocket' } }) as Part),
    'learn',
    /leaves out seconds/,
  ],
  [
    'a parameter too many',
    withStep(
      'learn',
      (part) =>
        ({
          ...(part as unknown as Part),
          with: { at: 'pocket', seconds: '60', sign: 'x', more: '1' },
        }) as Part,
    ),
    'learn',
    /has no more/,
  ],
  [
    'an end that the part has not',
    withStep('learn', (part) => ({ ...(part as unknown as Part), ends: { lost: 'stopped' } }) as Part),
    'learn',
    /has no end lost/,
  ],
  [
    'a whole way as a part',
    withStep(
      'learn',
      (part) =>
        ({ ...(part as unknown as Part), procedure: 'Add in the lock', with: { seconds: '1' } }) as Part,
    ),
    'learn',
    /no part of others/,
  ],
  [
    'a window whose clock starts later',
    withStep(
      'doors',
      (step) =>
        ({
          ...begin,
          ...step,
          kind: 'window',
          acts: [],
          from: { step: 'begin' },
          seconds: 5,
          missed: 'stopped',
        }) as Step,
    ),
    'doors',
    /does not come before/,
  ],
  [
    'a hold that ends before it begins',
    withStep(
      'doors',
      (step) =>
        ({
          ...step,
          kind: 'hold',
          acts: [],
          release: [],
          seconds: { from: 5, to: 2 },
          missed: 'stopped',
        }) as Step,
    ),
    'doors',
    /ends before/,
  ],
  [
    'beats without a number and without a most',
    withStep(
      'doors',
      (step) =>
        ({
          ...step,
          kind: 'pace',
          acts: [],
          times: null,
          every: { from: 1, to: 2 },
          missed: 'stopped',
        }) as Step,
    ),
    'doors',
    /at most/,
  ],
  [
    'a check of states that names none',
    withStep('doors', (step) => ({ ...step, states: {} }) as Step),
    'doors',
    /names none/,
  ],
];

describe('what is wrong with a procedure', () => {
  it('is nothing where it is as it should be', () => {
    expect(procedureProblems(name, base, procedures, causes)).toEqual([]);
  });

  it.each(mistakes)('%s', (_, procedure, step, message) => {
    const problems = procedureProblems(name, procedure, procedures, causes);
    expect(problems.map((problem) => problem.step)).toContain(step);
    expect(problems.find((problem) => problem.step === step)?.message).toMatch(message);
  });

  it('keys stop working without the customer’s word', () => {
    const untold = { ...procedures, 'Before an erase': procedures['Before the first command'] as Procedure };
    expect(procedureProblems(name, base, untold, causes)).toEqual([
      {
        step: 'erase',
        message: 'Keys stop working by it, and the customer’s word was not asked for before.',
      },
    ]);
    const silent = worldWays().find(({ procedure }) => procedure === 'New module with its head');
    if (!silent) throw new Error('no such way');
    const quiet = procedures[silent.procedure] as Procedure;
    const without = { ...quiet, steps: quiet.steps.filter(({ id }) => id !== 'told') };
    expect(
      wayProblems({ ...procedures, [silent.procedure]: without }, silent.method, silent.procedure, ''),
    ).toEqual(['The way erases keys, and the procedure does not ask for the customer’s word.']);
  });

  it('a procedure that grows beyond all bounds is told so soon', () => {
    const part = procedures['Keys in hand'] as Procedure;
    const grown = (procedure: string): Procedure => ({
      ...part,
      steps: Array.from({ length: 80 }, (_, at) => ({ kind: 'use', id: `u${at}`, procedure }) as const),
    });
    const all = { ...procedures, A: grown('B'), B: grown('C'), C: grown('D'), D: grown('Keys in hand') };
    expect(procedureProblems('A', grown('B'), all, causes)).toEqual([
      { step: null, message: 'With all that is done in between it is too large.' },
    ]);
  });

  it('a key is written that was not read back', () => {
    const unread = { ...base, steps: base.steps.filter(({ id }) => id !== 'ready') };
    expect(procedureProblems(name, unread, procedures, causes)).toContainEqual({
      step: 'learn',
      message: 'It writes on a key that was not checked before: blank.',
    });
  });

  it('a procedure is done within itself', () => {
    const part = procedures['Keys in hand'] as Procedure;
    const own = {
      ...part,
      steps: [...part.steps, { kind: 'use', id: 'own', procedure: 'Keys in hand' } as const],
    };
    expect(
      procedureProblems('Keys in hand', own, procedures, causes).map(({ message }) => message),
    ).toContain('Keys in hand leads back to this procedure.');
  });

  it.each([
    ['a kind of step that does not exist', { steps: [{ ...begin, kind: 'guess' }] }],
    ['a command that does not exist', { steps: [{ ...begin, command: 'unlock everything' }] }],
    ['an exit of another form', { steps: [{ ...begin, refused: { to: 'doors' } }] }],
    ['a bound of none', { steps: [{ ...begin, refused: { to: 'doors', atMost: 0, otherwise: 'stopped' } }] }],
    [
      'a prior above 1',
      {
        steps: [
          { ...begin, silent: { causes: [{ cause: 'x', prior: 2, back: 'stopped' }], otherwise: 'stopped' } },
        ],
      },
    ],
    ['an unknown field', { steps: [{ ...begin, script: 'rm' }] }],
    ['an amount in words', { steps: [{ ...base.steps.find(({ kind }) => kind === 'wait'), wait: 'long' }] }],
    ['a parameter of another kind', { parameters: { at: { is: 'code', says: 'x' } } }],
  ])('%s is refused as it is read', (_, change) => {
    expect(readDocument('procedure', JSON.stringify({ ...base, ...change })).ok).toBe(false);
  });
});

describe('a way and its procedure', () => {
  const way = worldWays().find(
    ({ platform, method }) => platform.platform.name === 'Lappet' && method.kind === 'add',
  );
  const method = way?.method;
  const add = 'Pocket with a known key in the cabin';
  const filled = 'seconds=45; sign=one long tone';
  it.each([
    ['fits', add, filled, /^$/],
    ['another way', name, '', /goes another way/],
    ['a part of others', 'Keys in hand', '', /part of others/],
    ['arguments that are none', add, 'seconds', /name=value/],
    ['one left out', add, 'seconds=45', /sign is left out/],
    ['one too many', add, `${filled}; colour=red`, /has no colour/],
    ['a number that is none', add, 'seconds=soon; sign=x', /number above 0/],
    [
      'a wait that the way has not',
      'Until the lamp stands, then the pocket',
      '',
      /has 0 waits, the procedure 1/,
    ],
    ['a PIN that it does not want', 'Held to the start button', '', /does not want/],
    ['more known keys than it has', 'Two known keys and the boot', '', /another way/],
  ])('%s', (_, procedure, text, message) => {
    if (!method) throw new Error('no such way');
    expect(wayProblems(procedures, method, procedure, text).join(' ')).toMatch(message);
  });
});
