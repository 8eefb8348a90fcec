import type { CanFrame } from '../can/frame';
import { advanceCar, carTakes } from '../car/car';
import type { CarOutput, CarState, TimedInput } from '../car/car-state';
import type { BenchPlatform } from '../document/bench-platform';

/** Something that was said on the line, in the order in which it was. */
export type LineSaid = { readonly atUs: number; readonly by: 'tool' | 'car' } & (
  | { readonly kind: 'frame'; readonly frame: CanFrame }
  | { readonly kind: 'bytes'; readonly bytes: readonly number[] }
);

export interface PlayedCar {
  readonly state: CarState;
  readonly outputs: readonly CarOutput[];
  readonly lines: readonly LineSaid[];
}

/** A car after all that was done to it, with all that was said on its line. */
export function playCar(
  platform: BenchPlatform,
  start: CarState,
  inputs: readonly TimedInput[],
  untilUs?: number,
): PlayedCar {
  let state = start;
  const outputs: CarOutput[] = [];
  const lines: LineSaid[] = [];
  const after = (turn: { readonly state: CarState; readonly outputs: readonly CarOutput[] }) => {
    state = turn.state;
    for (const output of turn.outputs) {
      outputs.push(output);
      if (output.kind !== 'sign') lines.push({ by: 'car', ...output });
    }
  };
  for (const { atUs, input } of inputs) {
    after(advanceCar(platform, state, atUs));
    if (input.kind === 'frame' || input.kind === 'bytes')
      lines.push({ by: 'tool', atUs: state.nowUs, ...input });
    after(carTakes(platform, state, input, atUs));
  }
  if (untilUs !== undefined) after(advanceCar(platform, state, untilUs));
  return { state, outputs, lines };
}
