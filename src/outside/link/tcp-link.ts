import { connect, createServer, type Server, type Socket } from 'node:net';
import { createInterface, type Interface } from 'node:readline';
import { Transform } from 'node:stream';
import type { CarLink, Heard, OnLine } from './link';
import type { SimulatedCar } from './simulated-car';

// The line between a tool and a car over TCP on this machine: JSON, one object a line. The tool says something or lets the time go on;
// the car answers each of the second kind, in their order. `docs/formats.md` describes it.

type ToCar = { readonly say: OnLine; readonly atUs: number } | { readonly advance: number };
type FromCar = { readonly nowUs: number; readonly heard: readonly Heard[] } | { readonly error: string };

/** The longest line that is read. */
const longestLine = 64 * 1024;
const ownMachine = '127.0.0.1';

/** Opens the line to a car that waits on a port of this machine. */
export function openTcpLink(port: number): Promise<CarLink> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host: ownMachine, port }, () => resolve(new TcpLink(socket)));
    socket.once('error', reject);
  });
}

class TcpLink implements CarLink {
  private readonly lines: Interface;
  private readonly waiting: { resolve: (answer: FromCar) => void; reject: (error: Error) => void }[] = [];
  private ended: Error | undefined;

  constructor(private readonly socket: Socket) {
    this.lines = createInterface({ input: socket });
    this.lines.on('line', (line) => this.waiting.shift()?.resolve(JSON.parse(line) as FromCar));
    const gone = () => this.end(new Error('the car went away'));
    socket.on('error', gone);
    socket.on('close', gone);
  }

  send(said: OnLine, atUs: number): void {
    this.write({ say: said, atUs });
  }

  async advance(untilUs: number) {
    if (this.ended) throw this.ended;
    const answer = await new Promise<FromCar>((resolve, reject) => {
      this.waiting.push({ resolve, reject });
      this.write({ advance: untilUs });
    });
    if ('error' in answer) throw new Error(answer.error);
    return answer;
  }

  close(): void {
    this.end(new Error('the line is closed'));
    this.socket.destroy();
  }

  private write(message: ToCar): void {
    if (!this.ended) this.socket.write(`${JSON.stringify(message)}\n`);
  }

  private end(error: Error): void {
    this.ended ??= error;
    this.lines.close();
    for (const { reject } of this.waiting.splice(0)) reject(this.ended);
  }
}

/**
 * Lets a car wait on a port of this machine; each tool that comes finds a car of its own.
 * @param port 0 for any that is free
 */
export function serveCar(makeCar: () => SimulatedCar, port: number): Promise<Server> {
  const server = createServer((socket) => {
    const car = makeCar();
    const lines = createInterface({ input: socket.pipe(shortLines(() => socket.destroy())) });
    let turn = Promise.resolve();
    socket.on('error', () => socket.destroy());
    lines.on('line', (line) => {
      turn = turn
        .then(() => answer(car, line))
        .then((said) => {
          if (said && !socket.destroyed) socket.write(`${JSON.stringify(said)}\n`);
        });
    });
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, ownMachine, () => resolve(server));
  });
}

/** Lets lines pass that are not too long; at one that is, `tooLong` is told while it comes, and nothing of it is kept. */
function shortLines(tooLong: () => void): Transform {
  let length = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, passed) {
      const last = chunk.lastIndexOf(10);
      length = last < 0 ? length + chunk.length : chunk.length - last - 1;
      if (length > 2 * longestLine) {
        tooLong();
        passed();
        return;
      }
      passed(null, chunk);
    },
  });
}

async function answer(car: SimulatedCar, line: string): Promise<FromCar | undefined> {
  const message = line.length > longestLine ? undefined : read(line);
  if (!message) return { error: 'Expected { "say": …, "atUs": … } or { "advance": … } in one line.' };
  if ('advance' in message) return car.advance(message.advance);
  car.send(message.say, message.atUs);
  return undefined;
}

const isTime = (value: unknown): value is number => Number.isSafeInteger(value) && (value as number) >= 0;
const isBytes = (value: unknown, most: number): value is number[] =>
  Array.isArray(value) &&
  value.length >= 1 &&
  value.length <= most &&
  value.every((byte) => Number.isInteger(byte) && byte >= 0 && byte <= 255);

/** A line as a message of the tool; undefined where it is none. */
function read(line: string): ToCar | undefined {
  let sent: unknown;
  try {
    sent = JSON.parse(line);
  } catch {
    return undefined;
  }
  if (typeof sent !== 'object' || sent === null) return undefined;
  if ('advance' in sent) return isTime(sent.advance) ? { advance: sent.advance } : undefined;
  if (!('say' in sent && 'atUs' in sent && isTime(sent.atUs))) return undefined;
  const said = saidOf(sent.say);
  return said && { say: said, atUs: sent.atUs };
}

function saidOf(say: unknown): OnLine | undefined {
  if (typeof say !== 'object' || say === null || !('kind' in say)) return undefined;
  if (say.kind === 'bytes' && 'bytes' in say && isBytes(say.bytes, 256))
    return { kind: 'bytes', bytes: say.bytes };
  if (say.kind !== 'frame' || !('frame' in say) || typeof say.frame !== 'object' || say.frame === null)
    return undefined;
  const { frame } = say;
  return 'id' in frame && 'data' in frame && Number.isInteger(frame.id) && isBytes(frame.data, 8)
    ? { kind: 'frame', frame: { id: Number(frame.id) & 0x7ff, data: frame.data } }
    : undefined;
}
