// Draws the past jobs of the demo world from a seed and writes past-jobs.csv and what hangs on it in world/.
// The same seed and catalogue give the same files; a test checks it.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { normal, pick, type Random, seededRandom } from '@/core/kinds/random';
import { withCheckDigit } from '@/core/vin/check-digit';
import { yearCharacters } from '@/core/vin/model-year';
import { readCsv } from '@/formats/csv';

const folder = join(import.meta.dirname, '..', 'world');
const list = (name: string) =>
  readCsv(readFileSync(join(folder, `${name}.csv`), 'utf8')).rows.map(({ cells }) => cells);

const jobCount = 600;
/** Fourteen months. */
const days = 425;
const firstNames =
  'Amara Bastien Chidi Delphine Eamon Farida Goran Hanae Ivo Jessamy Kofi Liesel Marisol Nikhil Oona Pavel Quilla Rahim Saskia Tomasz'.split(
    ' ',
  );
const lastNames =
  'Abernook Brandelow Castrovane Dunmarrow Ekwueme Fjordby Grintham Hallowick Ibarrane Jollimoor Kestrane Lindqvane Marchetta Nwosu Okonmere Pettifane Rasmoor Sandovane Tavernel Uddenholm'.split(
    ' ',
  );

/** The ways that past jobs took. */
const drawnKinds = ['onBoard', 'add', 'aklErase', 'aklAdd', 'image', 'bench'];
const twoAtLeast = ['Shuttle 4', 'Shuttle 2'];
/** Platforms of which the car tells how many keys it knows. */
const countable = list('platforms')
  .filter(({ count }) => count !== 'cannotSay')
  .map(({ name }) => name ?? '');

export function drawHistory(): Readonly<
  Record<'jobs' | 'attempts' | 'facts' | 'sources' | 'rivals', string>
> {
  const random = seededRandom('past jobs of the lake district');
  const applications = list('applications');
  const makerIds = list('maker-ids');
  const seconds = seededRandom('facts as found');
  const facts: string[][] = [];
  const thirds = seededRandom('sources and rivals');
  const sources: string[][] = [];
  const rivals: string[][] = [];
  const fourths = seededRandom('multi-type chips');
  const methods = list('platform-methods');
  const places = list('places');
  const jobs: string[][] = [];
  const attempts: string[][] = [];
  for (let at = 0; at < jobCount; at += 1) {
    const application = pick(
      random,
      applications,
      ({ weight, market }) => Number(weight) * (market === 'Meres' ? 1 : 0.06),
    );
    const job = drawJob(random, at, application, methods, pick(random, places).name ?? '', makerIds);
    jobs.push(job.cells);
    attempts.push(...job.attempts);
    if (job.done) facts.push(...drawFacts(seconds, String(at + 1), application, job.year));
    sources.push(...ofChips(fourths, application, drawSources(thirds, job)));
    rivals.push(...drawRivals(thirds, job));
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
    'equipment',
    'made_mark',
    'route',
    'count_before',
    'count_after',
    'outcome',
    'reason',
  ];
  const attemptColumns = ['job', 'route', 'after_minutes', 'minutes', 'result', 'reason'];
  return {
    jobs: csv([jobColumns, ...jobs]),
    attempts: csv([attemptColumns, ...attempts]),
    facts: csv([['job', 'kind', 'value'], ...facts]),
    sources: csv([['job', 'source', 'keys', 'comebacks', 'reason'], ...sources]),
    rivals: csv([['job', 'total', 'own', 'unusual_hour'], ...rivals]),
  };
}

type Cells = Readonly<Record<string, string>>;

/** Facts that somebody wrote down at the car. Some cars have something else than the library says. */
function drawFacts(random: Random, job: string, application: Cells, year: number): string[][] {
  const found = (kind: string, value: string | undefined, share: number) =>
    random() < share && value ? [[job, kind, value]] : [];
  const { model, chip, remote, platform, pocket } = { ...application, ...asFound(random, application, year) };
  const month = String(1 + Math.floor(random() * 12)).padStart(2, '0');
  return [
    ...found('modelYear', String(year), 0.5),
    ...found('buildMonth', `${year}-${month}`, model ? 0.3 : 0),
    ...found('chip', chip, 0.6),
    ...found('remote', remote, 0.35),
    ...found('platform', platform, 0.25),
    ...found('pocket', pocket, 0.3),
    ...(random() < 0.04
      ? found(
          'toolEntry',
          `${application.make} ${application.model} ${application.generation}, ${Number(application.from_year) + 1}`,
          1,
        )
      : []),
  ];
}

/** Where the library is wrong about the demo's cars: a split a year early, a pocket that moved, and now and then a slip. */
function asFound(random: Random, application: Cells, year: number): Cells {
  if (application.model === 'Ostrander' && application.platform === 'Heddle 2' && year >= 2017)
    return { chip: 'AES128-Elm', platform: 'Heddle 3', remote: 'REM-5612' };
  if (
    application.model === 'Dapplemere' &&
    application.platform === 'Heddle 2' &&
    application.ignition === 'turn' &&
    year >= 2018
  )
    return { remote: 'REM-4840' };
  if (application.model === 'Sedgewyn' && application.pocket === 'Column shroud' && random() < 0.5)
    return { pocket: 'Glovebox, upper edge' };
  if (random() < 0.012 && application.chip)
    return { chip: pick(random, ['CHL80-Rowan', 'CHL40-Alder', 'AES128-Elm']) };
  return {};
}

function drawJob(
  random: Random,
  at: number,
  application: Cells,
  methods: readonly Cells[],
  place: string,
  makerIds: readonly Cells[],
) {
  const number = String(at + 1);
  const own = methods
    .filter(
      ({ platform, kind }) =>
        platform === application.platform &&
        drawnKinds.includes(kind ?? '') &&
        (kind !== 'bench' || platform === 'Fustian'),
    )
    .map(({ kind }) => kind ?? '');
  const kinds =
    own.length === 0
      ? ['noProgramming', 'repair']
      : [...own.filter((kind) => kind !== 'onBoard' || random() < 0.5), 'repair'];
  const route = pick(
    random,
    kinds,
    (kind) =>
      ({ add: 5, repair: 2, aklErase: 3, aklAdd: 3, onBoard: 2, noProgramming: 3, bench: 3, image: 4 })[
        kind
      ] ?? 1,
  );
  const allLost = route.startsWith('akl') || (application.platform === 'Fustian' && route === 'bench');
  const erases = route === 'aklErase' || route === 'bench';
  const working = allLost ? 0 : route === 'onBoard' ? 2 : 1;
  const lost = allLost ? pick(random, [1, 2]) : 0;
  const wanted =
    route === 'repair'
      ? 0
      : pick(random, allLost && twoAtLeast.includes(application.platform ?? '') ? [2] : [1, 1, 1, 2]);
  const why =
    route === 'repair'
      ? pick(random, ['flatCell', 'wornButtons', 'crackedCase'])
      : allLost
        ? 'lost'
        : 'spare';
  const [from, to] = [Number(application.from_year), Math.min(2026, Number(application.to_year))];
  const year = from + Math.floor(random() * (to - from + 1));
  const told = year + pick(random, [0, 1, -1, 2, -2], (off) => [0.77, 0.1, 0.015][Math.abs(off)] ?? 0);

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
  const readable = countable.includes(application.platform ?? '');
  const touches = route !== 'repair' && route !== 'noProgramming';
  const before =
    ended !== 'done' || (!readable && !touches) ? undefined : readable ? working + lost : 'cannotSay';
  const planned = typeof before !== 'number' ? before : erases ? wanted : before + wanted;
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
    String(days - Math.floor((at * days) / jobCount)),
    `${8 + Math.floor(random() * 9)}:${pick(random, ['05', '20', '35', '50'])}`.padStart(5, '0'),
    pick(random, ['Imre Pellimoor', 'Sunniva Aasgren']),
    customer,
    `555-01${String(Math.floor(random() * 100)).padStart(2, '0')}`,
    application.make ?? '',
    application.model ?? '',
    application.market ?? '',
    application.generation ?? '',
    String(Math.min(told, 2027)),
    application.ignition ?? '',
    drawVin(random, application, year, makerIds),
    place,
    why,
    String(working),
    String(lost),
    String(wanted),
    application.from_year ?? '',
    application.from_month ?? '',
    application.equipment ?? '',
    application.made_mark ?? '',
    ended === 'done' || ended === 'notDone' ? route : '',
    before === undefined ? '' : String(before),
    planned === undefined ? '' : typeof planned === 'number' ? String(planned + (differs ? 1 : 0)) : planned,
    ended,
    reasons[ended] ?? '',
  ];
  return { cells, attempts, year, done: ended === 'done', number, ended, why, wanted };
}

interface DrawnJob {
  readonly number: string;
  readonly ended: string;
  readonly why: string;
  readonly wanted: number;
}

/** Where keys came from, how often, and how many of a hundred had to be made again, with why. */
const keySources = [
  { source: 'Cobble Wharf Blanks', share: 6, comebacks: 0.03, reasons: ['failed', 'poorRange'] },
  { source: 'Northmere Original Parts', share: 3, comebacks: 0.006, reasons: ['failed'] },
  { source: 'Oddment Keys', share: 2, comebacks: 0.19, reasons: ['notReset', 'wrong'] },
  { source: 'Penny Remote', share: 1, comebacks: 0.14, reasons: ['poorRange', 'failed', 'wrong'] },
];

function drawSources(random: Random, { number, ended, wanted }: DrawnJob): string[][] {
  if (ended !== 'done' || wanted === 0) return [];
  const { source, comebacks, reasons } = pick(random, keySources, ({ share }) => share);
  const again = random() < comebacks;
  return [[number, source, String(wanted), again ? '1' : '0', again ? pick(random, reasons) : '']];
}

/** One key in four that has a chip and no remote was made with a multi-type chip, with a record of its own. */
function ofChips(random: Random, { chip, remote }: Cells, drawn: string[][]): string[][] {
  const family = list('chips').find(({ article }) => article === chip)?.family ?? '';
  const multi = list('multi-type-chips').find(({ families }) => families?.split(' ').includes(family));
  if (!multi || remote) return drawn;
  return drawn.map((cells) => {
    const [number = '', , keys = ''] = cells;
    if (random() >= 0.25) return cells;
    const again = random() < 0.08;
    return [number, multi.article ?? '', keys, again ? '1' : '0', again ? 'failed' : ''];
  });
}

/** What another firm was said to take, in two calls of seven; those who went elsewhere were told less. */
function drawRivals(random: Random, { number, ended, why, wanted }: DrawnJob): string[][] {
  if (random() > 0.28 && ended !== 'wentElsewhere') return [];
  const own = why === 'lost' ? 330 : wanted === 0 ? 85 : 215;
  const price = own * (1 + 0.55 * Math.max(0, wanted - 1)) * (0.85 + 0.4 * random());
  const rival = price * (ended === 'wentElsewhere' ? 0.66 + 0.2 * random() : 0.84 + 0.34 * random());
  const rounded = (value: number) => `${5 * Math.round(value / 5)}.00`;
  return [[number, rounded(rival), rounded(price), random() < 0.12 ? 'yes' : 'no']];
}

/** A made-up VIN: it begins with 0, with which no country's cars begin. Meres cars carry a true check digit and year. */
function drawVin(random: Random, application: Cells, year: number, makerIds: readonly Cells[]): string {
  const letters = (text: string | undefined) => (text ?? '').toUpperCase().replace(/[IOQ]/g, 'X');
  const maker = makerIds.find(
    ({ make, market, code }) =>
      make === application.make && market === application.market && code?.length === 3,
  );
  const digits = (count: number) => Array.from({ length: count }, () => Math.floor(random() * 10)).join('');
  const seventh = year >= 2010 ? 'K' : '4';
  const meres = application.market === 'Meres';
  const tenth = meres ? (yearCharacters[(year - 1980) % 30] ?? 'A') : '0';
  const vin = `${maker?.code ?? '0XX'}${letters(application.model).slice(0, 1)}${digits(2)}${seventh}${digits(1)}${meres ? '0' : digits(1)}${tenth}H${digits(6)}`;
  return meres ? withCheckDigit(vin) : vin;
}

function csv(rows: readonly (readonly string[])[]): string {
  return `${rows.map((row) => row.map((cell) => (/[",]/.test(cell) ? `"${cell}"` : cell)).join(',')).join('\n')}\n`;
}

if (process.argv[1] === import.meta.filename) {
  for (const [name, text] of Object.entries(drawHistory()))
    writeFileSync(join(folder, `past-${name}.csv`), text);
}
