import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { closeDatabase } from '@/usecases/database';
import { prepareDatabase } from '../../scripts/lib/database.mjs';
import { ensureDebianPackages } from '../../scripts/lib/debian.mjs';
import { startCluster } from '../../scripts/lib/postgres.mjs';

const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A database with the demo world on a cluster of its own, whose processes may be killed in the middle of their work. */
export class KilledCluster {
  private constructor(
    private readonly cluster: Awaited<ReturnType<typeof startCluster>>,
    readonly folder: string,
  ) {}

  /** Starts it, fills it, and points the use-cases of this process at it. */
  static async starts(): Promise<KilledCluster> {
    await ensureDebianPackages(['postgresql']);
    // What it has answered for is on the disk, as in a shop: a throw-away one may forget it when it dies.
    const cluster = await startCluster(`killed-${process.pid}`);
    const folder = mkdtempSync(join(tmpdir(), 'killed-'));
    Object.assign(process.env, {
      KILNSMAN_VAULT_KEY: randomBytes(32).toString('base64'),
      KILNSMAN_SEAL_FILE: join(folder, 'audit.seals'),
      KILNSMAN_CLOCK: 'fixed:2027-03-03T15:20:00Z',
      DATABASE_URL: cluster.url('kilnsman_serving'),
    });
    await prepareDatabase({ ...process.env, MIGRATE_DATABASE_URL: cluster.url('kilnsman_migrator') }, true);
    return new KilledCluster(cluster, folder);
  }

  async ends(): Promise<void> {
    await closeDatabase();
    await this.cluster.stop();
    this.cluster.remove();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Ends every connection to the database, in the middle of whatever it does. */
  async cutsConnections(): Promise<void> {
    const client = new pg.Client({ connectionString: this.cluster.url('postgres', 'postgres') });
    await client.connect();
    await client.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = 'kilnsman' AND pid <> pg_backend_pid()",
    );
    await client.end();
  }

  /** Kills the database's processes where they stand, and starts it again: it recovers from its log by itself. */
  async diesAndStarts(): Promise<void> {
    const file = join(this.cluster.folder, 'data', 'postmaster.pid');
    const [postmaster = ''] = readFileSync(file, 'utf8').split('\n');
    const pids = [postmaster, ...childrenOf(postmaster)];
    for (const pid of pids) kills(Number(pid));
    // Dead is also what nobody has fetched yet: its file would be taken for one of a process that runs.
    while (pids.some(lives)) await later(20);
    rmSync(file, { force: true });
    await this.cluster.start();
  }
}

function childrenOf(pid: string): string[] {
  const listed = execFileSync('ps', ['-e', '-o', 'pid=,ppid='], { encoding: 'utf8' });
  return [...listed.matchAll(/(\d+)\s+(\d+)/g)].flatMap(([, child = '', parent]) =>
    parent === pid ? [child] : [],
  );
}

/** Ends a process where it stands; nothing where it ended by itself. */
export function kills(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It ended by itself meanwhile.
  }
}

function lives(pid: string): boolean {
  try {
    return !/\) Z /.test(readFileSync(`/proc/${pid}/stat`, 'latin1'));
  } catch {
    return false;
  }
}
