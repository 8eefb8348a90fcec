import { execFileSync } from 'node:child_process';
import { dirname } from 'node:path';

/** A message of a log of frames, as an independent reader has it. */
export interface ReadMessage {
  /** Which frame made it whole, from 0. */
  readonly frame: number;
  readonly service: number;
  readonly sub: number | null;
  readonly identifier: number | null;
  readonly refusal: number | null;
}

const fields = [
  'frame.number',
  'uds.sid',
  'uds.err.sid',
  'uds.err.code',
  'uds.dsc.type',
  'uds.er.type',
  'uds.rdtci.type',
  'uds.sa.type',
  'uds.rc.type',
  'uds.rdbi.data_identifier',
  'uds.wdbi.data_identifier',
  'uds.rc.identifier',
] as const;

/** What tshark makes of a log: each message of the standard with its frame. */
export function readByTshark(file: string): ReadMessage[] {
  const told = execFileSync(
    'tshark',
    [
      ...['-n', '-r', file, '-o', 'iso15765.can.ids:0x7df,0x7e0-0x7ef', '-d', 'iso15765.subdissector,uds'],
      ...['-Y', 'uds', '-T', 'fields', '-E', 'occurrence=f'],
      ...fields.flatMap((field) => ['-e', field]),
    ],
    {
      env: { PATH: process.env.PATH, HOME: dirname(file), NODE_ENV: 'test' },
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    },
  );
  return told.split('\n').flatMap((line) => (line === '' ? [] : [readLine(line)]));
}

function readLine(line: string): ReadMessage {
  const cells = new Map(line.split('\t').map((cell, at) => [fields[at], cell]));
  const number = (...names: (typeof fields)[number][]) => {
    const cell = names.map((name) => cells.get(name)).find((one) => one !== undefined && one !== '');
    return cell === undefined ? null : Number(cell);
  };
  return {
    frame: Number(cells.get('frame.number')) - 1,
    service: number('uds.err.sid') ?? number('uds.sid') ?? -1,
    sub: number('uds.dsc.type', 'uds.er.type', 'uds.rdtci.type', 'uds.sa.type', 'uds.rc.type'),
    identifier: number('uds.rdbi.data_identifier', 'uds.wdbi.data_identifier', 'uds.rc.identifier'),
    refusal: number('uds.err.code'),
  };
}
