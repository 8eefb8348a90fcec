import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import ts from 'typescript';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { databaseUrl, dropDatabase, withClient, withSuperuser } from '../support/databases';

// The recipes of docs/adding.md, done to a copy of the program.
const root = join(import.meta.dirname, '../..');
const copy = join(root, '.kilnsman', 'adding');
const name = 'adding';

/** Puts text before the first place of a mark in a file of the copy. */
function insert(file: string, mark: string, text: string): void {
  const before = readFileSync(join(copy, file), 'utf8');
  const at = before.indexOf(mark);
  if (at < 0) throw new Error(`${file} has no ${mark}`);
  writeFileSync(join(copy, file), before.slice(0, at) + text + before.slice(at));
}

function write(file: string, text: string): void {
  mkdirSync(dirname(join(copy, file)), { recursive: true });
  writeFileSync(join(copy, file), text);
}

/** More columns than any list of the library has. */
const sizes = Array.from({ length: 24 }, (_, at) => `size_${at + 1}`);

const recipes = {
  errand: () => {
    insert('src/core/kinds/errand.ts', '] as const;', ", 'priceList'");
    insert('src/usecases/errands/works.ts', 'codeService };', 'priceList: codeService, ');
  },
  method: () =>
    insert(
      'src/core/catalogue/methods.ts',
      '  bench: {',
      "  optical: { ...plain, name: 'By the optical port', bySocket: true },\n",
    ),
  option: () => {
    insert(
      'src/core/quote/option-kinds.ts',
      '  customerBuys: {',
      `  shopLoan: {
    name: 'Shop, key on loan', short: 'Loan', about: 'A key that you bring back.', by: 'shop', newKey: true,
  },\n`,
    );
    insert(
      'src/core/quote/drafts/draft-of.ts',
      '  customerBuys,\n',
      "  shopLoan: () => no('None is free.'),\n",
    );
  },
  list: () => {
    insert(
      'src/core/catalogue/lists/keys.ts',
      "  'code-series': {",
      `  tumblers: {
    title: 'Tumblers', one: 'tumbler', about: 'What a lock is pinned with.',
    columns: [article, ...${JSON.stringify(sizes)}.map((size) => column(size, size, text(20)))],
    key: ['article'], keyStays: true, references: [],
  },\n`,
    );
    const cells = (alias: string) =>
      ['article', ...sizes].map((one) => `${one}: '${alias}.${one}'`).join(', ');
    insert(
      'src/data/library/storage/keys.ts',
      "  'code-series': withId({",
      `  tumblers: withKey('article', 't', {
    table: 'tumbler', from: 'tumbler t', read: { ${cells('t')} }, write: { ${cells('s')} }, joins: '',
  }),\n`,
    );
    write(
      'src/data/migrations/9999_tumblers.sql',
      `CREATE TABLE tumbler (article text PRIMARY KEY, ${sizes.map((one) => `${one} text NOT NULL`).join(', ')});`,
    );
  },
  event: () => {
    write(
      'src/core/job/events/lead-checked.ts',
      `import type { EventKind } from './event-kind';
export interface LeadChecked { readonly at: Date; readonly lead: string }
export const leadChecked: EventKind<LeadChecked> = {
  apply: (log) => ({ ok: true, log }),
  purposes: () => ['learn'],
  happenedAt: ({ at }) => at,
  audited: true,
  moments: ['at'],
  wants: [],
};\n`,
    );
    write(
      'src/inputs/events/lead-checked.ts',
      `import { Length } from 'class-validator';
import { instant } from '../fields';
export class LeadCheckedContent {
  @instant('When?') at!: Date;
  @Length(1, 40) lead!: string;
}\n`,
    );
    insert(
      'src/core/job/events/events.ts',
      '/** Every kind of event.',
      "import { leadChecked } from './lead-checked';\n",
    );
    insert('src/core/job/events/events.ts', '  attemptWithdrawn,\n', '  leadChecked,\n');
    insert(
      'src/inputs/events/contents.ts',
      '/** What the content',
      "import { LeadCheckedContent } from './lead-checked';\n",
    );
    insert(
      'src/inputs/events/contents.ts',
      '  countRead: CountReadContent',
      '  leadChecked: LeadCheckedContent,\n',
    );
  },
};

/** What the copy says of itself, asked by its own code. */
const question = `import 'reflect-metadata/lite';
import { listNames, listOf } from '@/core/catalogue/lists/lists';
import { purposeOf } from '@/core/programming/purpose';
import { routeKinds, routeNames } from '@/core/programming/route';
import { toolFunctions } from '@/core/programming/van-kit';
import { quoteOf } from '@/core/quote/options';
import { testRequest, testSnapshot } from '@/core/quote/test-snapshot';
import { openApiDocument } from '@/formats/api/openapi';
import { rowSchema } from '@/formats/library-json';
import { csvHeader } from '@/formats/list-csv';
import { eventRefusal } from '@/core/job/events/events';
import { emptyLog } from '@/core/job/events/log';
const none = { stage: 'none', doorNote: false, danger: false, role: 'locksmith', secondPerson: false };
const at = new Date('2027-03-03T15:20:00Z');
console.log(JSON.stringify({
  routes: routeKinds, routeName: routeNames.optical, purpose: purposeOf('optical', { worksInHand: true }), tools: toolFunctions,
  ways: rowSchema(listOf('platform-methods')).properties.kind.enum,
  loan: quoteOf(testRequest, testSnapshot).options.find(({ kind }) => kind === 'shopLoan'),
  lists: listNames.filter((name) => listOf(name).group === 'keys'), header: csvHeader(listOf('tumblers')).trim(),
  refusal: eventRefusal({ kind: 'leadChecked', at, lead: 'OBD' }, emptyLog, { now: at, standing: none }),
  document: JSON.stringify(openApiDocument()),
}));\n`;

const parsed = ts.parseJsonConfigFileContent(
  ts.readConfigFile(join(root, 'tsconfig.json'), ts.sys.readFile).config,
  ts.sys,
  copy,
);
const options: ts.CompilerOptions = { ...parsed.options, noEmit: true, incremental: false };

/** What the compiler says of the copy, with these files read otherwise. */
function problems(other: Readonly<Record<string, string>> = {}, only?: string): string[] {
  const host = ts.createCompilerHost(options);
  const read = host.readFile;
  host.readFile = (file) => other[file.slice(copy.length + 1)] ?? read(file);
  const files = ts.sys.readDirectory(join(copy, 'src'), ['.ts', '.tsx'], ['**/*.test.ts', '**/*.test.tsx']);
  program = ts.createProgram({ rootNames: files, options, host, ...(program && { oldProgram: program }) });
  const source = only === undefined ? undefined : program.getSourceFile(join(copy, only));
  return program
    .getSemanticDiagnostics(source)
    .map(
      ({ file, messageText }) =>
        `${file?.fileName.slice(copy.length + 1)}: ${ts.flattenDiagnosticMessageText(messageText, ' ')}`,
    );
}
let program: ts.Program | undefined;

/** A file of the copy without a line. */
function without(file: string, line: string): Readonly<Record<string, string>> {
  const text = readFileSync(join(copy, file), 'utf8');
  if (!text.includes(line)) throw new Error(`${file} has no ${line}`);
  return { [file]: text.replace(line, '') };
}

beforeAll(() => {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  for (const part of [
    'src',
    'scripts',
    'lint',
    'biome.json',
    '.dependency-cruiser.cjs',
    'package.json',
    'tsconfig.json',
  ])
    cpSync(join(root, part), join(copy, part), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  for (const follow of Object.values(recipes)) follow();
});
afterAll(async () => {
  rmSync(copy, { recursive: true, force: true });
  await dropDatabase(name);
});

describe('one more of each', () => {
  it('compiles', () => {
    expect(problems()).toEqual([]);
  });

  it.each([
    [
      'an option without its draft',
      'src/core/quote/drafts/draft-of.ts',
      "  shopLoan: () => no('None is free.'),\n",
    ],
    [
      'an event without the class of its content',
      'src/inputs/events/contents.ts',
      '  leadChecked: LeadCheckedContent,\n',
    ],
    [
      'an event without its purposes',
      'src/core/job/events/lead-checked.ts',
      "  purposes: () => ['learn'],\n",
    ],
    ['a list without its storage', 'src/data/library/storage/keys.ts', '  tumblers: withKey('],
  ])('does not compile: %s', (_, file, line) => {
    expect(
      problems(line.startsWith('  tumblers') ? renamed(file, line) : without(file, line), file),
    ).not.toEqual([]);
  });

  it('appears in names, forms, files and the document', () => {
    write('scripts/question.ts', question);
    const asked = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/question.ts'], {
      cwd: copy,
      encoding: 'utf8',
    });
    expect(asked.stderr.replace(/^npm.*\n/gm, '')).toBe('');
    const said = JSON.parse(asked.stdout);
    expect(said.routes).toContain('optical');
    expect(said).toMatchObject({ routeName: 'By the optical port', purpose: 'learn' });
    expect(said.tools).toContain('optical');
    expect(said.ways).toContain('optical');
    expect(said.loan).toMatchObject({ available: false, reason: 'None is free.' });
    expect(said.lists).toContain('tumblers');
    expect(said.header).toBe(['article', ...sizes].join(','));
    expect(said.refusal).toMatch(/record at On site/);
    for (const word of ['"optical"', '"shopLoan"', '"tumblers"', '"leadChecked"', '"lead"'])
      expect(said.document).toContain(word);
  });

  it('is taken by the tables and the serving role', async () => {
    await withSuperuser((client) => client.query(`CREATE DATABASE ${name} OWNER kilnsman_migrator`));
    const migrated = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/migrate.ts'], {
      cwd: copy,
      encoding: 'utf8',
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl('serving', name),
        MIGRATE_DATABASE_URL: databaseUrl('migrator', name),
      },
    });
    expect(migrated.stderr.replace(/^npm.*\n/gm, '')).toBe('');
    await withClient(databaseUrl('serving', name), async (client) => {
      const row = ['T-1', ...sizes.map(() => 'x')];
      await client.query(
        `INSERT INTO tumbler (article, ${sizes.join(', ')}) VALUES (${row.map((_, at) => `$${at + 1}`).join(', ')})`,
        row,
      );
      const checks = await client.query<{ kinds: string }>(
        "SELECT obj_description(oid, 'pg_constraint') AS kinds FROM pg_constraint WHERE conname LIKE '%\\_kinds'",
      );
      const all = checks.rows.map(({ kinds }) => kinds).join(' ');
      for (const kind of ['optical', 'shopLoan', 'leadChecked']) expect(all).toContain(kind);
    });
  });
});

describe('what the checks refuse', () => {
  const bin = (command: string) => join(root, 'node_modules', '.bin', command);
  const run = (command: string, args: readonly string[]) => {
    const { status, stdout } = spawnSync(bin(command), args, { cwd: copy, encoding: 'utf8' });
    return { status, stdout };
  };

  it('is a folder without a rule, a use-case above its floor, and code of a use-case in a screen', () => {
    const money = "import { formatMoney } from '@/core/kinds/money';\nexport const said = formatMoney;\n";
    write('src/nowhere/one.ts', money);
    write('src/core/alchemy/one.ts', money);
    write('src/usecases/elsewhere/one.ts', money);
    write('src/usecases/view/high.ts', "export { recordEvent } from '../jobs/record';\n");
    write('src/screens/call/bold.ts', "export { recordEvent } from '@/usecases/jobs/record';\n");
    write('src/usecases/jobs/served.ts', "export { hearAs } from '@/services/streams';\n");
    const { status, stdout } = run('depcruise', ['src', '--config', '.dependency-cruiser.cjs']);
    expect(status).not.toBe(0);
    for (const words of [
      'strange-folder-in-src: src/nowhere/one.ts',
      'strange-folder-in-src-core: src/core/alchemy/one.ts',
      'strange-folder-in-src-usecases: src/usecases/elsewhere/one.ts',
      'usecases-view-floor: src/usecases/view/high.ts',
      'screens-take-types: src/screens/call/bold.ts',
      'usecases-imports: src/usecases/jobs/served.ts',
    ])
      expect(stdout).toContain(words);
  });

  it('is a clock or chance in the core, and SQL outside of data', () => {
    write(
      'src/core/kinds/impure.ts',
      'export const all = () => [new Date(), Date.now(), Math.random(), new Date(0)];\n',
    );
    write(
      'src/usecases/asking.ts',
      "export const asked = ['SELECT 1', `UPDATE job SET a = 1`, 'Select one'];\n",
    );
    const files = ['src/core/kinds/impure.ts', 'src/usecases/asking.ts'];
    const { status, stdout } = run('biome', ['lint', '--vcs-enabled=false', '--reporter=github', ...files]);
    expect(status).not.toBe(0);
    expect(stdout.match(/The core is pure/g)).toHaveLength(3);
    expect(stdout.match(/SQL stands in src\/data only/g)).toHaveLength(2);
  });
});

/** A file in which a name of a registry is another one. */
function renamed(file: string, line: string): Readonly<Record<string, string>> {
  const text = readFileSync(join(copy, file), 'utf8');
  return { [file]: text.replace(line, line.replace('tumblers', 'others')) };
}
