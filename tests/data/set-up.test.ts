import { expect, it } from 'vitest';
import { readSession } from '@/usecases/people/sessions';
import { makeSetUpCode, setUpShop } from '@/usecases/people/set-up';
import { signIn } from '@/usecases/people/sign-in';
import { testDatabase } from '../support/test-database';

testDatabase('bare');

const origin = { device: 'test', address: undefined, deviceToken: undefined, session: undefined };
const input = {
  code: '',
  shopName: 'Tern Lane Keys',
  personName: 'Odile Varga',
  passcode: 'long enough',
  zone: 'Pacific/Auckland',
  currency: 'NZD',
  distanceUnit: 'km' as const,
};

it('makes the shop once, with the code shown at the last start only', async () => {
  const first = await makeSetUpCode();
  const second = await makeSetUpCode();
  expect(second).not.toBe(first);
  expect(await setUpShop(origin, { ...input, code: first ?? '' })).toMatchObject({ ok: false });

  const made = await setUpShop(origin, { ...input, code: second ?? '' });
  expect(made.ok).toBe(true);
  const session = await readSession(made.ok ? made.value.token : '', 'test');
  expect(session).toMatchObject({ kind: 'live', actor: { name: 'Odile Varga', role: 'proprietor' } });

  expect(await makeSetUpCode()).toBeUndefined();
  expect(await setUpShop(origin, { ...input, code: second ?? '' })).toMatchObject({ ok: false });
  expect(
    await signIn(origin, {
      who: session.kind === 'live' ? session.actor.name : '',
      passcode: 'long enough',
    }),
  ).toMatchObject({
    ok: true,
  });
});
