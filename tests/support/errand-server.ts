// A server that does nothing but errands, to be killed in the middle: its calls take a while and each stored answer leaves a
// line. Arguments: the lease in seconds.

import { runErrands } from '@/usecases/errands/run';
import type { ErrandWork } from '@/usecases/errands/work';

const leaseSeconds = Number(process.argv[2]);

const work: ErrandWork<string, string> = {
  ask: async (_db, id) => id,
  call: async (id) => {
    process.stdout.write(`${id}\n`);
    await new Promise((resolve) => setTimeout(resolve, 120));
    return id;
  },
  store: async (db, _actor, id) => {
    await db.query('INSERT INTO errand_kept (errand) VALUES ($1)', [id]);
  },
  giveUp: async () => {},
};

for (;;) {
  const taken = await runErrands({
    leaseSeconds,
    works: { codeService: work },
    at: new Date('2027-03-04T00:00:00Z'),
  });
  if (taken === 0) await new Promise((resolve) => setTimeout(resolve, 50));
}
