import { methodKinds, methods } from '../methods';
import { pinSources, pinSourceWords, rankSigns } from '../platform';
import { waitEnds, waitsProblem } from '../wait';
import {
  choice,
  column,
  decimal,
  document,
  type ListDescription,
  make,
  model,
  modelReference,
  month,
  note,
  oneOf,
  optional,
  text,
  whole,
  words,
  year,
  yesNo,
} from './description';
import { chipFamilies, keywayProfiles } from './keys';

const rankSign = { kind: 'text', max: 24, form: 'rankSign' } as const;
const rankSignHint = `Of ${rankSigns.join(', ')}, or the colour of a head such as head: slate.`;

const partsOf = (cell: string | undefined) => (cell === undefined || cell === '' ? [] : cell.split(' '));

/** Immobilizer systems and how they take a key. */
export const platformLists = {
  platforms: {
    title: 'Platforms',
    one: 'platform',
    about: 'Immobilizer systems with their slots and rules.',
    columns: [
      column('name', 'Platform', text(40)),
      column('chip_family', 'Chip family', choice(chipFamilies, { none: 'no chip', PEL: 'resistor pellet' })),
      column(
        'link',
        'Link',
        choice(['can', 'serial', 'none'], { can: 'CAN', serial: 'older serial line', none: 'no line' }),
      ),
      column('slots_maximum', 'Slots at most', whole(0, 64)),
      column('slots_minimum', 'Slots at least', whole(0, 64)),
      column(
        'count',
        'Key count',
        choice(['readable', 'afterPin', 'cannotSay'], {
          readable: 'the car says it',
          afterPin: 'the car says it after the PIN',
          cannotSay: 'the car cannot say',
        }),
      ),
      column(
        'remote_learned',
        'Remote learned',
        choice(['with', 'apart', 'none'], {
          with: 'with the transponder',
          apart: 'on its own',
          none: 'no remote',
        }),
      ),
      column('rank', 'Rank told by', choice(['none', 'lamp', 'head colour', 'menu'], { none: 'no ranks' })),
      column('when_full', 'Full memory', choice(['refuses', 'drops oldest'])),
      column(
        'pin_sources',
        'PIN from',
        { ...words(60), said: pinSourceWords },
        {
          optional: true,
          hint: `Of ${pinSources.join(', ')}.`,
        },
      ),
      column('system_types', 'System types', words(120), optional),
      column('pellet_tolerance_percent', 'Pellet tolerance, %', decimal(0.1, 30), optional),
      column('lockout_seconds', 'Lockout after a wrong step, s', whole(0, 86_400), optional),
      note,
    ],
    key: ['name'],
    references: [],
    check: ({ slots_minimum: least, slots_maximum: most, pin_sources: sources = '', ...cells }) => {
      if (Number(least) > Number(most)) return { column: 'slots_minimum', reason: 'More than the maximum.' };
      const { chip_family: family, pellet_tolerance_percent: tolerance, lockout_seconds: lockout } = cells;
      const given = tolerance ? 'pellet_tolerance_percent' : 'lockout_seconds';
      if (family !== 'PEL' && (tolerance || lockout))
        return { column: given, reason: 'Only pellets have steps.' };
      if (Boolean(tolerance) !== Boolean(lockout))
        return {
          column: tolerance ? 'lockout_seconds' : 'pellet_tolerance_percent',
          reason: 'Tolerance and lockout go together.',
        };
      const strange = sources
        .split(' ')
        .some((one) => one && !(pinSources as readonly string[]).includes(one));
      return strange
        ? { column: 'pin_sources', reason: `Expected some of: ${pinSources.join(', ')}.` }
        : undefined;
    },
    // How many steps there are is said by the steps themselves now.
    former: { columns: [column('pellet_steps', 'Pellet steps', whole(2, 40))], rowsOf: () => [] },
  },
  'pellet-steps': {
    title: 'Pellet steps',
    one: 'step of a pellet',
    about:
      'The ladder of a resistor pellet: each step with its resistance, the years and blades that have it, and what took its place.',
    columns: [
      column('platform', 'Platform', text(40)),
      column('step', 'Step', whole(1, 40)),
      column('ohms', 'Resistance, Ω', decimal(1, 10_000_000)),
      column('from_year', 'From year', year, optional),
      column('to_year', 'To year', year, optional),
      column('profile', 'Only on blades', choice(keywayProfiles), {
        optional: true,
        hint: 'The profile of the blades that have it; empty for all.',
      }),
      column('replaced_by', 'Replaced by step', whole(1, 40), optional),
      column('replaced_from_year', 'Replaced from', year, optional),
      column('replaced_to_year', 'Replaced to', year, optional),
    ],
    key: ['platform', 'step'],
    references: [oneOf('platforms', 'platform', 'name')],
    check: (cells) => {
      const { from_year: from, to_year: to, step, replaced_by: by } = cells;
      if (from && to && Number(to) < Number(from))
        return { column: 'to_year', reason: 'Ends before it begins.' };
      if (by === step) return { column: 'replaced_by', reason: 'No step takes its own place.' };
      const { replaced_from_year: first, replaced_to_year: last } = cells;
      if (Boolean(by) !== Boolean(first) || Boolean(by) !== Boolean(last))
        return {
          column: 'replaced_by',
          reason: 'The step and the years in which it took its place go together.',
        };
      return first && Number(last) < Number(first)
        ? { column: 'replaced_to_year', reason: 'Ends before it begins.' }
        : undefined;
    },
  },
  'platform-methods': {
    title: 'Platform methods',
    one: 'platform method',
    about: 'The ways in which a platform itself takes a key, with waits and times.',
    columns: [
      column('platform', 'Platform', text(40)),
      column(
        'kind',
        'Way',
        choice(methodKinds, Object.fromEntries(methodKinds.map((kind) => [kind, methods[kind].name]))),
      ),
      column('known_keys_needed', 'Known keys needed', whole(0, 4)),
      column('needs_pin', 'Needs PIN', yesNo),
      column('needs_turning', 'Key must turn', yesNo),
      column('needs_tool', 'Needs a tool', yesNo),
      column('needs_network', 'Needs a network', yesNo),
      column('others', 'Other keys', choice(['keep', 'erase'], { keep: 'keeps them', erase: 'erases them' })),
      column('adapters', 'Leads', text(120), { optional: true, hint: 'In their order, separated by >.' }),
      column('article', 'Uses up', text(40), optional),
      column('boards_from', 'Boards from', month, optional),
      column('boards_to', 'Boards to', month, optional),
      column('chance', 'Stated chance', decimal(0.05, 0.995)),
      column('waits_seconds', 'Waits, seconds', words(60, true), optional),
      column(
        'waits_by',
        'Waits end',
        { ...words(60), said: waitEnds },
        { optional: true, hint: 'clock, sign, server or first, one for each wait; empty is the clock.' },
      ),
      column('waits_longest', 'Longest waits, seconds', words(60, true), {
        optional: true,
        hint: 'One for each wait that is not by the clock alone.',
      }),
      column('session_p50_minutes', 'Session P50, minutes', decimal(0.1, 600)),
      column('key_p50_minutes', 'Key P50, minutes', decimal(0, 120)),
      column('spread', 'Spread', decimal(0, 2)),
      column('how', 'How', text(200)),
      column('procedure', 'Procedure', text(60), {
        optional: true,
        hint: 'What leads through it, step by step.',
      }),
      column('arguments', 'Filled in', text(300), {
        optional: true,
        hint: 'What the procedure leaves open, as name=value, separated by semicolons.',
      }),
    ],
    key: ['platform', 'kind'],
    references: [oneOf('platforms', 'platform', 'name'), oneOf('procedures', 'procedure', 'name')],
    check: ({ boards_from: from, boards_to: to, ...cells }) =>
      from !== undefined && to !== undefined && to < from
        ? { column: 'boards_to', reason: 'Ends before it begins.' }
        : waitsProblem(
            partsOf(cells.waits_seconds).map(Number),
            partsOf(cells.waits_by),
            partsOf(cells.waits_longest).map(Number),
          ),
  },
  procedures: {
    title: 'Procedures',
    one: 'procedure',
    about:
      'How to talk to a car, as documents: steps with what leads from each to which, what may be behind what goes wrong, and the way back in.',
    columns: [
      column('name', 'Procedure', text(60)),
      column('version', 'Version', whole(1, 9999), {
        hint: 'Another content takes a higher number; one that was used stands for what it stood for.',
      }),
      column('body', 'Document', document('procedure')),
      column('source', 'Source', text(120)),
      column('certainty', 'Certainty', decimal(0.5, 0.995)),
    ],
    key: ['name'],
    references: [],
  },
  causes: {
    title: 'Causes',
    one: 'cause',
    about: 'What may be behind a step that goes wrong, and what mends it.',
    columns: [
      column('name', 'Name', text(40)),
      column('says', 'Cause', text(120)),
      column('remedy', 'What mends it', text(200)),
    ],
    key: ['name'],
    references: [],
  },
  looks: {
    title: 'Looks',
    one: 'look',
    about: 'Where to look for a cause: a question that is answered by yes or no, and how long that takes.',
    columns: [
      column('name', 'Name', text(40)),
      column('asks', 'Question', text(160)),
      column('seconds', 'Seconds', decimal(0.5, 3600)),
      column('otherwise', 'Yes without a cause', decimal(0.001, 0.5), {
        hint: 'How often it is answered by yes where none of its causes is there.',
      }),
    ],
    key: ['name'],
    references: [],
  },
  'look-tells': {
    title: 'What looks tell',
    one: 'cause that a look tells',
    about: 'How often a look is answered by yes where a cause is there.',
    columns: [
      column('look', 'Look', text(40)),
      column('cause', 'Cause', text(40)),
      column('chance', 'Yes with the cause', decimal(0.05, 0.999)),
    ],
    key: ['look', 'cause'],
    references: [oneOf('looks', 'look', 'name'), oneOf('causes', 'cause', 'name')],
  },
  'rank-tests': {
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
  'rank-signs': {
    title: 'Rank signs',
    one: 'moment of a rank test',
    about: 'What a master and a valet show at each moment of the test.',
    columns: [
      column('platform', 'Platform', text(40)),
      column('step', 'Step', whole(1, 9)),
      column('moment', 'Moment', text(120)),
      column('master', 'Master shows', rankSign, { hint: rankSignHint }),
      column('valet', 'Valet shows', rankSign, { hint: rankSignHint }),
    ],
    key: ['platform', 'step'],
    references: [oneOf('rank-tests', 'platform', 'platform')],
  },
  pockets: {
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
  behaviours: {
    title: 'Behaviours',
    one: 'behaviour of a platform',
    about:
      'How the cars of a platform behave, as documents: what a module is asked by which number, what hands do and what shows. A car on the bench is made of them.',
    columns: [
      column('platform', 'Platform', text(40)),
      column('version', 'Version', whole(1, 9999), {
        hint: 'Another content takes a higher number; one that was used stands for what it stood for.',
      }),
      column('body', 'Document', document('behaviour')),
      column('source', 'Source', text(120)),
      column('certainty', 'Certainty', decimal(0.5, 0.995)),
    ],
    key: ['platform'],
    references: [oneOf('platforms', 'platform', 'name')],
  },
  'tool-lists': {
    title: 'Ends of tool lists',
    one: 'end of a tool list',
    about: 'The last year a tool names for a model; beyond it a neighbouring entry is tried.',
    columns: [column('tool', 'Tool', text(60)), make, model, column('to_year', 'Last year', year)],
    key: ['tool', 'make', 'model'],
    references: [modelReference],
  },
} as const satisfies Record<string, ListDescription>;
