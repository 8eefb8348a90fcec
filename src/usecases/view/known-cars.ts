import { carName } from '@/core/job/job';
import { digitsOf, isSamePhone, type KnownCar } from '@/core/job/known-car';
import type { PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { listKnownJobs } from '@/data/known-cars';
import { getShopOrThrow } from '@/data/shop';
import type { KnownCarsInput } from '@/inputs/call-input';
import { readAs } from '../asking/read-as';

const mostJobs = 40;
const mostCars = 5;

/** The cars that a caller's number or a VIN is known for, each by its latest job. */
export async function findKnownCars(actor: PersonActor, { phone, vin }: KnownCarsInput): Promise<KnownCar[]> {
  const db = readAs(actor);
  const { zone } = await getShopOrThrow(db);
  const jobs = await listKnownJobs(db, { digits: digitsOf(phone ?? ''), vin, limit: mostJobs });
  const cars = new Map<string, KnownCar>();
  for (const { id, openedAt, make, model, ...job } of jobs) {
    const ofCaller = phone !== null && job.phone !== null && isSamePhone(phone, job.phone);
    if (!ofCaller && (vin === null || job.vin !== vin)) continue;
    const car = carName({ make, model, carWords: job.carWords, year: job.year });
    const which = job.vin ?? car;
    if (cars.has(which)) continue;
    cars.set(which, await { ...job, car, day: localMoment(openedAt, zone).day });
  }
  return [...cars.values()].slice(0, mostCars);
}
