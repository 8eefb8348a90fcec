import { describe, expect, it } from 'vitest';
import { database } from '@/usecases/database';
import { savePerson } from '@/usecases/people/people';
import { lockNow, readSession, signOut } from '@/usecases/people/sessions';
import { readSignInOffer, type SignInOrigin, signIn, unlock } from '@/usecases/people/sign-in';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

const origin: SignInOrigin = {
  device: 'test',
  address: undefined,
  deviceToken: undefined,
  session: undefined,
};

async function person(role: string) {
  const offer = await readSignInOffer();
  const found = offer?.people.find((one) => one.role === role);
  if (!found?.demoPasscode) throw new Error(`no demo ${role}`);
  return { who: found.id, name: found.name, passcode: found.demoPasscode };
}

async function added(name: string) {
  const saved = await savePerson(await actorOf('proprietor'), {
    id: null,
    name,
    role: 'locksmith',
    passcode: 'salt-kiln-90',
  });
  if (!saved.ok) throw new Error(JSON.stringify(saved.problems));
  return { who: saved.value.id, passcode: 'salt-kiln-90' };
}

const wrongWords = { ok: false, problems: [{ message: 'This passcode does not fit the person.' }] };

describe('sign-in', () => {
  it('offers the three demo people and starts a session that can be ended', async () => {
    expect((await readSignInOffer())?.people.map(({ role }) => role)).toEqual([
      'proprietor',
      'locksmith',
      'trainee',
    ]);
    const started = await signIn(origin, await person('trainee'));
    if (!started.ok) throw new Error('expected a session');
    const session = await readSession(started.value.token, 'test');
    expect(session).toMatchObject({ kind: 'live', actor: { name: 'Dacre Omolade', role: 'trainee' } });
    if (session.kind === 'live') await signOut(session.actor);
    expect(await readSession(started.value.token, 'test')).toEqual({ kind: 'none' });
    expect(await readSession('forged', 'test')).toEqual({ kind: 'none' });
  });

  it('takes a name as it is typed, and names nobody where the shop is not the demo', async () => {
    const { passcode } = await person('trainee');
    expect(await signIn(origin, { who: ' dacre   OMOLADE ', passcode })).toMatchObject({ ok: true });
    await database().query('UPDATE shop SET is_demo = false');
    expect(await readSignInOffer()).toMatchObject({ people: [] });
    await database().query('UPDATE shop SET is_demo = true');
  });

  it('keeps neither passcode nor token in the database', async () => {
    const given = await person('proprietor');
    const started = await signIn(origin, given);
    if (!started.ok) throw new Error('expected a session');
    const rows = await database().query(
      `SELECT string_agg(t::text, ' ') AS text FROM (SELECT token_hash FROM session UNION ALL
         SELECT token_hash FROM known_device UNION ALL SELECT convert_to(passcode_hash, 'UTF8') FROM person) t`,
    );
    expect(rows.rows[0].text).not.toContain(given.passcode);
    expect(rows.rows[0].text).not.toContain(started.value.token);
    expect(rows.rows[0].text).not.toContain(started.value.deviceToken);
  });

  it('starts a new session each time, and the one this browser had ends', async () => {
    const given = await person('trainee');
    const first = await signIn(origin, given);
    if (!first.ok) throw new Error('expected a session');
    const second = await signIn({ ...origin, session: first.value.token }, given);
    if (!second.ok) throw new Error('expected a session');
    expect(second.value.token).not.toBe(first.value.token);
    expect(await readSession(first.value.token, 'test')).toEqual({ kind: 'none' });
    expect(await readSession(second.value.token, 'test')).toMatchObject({ kind: 'live' });
  });

  it('of many guesses at once looks at seven, and tells the others at once how long to wait, longer each time', async () => {
    const { who } = await added('Zora Brannoway');
    const guess = () => signIn(origin, { who, passcode: 'not this one' });
    const first = await Promise.all(Array.from({ length: 30 }, guess));
    const told = first.filter((answer) => 'waitSeconds' in answer);
    // Seven; a machine so slow that the first wait of two seconds ends meanwhile lets one or two more through.
    expect(30 - told.length).toBeGreaterThanOrEqual(7);
    expect(30 - told.length).toBeLessThanOrEqual(9);
    expect(await guess()).toMatchObject({
      ok: false,
      waitSeconds: expect.any(Number),
      problems: [{ field: 'lockedOut', message: expect.stringMatching(/^Too many attempts/) }],
    });
  });

  it('by guesses from outside keeps out no running session, no known device and nobody else', async () => {
    const own = await added('Ottoline Sorrel');
    const started = await signIn(origin, own);
    if (!started.ok) throw new Error('expected a session');
    const session = await readSession(started.value.token, 'test');
    if (session.kind !== 'live') throw new Error('expected a session');
    for (let tries = 0; tries < 12; tries += 1)
      await signIn(origin, { who: own.who, passcode: `guess ${tries}` });
    expect(await signIn(origin, own)).toMatchObject({ ok: false, waitSeconds: expect.any(Number) });
    expect(await signIn({ ...origin, deviceToken: started.value.deviceToken }, own)).toMatchObject({
      ok: true,
    });
    await lockNow(session.actor);
    expect(await unlock(session.actor, own.passcode)).toEqual({ ok: true, value: null });
    expect(await signIn(origin, await person('trainee'))).toMatchObject({ ok: true });
  });

  it('holds guesses on a known device against that device, and a forged device is none', async () => {
    const own = await added('Bram Tolliver');
    const started = await signIn(origin, own);
    if (!started.ok) throw new Error('expected a session');
    const device = { ...origin, deviceToken: started.value.deviceToken };
    for (let tries = 0; tries < 7; tries += 1) await signIn(device, { who: own.who, passcode: `x${tries}` });
    expect(await signIn(device, own)).toMatchObject({ ok: false, waitSeconds: expect.any(Number) });
    expect(await signIn(origin, own)).toMatchObject({ ok: true });
    const forged = { ...origin, deviceToken: 'A'.repeat(43) };
    for (let tries = 0; tries < 8; tries += 1) await signIn(forged, { who: own.who, passcode: `y${tries}` });
    expect(await signIn({ ...origin, deviceToken: 'B'.repeat(43) }, own)).toMatchObject({ ok: false });
  });

  it('by unknown people uses up nobody’s address', async () => {
    const behind = { ...origin, address: '203.0.113.9' };
    for (let at = 0; at < 60; at += 1)
      expect(await signIn(behind, { who: `nobody ${at}`, passcode: 'x' })).toMatchObject(wrongWords);
    expect(await signIn(behind, await person('trainee'))).toMatchObject({ ok: true });
  });

  it('says the same of an unknown person, and waits the same', async () => {
    const unknown = { who: '00000000-0000-4000-8000-000000000001', passcode: 'x' };
    for (let tries = 0; tries < 7; tries += 1)
      expect(await signIn(origin, unknown)).toMatchObject(wrongWords);
    expect(await signIn(origin, unknown)).toMatchObject({ waitSeconds: expect.any(Number) });
  });
});
