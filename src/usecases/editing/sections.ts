import { keyWords } from '@/core/programming/key-words';
import { knownOf } from '@/core/programming/keys';
import type { Section } from './edit-job';

/** The parts of a job that are edited as one. */
export const sections = {
  call: {
    name: 'call',
    read: ({
      call: { make: _, model: __, place: ___, placeKm: ____, placeMinutes: _____, ...call },
      applicationId,
      route,
    }) => ({ ...call, applicationId, route }),
  },
  candidate: {
    name: 'candidate',
    read: ({ applicationId, applicationReason, route }) => ({
      applicationId,
      reason: applicationReason,
      route,
    }),
  },
  answers: {
    name: 'answers',
    read: ({ given }) => Object.fromEntries(given.map(({ kind, answer, value }) => [kind, value ?? answer])),
  },
  ring: {
    name: 'ring',
    read: ({ keys, identities }) =>
      Object.fromEntries(keys.map((key) => [`key ${key.tag}`, keyWords(key, knownOf(key, identities))])),
  },
  route: {
    name: 'route',
    read: ({ route, routeReason, vanId, network }) => ({ route, reason: routeReason, vanId, network }),
  },
  choices: {
    name: 'choices',
    read: ({ choices }) =>
      Object.fromEntries(
        choices.map(({ question, choice, chosenBy }) => [question, `${choice}, ${chosenBy}`]),
      ),
  },
  authority: {
    name: 'authority',
    read: ({ authority, call: { vin } }) => {
      const last = authority.find(({ stage }) => stage === 'onSite') ?? authority[0];
      return {
        stage: last?.stage ?? null,
        holderName: last?.holderName ?? null,
        identityDocument: last?.identityDocument ?? null,
        rightDocument: last?.rightDocument ?? null,
        howSeen: last?.howSeen ?? null,
        plateFits: last?.plateFits ?? null,
        carVin: last?.carVin ?? null,
        carPlate: last?.carPlate ?? null,
        vin,
      };
    },
  },
  doorNote: {
    name: 'doorNote',
    read: ({ doorNote }) => ({ askedBy: doorNote?.askedBy ?? null, said: doorNote?.said ?? null }),
  },
  danger: { name: 'danger', read: ({ danger }) => ({ record: danger?.record ?? null }) },
  secrets: { name: 'secrets', read: () => ({}) },
  facts: {
    name: 'facts',
    read: ({ facts }) => Object.fromEntries(facts.map(({ kind, value }) => [kind, value])),
  },
  appointment: {
    name: 'appointment',
    read: ({ vanId, visit }) => ({
      vanId,
      from: visit?.from.toISOString() ?? null,
      to: visit?.to.toISOString() ?? null,
    }),
  },
  terms: { name: 'terms', read: ({ terms: { hand: _, ...terms } }) => ({ ...terms }) },
  handPrice: {
    name: 'handPrice',
    read: ({ terms: { hand } }) => ({
      articles: hand?.articles.map(({ article, pieces }) => `${pieces} ${article}`).join(', ') ?? null,
      lines: hand?.lines.map(({ label, minor }) => `${label} ${minor}`).join(', ') ?? null,
      minutes: hand?.minutes ?? null,
    }),
  },
  rival: { name: 'rival', read: () => ({}) },
  quote: { name: 'quote', read: () => ({}) },
  close: {
    name: 'close',
    read: ({ closed }) => ({ outcome: closed?.outcome ?? null, reason: closed?.reason ?? null }),
  },
} as const satisfies Record<string, Section>;
