import { expose } from 'comlink';
import type { CarInput, TimedInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { ToolFunction } from '@/outside/vci/functions';
import { BenchRun, type BenchView, type DeviceTask } from './bench-run';

let run: BenchRun | undefined;

function standing(): BenchRun {
  if (!run) throw new Error('no car stands on the bench');
  return run;
}

const benchCar = {
  /** Puts a car on the bench, in the place of any that stood there. */
  put(platform: BenchPlatform, setup: CarSetup): BenchView {
    run = new BenchRun(platform, setup);
    return run.view();
  },
  hand: (input: CarInput): BenchView => standing().hand(input),
  use: (task: ToolFunction, systemType: string | null): BenchView => standing().use(task, systemType),
  device: (task: DeviceTask): BenchView => standing().device(task),
  restartTool: (): BenchView => standing().restartTool(),
  advance: (wallMs: number, rate: number): Promise<BenchView> => standing().advance(wallMs, rate),
  inputs: (): readonly TimedInput[] => standing().inputs(),
};
export type BenchCarFace = typeof benchCar;

expose(benchCar);
