// Draws the past jobs of the demo world from a seed and writes world/past-jobs.csv and world/past-attempts.csv.
// The same seed and catalogue give the same files; a test checks it. `--print` writes nothing and prints both.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { normal, pick, type Random, seededRandom } from '@/core/kinds/random';
import { withCheckDigit } from '@/core/vin/check-digit';
import { readCsv } from '@/formats/csv';

const folder = join(import.meta.dirname, '..', 'world');
const list = (name: string) =>
  readCsv(readFileSync(join(folder, `${name}.csv`), 'utf8')).rows.map(({ cells }) => cells);

const jobCount = 30;
const firstNames =
  'Amara Bastien Chidi Delphine Eamon Farida Goran Hanae Ivo Jessamy Kofi Liesel Marisol Nikhil Oona Pavel Quilla Rahim Saskia Tomasz'.split(
    ' ',
  );
const lastNames =
  'Abernook Brandelow Castrovane Dunmarrow Ekwueme Fjordby Grintham Hallowick Ibarrane Jollimoor Kestrane Lindqvane Marchetta Nwosu Okonmere Pettifane Rasmoor Sandovane Tavernel Uddenholm'.split(
    ' ',
  );

export function drawHistory(): { jobs: string; attempts: string } {
  const random = seededRandom('past jobs of the lake district');
  const applications = list('applications').filter(({ market }) => market === 'Meres');
  const methods = list('platform-methods');
  const places = list('places');
  const jobs: string[][] = [];
  const attempts: string[][] = [];
  for (let at = 0; at < jobCount; at += 1) {
    const application = pick(random, applications, ({ weight }) => Number(weight));
    const job = drawJob(random, at, application, methods, pick(random, places).name ?? '');
    jobs.push(job.cells);
    attempts.push(...job.attempts);
  }
  const jobColumns = [
    'job',
    'days_ago',
    'hour',
    'person',
    'customer',
    'phone',
    'make',
    'model',
    'market',
    'generation',
    'year',
    'ignition',
    'vin',
    'place',
    'why',
    'working',
    'lost',
    'wanted',
    'from_year',
    'from_month',
    'route',
    'count_before',
    'count_after',
    'outcome',
    'reason',
  ];
  const attemptColumns = ['job', 'route', 'after_minutes', 'minutes', 'result', 'reason'];
  return { jobs: csv([jobColumns, ...jobs]), attempts: csv([attemptColumns, ...attempts]) };
}

type Cells = Readonly<Record<string, string>>;

function drawJob(random: Random, at: number, application: Cells, methods: readonly Cells[], place: string) {
  const number = String(at + 1);
  const own = methods
    .filter(({ platform }) => platform === application.platform)
    .map(({ kind }) => kind ?? '');
  const kinds =
    own.length === 0
      ? ['none', 'repair']
      : [...own.filter((kind) => kind !== 'onBoard' || random() < 0.5), 'repair'];
  const route = pick(
    random,
    kinds,
    (kind) => ({ add: 5, repair: 2, aklErase: 3, aklAdd: 3, onBoard: 2, none: 3 })[kind] ?? 1,
  );
  const allLost = route === 'aklErase' || route === 'aklAdd';
  const working = allLost ? 0 : route === 'onBoard' ? 2 : 1;
  const lost = allLost ? pick(random, [1, 2]) : 0;
  const wanted =
    route === 'repair'
      ? 0
      : pick(random, allLost && application.platform === 'Shuttle 4' ? [2] : [1, 1, 1, 2]);
  const why =
    route === 'repair'
      ? pick(random, ['flatCell', 'wornButtons', 'crackedCase'])
      : allLost
        ? 'lost'
        : 'spare';
  const [from, to] = [Number(application.from_year), Math.min(2026, Number(application.to_year))];
  const year = from + Math.floor(random() * (to - from + 1));

  const ended = random() < 0.87 ? 'done' : pick(random, ['notDone', 'wentElsewhere', 'refused']);
  const attempts: string[][] = [];
  if (ended === 'done' || ended === 'notDone') {
    let after = 30 + Math.floor(random() * 40);
    if (ended === 'notDone' || random() < 0.25) {
      const minutes = Math.max(4, Math.round(normal(random, 18, 6)));
      const reason = pick(random, [
        'Wrong chip in the new key',
        'A forgotten key in the cabin',
        'Low voltage during the wait',
        'The new key was not virgin',
        'Step timed too slowly',
      ]);
      attempts.push([number, route, String(after), String(minutes), 'failed', reason]);
      after += minutes + 5;
    }
    if (ended === 'done')
      attempts.push([
        number,
        route,
        String(after),
        String(Math.max(5, Math.round(normal(random, 24, 7)))),
        'worked',
        '',
      ]);
  }
  const readable = ['Heddle 2', 'Heddle 3', 'Selvedge'].includes(application.platform ?? '');
  const touches = route !== 'repair' && route !== 'none';
  const before =
    ended !== 'done' || (!readable && !touches) ? undefined : readable ? working + lost : 'cannotSay';
  const planned = typeof before !== 'number' ? before : route === 'aklErase' ? wanted : before + wanted;
  const differs = typeof planned === 'number' && random() < 0.08;
  const reasons: Record<string, string> = {
    notDone: 'No chip of this kind on the van; the customer waits for the part',
    wentElsewhere: 'Another firm was cheaper by a third',
    refused: 'The papers named somebody else',
    done: differs ? 'The owner had learned one more key than told' : '',
  };
  const customer = `${pick(random, firstNames)} ${pick(random, lastNames)}`;
  const cells = [
    number,
    String(420 - at * 14 - Math.floor(random() * 10)),
    `${8 + Math.floor(random() * 9)}:${pick(random, ['05', '20', '35', '50'])}`.padStart(5, '0'),
    pick(random, ['Imre Pellimoor', 'Sunniva Aasgren']),
    customer,
    `555-01${String(Math.floor(random() * 100)).padStart(2, '0')}`,
    application.make ?? '',
    application.model ?? '',
    application.market ?? '',
    application.generation ?? '',
    String(year),
    application.ignition ?? '',
    drawVin(random, application, year),
    place,
    why,
    String(working),
    String(lost),
    String(wanted),
    application.from_year ?? '',
    application.from_month ?? '',
    ended === 'done' || ended === 'notDone' ? route : '',
    before === undefined ? '' : String(before),
    planned === undefined ? '' : typeof planned === 'number' ? String(planned + (differs ? 1 : 0)) : planned,
    ended,
    reasons[ended] ?? '',
  ];
  return { cells, attempts };
}

const yearCharacters = 'ABCDEFGHJKLMNPRSTVWXY123456789';

/** A made-up VIN: it begins with 0, with which no country's cars begin; year character and check digit are true. */
function drawVin(random: Random, application: Cells, year: number): string {
  const letters = (text: string | undefined) => (text ?? '').toUpperCase().replace(/[IOQ]/g, 'X');
  const maker = `0${letters(application.make).slice(0, 1)}${letters(application.model).slice(0, 1)}`;
  const digits = (count: number) => Array.from({ length: count }, () => Math.floor(random() * 10)).join('');
  const seventh = year >= 2010 ? 'K' : '4';
  const yearCharacter = yearCharacters[(year - 1980) % 30] ?? 'A';
  return withCheckDigit(
    `${maker}${letters(application.platform).slice(0, 1)}${digits(2)}${seventh}${digits(1)}0${yearCharacter}H${digits(6)}`,
  );
}

function csv(rows: readonly (readonly string[])[]): string {
  return `${rows.map((row) => row.map((cell) => (/[",]/.test(cell) ? `"${cell}"` : cell)).join(',')).join('\n')}\n`;
}

if (process.argv[1] === import.meta.filename) {
  const { jobs, attempts } = drawHistory();
  writeFileSync(join(folder, 'past-jobs.csv'), jobs);
  writeFileSync(join(folder, 'past-attempts.csv'), attempts);
}
