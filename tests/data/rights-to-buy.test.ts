import { expect, it } from 'vitest';
import { firstOption } from '@/core/quote/options';
import { jobsUntilPaid } from '@/core/quote/right-to-buy';
import { saveRight } from '@/usecases/shop/tools';
import { openTestJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

it('credits that the van lacks are weighed by what the job would earn with them', async () => {
  const locksmith = await actorOf('locksmith');
  const number = await openTestJob(locksmith, 'Merrowdale', {
    year: 2022,
    ignition: 'push',
    why: 'spare',
    working: 1,
  });
  const before = await viewOf(locksmith, number);
  expect(before.rightsToBuy).toEqual([]);
  const first = firstOption(before.quote?.options ?? []);
  const used = {
    vanId: before.van?.id ?? '',
    name: 'Heddle 3 credits',
    kind: 'paid per use',
    credits: 0,
    use: 14,
    buy: 126,
    expiresOn: null,
  } as const;
  await saveRight(locksmith, used);
  const without = await viewOf(locksmith, number);
  const [credits] = without.rightsToBuy;
  expect(credits).toMatchObject({ name: 'Heddle 3 credits', priceMinor: 12_600 });
  expect(without.quote?.options.find(({ kind }) => kind === credits?.kind)).toMatchObject({
    available: false,
  });
  // With them the quote is the one that the van had before they were used up.
  expect(credits).toMatchObject({ kind: first?.kind, totalMinor: first?.totalMinor });
  expect(credits?.jobs).toBe(jobsUntilPaid(12_600, credits?.gainMinor ?? 0));
  // Where nobody noted what they cost nothing is said of it.
  for (const { id } of before.vans) await saveRight(locksmith, { ...used, vanId: id, buy: null });
  expect((await viewOf(locksmith, number)).rightsToBuy).toEqual([]);
});
