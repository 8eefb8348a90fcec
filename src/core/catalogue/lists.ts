import { methodKinds } from './methods';
import { pinSources, rankSigns } from './platform';
import { vehicleClasses } from './vehicle-class';

/** How a cell of a list is read and written. */
export type ColumnType =
  | { readonly kind: 'text'; readonly max: number; readonly form?: 'makerId' | 'factSources' | 'month' }
  | { readonly kind: 'whole'; readonly min: number; readonly max: number }
  | { readonly kind: 'decimal'; readonly min: number; readonly max: number }
  | { readonly kind: 'yesNo' }
  | { readonly kind: 'choice'; readonly values: readonly string[] }
  /** Words, or with `numbers` numbers, separated by spaces. */
  | { readonly kind: 'words'; readonly max: number; readonly numbers?: boolean };

export interface ListColumn {
  readonly name: string;
  readonly label: string;
  readonly type: ColumnType;
  readonly optional?: boolean;
  readonly hint?: string;
}

/** Columns that name a row of another list: each column with that list's column. */
export interface ListReference {
  readonly list: ListName;
  readonly columns: Readonly<Record<string, string>>;
}

/** The shelves of the library, in the order in which they are shown. */
export const listGroups = {
  vehicles: 'Vehicles',
  keys: 'Keys',
  standIns: 'Stand-ins',
  platforms: 'Platforms',
} as const;
export type ListGroup = keyof typeof listGroups;

export interface LibraryList {
  readonly name: ListName;
  readonly group: ListGroup;
  readonly title: string;
  /** One row of it, in words. */
  readonly one: string;
  readonly about: string;
  readonly columns: readonly ListColumn[];
  /** Columns that together name a row. */
  readonly key: readonly string[];
  /** Whether the key is written on the shelf (an article, a code), so that a row keeps it for good. */
  readonly keyStays?: boolean;
  readonly references: readonly ListReference[];
  /** What is wrong between the cells of one row. */
  readonly check?: (cells: Cells) => { readonly column: string; readonly reason: string } | undefined;
}

/** One row as text by column; empty cells are left out. */
export type Cells = Readonly<Record<string, string>>;

/** The lists in the order in which they refer to each other. */
export const listNames = [
  'markets',
  'makes',
  'maker-ids',
  'models',
  'generations',
  'keyways',
  'code-series',
  'blanks',
  'chips',
  'remotes',
  'equals',
  'universals',
  'universal-profiles',
  'look-alikes',
  'platforms',
  'platform-methods',
  'rank-tests',
  'rank-signs',
  'pockets',
  'sisters',
  'tool-lists',
  'applications',
] as const;
export type ListName = (typeof listNames)[number];

export const chipFamilies = ['none', 'PEL', 'FIX', 'RWP', 'CHL40', 'CHL48', 'CHL80', 'AES128'] as const;
export const keywayProfiles = [
  'edge, one side',
  'edge, two sides',
  'inside track',
  'outside track',
  'disc',
] as const;

const text = (max: number) => ({ kind: 'text', max }) as const;
const whole = (min: number, max: number) => ({ kind: 'whole', min, max }) as const;
const decimal = (min: number, max: number) => ({ kind: 'decimal', min, max }) as const;
const choice = (values: readonly string[]) => ({ kind: 'choice', values }) as const;
const words = (max: number, numbers = false) => ({ kind: 'words', max, numbers }) as const;
const yesNo = { kind: 'yesNo' } as const;

function column(name: string, label: string, type: ColumnType, more: Partial<ListColumn> = {}): ListColumn {
  return { name, label, type, ...more };
}
const optional = { optional: true } as const;
const year = whole(1950, 2100);
const month = { kind: 'text', max: 7, form: 'month' } as const;

const make = column('make', 'Make', text(60));
const model = column('model', 'Model', text(60));
const article = column('article', 'Article', text(40));
const note = column('note', 'Note', text(300), optional);
const oneOf = (list: ListName, own: string, theirs: string): ListReference => ({
  list,
  columns: { [own]: theirs },
});
const modelReference: ListReference = { list: 'models', columns: { make: 'make', model: 'name' } };

function endsBeforeItBegins(cells: Cells): { column: string; reason: string } | undefined {
  const at = (end: 'from' | 'to') =>
    Number(cells[`${end}_year`]) * 12 + Number(cells[`${end}_month`] ?? (end === 'from' ? 1 : 12));
  return at('to') < at('from') ? { column: 'to_year', reason: 'Ends before it begins.' } : undefined;
}

const lists: readonly LibraryList[] = [
  {
    name: 'markets',
    group: 'vehicles',
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
  {
    name: 'makes',
    group: 'vehicles',
    title: 'Makes',
    one: 'make',
    about: 'Makers of cars, with the other names callers use.',
    columns: [column('name', 'Make', text(60)), column('aliases', 'Other names', words(200), optional)],
    key: ['name'],
    references: [],
  },
  {
    name: 'maker-ids',
    group: 'vehicles',
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
  {
    name: 'models',
    group: 'vehicles',
    title: 'Models',
    one: 'model',
    about: 'The models of each make.',
    columns: [
      make,
      column('name', 'Model', text(60)),
      column('aliases', 'Other names', words(200), optional),
      column('vehicle_class', 'Class', choice(vehicleClasses)),
    ],
    key: ['make', 'name'],
    references: [oneOf('makes', 'make', 'name')],
  },
  {
    name: 'generations',
    group: 'vehicles',
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
  {
    name: 'keyways',
    group: 'keys',
    title: 'Keyways',
    one: 'keyway',
    about: 'Profiles of blades with their spaces and depths, in millimetres from the stop.',
    columns: [
      column('name', 'Keyway', text(40)),
      column('profile', 'Profile', choice(keywayProfiles)),
      column('spaces', 'Spaces', whole(1, 20)),
      column('depths', 'Depths', whole(2, 12)),
      column('stop', 'Stop', choice(['shoulder', 'tip'])),
      column('blade_width_mm', 'Blade width, mm', decimal(2, 20)),
      column('first_space_mm', 'First space, mm', decimal(0, 40), optional),
      column('spacing_mm', 'Spacing, mm', decimal(0.5, 10), optional),
      column('depth_step_mm', 'Depth step, mm', decimal(0.1, 2), optional),
      column('macs', 'MACS', whole(1, 11), optional),
      column('pellet', 'Pellet', yesNo),
    ],
    key: ['name'],
    references: [],
  },
  {
    name: 'code-series',
    group: 'keys',
    title: 'Code series',
    one: 'code series',
    about: 'Name, range and count only: the rows that turn a code into a bitting stay behind the gate.',
    columns: [
      column('name', 'Series', text(40)),
      column('keyway', 'Keyway', text(40)),
      column('prefix', 'Prefix', text(8)),
      column('first', 'First number', whole(0, 9_999_999)),
      column('count', 'Codes', whole(1, 200_000)),
    ],
    key: ['name'],
    references: [oneOf('keyways', 'keyway', 'name')],
  },
  {
    name: 'blanks',
    group: 'keys',
    title: 'Blanks',
    one: 'blank',
    about: 'Uncut keys and blades.',
    columns: [article, column('keyway', 'Keyway', text(40)), column('seat', 'Seat', text(40))],
    key: ['article'],
    keyStays: true,
    references: [oneOf('keyways', 'keyway', 'name')],
  },
  {
    name: 'chips',
    group: 'keys',
    title: 'Chips',
    one: 'chip',
    about: 'Chip articles with the mark by which they are told.',
    columns: [
      article,
      column('family', 'Family', choice(chipFamilies.slice(1))),
      column('mark', 'Mark', text(120)),
      column('sign', 'Sign', text(20), {
        hint: 'For the drawing: notch 2, footdot 1, leaf 1, letters HY, none',
      }),
      column('cloneable', 'Can be cloned', yesNo),
    ],
    key: ['article'],
    keyStays: true,
    references: [],
  },
  {
    name: 'remotes',
    group: 'keys',
    title: 'Remotes',
    one: 'remote',
    about: 'Remotes with all in which an equal must match.',
    columns: [
      article,
      column('badge', 'Badge', text(60)),
      column('chip', 'Chip', text(40), optional),
      column('buttons', 'Buttons', whole(1, 12)),
      column('frequency_mhz', 'Frequency, MHz', decimal(20, 3000)),
      column('board', 'Board', text(40)),
      column('layout', 'Button layout', words(120)),
      column('seat', 'Blade seat', text(40)),
      column('retainer', 'Retainer', text(40)),
    ],
    key: ['article'],
    keyStays: true,
    references: [oneOf('chips', 'chip', 'article')],
    check: ({ layout = '', buttons }) =>
      layout.split(' ').length === Number(buttons)
        ? undefined
        : { column: 'layout', reason: `Expected ${buttons} words, one for each button.` },
  },
  {
    name: 'equals',
    group: 'standIns',
    title: 'Equals',
    one: 'equal',
    about: 'Remotes that are the same under another badge.',
    columns: [article, column('equal', 'Equal', text(40)), note],
    key: ['article', 'equal'],
    references: [oneOf('remotes', 'article', 'article'), oneOf('remotes', 'equal', 'article')],
    check: ({ article: one, equal }) =>
      one === equal ? { column: 'equal', reason: 'An article is no equal of itself.' } : undefined,
  },
  {
    name: 'universals',
    group: 'standIns',
    title: 'Universal remotes',
    one: 'universal remote',
    about: 'Blank remotes that take a profile.',
    columns: [
      article,
      column('families', 'Chip families', words(60)),
      column('frequencies', 'Frequencies, MHz', words(60, true)),
      column('layout', 'Button layout', words(120)),
      column('cell', 'Cell', text(120), optional),
    ],
    key: ['article'],
    keyStays: true,
    references: [],
  },
  {
    name: 'universal-profiles',
    group: 'standIns',
    title: 'Universal profiles',
    one: 'universal profile',
    about: 'Which profile to write for which remote.',
    columns: [
      column('universal', 'Universal', text(40)),
      column('remote', 'Stands in for', text(40)),
      column('profile', 'Profile', text(40)),
      column('shells', 'Shells', text(120), optional),
    ],
    key: ['universal', 'remote'],
    references: [oneOf('universals', 'universal', 'article'), oneOf('remotes', 'remote', 'article')],
  },
  {
    name: 'look-alikes',
    group: 'keys',
    title: 'Look-alikes',
    one: 'look-alike',
    about: 'Articles that are taken for one another, how to tell them, and what the wrong one does.',
    columns: [
      article,
      column('other', 'Taken for', text(40)),
      column('tell', 'How to tell', text(300)),
      column('consequence', 'The wrong one', text(300)),
    ],
    key: ['article', 'other'],
    references: [],
    check: ({ article: one, other }) =>
      one === other ? { column: 'other', reason: 'An article is not taken for itself.' } : undefined,
  },
  {
    name: 'platforms',
    group: 'platforms',
    title: 'Platforms',
    one: 'platform',
    about: 'Immobilizer systems with their slots and rules.',
    columns: [
      column('name', 'Platform', text(40)),
      column('chip_family', 'Chip family', choice(chipFamilies)),
      column('link', 'Link', choice(['can', 'serial', 'none'])),
      column('slots_maximum', 'Slots at most', whole(0, 64)),
      column('slots_minimum', 'Slots at least', whole(0, 64)),
      column('count', 'Key count', choice(['readable', 'afterPin', 'cannotSay'])),
      column('remote_learned', 'Remote learned', choice(['with', 'apart', 'none'])),
      column('rank', 'Rank told by', choice(['none', 'lamp', 'head colour', 'menu'])),
      column('when_full', 'Full memory', choice(['refuses', 'drops oldest'])),
      column('pin_sources', 'PIN from', words(60), { optional: true, hint: `Of ${pinSources.join(', ')}.` }),
      column('system_types', 'System types', words(120), optional),
      note,
    ],
    key: ['name'],
    references: [],
    check: ({ slots_minimum: least, slots_maximum: most, pin_sources: sources = '' }) => {
      if (Number(least) > Number(most)) return { column: 'slots_minimum', reason: 'More than the maximum.' };
      const strange = sources
        .split(' ')
        .some((one) => one && !(pinSources as readonly string[]).includes(one));
      return strange
        ? { column: 'pin_sources', reason: `Expected some of: ${pinSources.join(', ')}.` }
        : undefined;
    },
  },
  {
    name: 'platform-methods',
    group: 'platforms',
    title: 'Platform methods',
    one: 'platform method',
    about: 'The ways in which a platform itself takes a key, with waits and times.',
    columns: [
      column('platform', 'Platform', text(40)),
      column('kind', 'Way', choice(methodKinds)),
      column('known_keys_needed', 'Known keys needed', whole(0, 4)),
      column('needs_pin', 'Needs PIN', yesNo),
      column('needs_turning', 'Key must turn', yesNo),
      column('needs_tool', 'Needs a tool', yesNo),
      column('needs_network', 'Needs a network', yesNo),
      column('others', 'Other keys', choice(['keep', 'erase'])),
      column('adapters', 'Leads', text(120), { optional: true, hint: 'In their order, separated by >.' }),
      column('article', 'Uses up', text(40), optional),
      column('boards_from', 'Boards from', month, optional),
      column('boards_to', 'Boards to', month, optional),
      column('chance', 'Stated chance', decimal(0.05, 0.995)),
      column('waits_seconds', 'Waits, seconds', words(60, true), optional),
      column('session_p50_minutes', 'Session P50, minutes', decimal(0.1, 600)),
      column('key_p50_minutes', 'Key P50, minutes', decimal(0, 120)),
      column('spread', 'Spread', decimal(0, 2)),
      column('how', 'How', text(200)),
    ],
    key: ['platform', 'kind'],
    references: [oneOf('platforms', 'platform', 'name')],
    check: ({ boards_from: from, boards_to: to }) =>
      from !== undefined && to !== undefined && to < from
        ? { column: 'boards_to', reason: 'Ends before it begins.' }
        : undefined,
  },
  {
    name: 'rank-tests',
    group: 'platforms',
    title: 'Rank tests',
    one: 'rank test',
    about: 'How a master is told from a valet, where a platform knows ranks.',
    columns: [
      column('platform', 'Platform', text(40)),
      column('how', 'How', text(300)),
      column('void_when', 'Void when', text(300)),
      column('second_check', 'Second check', text(300)),
    ],
    key: ['platform'],
    references: [oneOf('platforms', 'platform', 'name')],
  },
  {
    name: 'rank-signs',
    group: 'platforms',
    title: 'Rank signs',
    one: 'moment of a rank test',
    about: 'What a master and a valet show at each moment of the test.',
    columns: [
      column('platform', 'Platform', text(40)),
      column('step', 'Step', whole(1, 9)),
      column('moment', 'Moment', text(120)),
      column('master', 'Master shows', choice(rankSigns)),
      column('valet', 'Valet shows', choice(rankSigns)),
    ],
    key: ['platform', 'step'],
    references: [oneOf('rank-tests', 'platform', 'platform')],
  },
  {
    name: 'pockets',
    group: 'platforms',
    title: 'Pockets',
    one: 'pocket',
    about: 'The spots that read a key whose cell is flat or that is being learned.',
    columns: [
      column('name', 'Pocket', text(120)),
      column('place', 'Where', text(200)),
      column('how', 'How', text(300)),
    ],
    key: ['name'],
    references: [],
  },
  {
    name: 'sisters',
    group: 'vehicles',
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
  {
    name: 'tool-lists',
    group: 'platforms',
    title: 'Ends of tool lists',
    one: 'end of a tool list',
    about: 'The last year a tool names for a model; beyond it a neighbouring entry is tried.',
    columns: [column('tool', 'Tool', text(60)), make, model, column('to_year', 'Last year', year)],
    key: ['tool', 'make', 'model'],
    references: [modelReference],
  },
  {
    name: 'applications',
    group: 'vehicles',
    title: 'Applications',
    one: 'application',
    about: 'What a car of these years, in this market, needs.',
    columns: [
      make,
      model,
      column('market', 'Market', text(40)),
      column('generation', 'Generation', text(40)),
      column('ignition', 'Starts by', choice(['turn', 'push'])),
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
];

const byName = new Map(lists.map((list) => [list.name, list]));

export function isListName(name: string): name is ListName {
  return byName.has(name as ListName);
}

export function listOf(name: ListName): LibraryList {
  const list = byName.get(name);
  if (!list) throw new Error(`expected a list of the library, got ${name}`);
  return list;
}

/** The key of a row in words: 'Halvorn Merrowdale Meres II push 2019 5'. */
export function rowName(list: LibraryList, cells: Cells): string {
  return list.key.flatMap((name) => cells[name] ?? []).join(' ');
}
