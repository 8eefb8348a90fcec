import { describe, expect, it } from 'vitest';
import { database } from '@/usecases/database';
import { readSession, readSignInOffer, signIn, signOut } from '@/usecases/sessions';
import { testDatabase } from '../support/test-database';

testDatabase('world');

const origin = { device: 'test', address: '127.0.0.1' };

async function person(role: string) {
  const offer = await readSignInOffer();
  const found = offer?.people.find((one) => one.role === role);
  if (!found?.demoPasscode) throw new Error(`no demo ${role}`);
  return { personId: found.id, passcode: found.demoPasscode };
}

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

  it('keeps neither passcode nor token in the database', async () => {
    const { personId, passcode } = await person('proprietor');
    const started = await signIn(origin, { personId, passcode });
    const rows = await database().query(
      `SELECT string_agg(t::text, ' ') AS text FROM (SELECT token_hash FROM session UNION ALL SELECT convert_to(passcode_hash, 'UTF8') FROM person) t`,
    );
    expect(rows.rows[0].text).not.toContain(passcode);
    expect(rows.rows[0].text).not.toContain(started.ok ? started.value.token : 'x');
  });

  it('counts attempts for a person and tells how long to wait', async () => {
    const { personId, passcode } = await person('locksmith');
    const wrong = () => signIn(origin, { personId, passcode: 'not this one' });
    for (let tries = 0; tries < 6; tries += 1) {
      expect(await wrong()).toMatchObject({
        ok: false,
        problems: [{ message: 'This passcode does not fit the person chosen.' }],
      });
    }
    expect(await signIn(origin, { personId, passcode })).toMatchObject({
      ok: false,
      problems: [{ message: 'Too many attempts. Try again in 15 min.' }],
    });
    expect(await signIn(origin, await person('trainee'))).toMatchObject({ ok: true });
  });

  it('says the same of an unknown person', async () => {
    expect(
      await signIn(origin, { personId: '00000000-0000-4000-8000-000000000001', passcode: 'x' }),
    ).toMatchObject({
      ok: false,
      problems: [{ message: 'This passcode does not fit the person chosen.' }],
    });
  });
});
