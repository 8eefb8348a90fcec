// A program of somebody else, written against the types of the API's document alone: it opens a job, adds a work, and books
// what arrived, each twice with the same key, and prints what it was answered.
import createClient from 'openapi-fetch';
import type { paths } from './api';

const [address, token] = process.argv.slice(2);
const client = createClient<paths>({
  baseUrl: `${address}/api/v1`,
  headers: { authorization: `Bearer ${token}` },
});

/** What is sent with a change. */
function once(key: string) {
  return { header: { 'Idempotency-Key': key } };
}

const call = {
  params: once(crypto.randomUUID()),
  body: { line: '2014 Fenholt Dapplemere spare, one key works, 555 0142', name: 'Door desk' },
};
const opened = await Promise.all([
  client.POST('/calls', call),
  client.POST('/calls', call),
  client.POST('/calls', call),
]);
const number = opened[0].data?.number ?? 0;

const works = await client.GET('/works');
const name = works.data?.works[0]?.name ?? '';
const job = await client.GET('/jobs/{number}', { params: { path: { number } } });
const work = {
  params: { path: { number }, ...once(crypto.randomUUID()) },
  body: { version: job.data?.version ?? 0, name, count: 2 },
};
const added = [
  await client.POST('/jobs/{number}/works', work),
  await client.POST('/jobs/{number}/works', work),
];
const stale = await client.POST('/jobs/{number}/works', {
  ...work,
  params: { path: { number }, ...once(crypto.randomUUID()) },
});

const stock = await client.GET('/stock');
const pile = stock.data?.stock.find(({ vanId }) => vanId !== null);
if (!pile) throw new Error('nothing lies in a van');
const { article, state, grade, vanId } = pile;
const delivery = {
  params: once(crypto.randomUUID()),
  body: { article, state, grade, vanId, reason: 'arrived' as const, pieces: 3 },
};
const arrived = [await client.POST('/stock', delivery), await client.POST('/stock', delivery)];
const another = await client.POST('/stock', { ...delivery, body: { ...delivery.body, pieces: 4 } });

// @ts-expect-error a call has a line
void (() => client.POST('/calls', { params: once('12345678'), body: { name: 'nobody' } }));
// @ts-expect-error a change has a key
void (() => client.POST('/stock', { body: delivery.body }));
// @ts-expect-error there is no such path
void (() => client.GET('/secrets'));

console.log(
  JSON.stringify({
    numbers: opened.map(({ data }) => data?.number),
    read: opened[0].data?.read,
    works: (await client.GET('/jobs/{number}', { params: { path: { number } } })).data?.works,
    openedBy: job.data?.openedBy,
    name,
    versions: added.map(({ data }) => data?.version),
    stale: [stale.response.status, stale.error?.detail],
    lay: pile.quantity,
    lies: arrived.map(({ data }) => data?.lies),
    another: [another.response.status, another.error?.detail],
  }),
);
