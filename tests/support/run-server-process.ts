// A server of runs alone, to be killed in the middle: the use-cases behind plain HTTP, each question to the database a little slow, so
// that a kill falls inside of a transaction. Says its port; the person is named by the request.

import { createServer, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import type { PersonActor } from '@/core/kinds/actor';
import { parseInput } from '@/inputs/parse';
import { LeaseInput, RunEventsInput } from '@/inputs/run-inputs';
import { changeLease, readRun } from '@/usecases/jobs/read-run';
import { recordRunEvents } from '@/usecases/jobs/run-events';

const slowestMs = 8;
const { query } = pg.Client.prototype;
pg.Client.prototype.query = async function slow(this: pg.Client, ...given: unknown[]) {
  await new Promise((resolve) => setTimeout(resolve, Math.random() * slowestMs));
  return (query as (...all: unknown[]) => unknown).apply(this, given);
} as unknown as typeof query;

const server = createServer((request, response) => {
  answer(request).then(
    (value) => {
      response.setHeader('content-type', 'application/json');
      response.end(JSON.stringify(value));
    },
    () => {
      response.statusCode = 503;
      response.end('{}');
    },
  );
});
server.listen(0, '127.0.0.1', () => {
  process.stdout.write(`${(server.address() as AddressInfo).port}\n`);
});

async function answer(request: IncomingMessage): Promise<unknown> {
  const { pathname, searchParams } = new URL(request.url ?? '', 'http://127.0.0.1');
  const [, , , , id = '', what] = pathname.split('/');
  const actor: PersonActor = {
    kind: 'person',
    personId: String(request.headers['x-person']),
    role: 'locksmith',
    name: 'Somebody',
    sessionId: '00000000-0000-4000-8000-000000000000',
    device: 'test',
    at: new Date('2027-03-03T19:20:00Z'),
  };
  if (what === undefined) return readRun(actor, id, Number(searchParams.get('after')));
  const body = JSON.parse(Buffer.concat(await request.toArray()).toString('utf8'));
  if (what === 'lease') {
    const input = parseInput(LeaseInput, body);
    if (!input.ok) throw new Error(JSON.stringify(input.problems));
    const changed = await changeLease(actor, id, input.value);
    if (!changed.ok) throw new Error(JSON.stringify(changed.problems));
    return changed.value;
  }
  const input = parseInput(RunEventsInput, body);
  if (!input.ok) throw new Error(JSON.stringify(input.problems));
  const recorded = await recordRunEvents(actor, id, input.value);
  if (!recorded.ok) throw new Error(JSON.stringify(recorded.problems));
  return recorded.value;
}
