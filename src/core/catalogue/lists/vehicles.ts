import { lockNames, lockSights } from '../locks';
import { vehicleClasses } from '../vehicle-class';
import {
  choice,
  column,
  decimal,
  endsBeforeItBegins,
  type ListDescription,
  make,
  model,
  modelReference,
  note,
  oneOf,
  optional,
  text,
  whole,
  words,
  year,
  yesNo,
} from './description';

/** What cars there are, and what they need. */
export const vehicleLists = {
  markets: {
    title: 'Markets',
    one: 'market',
    about: 'Where cars were sold, and what a VIN must hold there.',
    columns: [
      column('name', 'Market', text(40)),
      column('check_digit', 'Check digit', choice(['required', 'optional', 'none'])),
      column('year_place', 'Place 10 is the year', yesNo),
    ],
    key: ['name'],
    references: [],
  },
  makes: {
    title: 'Makes',
    one: 'make',
    about: 'Makers of cars, with the other names callers use.',
    columns: [column('name', 'Make', text(60)), column('aliases', 'Other names', words(200), optional)],
    key: ['name'],
    references: [],
  },
  'maker-ids': {
    title: 'Maker identifiers',
    one: 'maker identifier',
    about: 'The first places of a VIN: three characters, or six for a small maker.',
    columns: [
      column('code', 'Identifier', { kind: 'text', max: 6, form: 'makerId' }),
      make,
      column('market', 'Market', text(40)),
    ],
    key: ['code'],
    keyStays: true,
    references: [oneOf('makes', 'make', 'name'), oneOf('markets', 'market', 'name')],
  },
  models: {
    title: 'Models',
    one: 'model',
    about: 'The models of each make.',
    columns: [
      make,
      column('name', 'Model', text(60)),
      column('aliases', 'Other names', words(200), optional),
      column('vehicle_class', 'Class', choice(vehicleClasses, { lightTruck: 'light truck' })),
    ],
    key: ['make', 'name'],
    references: [oneOf('makes', 'make', 'name')],
  },
  generations: {
    title: 'Generations',
    one: 'generation',
    about: 'The years in which a model was one car in one market.',
    columns: [
      make,
      model,
      column('market', 'Market', text(40)),
      column('name', 'Generation', text(40)),
      column('from_year', 'From year', year),
      column('to_year', 'To year', year),
    ],
    key: ['make', 'model', 'market', 'name'],
    references: [modelReference, oneOf('markets', 'market', 'name')],
    check: endsBeforeItBegins,
  },
  locks: {
    title: 'Locks',
    one: 'lock',
    about:
      'Which spaces of the blade each lock of a car holds, and where a number is stamped on one of its parts. A push-start car has no ignition lock, whatever stands here.',
    columns: [
      make,
      model,
      column('market', 'Market', text(40)),
      column('generation', 'Generation', text(40)),
      column('keyway', 'Keyway', text(40)),
      column('lock', 'Lock', choice(lockNames)),
      column('seen', 'Seen', choice(lockSights)),
      column('spaces', 'Spaces it holds', words(60, true), {
        optional: true,
        hint: 'Numbers of spaces, counted from the stop; of a track on two axes the second row goes on counting',
      }),
      column('number_at', 'Number stamped on', text(120), optional),
      column('covered_by', 'Covered by', text(120), optional),
      column('tool', 'Tool', text(80), optional),
      column('must_not_fall', 'Must not fall', text(120), optional),
      column('goes_back', 'Goes back', text(200), optional),
    ],
    key: ['make', 'model', 'market', 'generation', 'keyway', 'lock'],
    references: [
      modelReference,
      {
        list: 'generations',
        columns: { make: 'make', model: 'model', market: 'market', generation: 'name' },
      },
      oneOf('keyways', 'keyway', 'name'),
    ],
    check: ({ seen, spaces, number_at: stamped, covered_by: cover }) => {
      const held = spaces?.split(' ').map(Number) ?? [];
      if (held.some((space, at) => space < 1 || space > 20 || space <= (held[at - 1] ?? 0)))
        return { column: 'spaces', reason: 'Expected numbers of spaces of 1 to 20, rising.' };
      if (seen === 'absent' && (spaces !== undefined || stamped !== undefined))
        return { column: 'spaces', reason: 'A lock that is absent holds no spaces and bears no number.' };
      return seen === 'covered' && cover === undefined
        ? { column: 'covered_by', reason: 'Expected what covers it.' }
        : undefined;
    },
  },
  sisters: {
    title: 'Sister models',
    one: 'pair of sisters',
    about: 'Models that look alike: like or unlike in how they take a key.',
    columns: [
      make,
      model,
      column('other_make', 'Other make', text(60)),
      column('other_model', 'Other model', text(60)),
      column('same', 'Like', yesNo),
      note,
    ],
    key: ['make', 'model', 'other_make', 'other_model'],
    references: [modelReference, { list: 'models', columns: { other_make: 'make', other_model: 'name' } }],
    check: (cells) =>
      cells.make === cells.other_make && cells.model === cells.other_model
        ? { column: 'other_model', reason: 'A model is no sister of itself.' }
        : undefined,
  },
  applications: {
    title: 'Applications',
    one: 'application',
    about: 'What a car of these years, in this market, needs.',
    columns: [
      make,
      model,
      column('market', 'Market', text(40)),
      column('generation', 'Generation', text(40)),
      column('ignition', 'Starts by', choice(['turn', 'push'], { turn: 'turn-key', push: 'push-start' })),
      column('from_year', 'From year', year),
      column('from_month', 'From month', whole(1, 12), optional),
      column('to_year', 'To year', year),
      column('to_month', 'To month', whole(1, 12), optional),
      column('equipment', 'Equipment', text(80), optional),
      column('made_mark', 'Mark on the door plate', text(80), optional),
      column('blank', 'Blank', text(40)),
      column('chip', 'Chip', text(40), optional),
      column('remote', 'Remote', text(40), optional),
      column('platform', 'Platform', text(40)),
      column('pocket', 'Pocket', text(120), optional),
      column('weight', 'Weight', decimal(0.001, 10_000)),
      column('source', 'Source', text(120)),
      column('certainty', 'Certainty', decimal(0.5, 0.995)),
      column(
        'fact_sources',
        'Sources of single facts',
        { kind: 'text', max: 600, form: 'factSources' },
        optional,
      ),
    ],
    key: [
      'make',
      'model',
      'market',
      'generation',
      'ignition',
      'from_year',
      'from_month',
      'equipment',
      'made_mark',
    ],
    references: [
      {
        list: 'generations',
        columns: { make: 'make', model: 'model', market: 'market', generation: 'name' },
      },
      oneOf('blanks', 'blank', 'article'),
      oneOf('chips', 'chip', 'article'),
      oneOf('remotes', 'remote', 'article'),
      oneOf('platforms', 'platform', 'name'),
      oneOf('pockets', 'pocket', 'name'),
    ],
    check: endsBeforeItBegins,
  },
} as const satisfies Record<string, ListDescription>;
