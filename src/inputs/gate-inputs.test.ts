import type { ClassConstructor } from 'class-transformer';
import { describe, expect, it } from 'vitest';
import {
  AskBureauInput,
  ChoiceInput,
  DoorNoteInput,
  KeepSecretInput,
  RefuseInput,
  SecondPersonInput,
} from './job-inputs';
import { KeyCountInput, RankInput, RoutesInput } from './key-inputs';
import { parseInput } from './parse';
import { PersonInput, TokenInput } from './people-inputs';
import { HabitsInput, RulesInput } from './shop-input';
import { CoverInput, RightInput, ToolInput } from './tool-inputs';

const id = '018f7d2e-0000-7000-8000-000000000001';
const job = { number: 7, version: 3 };
const count = { keys: [{ presence: 'here' }], known: 2, wanted: 1, maximum: 8, minimum: 1 };
const routes = {
  keys: [{ presence: 'lost', rank: 'valet' }],
  known: 'cannotSay',
  wanted: 2,
  platform: 'Heddle 2',
};
const secret = { ...job, kind: 'pin', source: 'customer', value: '48213' };
const person = { id: null, name: 'Ilse Brannoway', role: 'trainee', passcode: 'salt-kiln-90' };
const token = { name: 'Dealer display', role: 'locksmith', scopes: ['benches'], days: 30 };
const rules = {
  identityAccepted: ['passport'],
  rightAccepted: ['registration'],
  witness: 'never',
  plainCopy: 'papers',
  freePrice: 'secondPerson',
  forms: '',
  secretDays: 90,
  personalDays: 730,
};
const habits = {
  missing: 'advised',
  copy: 'clone',
  first: 'cut',
  lockMinutes: 15,
  onlyKeyHarm: 150,
  stolenLiveHarm: 0,
  awayKeyHarm: 60,
};
const right = {
  vanId: id,
  name: 'Credits',
  kind: 'account',
  credits: null,
  use: null,
  expiresOn: '2027-03-03',
};
const cover = {
  vanId: id,
  tool: 'Tablet',
  platformId: id,
  cover: [{ method: 'add', market: null, right: null }],
};

type Case = readonly [string, ClassConstructor<object>, object];

describe('what people and programs send about keys, gates and the shop', () => {
  const good: readonly Case[] = [
    ['a count', KeyCountInput, count],
    ['routes', RoutesInput, routes],
    ['a rank', RankInput, { ...job, keyId: id, rank: 'valet' }],
    ['a choice', ChoiceInput, { ...job, question: 'copy', choice: 'clone', chosenBy: 'customer' }],
    ['a choice left open', ChoiceInput, { ...job, question: 'copy', choice: null, chosenBy: 'shop' }],
    ['a secret', KeepSecretInput, secret],
    ['a question to the bureau', AskBureauInput, { ...job, kind: 'pinFromVin', about: null }],
    ['a second person', SecondPersonInput, { number: 7, personId: id, passcode: 'x' }],
    ['a refusal', RefuseInput, { ...job, reason: 'No papers' }],
    ['a door', DoorNoteInput, { ...job, askedBy: 'Farida', plate: 'OH 1', said: 'Inside' }],
    ['a person', PersonInput, person],
    ['a token', TokenInput, token],
    ['rules', RulesInput, rules],
    ['habits', HabitsInput, habits],
    ['a tool', ToolInput, { vanId: id, name: 'Tablet', edition: '1', state: 'frozen' }],
    ['a right', RightInput, right],
    ['a cover', CoverInput, cover],
  ];
  it.each(good)('%s passes', (_what, Class, data) => {
    expect(parseInput(Class, data)).toMatchObject({ ok: true });
  });

  it.each(good)(
    '%s is refused with a field nobody knows, and takes nothing of a prototype',
    (_what, Class, data) => {
      expect(parseInput(Class, { ...data, role2: 'proprietor' })).toMatchObject({
        ok: false,
        problems: [{ field: 'role2' }],
      });
      const slipped = JSON.parse(`{"__proto__":{"isAdmin":true},${JSON.stringify(data).slice(1)}`);
      const parsed = parseInput(Class, slipped);
      expect(parsed.ok && (parsed.value as Record<string, unknown>).isAdmin).toBeFalsy();
      expect(({} as Record<string, unknown>).isAdmin).toBeUndefined();
    },
  );

  const bad: readonly (readonly [...Case, string])[] = [
    ['a place nobody knows', KeyCountInput, { ...count, keys: [{ presence: 'moon' }] }, 'keys.0.presence'],
    [
      'a field in a key',
      KeyCountInput,
      { ...count, keys: [{ presence: 'here', madeHere: true }] },
      'keys.0.madeHere',
    ],
    ['65 known', KeyCountInput, { ...count, known: 65 }, 'known'],
    ['a word for a count', KeyCountInput, { ...count, known: 'many' }, 'known'],
    ['25 keys', KeyCountInput, { ...count, keys: Array(25).fill({ presence: 'here' }) }, 'keys'],
    ['6 wanted', RoutesInput, { ...routes, wanted: 6 }, 'wanted'],
    ['a month that is none', RoutesInput, { ...routes, built: '2016-13' }, 'built'],
    [
      'a choice that is none',
      ChoiceInput,
      { ...job, question: 'copy', choice: 'maybe', chosenBy: 'shop' },
      'choice',
    ],
    ['a source of the program’s own', KeepSecretInput, { ...secret, source: 'codeService' }, 'source'],
    ['a secret with a line break', KeepSecretInput, { ...secret, value: '48\n213' }, 'value'],
    ['a question nobody answers', AskBureauInput, { ...job, kind: 'plate', about: null }, 'kind'],
    ['no reason', RefuseInput, { ...job, reason: 'x' }, 'reason'],
    ['a short passcode', PersonInput, { ...person, passcode: 'short' }, 'passcode'],
    ['a role that is none', PersonInput, { ...person, role: 'owner' }, 'role'],
    ['no scope', TokenInput, { ...token, scopes: [] }, 'scopes'],
    ['a scope that is none', TokenInput, { ...token, scopes: ['secrets'] }, 'scopes'],
    ['a token for ever', TokenInput, { ...token, days: 4000 }, 'days'],
    ['none as a document', RulesInput, { ...rules, identityAccepted: ['none'] }, 'identityAccepted'],
    ['no document', RulesInput, { ...rules, rightAccepted: [] }, 'rightAccepted'],
    ['no days', RulesInput, { ...rules, secretDays: 0 }, 'secretDays'],
    ['a lock after never', HabitsInput, { ...habits, lockMinutes: 0 }, 'lockMinutes'],
    ['half a credit', RightInput, { ...right, credits: 1.5 }, 'credits'],
    ['a day that is none', RightInput, { ...right, expiresOn: 'soon' }, 'expiresOn'],
    [
      'a function that is none',
      CoverInput,
      { ...cover, cover: [{ method: 'fly', market: null, right: null }] },
      'cover.0.method',
    ],
  ];
  it.each(bad)('%s is refused beside its field, without its value', (_what, Class, data, field) => {
    const parsed = parseInput(Class, data);
    expect(parsed.ok ? [] : parsed.problems.map((problem) => problem.field)).toContain(field);
    if (!parsed.ok) expect(JSON.stringify(parsed.problems)).not.toMatch(/48\n213|moon|secrets'/);
  });
});
