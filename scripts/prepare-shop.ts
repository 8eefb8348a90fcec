// Fills an empty database: with the demo world (`--demo`), or with a one-time set-up code shown on the console.
import { database } from '@/usecases/database';
import { makeSetUpCode } from '@/usecases/set-up';

const code = await makeSetUpCode();
if (code)
  console.log(`kilnsman: this database has no shop yet. Open the address below; the set-up code is ${code}`);
await database().end();
