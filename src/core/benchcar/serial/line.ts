import type { CarState } from '../car/car-state';
import { readRecord } from '../car/records';
import { type Command, isCommand, judge } from '../course/commands';
import { stepOf } from '../course/course';
import type { SerialLink } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import type { LineState } from './line-state';
import {
  answerHead,
  byteUs,
  lineCommands,
  readTelegram,
  requestHead,
  type Status,
  statuses,
  telegramOf,
} from './telegram';

/** What a telegram does to the car. */
export type LineEffect =
  | { readonly kind: 'command'; readonly command: Command }
  | { readonly kind: 'pinGiven' }
  | { readonly kind: 'pinWrong' }
  | { readonly kind: 'clearFaults' };

/** A gap in which what came so far is forgotten, and how long the module thinks. */
const gapUs = 60_000;
const thinksUs = 22_000;

/** What bytes on the line do: whole telegrams to this module are answered, others are not. */
export function lineHears(
  link: SerialLink,
  platform: BenchPlatform,
  state: CarState,
  line: LineState,
  bytes: readonly number[],
): { readonly line: LineState; readonly effects: readonly LineEffect[] } {
  const { nowUs } = state;
  const before = nowUs - line.heardUs > gapUs ? [] : line.heard;
  const { telegram, rest } = readTelegram(requestHead, [...before, ...bytes]);
  const listens = { ...line, heard: rest, heardUs: nowUs };
  if (!telegram || telegram.address !== addressOf(link, state)) return { line: listens, effects: [] };
  const [command = 0, ...data] = telegram.body;
  const isAwake = line.awakeUntilUs !== null;
  if (!isAwake && command !== lineCommands.wake) return { line: listens, effects: [] };
  const said = answer(link, platform, state, command, data);
  const body = [statuses.indexOf(said.status), ...(said.data ?? [])];
  const sent = telegramOf(answerHead, { address: telegram.address, body });
  return {
    line: {
      ...listens,
      awakeUntilUs: command === lineCommands.sleep ? null : nowUs + link.awakeSeconds * 1_000_000,
      outbox: [...line.outbox, { bytes: sent, atUs: nowUs + thinksUs + sent.length * byteUs }],
    },
    effects: said.effect ? [said.effect] : [],
  };
}

/** When something of the line is due: an answer, or sleep; null for never. */
export function lineDue({ outbox, awakeUntilUs }: LineState): number | null {
  const dues = [outbox[0]?.atUs ?? null, awakeUntilUs].filter((due) => due !== null);
  return dues.length === 0 ? null : Math.min(...dues);
}

function addressOf({ address, types }: SerialLink, { module }: CarState): number {
  return types.find(({ type }) => type === module.systemType)?.address ?? address;
}

interface Said {
  readonly status: Status;
  readonly data?: readonly number[];
  readonly effect?: LineEffect;
}

function answer(
  link: SerialLink,
  platform: BenchPlatform,
  state: CarState,
  command: number,
  data: readonly number[],
): Said {
  switch (command) {
    case lineCommands.wake:
      return data.length > 0 ? { status: 'wrongLength' } : { status: 'done' };
    case lineCommands.sleep:
      return { status: 'done', effect: { kind: 'command', command: 'leave' } };
    case lineCommands.read: {
      if (data.length !== 1) return { status: 'wrongLength' };
      const record = link.records.find(({ id }) => id === data[0]);
      if (!record) return { status: 'unknownCommand' };
      if (record.pin && !state.pin.given) return { status: 'needsPin' };
      return { status: 'done', data: readRecord(platform, state, record.holds) };
    }
    case lineCommands.pin:
      return givePin(platform, state, data);
    case lineCommands.faults:
      return { status: 'done', data: state.faults.flatMap((code) => [code >> 8, code & 0xff]) };
    case lineCommands.clearFaults:
      return { status: 'done', effect: { kind: 'clearFaults' } };
    default:
      return obeyed(link, platform, state, command, data);
  }
}

function givePin(
  { behaviour }: BenchPlatform,
  { pin, module, nowUs }: CarState,
  data: readonly number[],
): Said {
  if (!behaviour.pin) return { status: 'unknownCommand' };
  if (data.length !== behaviour.pin.digits) return { status: 'wrongLength' };
  if (pin.shutUntilUs > nowUs) return { status: 'shut' };
  const isRight = data.every((byte, at) => byte === module.pin.charCodeAt(at));
  return isRight
    ? { status: 'done', effect: { kind: 'pinGiven' } }
    : { status: 'wrongPin', effect: { kind: 'pinWrong' } };
}

function obeyed(
  link: SerialLink,
  platform: BenchPlatform,
  state: CarState,
  command: number,
  data: readonly number[],
): Said {
  const known = link.commands.find(({ id }) => id === command);
  if (!known || !isCommand(known.does)) return { status: 'unknownCommand' };
  if (data.length > 0) return { status: 'wrongLength' };
  if (known.pin && !state.pin.given) return { status: 'needsPin' };
  const running = state.courses.find(({ byTool }) => byTool);
  if (running && stepOf(platform, running)?.kind === 'wait' && known.does !== 'leave')
    return { status: 'waits' };
  const judged = judge(platform, state, known.does);
  if (judged.kind === 'refused')
    return {
      status:
        judged.why === 'voltageTooLow' ? 'voltage' : judged.why === 'sequence' ? 'sequence' : 'conditions',
    };
  return { status: 'done', effect: { kind: 'command', command: known.does } };
}
