import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CanFrame } from './frame';
import {
  awaitUs,
  idleTransport,
  longestMessage,
  receiveFrame,
  sendMessage,
  type Transport,
  type TransportEnd,
  type TransportEvent,
  type Transported,
  transportDue,
  wakeTransport,
} from './iso-tp';

const tester: TransportEnd = {
  sendId: 0x7e0,
  receiveId: 0x7e8,
  blockSize: 0,
  separationByte: 0,
  longest: longestMessage,
  stalls: 0,
};
const carOf = (more: Partial<TransportEnd> = {}): TransportEnd => ({
  ...tester,
  sendId: 0x7e8,
  receiveId: 0x7e0,
  ...more,
});
const messageOf = (length: number) => Array.from({ length }, (_, at) => (at * 7 + length) & 0xff);

interface Told {
  readonly who: 'tester' | 'car';
  readonly atUs: number;
  readonly event: TransportEvent;
}

/** Both ends of a bus, driven by what is due first; a frame may be lost or changed on the way. */
function run(
  bytes: readonly number[],
  {
    car = carOf(),
    change = (frame) => [frame],
    untilUs = 60_000_000,
  }: {
    car?: TransportEnd;
    change?: (frame: CanFrame, at: number) => readonly CanFrame[];
    untilUs?: number;
  } = {},
) {
  const told: Told[] = [];
  const frames: { readonly atUs: number; readonly frame: CanFrame }[] = [];
  const ends = { tester, car };
  const state: Record<'tester' | 'car', Transport> = { tester: idleTransport, car: idleTransport };
  let nowUs = 0;
  const take = (who: 'tester' | 'car', result: Transported) => {
    state[who] = result.transport;
    for (const event of result.events) told.push({ who, atUs: nowUs, event });
    for (const sent of result.frames)
      for (const frame of change(sent, frames.length)) {
        frames.push({ atUs: nowUs, frame });
        const other = who === 'tester' ? 'car' : 'tester';
        take(other, receiveFrame(state[other], ends[other], frame, nowUs));
      }
  };
  take('tester', sendMessage(state.tester, tester, bytes, nowUs));
  for (;;) {
    const [ofTester, ofCar] = [transportDue(state.tester), transportDue(state.car)];
    const who =
      (ofTester ?? Number.POSITIVE_INFINITY) <= (ofCar ?? Number.POSITIVE_INFINITY) ? 'tester' : 'car';
    const due = who === 'tester' ? ofTester : ofCar;
    if (due === null || due > untilUs) return { told, frames, state, nowUs };
    nowUs = due;
    take(who, wakeTransport(state[who], ends[who], nowUs));
  }
}

const heard = ({ told }: { readonly told: readonly Told[] }) =>
  told.flatMap(({ who, event }) => (who === 'car' && event.kind === 'message' ? [event.bytes] : []));
const failures = ({ told }: { readonly told: readonly Told[] }) =>
  told.flatMap(({ who, event }) => (event.kind === 'failed' ? [`${who} ${event.way} ${event.why}`] : []));
const isConsecutive = ({ data }: CanFrame) => (data[0] ?? 0) >> 4 === 2;
/** What lies between one consecutive frame and the next. */
const gaps = ({ frames }: Pick<ReturnType<typeof run>, 'frames'>) => {
  const at = frames.filter(({ frame }) => isConsecutive(frame)).map(({ atUs }) => atUs);
  return at.slice(1).map((moment, place) => moment - (at[place] ?? 0));
};
const heads = ({ frames }: { readonly frames: readonly { readonly frame: CanFrame }[] }) =>
  frames.map(({ frame }) => (frame.data[0] ?? 0).toString(16).padStart(2, '0'));

describe('messages in frames', () => {
  // In parts, so that none of them takes long on a busy machine.
  it.each(
    Array.from({ length: 16 }, (_, part) => [part * 256 + 1, Math.min(longestMessage, (part + 1) * 256)]),
  )('carry every length of %i to %i bytes, whole', (from, to) => {
    for (let length = from; length <= to; length += 1) {
      const bytes = messageOf(length);
      const found = run(bytes);
      expect(heard(found).join(' ')).toBe(bytes.join());
      // A single frame up to seven bytes; a first frame with six, a flow control, and seven in each that follows.
      expect(found.frames.length).toBe(length <= 7 ? 1 : 2 + Math.ceil((length - 6) / 7));
    }
  });

  it('are framed as the standard writes them', () => {
    const { frames } = run([0x22, 0xf1, 0x90]);
    expect(frames[0]?.frame).toEqual({ id: 0x7e0, data: [0x03, 0x22, 0xf1, 0x90, 0, 0, 0, 0] });
    const long = run(messageOf(20));
    expect(long.frames.map(({ frame }) => frame)).toEqual([
      { id: 0x7e0, data: [0x10, 20, ...messageOf(20).slice(0, 6)] },
      { id: 0x7e8, data: [0x30, 0, 0, 0, 0, 0, 0, 0] },
      { id: 0x7e0, data: [0x21, ...messageOf(20).slice(6, 13)] },
      { id: 0x7e0, data: [0x22, ...messageOf(20).slice(13, 20)] },
    ]);
  });

  it('count their frames from 1, and on from 0 after 15', () => {
    expect(heads(run(messageOf(6 + 7 * 18))).slice(2)).toEqual([
      ...Array.from({ length: 15 }, (_, at) => `2${(at + 1).toString(16)}`),
      '20',
      '21',
      '22',
    ]);
  });

  it('wait for a flow control after each block, and keep the gap', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 400 }),
        fc.integer({ min: 0, max: 20 }),
        fc.integer({ min: 0, max: 0x7f }),
        (length, blockSize, separationByte) => {
          const found = run(messageOf(length), { car: carOf({ blockSize, separationByte }) });
          expect(heard(found)).toEqual([messageOf(length)]);
          const parts = Math.ceil((length - 6) / 7);
          const flows = found.frames.filter(({ frame }) => frame.id === 0x7e8).length;
          expect(flows).toBe(blockSize === 0 ? 1 : Math.ceil(parts / blockSize));
          for (const [at, gapUs] of gaps(found).entries()) {
            const afterFlow = blockSize > 0 && (at + 1) % blockSize === 0;
            if (!afterFlow) expect(gapUs).toBeGreaterThanOrEqual(separationByte * 1000);
          }
        },
      ),
    );
  });

  it.each([
    [0x7f, 127_000],
    [0xf1, 100],
    [0xf9, 900],
    // Reserved: the longest there is.
    [0x80, 127_000],
    [0xfa, 127_000],
  ])('read a gap of %i as %i microseconds', (separationByte, gapUs) => {
    expect(gaps(run(messageOf(30), { car: carOf({ separationByte }) }))[0]).toBe(gapUs + 250);
  });

  it('wait as often as they are asked, and no more than eight times in a row', () => {
    const patient = run(messageOf(40), { car: carOf({ stalls: 8 }) });
    expect(heard(patient)).toEqual([messageOf(40)]);
    expect(heads(patient).filter((head) => head === '31')).toHaveLength(8);
    expect(failures(run(messageOf(40), { car: carOf({ stalls: 9 }) }))).toContain(
      'tester sending waitedTooOften',
    );
  });

  it('end where no flow control comes within a second', () => {
    const found = run(messageOf(40), { change: (frame) => (frame.id === 0x7e8 ? [] : [frame]) });
    expect(failures(found)).toContain('tester sending noFlowControl');
    expect(found.told.find(({ who, event }) => who === 'tester' && event.kind === 'failed')?.atUs).toBe(
      awaitUs,
    );
  });

  it('end without an answer where a frame is lost, doubled or swapped', () => {
    const second = (frame: CanFrame) => frame.data[0] === 0x22;
    const lost = run(messageOf(40), { change: (frame) => (second(frame) ? [] : [frame]) });
    expect(failures(lost)).toEqual(['car receiving wrongSequence']);
    expect(heads(lost).filter((head) => head.startsWith('3'))).toHaveLength(1);
    const doubled = run(messageOf(40), { change: (frame) => (second(frame) ? [frame, frame] : [frame]) });
    expect(failures(doubled)).toEqual(['car receiving wrongSequence']);
    let held: CanFrame | undefined;
    const swapped = run(messageOf(40), {
      change: (frame) => {
        if (second(frame)) {
          held = frame;
          return [];
        }
        const out = held && frame.data[0] === 0x23 ? [frame, held] : [frame];
        if (out.length > 1) held = undefined;
        return out;
      },
    });
    expect(failures(swapped)).toEqual(['car receiving wrongSequence']);
    for (const found of [lost, doubled, swapped]) expect(heard(found)).toEqual([]);
  });

  it('end where the next frame does not come within a second', () => {
    const found = run(messageOf(40), {
      change: (frame) => ((frame.data[0] ?? 0) >> 4 === 2 && frame.data[0] !== 0x21 ? [] : [frame]),
    });
    expect(failures(found)).toEqual(['car receiving noNextFrame']);
  });

  it('are refused where they are longer than the other end takes', () => {
    const found = run(messageOf(300), { car: carOf({ longest: 256 }) });
    expect(failures(found)).toEqual(['car receiving overflow', 'tester sending overflow']);
    expect(heads(found)).toEqual(['11', '32']);
  });

  it('end at a flow control of a kind that is not known', () => {
    const found = run(messageOf(40), {
      change: (frame) =>
        frame.id === 0x7e8 ? [{ ...frame, data: [0x33, ...frame.data.slice(1)] }] : [frame],
    });
    expect(failures(found)).toContain('tester sending unknownFlow');
  });
});

describe('an end of a connection', () => {
  const car = carOf();
  const frame = (...data: number[]): CanFrame => ({
    id: 0x7e0,
    data: [...data, ...Array.from({ length: 8 - data.length }, () => 0)],
  });
  const hearing = (...frames: CanFrame[]) =>
    frames.reduce<Transported>((before, next, at) => receiveFrame(before.transport, car, next, at), {
      transport: idleTransport,
      frames: [],
      events: [],
    });

  it('lets a new message take the place of one that is open', () => {
    const begun = frame(0x10, 20, 1, 2, 3, 4, 5, 6);
    expect(hearing(begun, frame(0x01, 0x3e)).events).toEqual([
      { kind: 'failed', way: 'receiving', why: 'interrupted' },
      { kind: 'message', bytes: [0x3e] },
    ]);
    expect(hearing(begun, begun).events).toEqual([
      { kind: 'failed', way: 'receiving', why: 'interrupted' },
      { kind: 'begun', length: 20 },
    ]);
  });

  it.each([
    ['a single frame of no length', frame(0x00, 1)],
    ['a single frame of eight', frame(0x08, 1)],
    ['a first frame that a single one would hold', frame(0x10, 7, 1, 2, 3, 4, 5, 6)],
    ['a consecutive frame of nothing', frame(0x21, 1)],
    ['a flow control that nobody waits for', frame(0x30, 0, 0)],
    ['a kind of frame that is not known', frame(0x50, 1)],
    ['a frame of somebody else', { ...frame(0x01, 0x3e), id: 0x123 }],
  ])('takes no notice of %s', (_what, one) => {
    expect(hearing(one)).toEqual({ transport: idleTransport, frames: [], events: [] });
  });

  it('refuses a length of four bytes as overflow', () => {
    expect(hearing(frame(0x10, 0, 0, 1, 0, 0, 1, 2)).frames[0]?.data[0]).toBe(0x32);
  });

  it('is the same state whatever else was on the bus, and never waits for ever', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 8, maxLength: 8 }), {
          maxLength: 40,
        }),
        (rows) => {
          let state: Transport = idleTransport;
          let nowUs = 0;
          for (const data of rows) {
            nowUs += 1000;
            state = receiveFrame(state, car, { id: 0x7e0, data }, nowUs).transport;
            expect(receiveFrame(state, car, { id: 0x7e1, data }, nowUs).transport).toEqual(state);
          }
          for (let turns = 0; transportDue(state) !== null; turns += 1) {
            expect(turns).toBeLessThan(20);
            state = wakeTransport(state, car, transportDue(state) ?? 0).transport;
          }
          expect(state).toEqual(idleTransport);
        },
      ),
    );
  });
});
