import type { ClassConstructor } from 'class-transformer';
import { describe, expect, it } from 'vitest';
import {
  AuthorityInput,
  ChangeCallInput,
  ChangeRingInput,
  ChooseCandidateInput,
  ChooseRouteInput,
  CloseJobInput,
  FactsInput,
  OfferQuoteInput,
  WordsInput,
} from './job-inputs';
import { parseInput } from './parse';

const id = '0190a1b2-0000-7000-8000-000000000001';
const job = { number: 1001, version: 1 };
const key = {
  id,
  name: 'Spare',
  presence: 'here',
  rank: 'unknown',
  blade: 'good',
  faults: ['flatCell'],
  madeHere: false,
  known: 'yes',
  cloneOf: null,
};
const papers = {
  stage: 'onSite',
  holderName: 'Odile Varga',
  identityDocument: 'license',
  identityNumber: 'V 4471-902',
  rightDocument: 'registration',
  rightNumber: '',
  howSeen: 'original',
  personFits: true,
  plateFits: true,
  witness: '',
  place: '',
  signature: '10,20 30,40;50,60 70,80',
  carVin: '',
  carPlate: 'LO 27 KLM',
  signedOnPaper: false,
};

type Case = readonly [string, ClassConstructor<object>, object];

describe('what people send about a job', () => {
  const good: readonly Case[] = [
    ['candidate', ChooseCandidateInput, { ...job, applicationId: id, reason: 'the mark' }],
    ['ring', ChangeRingInput, { ...job, keys: [key, { ...key, cloneOf: id }] }],
    ['an empty ring', ChangeRingInput, { ...job, keys: [] }],
    ['route', ChooseRouteInput, { ...job, route: 'add', vanId: id, reason: '' }],
    ['quote', OfferQuoteInput, { ...job, option: 'customerBuys' }],
    ['authority', AuthorityInput, { ...job, ...papers }],
    ['facts', FactsInput, { ...job, facts: [{ kind: 'chip', value: 'CHL80-Rowan' }] }],
    ['close', CloseJobInput, { ...job, outcome: 'done', reason: '' }],
    ['words', WordsInput, { words: ['merowdale'] }],
  ];
  it.each(good)('%s passes', (_what, Class, data) => {
    expect(parseInput(Class, data)).toMatchObject({ ok: true });
  });

  const bad: readonly (readonly [...Case, string])[] = [
    ['no job', CloseJobInput, { version: 1, outcome: 'done', reason: '' }, 'number'],
    ['no version', CloseJobInput, { number: 1, outcome: 'done', reason: '' }, 'version'],
    [
      'a version in words',
      CloseJobInput,
      { number: 1, version: '1', outcome: 'done', reason: '' },
      'version',
    ],
    ['a call that is no call', ChangeCallInput, { ...job, call: { line: 5 } }, 'call.line'],
    [
      'a candidate without a reason',
      ChooseCandidateInput,
      { ...job, applicationId: id, reason: '' },
      'reason',
    ],
    ['keys that are no list', ChangeRingInput, { ...job, keys: key }, 'keys'],
    ['too many keys', ChangeRingInput, { ...job, keys: Array.from({ length: 25 }, () => key) }, 'keys'],
    ['a key without a name', ChangeRingInput, { ...job, keys: [{ ...key, name: '' }] }, 'keys.0.name'],
    [
      'a fault that is none',
      ChangeRingInput,
      { ...job, keys: [{ ...key, faults: ['rust'] }] },
      'keys.0.faults',
    ],
    [
      'an identity slipped in',
      ChangeRingInput,
      { ...job, keys: [{ ...key, identityId: id }] },
      'keys.0.identityId',
    ],
    ['a route that is none', ChooseRouteInput, { ...job, route: 'clone', vanId: id, reason: '' }, 'route'],
    ['a total slipped in', OfferQuoteInput, { ...job, option: 'shopOriginal', totalMinor: 1 }, 'totalMinor'],
    ['an option of the prototype', OfferQuoteInput, { ...job, option: 'toString' }, 'option'],
    [
      'papers of another kind',
      AuthorityInput,
      { ...job, ...papers, rightDocument: 'a friend' },
      'rightDocument',
    ],
    ['a plate that is not said', AuthorityInput, { ...job, ...papers, plateFits: 'yes' }, 'plateFits'],
    ['a stage that is none', AuthorityInput, { ...job, ...papers, stage: 'none' }, 'stage'],
    ['a recorder slipped in', AuthorityInput, { ...job, ...papers, recordedBy: 'x' }, 'recordedBy'],
    [
      'a sentence for a plate',
      AuthorityInput,
      { ...job, ...papers, carPlate: 'a blue car, <b>' },
      'carPlate',
    ],
    ['a drawing for a signature', AuthorityInput, { ...job, ...papers, signature: '<svg>' }, 'signature'],
    ['a fact of no kind', FactsInput, { ...job, facts: [{ kind: 'colour', value: 'red' }] }, 'facts.0.kind'],
    ['a fact without a value', FactsInput, { ...job, facts: [{ kind: 'chip', value: '' }] }, 'facts.0.value'],
    ['an outcome that is none', CloseJobInput, { ...job, outcome: 'perfect', reason: '' }, 'outcome'],
    ['a reason too long', CloseJobInput, { ...job, outcome: 'done', reason: 'x'.repeat(501) }, 'reason'],
    ['too many words', WordsInput, { words: Array.from({ length: 13 }, () => 'word') }, 'words'],
    ['a word too long', WordsInput, { words: ['x'.repeat(41)] }, 'words'],
  ];
  it.each(bad)('%s is refused beside its field', (_what, Class, data, field) => {
    const result = parseInput(Class, data);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problems.map((problem) => problem.field)).toContain(field);
  });
});
