import { mayDo } from '@/core/authority/roles';
import { carName } from '@/core/job/job';
import { digitsOf, fewestDigits, isSamePhone, type KnownCar } from '@/core/job/known-car';
import type { PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { appendAudit } from '@/data/audit';
import { listKnownJobs } from '@/data/known-cars';
import { getShopOrThrow } from '@/data/shop';
import type { KnownCarsInput } from '@/inputs/call-input';
import { changeAs, readAs } from '../asking/read-as';
import { countLook } from '../people/look-ups';

const mostJobs = 40;
const mostCars = 5;

/**
 * The cars that a caller's number or a VIN is known for, each by its latest job. For who takes calls; a number is found out by
 * trying, so that looks are counted, and each number of a day stands in the audit once.
 */
export async function findKnownCars(actor: PersonActor, { phone, vin }: KnownCarsInput): Promise<KnownCar[]> {
  const digits = digitsOf(phone ?? '');
  if (!mayDo(actor.role, 'takeCalls') || (digits.length < fewestDigits && vin === null)) return [];
  const asked = `${digits} ${vin ?? ''}`;
  const look = await countLook(actor, 'known cars', asked);
  if (look === 'tooMany') return [];
  if (look === 'first')
    await changeAs(actor, (db) =>
      appendAudit(db, actor, {
        action: 'customer.lookedUp',
        subjectKind: 'customer',
        subjectId: null,
        details: { by: [phone !== null && 'phone', vin !== null && 'VIN'].filter(Boolean) },
      }),
    );
  const db = readAs(actor);
  const { zone } = await getShopOrThrow(db);
  const jobs = await listKnownJobs(db, { digits, vin, limit: mostJobs });
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
