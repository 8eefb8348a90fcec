import { fold } from '@/core/identify/line/tokens';
import {
  ApplicationRow,
  BlankRow,
  ChipRow,
  GenerationRow,
  KeywayRow,
  MakeRow,
  ModelRow,
  PlatformMethodRow,
  PlatformRow,
  RemoteRow,
} from '@/inputs/world/catalogue-rows';
import type { TableRows, WorldReader } from './world-reader';

/** Makes to applications, in the order in which they refer to each other. */
export function readCatalogue(world: WorldReader): TableRows[] {
  const nameWords: Record<string, unknown>[] = [];
  const named = (kind: 'make' | 'model', id: string, name: string, more: string | undefined) => {
    const aliases = words(more);
    const all = [name, ...aliases].flatMap((text) => fold(text).split(/[^\p{L}\p{N}]+/u));
    for (const word of new Set(all)) if (word.length >= 3) nameWords.push({ word, kind, target_id: id });
    return { id, name, aliases };
  };

  const makes = world.read('makes', MakeRow, (row, at) =>
    named('make', at.define('make', row.name, 'name'), row.name, row.aliases),
  );
  const models = world.read('models', ModelRow, (row, at) => ({
    ...named('model', at.define('model', `${row.make} ${row.name}`, 'name'), row.name, row.aliases),
    make_id: at.refer('make', row.make, 'make'),
  }));
  const generations = world.read('generations', GenerationRow, (row, at) => {
    if (row.toYear < row.fromYear) at.wrong('to_year', 'Ends before it begins.');
    return {
      id: at.define('generation', `${row.make} ${row.model} ${row.market} ${row.name}`, 'name'),
      model_id: at.refer('model', `${row.make} ${row.model}`, 'model'),
      market: row.market,
      name: row.name,
      from_year: row.fromYear,
      to_year: row.toYear,
    };
  });
  const keyways = world.read('keyways', KeywayRow, (row, at) => ({
    id: at.define('keyway', row.name, 'name'),
    ...row,
  }));
  const blanks = world.read('blanks', BlankRow, (row, at) => ({
    article: at.define('blank', row.article, 'article', row.article),
    keyway_id: at.refer('keyway', row.keyway, 'keyway'),
  }));
  const chips = world.read('chips', ChipRow, (row, at) => ({
    ...row,
    article: at.define('chip', row.article, 'article', row.article),
  }));
  const remotes = world.read('remotes', RemoteRow, (row, at) => ({
    article: at.define('remote', row.article, 'article', row.article),
    buttons: row.buttons,
    frequency_mhz: row.frequencyMhz,
    board: row.board,
  }));
  const platforms = world.read('platforms', PlatformRow, (row, at) => {
    if (row.slotsMinimum > row.slotsMaximum) at.wrong('slots_minimum', 'More than the maximum.');
    return {
      id: at.define('platform', row.name, 'name'),
      name: row.name,
      chip_family: row.chipFamily,
      link: row.link,
      slots_maximum: row.slotsMaximum,
      slots_minimum: row.slotsMinimum,
      count: row.count,
      remote_learned: row.remoteLearned,
    };
  });
  const platformMethods = world.read('platform-methods', PlatformMethodRow, (row, at) => ({
    platform_id: at.refer('platform', row.platform, 'platform'),
    kind: row.kind,
    known_keys_needed: row.knownKeysNeeded,
    needs_pin: row.needsPin,
    needs_turning: row.needsTurning,
    waits_seconds: words(row.waitsSeconds).map(Number),
    session_p50_minutes: row.sessionP50Minutes,
    key_p50_minutes: row.keyP50Minutes,
    spread: row.spread,
    how: row.how,
  }));
  const applications = world.read('applications', ApplicationRow, (row, at) => {
    const generation = `${row.make} ${row.model} ${row.market} ${row.generation}`;
    if (row.toYear < row.fromYear) at.wrong('to_year', 'Ends before it begins.');
    return {
      id: at.define('application', applicationKey(row), 'from_year'),
      generation_id: at.refer('generation', generation, 'generation'),
      ignition: row.ignition,
      from_year: row.fromYear,
      from_month: row.fromMonth ?? null,
      to_year: row.toYear,
      to_month: row.toMonth ?? null,
      blank: at.refer('blank', row.blank, 'blank'),
      chip: row.chip === undefined ? null : at.refer('chip', row.chip, 'chip'),
      remote: row.remote === undefined ? null : at.refer('remote', row.remote, 'remote'),
      platform_id: at.refer('platform', row.platform, 'platform'),
      pocket: row.pocket ?? null,
      weight: row.weight,
    };
  });
  return [
    { table: 'make', rows: makes },
    { table: 'model', rows: models },
    { table: 'name_word', rows: nameWords },
    { table: 'generation', rows: generations },
    { table: 'keyway', rows: keyways },
    { table: 'blank', rows: blanks },
    { table: 'chip', rows: chips },
    { table: 'remote', rows: remotes },
    { table: 'platform', rows: platforms },
    { table: 'platform_method', rows: platformMethods },
    { table: 'application', rows: applications },
  ];
}

/** How other files name an application: its generation, its ignition and its first year and month. */
export function applicationKey(
  row: Pick<
    ApplicationRow,
    'make' | 'model' | 'market' | 'generation' | 'ignition' | 'fromYear' | 'fromMonth'
  >,
): string {
  const start = row.fromMonth === undefined ? `${row.fromYear}` : `${row.fromYear}-${row.fromMonth}`;
  return [row.make, row.model, row.market, row.generation, row.ignition, start].join(' ');
}

function words(text: string | undefined): string[] {
  return text?.split(' ').filter(Boolean) ?? [];
}
