import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { endGroup } from '../../scripts/lib/child.mjs';
import { freePort } from '../../scripts/lib/postgres.mjs';

const root = join(import.meta.dirname, '..', '..');
const clone = mkdtempSync(join(tmpdir(), 'kilnsman-clone-'));
let port = 0;

/** A clone of the working tree with the packages installed, so that only `npm start` itself is under test. */
beforeAll(async () => {
  const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '-z'], {
    cwd: root,
  }).toString();
  for (const file of files.split('\0').filter((name) => name !== '' && existsSync(join(root, name)))) {
    mkdirSync(dirname(join(clone, file)), { recursive: true });
    cpSync(join(root, file), join(clone, file));
  }
  execFileSync('cp', ['-al', join(root, 'node_modules'), join(clone, 'node_modules')]);
  port = await freePort();
});

afterAll(() => {
  const clusters = execFileSync('node', [
    '-e',
    `import('${clone}/scripts/lib/project.mjs').then((p) => console.log(p.cloneId))`,
  ]);
  for (const name of ['demo', 'dev', 'shop'])
    rmSync(`/var/lib/kilnsman/${clusters.toString().trim()}-${name}`, { recursive: true, force: true });
  rmSync(clone, { recursive: true, force: true });
});

interface Started {
  readonly child: ChildProcess;
  readonly output: () => string;
}

function npmRun(...args: string[]): Started {
  const { DATABASE_URL: _, MIGRATE_DATABASE_URL: __, VITEST: ___, ...inherited } = process.env;
  const child = spawn('npm', args, {
    cwd: clone,
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: {
      ...inherited,
      NODE_ENV: 'production',
      PORT: String(port),
      ...(inherited.KILNSMAN_TEST_URL ? { DATABASE_URL: inherited.KILNSMAN_TEST_URL } : {}),
    },
  });
  let output = '';
  child.stdout?.on('data', (part) => {
    output += part;
  });
  child.stderr?.on('data', (part) => {
    output += part;
  });
  return { child, output: () => output };
}

const npmStart = () => npmRun('start');

async function until(what: string, holds: () => boolean | Promise<boolean>, seconds = 150): Promise<void> {
  for (let left = seconds * 4; left > 0; left -= 1) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error(`waited ${seconds} s for ${what}`);
}

const serves = () =>
  fetch(`http://127.0.0.1:${port}/api/health`).then(
    (answer) => answer.ok,
    () => false,
  );
const ended = ({ child }: Started) => child.exitCode !== null || child.signalCode !== null;

/** Every process that works in the clone or serves its cluster. */
function leftBehind(): string[] {
  const id = JSON.parse(
    execFileSync('node', [
      '-p',
      `JSON.stringify(require('crypto').createHash('sha256').update('${clone}').digest('hex').slice(0, 8))`,
    ]).toString(),
  );
  const all = execFileSync('ps', ['-eo', 'pid,args', '--no-headers']).toString().split('\n');
  const inClone = (pid: string) => {
    try {
      return execFileSync('readlink', [`/proc/${pid}/cwd`])
        .toString()
        .trim()
        .startsWith(clone);
    } catch {
      return false;
    }
  };
  return all.filter((line) => line.includes(`/${id}-`) || inClone(line.trim().split(' ')[0] ?? ''));
}

describe('npm start', () => {
  // First, since nothing is built yet: what it leaves is what the next start begins from.
  it('stops a start that is still under way', async () => {
    const started = npmStart();
    await until('the build', () => started.output().includes('building'));
    started.child.kill('SIGTERM');
    await until('the end', () => ended(started) && leftBehind().length === 0, 60);
    await endGroup(started.child).catch(() => {});
  });

  it('serves the demo world; a second start says so; a foreign program on the port is told', async () => {
    const first = npmStart();
    await until('the first start', serves);
    const page = await fetch(`http://127.0.0.1:${port}/sign-in`);
    expect(await page.text()).toContain('Imre Pellimoor');

    const second = npmStart();
    await until('the second start to end', () => ended(second));
    expect(second.child.exitCode).toBe(0);
    expect(second.output()).toContain('already serving');
    expect(await serves()).toBe(true);

    first.child.kill('SIGTERM');
    await until('the end after TERM', () => ended(first) && leftBehind().length === 0, 30);

    const foreign = createServer((socket) => {
      socket.on('error', () => {});
      socket.end('HTTP/1.1 200 OK\r\n\r\nhello');
    }).listen(port, '127.0.0.1');
    const third = npmStart();
    await until('the third start to end', () => ended(third));
    expect(third.child.exitCode).toBe(1);
    expect(third.output()).toContain('PORT=');
    foreign.close();
  });

  it.each(['SIGINT', 'SIGTERM', 'SIGHUP', 'SIGKILL'] as const)(
    'leaves no process behind when npm gets %s',
    async (signal) => {
      const started = npmStart();
      await until('the start', serves);
      started.child.kill(signal);
      await until(`the end after ${signal}`, () => ended(started) && leftBehind().length === 0, 30);
      expect(await serves()).toBe(false);
    },
  );

  it('keeps its data over a restart, and the passwords of the database in a file only its owner reads', async () => {
    const started = npmStart();
    await until('the start', serves);
    expect(started.output()).not.toContain('the demo world is loaded');
    const id = (await import(join(clone, 'scripts/lib/project.mjs'))).cloneId;
    const asRoot = process.getuid?.() === 0;
    const settings = asRoot
      ? `/var/lib/kilnsman/${id}-demo/cluster.json`
      : join(clone, '.kilnsman/demo/cluster.json');
    expect(execFileSync('stat', ['-c', '%a', settings]).toString().trim()).toBe('600');
    expect(started.output()).not.toContain(
      JSON.parse(readFileSync(settings, 'utf8')).passwords.kilnsman_serving,
    );
    started.child.kill('SIGINT');
    await until('the end', () => ended(started) && leftBehind().length === 0, 30);
  });
});

describe('what an accident leaves', () => {
  const health = () =>
    fetch(`http://127.0.0.1:${port}/api/health`).then(
      (answer) => answer.json() as Promise<{ database: string }>,
      () => ({ database: 'no server' }),
    );
  const pidIn = (name: string) => Number(readFileSync(join(clone, '.kilnsman', name), 'utf8'));

  it('a database that died is started again by the next start, and the server goes on', async () => {
    const started = npmStart();
    await until('the start', serves);
    const postmaster = leftBehind()
      .map((line) => line.trim())
      .find((line) => /postgres.* -D /.test(line));
    process.kill(Number(postmaster?.split(' ')[0]), 'SIGQUIT');
    await until('the database to be away', async () => (await health()).database === 'away', 30);
    const second = npmStart();
    await until('the second start to end', () => ended(second));
    expect(second.child.exitCode).toBe(0);
    expect(second.output()).toContain('the database had stopped and was started again');
    await until('the database to be there', async () => (await health()).database === 'there', 30);
    started.child.kill('SIGTERM');
    await until('the end', () => ended(started) && leftBehind().length === 0, 30);
  });

  it('a server whose starter was killed is ended by the next start, which serves in its place', async () => {
    const first = npmStart();
    await until('the start', serves);
    const server = pidIn('server.pid');
    process.kill(pidIn('start.pid'), 'SIGKILL');
    await until('the first start to end', () => ended(first));
    expect(await serves()).toBe(true);
    const second = npmStart();
    await until('the new server', async () => (await serves()) && pidIn('server.pid') !== server);
    expect(second.output()).toContain(`ending a server (process ${server})`);
    second.child.kill('SIGTERM');
    await until('the end', () => ended(second) && leftBehind().length === 0, 30);
  });
});

describe('the commands of the README', () => {
  const runs = async (...args: string[]) => {
    const command = npmRun('run', ...args);
    await until(`npm run ${args.join(' ')}`, () => ended(command));
    return { code: command.child.exitCode, output: command.output() };
  };

  it('work on the database of this clone, which they start and stop again', async () => {
    const chain = await runs('audit-chain');
    expect(chain.output).toMatch(/The chain of \d+ lines fits, and is sealed up to line \d+\./);
    expect(chain.code).toBe(0);
    const retention = await runs('retention');
    expect(retention.output).toMatch(/secrets of 0 jobs destroyed/);
    expect(retention.code).toBe(0);
    const rotated = await runs('rotate-vault-key');
    expect(rotated.output).toMatch(/the vault key is changed/);
    expect((await runs('audit-chain')).code).toBe(0);
    expect(leftBehind()).toEqual([]);
  });

  it('say a word and no stack where the database is not to be had', async () => {
    process.env.KILNSMAN_TEST_URL = 'postgres://nobody:x@127.0.0.1:1/none';
    const away = npmRun('run', 'audit-chain');
    delete process.env.KILNSMAN_TEST_URL;
    await until('the command', () => ended(away));
    expect(away.output()).toContain('the database cannot be reached');
    expect(away.output()).not.toMatch(/\n\s+at /);
    expect(away.child.exitCode).toBe(1);
  });
});

describe('the vault key', () => {
  it('is made once, told where it stands, and a start without it or with another one ends with a clear word', async () => {
    const file = join(clone, '.kilnsman/vault.key');
    const kept = readFileSync(file, 'utf8');
    expect(execFileSync('stat', ['-c', '%a', file]).toString().trim()).toBe('600');
    for (const [key, words] of [
      [undefined, 'the vault key is missing: expected the key'],
      [randomBytes(32).toString('base64'), 'is not the one of this database'],
    ] as const) {
      rmSync(file);
      if (key) writeFileSync(file, `${key}\n`, { mode: 0o600 });
      else mkdirSync(dirname(file), { recursive: true });
      const started = npmStart();
      await until('the refusal', () => ended(started));
      expect(started.child.exitCode).toBe(1);
      expect(started.output()).toContain(words);
      expect(started.output()).not.toContain(kept.trim());
      expect(await serves()).toBe(false);
      writeFileSync(file, kept, { mode: 0o600 });
    }
  });
});

describe('an archive', () => {
  const runs = async (...args: string[]) => {
    const command = npmRun('run', ...args);
    await until(`npm run ${args.join(' ')}`, () => ended(command));
    return { code: command.child.exitCode, output: command.output() };
  };

  it('is written by a command and taken in again by another, into a new database that is put in its place', async () => {
    const written = await runs('backup');
    const [, file = ''] = /kilnsman: (\S+\.zip) is written/.exec(written.output) ?? [];
    expect(file).toMatch(/^\.kilnsman\/backups\//);
    expect(written.code).toBe(0);

    const served = npmStart();
    await until('the start', serves);
    const refused = await runs('restore', '--', file);
    expect(refused.output).toContain('the program serves on this database');
    expect(refused.code).toBe(1);
    served.child.kill('SIGTERM');
    await until('the end', () => ended(served) && leftBehind().length === 0, 30);

    const altered = join(clone, 'altered.zip');
    const bytes = readFileSync(join(clone, file));
    const middle = Math.floor(bytes.length / 2);
    bytes.writeUInt8(bytes.readUInt8(middle) ^ 1, middle);
    writeFileSync(altered, bytes);
    const no = await runs('restore', '--', altered, '--keys', '.kilnsman/backups/wrapped-keys.txt');
    expect(no.code).toBe(1);
    expect(no.output).toContain('was altered since the archive was made');
    expect(no.output).toContain('nothing was changed');

    const taken = await runs('restore', '--', file);
    expect(taken.output).toMatch(/Pellimoor Roadside Keys as of .*: \d+ rows of \d+ tables/);
    expect(taken.output).toContain('the archive is in its place');
    expect(taken.code).toBe(0);
    const chain = await runs('audit-chain');
    expect(chain.output).toMatch(/The chain of \d+ lines fits/);
    const again = npmStart();
    await until('the start on it', serves);
    const page = await fetch(`http://127.0.0.1:${port}/sign-in`);
    expect(await page.text()).toContain('Imre Pellimoor');
    again.child.kill('SIGTERM');
    await until('the end', () => ended(again) && leftBehind().length === 0, 30);
  });
});

describe('a shop of one’s own', () => {
  it('is begun with a word, stands from then on where nobody says another, and leaves the demo as it is', async () => {
    process.env.KILNSMAN_DEMO = 'no';
    const first = npmStart();
    delete process.env.KILNSMAN_DEMO;
    await until('the start', serves);
    expect(first.output()).toMatch(/the set-up code is [0-9a-f]{20}/);
    expect(first.output()).not.toContain('the demo world is loaded');
    expect((await fetch(`http://127.0.0.1:${port}/`, { redirect: 'follow' })).url).toContain('/set-up');

    process.env.KILNSMAN_DEMO = 'yes';
    const beside = npmStart();
    delete process.env.KILNSMAN_DEMO;
    await until('the demo beside it', () => ended(beside));
    expect(beside.output()).toContain('is taken by your own shop of this clone');
    first.child.kill('SIGTERM');
    await until('the end', () => ended(first) && leftBehind().length === 0, 30);

    const again = npmStart();
    await until('the start without a word', serves);
    expect(again.output()).toContain('a shop of your own; KILNSMAN_DEMO=yes npm start shows the demo world');
    again.child.kill('SIGTERM');
    await until('the end', () => ended(again) && leftBehind().length === 0, 30);

    process.env.KILNSMAN_DEMO = 'yes';
    const demo = npmStart();
    delete process.env.KILNSMAN_DEMO;
    await until('the demo', serves);
    expect(await (await fetch(`http://127.0.0.1:${port}/sign-in`)).text()).toContain('Imre Pellimoor');
    demo.child.kill('SIGTERM');
    await until('the end', () => ended(demo) && leftBehind().length === 0, 30);
    // What follows works on the demo, as what came before.
    const id = (await import(join(clone, 'scripts/lib/project.mjs'))).cloneId;
    rmSync(process.getuid?.() === 0 ? `/var/lib/kilnsman/${id}-shop` : join(clone, '.kilnsman/shop'), {
      recursive: true,
    });
  });
});

describe('npm test', () => {
  it('leaves neither a runner nor its database behind when it is stopped', async () => {
    const started = npmRun('test', '--', 'data');
    await until('its database', () => started.output().includes('the demo world is loaded'));
    started.child.kill('SIGTERM');
    await until('the end', () => ended(started) && leftBehind().length === 0, 60);
    expect(started.child.exitCode).not.toBe(0);
  });
});

describe('npm run dev', () => {
  it('shows what is written a moment later, on a database of its own, and leaves nothing behind', async () => {
    const dev = npmRun('run', 'dev');
    await until('the program while it is written', serves);
    const page = async () => (await fetch(`http://127.0.0.1:${port}/sign-in`)).text();
    expect(await page()).toContain('Imre Pellimoor');
    const file = join(clone, 'src/ui/standalone.tsx');
    writeFileSync(file, readFileSync(file, 'utf8').replace('{title}</h1>', '{title} as written now</h1>'));
    await until('the change', async () => (await page()).includes('as written now'));
    process.kill(dev.child.pid ?? 0, 'SIGTERM');
    await until('its end', () => ended(dev));
    await until('no process', () => leftBehind().length === 0);
  });
});
