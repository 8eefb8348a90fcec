import { deviceActs } from '@/core/benchcar/document/behaviour';
import type { SimulatedCar } from '../link/simulated-car';
import type { DeviceBench } from './simulated-devices';

/** A car on the bench as the devices beside it have it. */
export function benchOf(car: SimulatedCar): DeviceBench {
  return {
    platform: car.platform,
    car: () => car.state,
    does: (act, tag, from) => {
      const before = car.signs.length;
      car.hand({
        kind: 'device',
        does: act,
        ...(tag !== undefined && { tag }),
        ...(from !== undefined && { from }),
      });
      return car.signs.slice(before).some(({ sign }) => sign === deviceActs[act]);
    },
  };
}
