import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Refusal, refusals } from './refusals';
import type { ModuleSpeech } from './speech';
import { type ModuleWork, type SpeechState, sessionUs } from './speech-state';
import { longAnswerUs, poweredUp, serve, speechDue, wakeSpeech } from './uds';

const both = ['default', 'extended'] as const;
const speech: ModuleSpeech = {
  requestId: 0x7e0,
  responseId: 0x7e8,
  transport: { blockSize: 0, separationByte: 0, longest: 4095, stalls: 0 },
  services: [
    ...[0x10, 0x11, 0x14, 0x19, 0x22, 0x3e].map((id) => ({ id, sessions: both })),
    ...[0x27, 0x2e, 0x31].map((id) => ({ id, sessions: ['extended'] as const })),
  ],
  access: [
    {
      level: 1,
      sessions: ['extended'],
      seedBytes: 4,
      key: { function: 'test', parameters: [] },
      tries: 3,
      delaySeconds: 10,
      delayAtPowerUp: false,
    },
  ],
  records: [
    { id: 0xf190, holds: 'vin', sessions: both, level: null, writable: null },
    { id: 0xf187, holds: 'part', sessions: both, level: null, writable: null },
    { id: 0x0210, holds: 'count', sessions: ['extended'], level: 1, writable: null },
    { id: 0x0220, holds: 'note', sessions: ['extended'], level: null, writable: { level: 1, bytes: 2 } },
  ],
  routines: [
    {
      id: 0x0301,
      does: 'learn',
      sessions: ['extended'],
      level: 1,
      optionBytes: 1,
      canStop: true,
      hasResults: true,
    },
    {
      id: 0x0302,
      does: 'slow',
      sessions: ['extended'],
      level: null,
      optionBytes: 0,
      canStop: false,
      hasResults: false,
    },
    {
      id: 0x0303,
      does: 'mute',
      sessions: ['extended'],
      level: null,
      optionBytes: 0,
      canStop: false,
      hasResults: false,
    },
    {
      id: 0x0304,
      does: 'low',
      sessions: ['extended'],
      level: null,
      optionBytes: 0,
      canStop: false,
      hasResults: false,
    },
  ],
  bootMs: 300,
};
const work: ModuleWork<string> = {
  read: (holds) => ({ vin: [0x41, 0x42], part: [0x50], count: [2], note: [0, 0] })[holds] ?? 'conditions',
  write: (_, bytes) =>
    bytes[0] === 0xff
      ? { kind: 'refused', why: 'outOfRange' }
      : bytes[0] === 0xfe
        ? { kind: 'refused', why: 'writingFailed' }
        : { kind: 'done', bytes: [], effect: `write ${bytes.join(' ')}` },
  routine: (does, step, option, finishing) => {
    if (does === 'low') return { kind: 'refused', why: 'voltageTooLow' };
    if (does === 'learn' && option[0] === 9) return { kind: 'refused', why: 'conditions' };
    if ((does === 'slow' || does === 'mute') && !finishing)
      return { kind: 'later', afterUs: 12_000_000, says: does === 'slow' };
    return { kind: 'done', bytes: [0], effect: `${does} ${step}` };
  },
  faults: () => [
    { code: 0x901234, status: 0x09 },
    { code: 0x000102, status: 0x08 },
  ],
  clearFaults: () => 'faults cleared',
  seed: (level, count, bytes) => ({
    kind: 'done',
    bytes: Array.from({ length: bytes }, (_, at) => level + count + at + 1),
  }),
  keyOf: (level, seed) => seed.map((byte) => (byte ^ 0x5a ^ level) & 0xff),
};

/** A module that is spoken to, a millisecond apart. */
function talk(own: ModuleSpeech = speech) {
  let nowUs = 0;
  let state: SpeechState = poweredUp(own, 0);
  const effects: string[] = [];
  const ask = (message: readonly number[], toAll = false) => {
    nowUs += 1000;
    const served = serve(own, state, message, { toAll, nowUs }, work);
    state = served.state;
    effects.push(...served.effects);
    return served.answer;
  };
  /** Lets time go by; everything that was answered meanwhile. */
  const wait = (us: number) => {
    const until = nowUs + us;
    const answers: (readonly number[])[] = [];
    for (let due = speechDue(state); due !== null && due <= until; due = speechDue(state)) {
      nowUs = due;
      const served = wakeSpeech(own, state, work, nowUs);
      state = served.state;
      effects.push(...served.effects);
      if (served.answer) answers.push(served.answer);
    }
    nowUs = until;
    return answers;
  };
  const unlock = () => {
    ask([0x10, 3]);
    const seed = ask([0x27, 1])?.slice(2) ?? [];
    return ask([0x27, 2, ...work.keyOf(1, seed)]);
  };
  return { ask, wait, unlock, effects, state: () => state };
}

const no = (service: number, why: Refusal) => [0x7f, service, refusals[why].code];

describe('a module that is asked', () => {
  it('reads what it holds, several at once, and leaves out what it does not have', () => {
    const { ask } = talk();
    expect(ask([0x22, 0xf1, 0x90])).toEqual([0x62, 0xf1, 0x90, 0x41, 0x42]);
    expect(ask([0x22, 0xf1, 0x87, 0x12, 0x34, 0xf1, 0x90])).toEqual([
      0x62, 0xf1, 0x87, 0x50, 0xf1, 0x90, 0x41, 0x42,
    ]);
    expect(ask([0x22, 0x12, 0x34])).toEqual(no(0x22, 'outOfRange'));
  });

  it.each<[string, readonly number[], Refusal]>([
    ['a service it does not have', [0x28, 0], 'serviceNotSupported'],
    ['a service of another session', [0x31, 1, 3, 1], 'serviceNotInSession'],
    ['a service without its sub-function', [0x10], 'lengthOrFormat'],
    ['a sub-function it does not have', [0x10, 2], 'subFunctionNotSupported'],
    ['a message that is too long', [0x10, 3, 0], 'lengthOrFormat'],
    ['a message that is too short', [0x22, 0xf1], 'lengthOrFormat'],
    ['half an identifier', [0x22, 0xf1, 0x90, 0xf1], 'lengthOrFormat'],
    ['another group of faults', [0x14, 0, 0, 1], 'outOfRange'],
    ['a word that somebody is there, of another kind', [0x3e, 1], 'subFunctionNotSupported'],
  ])('refuses %s', (_what, message, why) => {
    expect(talk().ask(message)).toEqual(no(message[0] ?? 0, why));
  });

  it.each<[string, readonly number[], Refusal]>([
    ['a record behind access', [0x22, 0x02, 0x10], 'accessDenied'],
    ['writing behind access', [0x2e, 0x02, 0x20, 1, 2], 'accessDenied'],
    ['writing what is only read', [0x2e, 0xf1, 0x90, 1], 'outOfRange'],
    ['a routine behind access', [0x31, 1, 0x03, 0x01, 1], 'accessDenied'],
    ['a routine it does not have', [0x31, 1, 0x09, 0x09], 'outOfRange'],
    ['a routine without its number', [0x31, 1, 3], 'lengthOrFormat'],
    ['a step that no routine has', [0x31, 4, 0x03, 0x02], 'subFunctionNotSupported'],
    ['to stop what cannot be stopped', [0x31, 2, 0x03, 0x02], 'subFunctionNotSupported'],
    ['work at a low voltage', [0x31, 1, 0x03, 0x04], 'voltageTooLow'],
    ['a key before its seed', [0x27, 2, 1, 2, 3, 4], 'sequence'],
    ['a level it does not have', [0x27, 3], 'subFunctionNotSupported'],
  ])('refuses %s in the other session', (_what, message, why) => {
    const { ask } = talk();
    ask([0x10, 3]);
    expect(ask(message)).toEqual(no(message[0] ?? 0, why));
  });

  it.each<[string, readonly number[], Refusal]>([
    ['bytes too few', [0x2e, 0x02, 0x20, 1], 'lengthOrFormat'],
    ['a value that is none', [0x2e, 0x02, 0x20, 0xff, 0], 'outOfRange'],
    ['what cannot be written', [0x2e, 0x02, 0x20, 0xfe, 0], 'writingFailed'],
    ['a routine without its option', [0x31, 1, 0x03, 0x01], 'lengthOrFormat'],
    ['the results of what was not begun', [0x31, 3, 0x03, 0x01], 'sequence'],
    ['what the car is not ready for', [0x31, 1, 0x03, 0x01, 9], 'conditions'],
  ])('refuses %s with access open', (_what, message, why) => {
    const { ask, unlock } = talk();
    unlock();
    expect(ask(message)).toEqual(no(message[0] ?? 0, why));
  });

  it('begins, asks about and stops a routine', () => {
    const { ask, unlock, effects } = talk();
    unlock();
    expect(ask([0x31, 1, 0x03, 0x01, 1])).toEqual([0x71, 1, 0x03, 0x01, 0]);
    expect(ask([0x31, 3, 0x03, 0x01])).toEqual([0x71, 3, 0x03, 0x01, 0]);
    expect(ask([0x31, 2, 0x03, 0x01])).toEqual([0x71, 2, 0x03, 0x01, 0]);
    expect(ask([0x31, 3, 0x03, 0x01])).toEqual(no(0x31, 'sequence'));
    expect(effects).toEqual(['learn start', 'learn results', 'learn stop']);
  });

  it('tells its faults by what of their status is asked for, and clears them', () => {
    const { ask, effects } = talk();
    expect(ask([0x19, 2, 0x01])).toEqual([0x59, 2, 0x09, 0x90, 0x12, 0x34, 0x09]);
    expect(ask([0x19, 2, 0xff])).toEqual([0x59, 2, 0x09, 0x90, 0x12, 0x34, 0x09, 0x00, 0x01, 0x02, 0x08]);
    expect(ask([0x14, 0xff, 0xff, 0xff])).toEqual([0x54]);
    expect(effects).toEqual(['faults cleared']);
  });
});

describe('access', () => {
  it('opens by the key of its seed, and says so by a seed of zeros', () => {
    const { ask, unlock } = talk();
    expect(unlock()).toEqual([0x67, 2]);
    expect(ask([0x27, 1])).toEqual([0x67, 1, 0, 0, 0, 0]);
    expect(ask([0x22, 0x02, 0x10])).toEqual([0x62, 0x02, 0x10, 2]);
  });

  it('uses a seed once: a wrong key wants another, and no two seeds are alike', () => {
    const { ask } = talk();
    ask([0x10, 3]);
    const first = ask([0x27, 1]);
    expect(ask([0x27, 2, 0, 0, 0, 0])).toEqual(no(0x27, 'invalidKey'));
    expect(ask([0x27, 2, ...work.keyOf(1, first?.slice(2) ?? [])])).toEqual(no(0x27, 'sequence'));
    expect(ask([0x27, 1])).not.toEqual(first);
  });

  it('shuts itself at the last wrong key, for its time, and at the next one again', () => {
    const { ask, wait } = talk();
    ask([0x10, 3]);
    const wrong = () => {
      ask([0x27, 1]);
      return ask([0x27, 2, 0, 0, 0, 0]);
    };
    expect([wrong(), wrong(), wrong()]).toEqual([
      no(0x27, 'invalidKey'),
      no(0x27, 'invalidKey'),
      no(0x27, 'tooManyTries'),
    ]);
    expect(ask([0x27, 1])).toEqual(no(0x27, 'delayRuns'));
    // The session falls back meanwhile; the delay runs all the same.
    wait(9_000_000);
    ask([0x10, 3]);
    expect(ask([0x27, 1])).toEqual(no(0x27, 'delayRuns'));
    wait(1_000_000);
    expect(wrong()).toEqual(no(0x27, 'tooManyTries'));
  });

  it('is shut after power-up where the description says so', () => {
    const { ask, wait } = talk({
      ...speech,
      access: speech.access.map((level) => ({ ...level, delayAtPowerUp: true })),
    });
    ask([0x10, 3]);
    expect(ask([0x27, 1])).toEqual(no(0x27, 'delayRuns'));
    wait(10_000_000);
    ask([0x10, 3]);
    expect(ask([0x27, 1])?.[0]).toBe(0x67);
  });

  it.each([
    ['a change of session', [0x10, 3]],
    ['the default session', [0x10, 1]],
  ])('is closed by %s', (_what, message) => {
    const { ask, unlock } = talk();
    unlock();
    ask(message);
    ask([0x10, 3]);
    expect(ask([0x22, 0x02, 0x10])).toEqual(no(0x22, 'accessDenied'));
  });

  it('is never open for anything but the key of the last seed', () => {
    const byte = fc.integer({ min: 0, max: 255 });
    const message = fc.oneof(
      fc.constant([0x10, 3]),
      fc.constant([0x27, 1]),
      fc.tuple(fc.constant(0x27), fc.constant(2), byte, byte, byte, byte).map((one) => [...one]),
      fc.array(byte, { minLength: 1, maxLength: 8 }),
    );
    fc.assert(
      fc.property(fc.array(message, { maxLength: 30 }), (messages) => {
        const { ask, state } = talk();
        for (const one of messages) {
          const { seed, open } = state();
          const fits =
            seed !== null &&
            one[0] === 0x27 &&
            one[1] === 2 &&
            one.slice(2).join() === work.keyOf(1, seed.bytes).join();
          ask(one);
          if (open === null && state().open !== null) expect(fits).toBe(true);
        }
      }),
    );
  });
});

describe('time', () => {
  it('ends a session where nobody speaks for five seconds, and not where somebody says that they are there', () => {
    const { ask, wait, state } = talk();
    expect(ask([0x10, 3])).toEqual([0x50, 3, 0, 50, 0x01, 0xf4]);
    wait(sessionUs - 1000);
    expect(ask([0x3e, 0x80])).toBeNull();
    wait(sessionUs - 1000);
    expect(state().session).toBe('extended');
    wait(1000);
    expect(state()).toMatchObject({ session: 'default', open: null });
  });

  it('says again that an answer takes longer before five seconds are over, and answers then', () => {
    const { ask, wait, effects } = talk();
    ask([0x10, 3]);
    // The suppressed answer is given once it was said that it comes.
    expect(ask([0x31, 0x81, 0x03, 0x02])).toEqual(no(0x31, 'pending'));
    expect(ask([0x22, 0xf1, 0x90])).toEqual(no(0x22, 'busyRepeat'));
    expect(ask([0x3e, 0x80])).toBeNull();
    expect(wait(12_000_000)).toEqual([no(0x31, 'pending'), no(0x31, 'pending'), [0x71, 1, 0x03, 0x02, 0]]);
    expect(effects).toEqual(['slow start']);
    expect(saysAgain).toBeLessThan(longAnswerUs);
  });

  it('may say nothing at all while it waits', () => {
    const { ask, wait } = talk();
    ask([0x10, 3]);
    expect(ask([0x31, 1, 0x03, 0x03])).toBeNull();
    expect(wait(11_000_000)).toEqual([]);
    expect(wait(1_000_000)).toEqual([[0x71, 1, 0x03, 0x03, 0]]);
  });

  it('is silent while it starts anew, and is locked after it', () => {
    const { ask, wait, unlock, state } = talk();
    unlock();
    expect(ask([0x11, 1])).toEqual([0x51, 1]);
    expect(ask([0x22, 0xf1, 0x90])).toBeNull();
    wait(300_000);
    expect(state()).toMatchObject({ session: 'default', open: null });
    expect(ask([0x22, 0xf1, 0x90])?.[0]).toBe(0x62);
  });
});

const saysAgain = 4_500_000;

describe('a message to all modules', () => {
  it.each<[string, readonly number[]]>([
    ['a service it does not have', [0x28, 0]],
    ['a sub-function it does not have', [0x10, 2]],
    ['a record it does not have', [0x22, 0x12, 0x34]],
    ['a service of another session', [0x31, 1, 3, 1]],
  ])('is not answered for %s', (_what, message) => {
    expect(talk().ask(message, true)).toBeNull();
  });

  it('is answered where it has something to say, and where its form is wrong', () => {
    const { ask } = talk();
    expect(ask([0x22, 0xf1, 0x90], true)?.[0]).toBe(0x62);
    expect(ask([0x22, 0xf1], true)).toEqual(no(0x22, 'lengthOrFormat'));
  });
});

describe('suppressed answers', () => {
  it('are the positive ones only', () => {
    const { ask } = talk();
    expect(ask([0x10, 0x83])).toBeNull();
    expect(ask([0x10, 0x82])).toEqual(no(0x10, 'subFunctionNotSupported'));
    expect(ask([0x27, 0x83])).toEqual(no(0x27, 'subFunctionNotSupported'));
  });
});
