import type { Lived } from '../course/course';
import type { FaultCause } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import type { CarOutput, CarState, CarTurn } from './car-state';

/** A fault is stored where the platform has one for its cause. */
export function stored({ behaviour }: BenchPlatform, state: CarState, cause: FaultCause): CarState {
  const codes = behaviour.faults.filter((fault) => fault.cause === cause).map(({ code }) => code);
  return codes.length === 0 ? state : { ...state, faults: [...new Set([...state.faults, ...codes])] };
}

export function still(state: CarState): CarTurn {
  return { state, outputs: [] };
}

export function turned({ nowUs }: CarState, { state, signs }: Lived): CarTurn {
  return { state, outputs: signs.map((sign) => ({ kind: 'sign', atUs: nowUs, sign })) };
}

export function shows({ state, outputs }: CarTurn, signs: readonly string[]): CarTurn {
  return {
    state,
    outputs: [...outputs, ...signs.map((sign): CarOutput => ({ kind: 'sign', atUs: state.nowUs, sign }))],
  };
}

export function join(turn: CarTurn, next: CarTurn): CarTurn {
  return { state: next.state, outputs: [...turn.outputs, ...next.outputs] };
}
