import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Application, Chip, Keyway, Remote } from '@/core/catalogue/application';
import { readCsv } from '@/formats/csv';

const folder = join(import.meta.dirname, '../../world');
const list = (name: string) =>
  readCsv(readFileSync(join(folder, `${name}.csv`), 'utf8')).rows.map(({ cells }) => cells);

/** An application for tests, with what matters to them changed. */
export function testApplication(more: Partial<Application> = {}): Application {
  return {
    id: 'one',
    makeId: 'halvorn',
    make: 'Halvorn',
    modelId: 'merrowdale',
    model: 'Merrowdale',
    generation: 'II',
    market: 'Meres',
    ignition: 'push',
    span: { from: { year: 2016, month: null }, to: { year: 2022, month: null } },
    equipment: null,
    madeMark: null,
    keyway: {
      name: 'Siskin 11',
      profile: 'inside track',
      spaces: 11,
      depths: 4,
      stop: 'tip',
      bladeWidthMm: 9.4,
    },
    blank: 'BLANK-2041',
    chip: null,
    remote: null,
    platformId: 'heddle-2',
    platform: 'Heddle 2',
    pocket: null,
    weight: 1,
    source: 'Read at the bench',
    certainty: 0.97,
    ...more,
  };
}

/** The demo world's applications as its files have them. */
export function worldApplications(): Application[] {
  const keyways = new Map(list('keyways').map((row) => [row.name, keywayOf(row)]));
  const blanks = new Map(list('blanks').map((row) => [row.article, keyways.get(row.keyway ?? '')]));
  const chips = new Map(list('chips').map((row) => [row.article, row as unknown as Chip]));
  const remotes = new Map(list('remotes').map((row) => [row.article, remoteOf(row)]));
  const end = (year: string | undefined, month: string | undefined) => ({
    year: Number(year),
    month: month === undefined ? null : Number(month),
  });
  return list('applications').map((row, at) => {
    const keyway = blanks.get(row.blank);
    if (!keyway) throw new Error(`no keyway for ${row.blank}`);
    return {
      id: String(at).padStart(4, '0'),
      makeId: row.make ?? '',
      make: row.make ?? '',
      modelId: `${row.make} ${row.model}`,
      model: row.model ?? '',
      generation: row.generation ?? '',
      market: row.market ?? '',
      ignition: row.ignition === 'push' ? 'push' : 'turn',
      span: { from: end(row.from_year, row.from_month), to: end(row.to_year, row.to_month) },
      equipment: row.equipment ?? null,
      madeMark: row.made_mark ?? null,
      keyway,
      blank: row.blank ?? '',
      chip: row.chip === undefined ? null : (chips.get(row.chip) ?? null),
      remote: row.remote === undefined ? null : (remotes.get(row.remote) ?? null),
      platformId: row.platform ?? '',
      platform: row.platform ?? '',
      pocket: row.pocket ?? null,
      weight: Number(row.weight),
      source: row.source ?? '',
      certainty: Number(row.certainty),
    };
  });
}

function keywayOf(row: Readonly<Record<string, string>>): Keyway {
  return {
    name: row.name ?? '',
    profile: row.profile as Keyway['profile'],
    spaces: Number(row.spaces),
    depths: Number(row.depths),
    stop: row.stop as Keyway['stop'],
    bladeWidthMm: Number(row.blade_width_mm),
  };
}

function remoteOf(row: Readonly<Record<string, string>>): Remote {
  return {
    article: row.article ?? '',
    buttons: Number(row.buttons),
    frequencyMhz: Number(row.frequency_mhz),
    board: row.board ?? '',
    badge: row.badge ?? '',
    layout: row.layout?.split(' ') ?? [],
    seat: row.seat ?? '',
    retainer: row.retainer ?? '',
  };
}
