import { connect, createServer, type Server } from 'node:net';
import { expect, it, vi } from 'vitest';
import { listenForJobs } from '@/data/live';
import { log } from '@/outside/log';
import { hearChanges } from '@/services/live';
import { database } from '@/usecases/database';
import { testDatabase } from '../support/test-database';

testDatabase('bare');

/** A way to the database that turns everybody away until it is opened, as a database does that is starting. */
async function makeWay(): Promise<{ way: Server; url: string; open: () => void }> {
  let isOpen = false;
  const direct = new URL(process.env.DATABASE_URL ?? '');
  const target = Number(direct.port);
  const way = createServer((socket) => {
    socket.on('error', () => {});
    if (!isOpen) return socket.destroy();
    const through = connect({ host: '127.0.0.1', port: target });
    through.on('error', () => socket.destroy());
    return socket.pipe(through).pipe(socket);
  });
  await new Promise<void>((resolve) => way.listen(0, '127.0.0.1', resolve));
  direct.port = String((way.address() as { port: number }).port);
  return {
    way,
    url: direct.toString(),
    open: () => {
      isOpen = true;
    },
  };
}

it('a listening connection that cannot be opened is refused once, and is not lost as well', async () => {
  const { way, url } = await makeWay();
  const lost = vi.fn();
  await expect(listenForJobs(url, () => {}, lost)).rejects.toThrow();
  await new Promise((resolve) => way.close(resolve));
  expect(lost).not.toHaveBeenCalled();
  await expect(listenForJobs('postgres://nobody@127.0.0.1:1/none', () => {}, lost)).rejects.toThrow();
  expect(lost).not.toHaveBeenCalled();
});

it('there is one listening connection after the database was away, however often it was tried meanwhile', async () => {
  await database().query('SELECT 1');
  const direct = process.env.DATABASE_URL;
  const { way, url, open } = await makeWay();
  const failed = vi.spyOn(log, 'warn');
  const heard: string[] = [];
  process.env.DATABASE_URL = url;
  const stop = hearChanges(({ kind }) => heard.push(kind));
  await vi.waitFor(() => expect(failed.mock.calls.length).toBeGreaterThanOrEqual(3), 20_000);
  open();
  await vi.waitFor(() => expect(heard).toContain('missed'), 20_000);
  // Whoever else had been trying would have come by now: everybody waited as long as the one who came.
  await vi.waitFor(() => expect(heard).toEqual(['missed']));
  const listening = await database().query(
    `SELECT count(*)::int AS count FROM pg_stat_activity WHERE query = 'LISTEN job' AND datname = current_database()`,
  );
  expect(listening.rows[0].count).toBe(1);
  stop();
  process.env.DATABASE_URL = direct;
  failed.mockRestore();
  way.close();
});
