import { advanceCar, carTakes } from '@/core/benchcar/car/car';
import type { CarInput, CarOutput, CarState, CarTurn, TimedInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarLink, Heard, OnLine } from './link';

/** What was said on the line, by whom. */
export interface Said extends Heard {
  readonly by: 'tool' | 'car';
}

/** A car that stands in for a real one: at the other end of a line, and with parts and keys that hands move. */
export class SimulatedCar implements CarLink {
  /** All that was done to it so far: with its start this is the whole car. */
  readonly inputs: TimedInput[] = [];
  /** What was said on the line, and what could be seen or heard beside it. */
  readonly said: Said[] = [];
  readonly signs: Extract<CarOutput, { kind: 'sign' }>[] = [];
  private heard: Heard[] = [];

  /** @param done what was done to it before: it stands where that left it */
  constructor(
    readonly platform: BenchPlatform,
    public state: CarState,
    done: readonly TimedInput[] = [],
  ) {
    for (const { atUs, input } of done) {
      this.after(advanceCar(this.platform, this.state, atUs));
      this.take(input, atUs);
    }
    // Nobody hears any more what was said to a tool that is gone.
    this.heard = [];
  }

  /** What hands do, now. */
  hand(input: CarInput): void {
    this.take(input, this.state.nowUs);
  }

  send(said: OnLine, atUs: number): void {
    // What the car said before comes before.
    this.after(advanceCar(this.platform, this.state, atUs));
    this.said.push({ atUs: this.state.nowUs, by: 'tool', said });
    this.take(said, atUs);
  }

  async advance(untilUs: number): Promise<{ readonly nowUs: number; readonly heard: readonly Heard[] }> {
    if (this.heard.length === 0) this.after(advanceCar(this.platform, this.state, untilUs, true));
    const { heard } = this;
    this.heard = [];
    return { nowUs: this.state.nowUs, heard };
  }

  close(): void {}

  private take(input: CarInput, atUs: number): void {
    this.inputs.push({ atUs: Math.max(atUs, this.state.nowUs), input });
    this.after(carTakes(this.platform, this.state, input, atUs));
  }

  private after({ state, outputs }: CarTurn): void {
    this.state = state;
    for (const output of outputs) {
      if (output.kind === 'sign') {
        this.signs.push(output);
        continue;
      }
      const { atUs } = output;
      const said: OnLine =
        output.kind === 'frame'
          ? { kind: 'frame', frame: output.frame }
          : { kind: 'bytes', bytes: output.bytes };
      this.said.push({ atUs, by: 'car', said });
      this.heard.push({ atUs, said });
    }
  }
}
