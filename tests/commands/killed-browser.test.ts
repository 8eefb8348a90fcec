import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { type Random, seededRandom } from '@/core/kinds/random';
import { countPieces } from '@/data/stock';
import { database } from '@/usecases/database';
import { readRightUses } from '@/usecases/jobs/read-run';
import { moveStock } from '@/usecases/shop/stock';
import { ensureBuilt } from '../../scripts/lib/build.mjs';
import { endGroup } from '../../scripts/lib/child.mjs';
import { ensureDebianPackages, findOnPath } from '../../scripts/lib/debian.mjs';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { isRoot, nextBinary, root } from '../../scripts/lib/project.mjs';
import { viewOf } from '../support/jobs';
import { KilledCluster, kills } from '../support/killed-cluster';
import { eventsApartFromTimes, jobAtCar, keptAndFolded } from '../support/runs';
import { actorOf } from '../support/test-database';

// A run pressed through in a real browser, against the program as it is served, while browser, server and database are killed where they
// stand and the network is cut. Each is struck six times, over three runs.

const strikes = ['browser', 'server', 'database', 'network'] as const;
type Strike = (typeof strikes)[number];
const times = 6;
const disturbed = 3;

let cluster: KilledCluster;
let locksmith: PersonActor;
let server: ChildProcess | undefined;
let address = '';
/** What signs the tablet in, kept beside its browser: a session's cookie goes with a browser that is killed. */
let cookies: Awaited<ReturnType<BrowserContext['cookies']>> = [];
beforeAll(async () => {
  await ensureDebianPackages(['chromium-headless-shell']);
  await ensureBuilt('.next-test');
  cluster = await KilledCluster.starts();
  locksmith = await actorOf('locksmith');
  address = `http://127.0.0.1:${await freePort()}`;
  await serves();
});
afterAll(async () => {
  if (server) await endGroup(server);
  await cluster.ends();
});

/** Serves the program; resolves once it answers. */
async function serves(): Promise<void> {
  server = spawn(process.execPath, [nextBinary, 'start', '-H', '127.0.0.1', '-p', new URL(address).port], {
    cwd: root,
    detached: true,
    stdio: 'ignore',
    env: { ...process.env, NODE_ENV: 'production', KILNSMAN_DIST: '.next-test', LOG_LEVEL: 'silent' },
  });
  for (;;) {
    const answer = await fetch(`${address}/api/health`).catch(() => undefined);
    if (answer?.ok) return;
    await later(100);
  }
}

const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A tablet: what its browser keeps outlives it. */
class Tablet {
  private context: BrowserContext | undefined;
  page: Page | undefined;
  private readonly profile: string;

  constructor(
    readonly number: number,
    folder: string,
  ) {
    this.profile = join(folder, `profile ${number}`);
    mkdirSync(this.profile);
  }

  async opens(): Promise<void> {
    // Whoever was killed left its locks behind.
    for (const file of ['Lock', 'Cookie', 'Socket'])
      rmSync(join(this.profile, `Singleton${file}`), { force: true });
    this.context = await chromium.launchPersistentContext(this.profile, {
      executablePath: findOnPath('chromium-headless-shell') ?? '',
      args: [...(isRoot ? ['--no-sandbox'] : []), '--disable-dev-shm-usage', '--no-first-run'],
      viewport: { width: 1280, height: 800 },
    });
    await this.context.addCookies(cookies);
    this.page = this.context.pages()[0] ?? (await this.context.newPage());
    await this.page.goto(`${address}/jobs/${this.number}/program`, { timeout: 10_000 }).catch(() => {});
  }

  async signsIn(): Promise<void> {
    const { page } = this;
    await page?.getByRole('radio', { name: /Sunniva Aasgren/ }).click();
    await page?.getByLabel('Passcode').fill('glaze-slip-27');
    await page?.getByRole('button', { name: 'Sign in' }).click();
    await page?.waitForURL('**/jobs');
    cookies = (await this.context?.cookies()) ?? [];
    await page?.goto(`${address}/jobs/${this.number}/program`);
  }

  async isKilled(): Promise<void> {
    const found = execFileSync('pgrep', ['-f', this.profile], { encoding: 'utf8' });
    for (const pid of found.split('\n').filter(Boolean)) kills(Number(pid));
    await this.context?.close().catch(() => {});
    await this.opens();
  }

  async isCut(ms: number): Promise<void> {
    await this.context?.setOffline(true);
    await later(ms);
    await this.context?.setOffline(false);
  }

  /** Presses what goes well at whatever is shown. */
  async presses(): Promise<void> {
    const { page } = this;
    if (!page) return;
    const card = page.getByRole('region', { name: 'The step at hand' });
    const end = page.getByRole('region', { name: 'The end' });
    const begin = page.getByRole('button', { name: /Begin the run/ });
    const shown = await Promise.race([
      card.waitFor({ timeout: 8000 }).then(() => 'card' as const),
      end.waitFor({ timeout: 8000 }).then(() => 'end' as const),
      begin.waitFor({ timeout: 8000 }).then(() => 'begin' as const),
    ]).catch(() => 'nothing' as const);
    const quick = { timeout: 2000 };
    if (shown === 'begin') await begin.click(quick);
    else if (shown === 'card') {
      // Of the piles in the van it is the one that the count is about.
      const pile = card.getByRole('button', { name: /original, new/ });
      const inTime = card.getByRole('button', { name: /^(All \d+ i|I)n time/ });
      const main = card
        .locator('[data-main]:not([aria-busy=true])')
        .filter({ hasNotText: 'one less in the van' });
      await ((await inTime.count()) > 0 ? inTime : pile.or(main)).first().click(quick);
    } else if (shown === 'end') {
      await end.getByLabel('Keys that the car knows now').fill('3', quick);
      await end.getByRole('button', { name: /Note the count/ }).click(quick);
    } else await page.reload({ timeout: 5000 });
  }

  closes(): Promise<void> {
    return this.context?.close() ?? Promise.resolve();
  }
}

async function strike(what: Strike, tablet: Tablet): Promise<void> {
  switch (what) {
    case 'browser':
      return tablet.isKilled();
    case 'server':
      kills(server?.pid ?? 0);
      await later(300);
      return serves();
    case 'database':
      return cluster.diesAndStarts();
    case 'network':
      return tablet.isCut(1500);
  }
}

/** Goes through the run of a job, and is struck now and then in the middle of a press. @returns the run's id */
async function goesThrough(number: number, random: Random, blows: Strike[]): Promise<string> {
  const tablet = new Tablet(number, cluster.folder);
  await tablet.opens();
  if (cookies.length === 0) await tablet.signsIn();
  for (let turn = 0; turn < 300; turn += 1) {
    const run = await viewOf(locksmith, number).then(
      ({ run }) => run,
      () => undefined,
    );
    if (run?.endedAt && blows.length === 0) {
      await tablet.closes();
      return run.id;
    }
    const pressing = tablet.presses().catch(() => {});
    const blow = turn % 2 === 1 ? blows.shift() : undefined;
    if (blow) {
      await later(random() * 150);
      await strike(blow, tablet);
    }
    await pressing;
    await later(100);
  }
  throw new Error(`the run of K-${number} came to no end`);
}

describe('runs in a browser that is killed, as its server and its database are', () => {
  it('end as undisturbed ones do, with each event, piece and credit once', async () => {
    const random = seededRandom('browsers');
    const numbers: number[] = [];
    for (let at = 0; at <= disturbed; at += 1)
      numbers.push(await jobAtCar(locksmith, { model: 'Kestlebrook', year: 2022 }));
    const view = await viewOf(locksmith, numbers[0] ?? 0);
    const shelf = {
      article: view.application?.chip?.article ?? '',
      vanId: view.van?.id ?? '',
      state: 'new',
      grade: 'original',
    } as const;
    await moveStock(locksmith, { ...shelf, reason: 'arrived', pieces: disturbed + 1 });
    await database().query("UPDATE tool_right SET credits = 100 WHERE name = 'Heddle 3 credits'");
    const lay = await countPieces(database(), shelf);

    const [calm = 0, ...others] = numbers;
    const wanted = await eventsApartFromTimes(locksmith, await goesThrough(calm, random, []));
    expect(wanted.length).toBeGreaterThan(12);
    const blows = strikes
      .flatMap((what) => Array.from({ length: times }, () => ({ what, at: random() })))
      .sort((a, b) => a.at - b.at)
      .map(({ what }) => what);
    const each = blows.length / disturbed;
    for (const [at, number] of others.entries()) {
      const id = await goesThrough(number, random, blows.slice(at * each, (at + 1) * each));
      expect(await eventsApartFromTimes(locksmith, id)).toEqual(wanted);
      const { kept, folded } = await keptAndFolded(locksmith, id);
      expect(kept).toEqual(folded);
      const { job } = await viewOf(locksmith, number);
      expect(job.log.attempts).toHaveLength(1);
      expect(await readRightUses(locksmith, job.id)).toEqual([{ name: 'Heddle 3 credits', uses: 1 }]);
    }
    expect(await countPieces(database(), shelf)).toBe(lay - disturbed - 1);
  });
});
