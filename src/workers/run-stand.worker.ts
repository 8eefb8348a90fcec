import { expose } from 'comlink';
import type { CommandName } from '@/core/authority/commands';
import type { HeldData } from '@/core/authority/run-secrets';
import type { CarInput, TimedInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { CommandHands } from '@/outside/devices/command-task';
import { RunStand, type StandView, type StepWork } from './run-stand';

let stand: RunStand | undefined;

/** Does something at the car that stands there, and says what is seen then. */
function at(work: (stand: RunStand) => void): StandView {
  if (!stand) throw new Error('no car stands at the other end of the line');
  work(stand);
  return stand.view();
}

const runStand = {
  /** Puts a car there as it was left, with a tool that knows nothing of it. */
  put(platform: BenchPlatform, setup: CarSetup, done: readonly TimedInput[]): StandView {
    stand = new RunStand(platform, setup, done);
    return stand.view();
  },
  /** What devices held of this car, where it stood before. */
  holds: (held: HeldData) => at((one) => one.bench.holds(held)),
  async goesTo(untilUs: number): Promise<StandView> {
    await stand?.goesTo(untilUs);
    return at(() => {});
  },
  hand: (input: CarInput) => at((one) => one.hand(input)),
  does: (work: readonly StepWork[]) => at((one) => one.does(work)),
  tell: (act: string, command: CommandName, hands: CommandHands) =>
    at((one) => one.tell(act, command, hands)),
  ask: (act: string, command: CommandName, tag: number) => at((one) => one.ask(act, command, tag)),
  speaksTo: (systemType: string | null) => at((one) => one.speaksTo(systemType)),
  inputsFrom: (from: number): readonly TimedInput[] => stand?.inputsFrom(from) ?? [],
};
export type RunStandFace = typeof runStand;

expose(runStand);
