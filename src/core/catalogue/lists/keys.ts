import {
  article,
  type Cells,
  choice,
  column,
  decimal,
  type ListDescription,
  oneOf,
  optional,
  text,
  whole,
  words,
  yesNo,
} from './description';

export const chipFamilies = ['none', 'PEL', 'FIX', 'RWP', 'CHL40', 'CHL48', 'CHL80', 'AES128'] as const;
export const keywayProfiles = [
  'edge, one side',
  'edge, two sides',
  'inside track',
  'outside track',
  'disc',
] as const;

/** Whether a cut that came out too shallow can be cut again: a groove of fixed width and the angle of a disc cannot. */
export const recuts = ['deeper', 'never'] as const;
export type Recut = (typeof recuts)[number];
const recutWords = words(13);

/** One spacing and one step for a whole keyway, as its files had them before spaces and depths were lists. */
const formerSpacing = [
  column('first_space_mm', 'First space, mm', decimal(0, 40), optional),
  column('spacing_mm', 'Spacing, mm', decimal(0.5, 10), optional),
  column('depth_step_mm', 'Depth step, mm', decimal(0.1, 2), optional),
];

/** The spaces and depths that one spacing and one step stand for; depth 1 is not cut. A step in mm says nothing of a disc. */
function rowsOfSpacing({ name = '', spaces, depths, profile, ...cells }: Cells) {
  const { first_space_mm: first, spacing_mm: spacing, depth_step_mm: step } = cells;
  const numbered = (count: string | undefined) => Array.from({ length: Number(count) }, (_, at) => at);
  const place = (at: number) => ({ keyway: name, axis: '1', number: String(at + 1) });
  const mm = (value: number) => String(Math.round(value * 1000) / 1000);
  const rows: { readonly list: string; readonly cells: Cells }[] = [];
  if (first !== undefined && spacing !== undefined)
    for (const at of numbered(spaces))
      rows.push({
        list: 'keyway-spaces',
        cells: { ...place(at), at_mm: mm(Number(first) + at * Number(spacing)) },
      });
  if (step !== undefined && profile !== 'disc')
    for (const at of numbered(depths))
      rows.push({ list: 'keyway-depths', cells: { ...place(at), cut_mm: mm(at * Number(step)) } });
  return rows;
}

/** Blades, chips and remotes. */
export const keyLists = {
  keyways: {
    title: 'Keyways',
    one: 'keyway',
    about:
      'Profiles of blades with how many spaces and depths they have; where these lie stands in two lists of their own.',
    columns: [
      column('name', 'Keyway', text(40)),
      column('profile', 'Profile', choice(keywayProfiles)),
      column('spaces', 'Spaces', whole(1, 20)),
      column('depths', 'Depths', whole(2, 12)),
      column('stop', 'Stop', choice(['shoulder', 'tip'])),
      column('blade_width_mm', 'Blade width, mm', decimal(2, 20)),
      column('blade_length_mm', 'Blade length, mm', decimal(5, 120), optional),
      column('blade_thickness_mm', 'Blade thickness, mm', decimal(0.5, 10), optional),
      column('cut_angle_deg', 'Cut angle, degrees', decimal(20, 170), optional),
      column('flat_mm', 'Flat of a cut, mm', decimal(0.1, 5), optional),
      column('macs', 'MACS', whole(1, 11), optional),
      column('recut', 'Cut again', recutWords, {
        optional: true,
        hint: 'deeper or never, for each row of cuts; two words where a track has two rows',
      }),
      column('pellet', 'Pellet', yesNo),
    ],
    key: ['name'],
    references: [],
    check: ({ recut = 'deeper' }) => {
      const rows = recut.split(' ');
      return rows.length > 2 || rows.some((row) => !(recuts as readonly string[]).includes(row))
        ? { column: 'recut', reason: 'Expected deeper or never, once or for two rows of cuts.' }
        : undefined;
    },
    former: { columns: formerSpacing, rowsOf: rowsOfSpacing },
  },
  'keyway-spaces': {
    title: 'Keyway spaces',
    one: 'space of a keyway',
    about:
      'How far from the stop each space of a keyway lies, in millimetres; a keyway whose spacing nobody knows has none.',
    columns: [
      column('keyway', 'Keyway', text(40)),
      column('axis', 'Axis', whole(1, 2)),
      column('number', 'Space', whole(1, 20)),
      column('at_mm', 'From the stop, mm', decimal(0, 300)),
    ],
    key: ['keyway', 'axis', 'number'],
    references: [oneOf('keyways', 'keyway', 'name')],
  },
  'keyway-depths': {
    title: 'Keyway depths',
    one: 'depth of a keyway',
    about:
      'How much is cut away at each depth of a keyway, in millimetres, or on a disc in degrees; depth 1 is not cut.',
    columns: [
      column('keyway', 'Keyway', text(40)),
      column('axis', 'Axis', whole(1, 2)),
      column('number', 'Depth', whole(1, 12)),
      column('cut_mm', 'Cut away, mm', decimal(0, 30), optional),
      column('cut_deg', 'Cut at, degrees', decimal(0, 180), optional),
    ],
    key: ['keyway', 'axis', 'number'],
    references: [oneOf('keyways', 'keyway', 'name')],
    check: ({ cut_mm: mm, cut_deg: deg }) =>
      (mm === undefined) === (deg === undefined)
        ? { column: 'cut_mm', reason: 'Expected millimetres, or degrees on a disc.' }
        : undefined,
  },
  'code-series': {
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
  blanks: {
    title: 'Blanks',
    one: 'blank',
    about: 'Uncut keys and blades.',
    columns: [article, column('keyway', 'Keyway', text(40)), column('seat', 'Seat', text(40))],
    key: ['article'],
    keyStays: true,
    references: [oneOf('keyways', 'keyway', 'name')],
  },
  chips: {
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
  remotes: {
    title: 'Remotes',
    one: 'remote',
    about: 'Remotes with all in which an equivalent must match.',
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
  'look-alikes': {
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
} as const satisfies Record<string, ListDescription>;
