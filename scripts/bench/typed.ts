// What long questions leave for those that somebody types: identify, alone and while ten bench cars wait for their turn.
import type { PersonActor } from '@/core/kinds/actor';
import { makeToken } from '@/usecases/people/tokens';
import type { Spread } from './spread';

interface Setting {
  readonly address: string;
  readonly actor: PersonActor;
  readonly spread: (list: readonly number[]) => Spread;
  readonly say: (words: string) => void;
}

const sixHoursUs = 6 * 3_600_000_000;
/** A car that stands for six hours with its module talking: what a thread works on for long. */
const car = {
  platform: 'Heddle 3',
  setup: {
    seed: 'bench typed',
    ignition: 'push',
    knownKeys: 2,
    lostKeys: 0,
    blankKeys: 1,
    facts: {},
    faults: [],
    byChance: false,
  },
  inputs: [
    { atUs: 0, input: { kind: 'part', part: 'lead', to: 'plugged' } },
    { atUs: 1_000_000, input: { kind: 'part', part: 'ignition', to: 'on' } },
  ],
  untilUs: sixHoursUs,
};

/** Two of each program wait at most, so that ten are of five. */
export async function measureTyped({ address, actor, spread, say }: Setting) {
  const tokens: string[] = [];
  for (let at = 0; at < 6; at += 1) {
    const name = `bench typed ${at}`;
    const made = await makeToken(actor, { name, role: 'locksmith', scopes: ['benches'], days: 1 });
    if (made.ok) tokens.push(made.value.token);
  }
  const post = async (path: string, body: object, token: string | undefined) => {
    const answer = await fetch(`${address}${path}`, {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    await answer.arrayBuffer();
    return answer.status;
  };
  const identify = () =>
    post('/api/v1/identify', { line: 'halvorn merrowdale 2012 lost both' }, tokens.at(-1));
  const typed = async (goesOn: () => boolean, least: number) => {
    const times: number[] = [];
    while (goesOn() || times.length < least) {
      const start = performance.now();
      const status = await identify();
      if (status !== 200) throw new Error(`a typed question was answered with ${status}`);
      times.push(performance.now() - start);
    }
    return times;
  };
  say('typed questions at rest');
  await typed(() => false, 20);
  const rest = spread(await typed(() => false, 80));
  say('typed questions while ten long ones wait');
  let waiting = 10;
  const start = performance.now();
  const long = Array.from({ length: 10 }, (_, at) =>
    post('/api/v1/benchcar/step', car, tokens[Math.floor(at / 2)]).finally(() => {
      waiting -= 1;
    }),
  );
  const times = await typed(() => waiting > 0, 40);
  const statuses = [...new Set(await Promise.all(long))].sort();
  const among = spread(times);
  return {
    rest,
    among,
    asked: times.length,
    longSeconds: Math.round((performance.now() - start) / 1000),
    statuses,
    ratio: Number((among.p95 / rest.p95).toFixed(1)),
  };
}
