import type { ListName } from '@/core/catalogue/lists/lists';

/** How a list of flat text cells lies in the tables: out by `read`, in by `write`. */
export interface ListStorage {
  readonly table: string;
  /** The tables a row is read from, and each cell as text; an empty cell is null. */
  readonly from: string;
  readonly read: Readonly<Record<string, string>>;
  /** The row's id as text: a uuid, or the key where that is the primary key. */
  readonly id: string;
  /** What each column of the table takes from the cells `s.…` and the joined tables. */
  readonly write: Readonly<Record<string, string>>;
  readonly joins: string;
  /** The primary key, which an import meets again. */
  readonly conflict: string;
  /** The condition on the table for one row by its id `$1`. */
  readonly byId: string;
  /** Whether a row of the table `t` holds a word, a pattern; where the texts of the whole row would be too slow. */
  readonly holds?: (pattern: string) => string;
}

const list = (expression: string) => `nullif(array_to_string(${expression}, ' '), '')`;
const yesNo = (expression: string) => `CASE WHEN ${expression} THEN 'yes' ELSE 'no' END`;
const number = (expression: string) => `trim_scale(${expression})::text`;
const words = (cell: string) => `coalesce(string_to_array(${cell}, ' '), '{}')`;
const yes = (cell: string) => `${cell} = 'yes'`;

/** A list whose rows have a uuid. */
function withId(
  storage: Omit<ListStorage, 'id' | 'conflict' | 'byId' | 'write'> & {
    readonly alias: string;
    readonly write: ListStorage['write'];
  },
): ListStorage {
  const { alias, ...rest } = storage;
  return {
    ...rest,
    id: `${alias}.id::text`,
    write: { id: 's.id::uuid', ...rest.write },
    conflict: 'id',
    byId: 'id::text = $1',
  };
}

/** A list whose rows are known by their article or code. */
function withKey(
  key: string,
  alias: string,
  storage: Omit<ListStorage, 'id' | 'conflict' | 'byId'>,
): ListStorage {
  return { ...storage, id: `${alias}.${key}`, conflict: key, byId: `${key} = $1` };
}

const modelJoin =
  'JOIN make mk ON mk.name = s.make JOIN model md ON md.make_id = mk.id AND md.name = s.model';

export const storages: Readonly<Record<ListName, ListStorage>> = {
  markets: withId({
    alias: 't',
    table: 'market',
    from: 'market t',
    read: { name: 't.name', check_digit: 't.check_digit', year_place: yesNo('t.year_place') },
    write: { name: 's.name', check_digit: 's.check_digit', year_place: yes('s.year_place') },
    joins: '',
  }),
  makes: withId({
    alias: 't',
    table: 'make',
    from: 'make t',
    read: { name: 't.name', aliases: list('t.aliases') },
    write: { name: 's.name', aliases: words('s.aliases') },
    joins: '',
  }),
  'maker-ids': withKey('code', 't', {
    table: 'maker_id',
    from: 'maker_id t JOIN make mk ON mk.id = t.make_id',
    read: { code: 't.code', make: 'mk.name', market: 't.market' },
    write: { code: 's.code', make_id: 'mk.id', market: 's.market' },
    joins: 'JOIN make mk ON mk.name = s.make',
  }),
  models: withId({
    alias: 't',
    table: 'model',
    from: 'model t JOIN make mk ON mk.id = t.make_id',
    read: { make: 'mk.name', name: 't.name', aliases: list('t.aliases'), vehicle_class: 't.vehicle_class' },
    write: {
      make_id: 'mk.id',
      name: 's.name',
      aliases: words('s.aliases'),
      vehicle_class: 's.vehicle_class',
    },
    joins: 'JOIN make mk ON mk.name = s.make',
  }),
  generations: withId({
    alias: 't',
    table: 'generation',
    from: 'generation t JOIN model md ON md.id = t.model_id JOIN make mk ON mk.id = md.make_id',
    read: {
      make: 'mk.name',
      model: 'md.name',
      market: 't.market',
      name: 't.name',
      from_year: 't.from_year::text',
      to_year: 't.to_year::text',
    },
    write: {
      model_id: 'md.id',
      market: 's.market',
      name: 's.name',
      from_year: 's.from_year::int',
      to_year: 's.to_year::int',
    },
    joins: modelJoin,
  }),
  keyways: withId({
    alias: 't',
    table: 'keyway',
    from: 'keyway t',
    read: {
      name: 't.name',
      profile: 't.profile',
      spaces: 't.spaces::text',
      depths: 't.depths::text',
      stop: 't.stop',
      blade_width_mm: number('t.blade_width_mm'),
      macs: 't.macs::text',
      pellet: yesNo('t.pellet'),
    },
    write: {
      name: 's.name',
      profile: 's.profile',
      spaces: 's.spaces::int',
      depths: 's.depths::int',
      stop: 's.stop',
      blade_width_mm: 's.blade_width_mm::numeric',
      macs: 's.macs::int',
      pellet: yes('s.pellet'),
    },
    joins: '',
  }),
  'keyway-spaces': ofKeyway('keyway_space', 'at_mm'),
  'keyway-depths': ofKeyway('keyway_depth', 'cut_mm'),
  'code-series': withId({
    alias: 't',
    table: 'code_series',
    from: 'code_series t JOIN keyway k ON k.id = t.keyway_id',
    read: {
      name: 't.name',
      keyway: 'k.name',
      prefix: 't.prefix',
      first: 't.first::text',
      count: 't.count::text',
    },
    write: {
      name: 's.name',
      keyway_id: 'k.id',
      prefix: 's.prefix',
      first: 's.first::int',
      count: 's.count::int',
    },
    joins: 'JOIN keyway k ON k.name = s.keyway',
  }),
  blanks: withKey('article', 't', {
    table: 'blank',
    from: 'blank t JOIN keyway k ON k.id = t.keyway_id',
    read: { article: 't.article', keyway: 'k.name', seat: 't.seat' },
    write: { article: 's.article', keyway_id: 'k.id', seat: 's.seat' },
    joins: 'JOIN keyway k ON k.name = s.keyway',
  }),
  chips: withKey('article', 't', {
    table: 'chip',
    from: 'chip t',
    read: {
      article: 't.article',
      family: 't.family',
      mark: 't.mark',
      sign: 't.sign',
      cloneable: yesNo('t.cloneable'),
    },
    write: {
      article: 's.article',
      family: 's.family',
      mark: 's.mark',
      sign: 's.sign',
      cloneable: yes('s.cloneable'),
    },
    joins: '',
  }),
  remotes: withKey('article', 't', {
    table: 'remote',
    from: 'remote t',
    read: {
      article: 't.article',
      badge: 't.badge',
      chip: 't.chip',
      buttons: 't.buttons::text',
      frequency_mhz: number('t.frequency_mhz'),
      board: 't.board',
      layout: list('t.layout'),
      seat: 't.seat',
      retainer: 't.retainer',
    },
    write: {
      article: 's.article',
      badge: 's.badge',
      chip: 's.chip',
      buttons: 's.buttons::int',
      frequency_mhz: 's.frequency_mhz::numeric',
      board: 's.board',
      layout: words('s.layout'),
      seat: 's.seat',
      retainer: 's.retainer',
    },
    joins: '',
  }),
  equals: pair('equal_article', 'article', 'equal', { note: 'note' }),
  universals: withKey('article', 't', {
    table: 'universal',
    from: 'universal t',
    read: {
      article: 't.article',
      families: list('t.families'),
      frequencies:
        "nullif((SELECT string_agg(trim_scale(f)::text, ' ' ORDER BY at) FROM unnest(t.frequencies_mhz) WITH ORDINALITY AS u(f, at)), '')",
      layout: list('t.layout'),
      cell: 't.cell',
    },
    write: {
      article: 's.article',
      families: words('s.families'),
      frequencies_mhz: `${words('s.frequencies')}::numeric[]`,
      layout: words('s.layout'),
      cell: 's.cell',
    },
    joins: '',
  }),
  'universal-profiles': pair('universal_profile', 'universal', 'remote', {
    profile: 'profile',
    shells: 'shells',
  }),
  'look-alikes': pair('look_alike', 'article', 'other', { tell: 'tell', consequence: 'consequence' }),
  platforms: withId({
    alias: 't',
    table: 'platform',
    from: 'platform t',
    read: {
      name: 't.name',
      chip_family: 't.chip_family',
      link: 't.link',
      slots_maximum: 't.slots_maximum::text',
      slots_minimum: 't.slots_minimum::text',
      count: 't.count',
      remote_learned: 't.remote_learned',
      rank: 't.rank',
      when_full: 't.when_full',
      pin_sources: list('t.pin_sources'),
      system_types: list('t.system_types'),
      note: 't.note',
    },
    write: {
      name: 's.name',
      chip_family: 's.chip_family',
      link: 's.link',
      slots_maximum: 's.slots_maximum::int',
      slots_minimum: 's.slots_minimum::int',
      count: 's.count',
      remote_learned: 's.remote_learned',
      rank: 's.rank',
      when_full: 's.when_full',
      pin_sources: words('s.pin_sources'),
      system_types: words('s.system_types'),
      note: 's.note',
    },
    joins: '',
  }),
  'platform-methods': {
    table: 'platform_method',
    from: 'platform_method t JOIN platform p ON p.id = t.platform_id',
    id: "p.name || ' ' || t.kind",
    read: {
      platform: 'p.name',
      kind: 't.kind',
      known_keys_needed: 't.known_keys_needed::text',
      needs_pin: yesNo('t.needs_pin'),
      needs_turning: yesNo('t.needs_turning'),
      needs_tool: yesNo('t.needs_tool'),
      needs_network: yesNo('t.needs_network'),
      others: 't.others',
      adapters: "nullif(array_to_string(t.adapters, ' > '), '')",
      article: 't.article',
      boards_from: 't.boards_from',
      boards_to: 't.boards_to',
      chance: number('t.chance'),
      waits_seconds: list('t.waits_seconds'),
      session_p50_minutes: number('t.session_p50_minutes'),
      key_p50_minutes: number('t.key_p50_minutes'),
      spread: number('t.spread'),
      how: 't.how',
    },
    write: {
      platform_id: 'p.id',
      kind: 's.kind',
      known_keys_needed: 's.known_keys_needed::int',
      needs_pin: yes('s.needs_pin'),
      needs_turning: yes('s.needs_turning'),
      needs_tool: yes('s.needs_tool'),
      needs_network: yes('s.needs_network'),
      others: 's.others',
      adapters: "coalesce(regexp_split_to_array(s.adapters, '\\s*>\\s*'), '{}')",
      article: 's.article',
      boards_from: 's.boards_from',
      boards_to: 's.boards_to',
      chance: 's.chance::numeric',
      waits_seconds: `${words('s.waits_seconds')}::int[]`,
      session_p50_minutes: 's.session_p50_minutes::numeric',
      key_p50_minutes: 's.key_p50_minutes::numeric',
      spread: 's.spread::numeric',
      how: 's.how',
    },
    joins: 'JOIN platform p ON p.name = s.platform',
    conflict: 'platform_id, kind',
    byId: "(SELECT name FROM platform WHERE id = platform_id) || ' ' || kind = $1",
  },
  'rank-tests': {
    table: 'rank_test',
    from: 'rank_test t JOIN platform p ON p.id = t.platform_id',
    id: 'p.name',
    read: { platform: 'p.name', how: 't.how', void_when: 't.void_when', second_check: 't.second_check' },
    write: { platform_id: 'p.id', how: 's.how', void_when: 's.void_when', second_check: 's.second_check' },
    joins: 'JOIN platform p ON p.name = s.platform',
    conflict: 'platform_id',
    byId: '(SELECT name FROM platform WHERE id = platform_id) = $1',
  },
  'rank-signs': {
    table: 'rank_sign',
    from: 'rank_sign t JOIN platform p ON p.id = t.platform_id',
    id: "p.name || ' ' || t.step",
    read: {
      platform: 'p.name',
      step: 't.step::text',
      moment: 't.moment',
      master: 't.master',
      valet: 't.valet',
    },
    write: {
      platform_id: 'p.id',
      step: 's.step::int',
      moment: 's.moment',
      master: 's.master',
      valet: 's.valet',
    },
    joins: 'JOIN platform p ON p.name = s.platform',
    conflict: 'platform_id, step',
    byId: "(SELECT name FROM platform WHERE id = platform_id) || ' ' || step = $1",
  },
  pockets: withId({
    alias: 't',
    table: 'pocket',
    from: 'pocket t',
    read: { name: 't.name', place: 't.place', how: 't.how' },
    write: { name: 's.name', place: 's.place', how: 's.how' },
    joins: '',
  }),
  sisters: {
    table: 'sister',
    from: `sister t JOIN model md ON md.id = t.model_id JOIN make mk ON mk.id = md.make_id
      JOIN model om ON om.id = t.other_id JOIN make ok ON ok.id = om.make_id`,
    id: "t.model_id::text || ' ' || t.other_id::text",
    read: {
      make: 'mk.name',
      model: 'md.name',
      other_make: 'ok.name',
      other_model: 'om.name',
      same: yesNo('t.same'),
      note: 't.note',
    },
    write: { model_id: 'md.id', other_id: 'om.id', same: yes('s.same'), note: 's.note' },
    joins: `${modelJoin} JOIN make ok ON ok.name = s.other_make JOIN model om ON om.make_id = ok.id AND om.name = s.other_model`,
    conflict: 'model_id, other_id',
    byId: "model_id::text || ' ' || other_id::text = $1",
  },
  'tool-lists': {
    table: 'tool_list',
    from: 'tool_list t JOIN model md ON md.id = t.model_id JOIN make mk ON mk.id = md.make_id',
    id: "t.tool || ' ' || t.model_id::text",
    read: { tool: 't.tool', make: 'mk.name', model: 'md.name', to_year: 't.to_year::text' },
    write: { tool: 's.tool', model_id: 'md.id', to_year: 's.to_year::int' },
    joins: modelJoin,
    conflict: 'tool, model_id',
    byId: "tool || ' ' || model_id::text = $1",
  },
  applications: withId({
    alias: 't',
    table: 'application',
    from: `application t JOIN generation g ON g.id = t.generation_id JOIN model md ON md.id = g.model_id
      JOIN make mk ON mk.id = md.make_id JOIN platform p ON p.id = t.platform_id`,
    read: {
      make: 'mk.name',
      model: 'md.name',
      market: 'g.market',
      generation: 'g.name',
      ignition: 't.ignition',
      from_year: 't.from_year::text',
      from_month: 't.from_month::text',
      to_year: 't.to_year::text',
      to_month: 't.to_month::text',
      equipment: 't.equipment',
      made_mark: 't.made_mark',
      blank: 't.blank',
      chip: 't.chip',
      remote: 't.remote',
      platform: 'p.name',
      pocket: 't.pocket',
      weight: number('t.weight'),
      source: 't.source',
      certainty: number('t.certainty'),
      fact_sources: 't.fact_sources',
    },
    write: {
      generation_id: 'g.id',
      ignition: 's.ignition',
      from_year: 's.from_year::int',
      from_month: 's.from_month::int',
      to_year: 's.to_year::int',
      to_month: 's.to_month::int',
      equipment: 's.equipment',
      made_mark: 's.made_mark',
      blank: 's.blank',
      chip: 's.chip',
      remote: 's.remote',
      platform_id: 'p.id',
      pocket: 's.pocket',
      weight: 's.weight::numeric',
      source: 's.source',
      certainty: 's.certainty::numeric',
      fact_sources: 's.fact_sources',
    },
    joins: `${modelJoin} JOIN generation g ON g.model_id = md.id AND g.market = s.market AND g.name = s.generation
      JOIN platform p ON p.name = s.platform`,
    holds: (pattern) => {
      const named = (column: string, table: string, key: string, text: string) =>
        `t.${column} IN (SELECT ${key} FROM ${table} WHERE ${text} ILIKE ${pattern})`;
      return [
        named(
          'generation_id',
          'generation g JOIN model md ON md.id = g.model_id JOIN make mk ON mk.id = md.make_id',
          'g.id',
          "concat_ws(' ', mk.name, md.name, g.market, g.name)",
        ),
        named('platform_id', 'platform', 'id', 'name'),
        named('blank', 'blank', 'article', 'article'),
        named('chip', 'chip', 'article', 'article'),
        named('remote', 'remote', 'article', 'article'),
        named('pocket', 'pocket', 'name', 'name'),
        `concat_ws(' ', t.ignition, t.from_year, t.to_year, t.equipment, t.made_mark, t.source, t.fact_sources) ILIKE ${pattern}`,
      ].join(' OR ');
    },
  }),
};

/** A list of pairs of articles with a few more columns, all kept as they are. */
function pair(
  table: string,
  one: string,
  other: string,
  more: Readonly<Record<string, string>>,
): ListStorage {
  const columns = [one, other, ...Object.keys(more)];
  return {
    table,
    from: `${table} t`,
    id: `t.${one} || ' ' || t.${other}`,
    read: Object.fromEntries(columns.map((name) => [name, `t.${name}`])),
    write: Object.fromEntries(columns.map((name) => [name, `s.${name}`])),
    joins: '',
    conflict: `${one}, ${other}`,
    byId: `${one} || ' ' || ${other} = $1`,
  };
}

/** What a keyway has by axis and number: the measure of each. */
function ofKeyway(table: string, measure: string): ListStorage {
  return {
    table,
    from: `${table} t JOIN keyway k ON k.id = t.keyway_id`,
    id: "k.name || ' ' || t.axis || ' ' || t.number",
    read: {
      keyway: 'k.name',
      axis: 't.axis::text',
      number: 't.number::text',
      [measure]: number(`t.${measure}`),
    },
    write: {
      keyway_id: 'k.id',
      axis: 's.axis::int',
      number: 's.number::int',
      [measure]: `s.${measure}::numeric`,
    },
    joins: 'JOIN keyway k ON k.name = s.keyway',
    conflict: 'keyway_id, axis, number',
    byId: "(SELECT name FROM keyway WHERE id = keyway_id) || ' ' || axis || ' ' || number = $1",
  };
}
