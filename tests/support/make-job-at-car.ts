// Makes a job at the car, with its route taken, in the database of DATABASE_URL, as use-cases make it; says its number.
import { closeDatabase } from '@/usecases/database';
import { actorOf } from './actor-of';
import { type CarForRun, jobAtCar } from './runs';

const car = JSON.parse(process.argv[2] ?? '{}') as CarForRun;
process.stdout.write(`\n${await jobAtCar(await actorOf('locksmith'), car)}\n`);
await closeDatabase();
