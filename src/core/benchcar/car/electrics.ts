import type { BenchPlatform } from '../document/bench-platform';
import type { CarState } from './car-state';

const hourUs = 3_600_000_000;
/** What a supply holds the battery at, and how fast it lifts it there, in volts a minute. */
const suppliedVolts = 13.2;
const liftPerMinute = 1.5;

/** Volts at a moment: what the ignition takes of an ordinary battery, hour by hour, and what a supply gives back. */
export function voltsAt({ behaviour }: BenchPlatform, state: CarState, nowUs: number): number {
  const { volts, sinceUs, supply, sags } = state.battery;
  const hours = Math.max(0, nowUs - sinceUs) / hourUs;
  if (supply) return Math.min(suppliedVolts, volts + liftPerMinute * hours * 60);
  const takes = draws(state) ? behaviour.battery.sagPerHour * sags : 0;
  return Math.max(6, volts - takes * hours);
}

/** Sets down what the battery has before something changes that it depends on. */
export function settled(platform: BenchPlatform, state: CarState): CarState {
  const volts = voltsAt(platform, state, state.nowUs);
  return { ...state, battery: { ...state.battery, volts, sinceUs: state.nowUs } };
}

/** The car is awake: its ignition is on, or a module was spoken to. */
function draws({ parts, bus, line }: CarState): boolean {
  return parts.ignition !== 'off' || bus?.speech.session === 'extended' || line?.awakeUntilUs != null;
}

export function isTooLow(platform: BenchPlatform, state: CarState): boolean {
  return voltsAt(platform, state, state.nowUs) < platform.behaviour.battery.leastVolts;
}
