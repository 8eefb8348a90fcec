import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { getShopOrThrow } from '@/data/shop';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate, chooseRoute } from '@/usecases/jobs/decide';
import { closeJob } from '@/usecases/jobs/record';
import { setRules } from '@/usecases/shop/shop';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
let proprietor: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  proprietor = await actorOf('proprietor');
});

const edit = async (number: number) => ({
  number,
  version: (await viewOf(locksmith, number)).job.version,
});
const refusedWith = (words: RegExp) => ({ ok: false, problems: [{ message: expect.stringMatching(words) }] });
const attempt = (number: number, route: string, more: object = {}) =>
  sendEvent(locksmith, number, 'attemptRecorded', attemptContent(route, more));
const close = async (number: number, reason = '') =>
  closeJob(locksmith, { ...(await edit(number)), outcome: 'done', reason });

/** A job for a model with its likeliest candidate and the route taken. */
async function played(model: string, told: object, route?: string): Promise<number> {
  const number = await openTestJob(locksmith, model, told as Record<string, unknown>);
  const applicationId = (await viewOf(locksmith, number)).candidates[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit(number)), applicationId, reason: 'likeliest' });
  if (route)
    expect(
      await chooseRoute(locksmith, {
        ...(await edit(number)),
        vanId: (await viewOf(locksmith, number)).van?.id ?? '',
        route: route as never,
        reason: 'as advised',
      }),
    ).toMatchObject({ ok: true });
  return number;
}

const chipless = { year: 1990, ignition: 'turn' };

describe('a key without electronics', () => {
  it('is handed over where none works only with person, papers and plate, and so the job is closed', async () => {
    const number = await played(
      'Sombreval',
      { ...chipless, why: 'lost', working: 0, lost: 1 },
      'noProgramming',
    );
    expect((await viewOf(locksmith, number)).platform?.name).toBe('Plainwork');
    expect(await attempt(number, 'noProgramming')).toMatchObject(refusedWith(/record at On site/));
    expect(await close(number)).toMatchObject({ ok: false });
    await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers });
    expect(await attempt(number, 'noProgramming')).toMatchObject({ ok: true });
    expect(await close(number)).toMatchObject({ ok: true });
  });

  it('is copied from a working one with papers, or by a note where the shop takes one', async () => {
    const number = await played('Sombreval', { ...chipless, why: 'spare', working: 1 }, 'noProgramming');
    expect(await attempt(number, 'noProgramming')).toMatchObject(refusedWith(/Copy a working key/));
    const { rules } = await getShopOrThrow(database());
    expect(await setRules(proprietor, { ...rules, plainCopy: 'note' } as never)).toMatchObject({ ok: true });
    try {
      expect(await attempt(number, 'noProgramming')).toMatchObject(refusedWith(/Write the note/));
      expect(
        await attempt(number, 'noProgramming', { reason: 'The owner asked and showed key 1' }),
      ).toMatchObject({
        ok: true,
      });
      expect(await close(number)).toMatchObject({ ok: true });
      const lost = await played(
        'Sombreval',
        { ...chipless, why: 'lost', working: 0, lost: 1 },
        'noProgramming',
      );
      expect(await attempt(lost, 'noProgramming', { reason: 'The owner asked' })).toMatchObject(
        refusedWith(/On site/),
      );
    } finally {
      await setRules(proprietor, rules as never);
    }
  });
});

describe('a stolen key', () => {
  it('hangs on the ring beside the one in hand, and no way is advised that leaves it live', async () => {
    const number = await played('Merrowdale', { year: 2018, ignition: 'push', why: 'stolen', working: 1 });
    const view = await viewOf(locksmith, number);
    expect(view.job.keys.map(({ presence }) => presence)).toEqual(['here', 'stolen', 'here']);
    expect(view.ring.tags[1]).toMatchObject({ word: expect.stringMatching(/^stolen/), state: 'live' });
    expect(view.request?.stolen).toBe(true);
    for (const { kind } of view.advice?.order.steps ?? []) {
      const route = view.routes.find((one) => one.kind === kind);
      expect(kind === 'dealer' || route?.others === 'erase').toBe(true);
    }
  });
});

describe('the count at the close', () => {
  it('is not taken as said by a car that can say it, nor without one before the work', async () => {
    const number = await played(
      'Merrowdale',
      { year: 2018, ignition: 'push', why: 'spare', working: 1 },
      'add',
    );
    await recordAuthority(locksmith, { ...(await edit(number)), ...onSitePapers });
    expect(await attempt(number, 'add')).toMatchObject({ ok: true });
    await sendEvent(locksmith, number, 'countRead', { moment: 'after', answer: 'cannotSay' });
    expect(await close(number)).toMatchObject(refusedWith(/This car can say/));
    await sendEvent(locksmith, number, 'countRead', { moment: 'after', answer: 2 });
    expect(await close(number)).toMatchObject(refusedWith(/No plan stands/));
    await sendEvent(locksmith, number, 'countRead', { moment: 'before', answer: 1 });
    expect(await close(number)).toMatchObject({ ok: true });
  });
});
