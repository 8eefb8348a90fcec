// Which stand-in serves for each service outside. Nothing else of the use-cases names one.
import type { RoadNetwork } from '@/core/travel/roads';
import type { Bureau } from '@/outside/bureau/bureau';
import { simulatedBureau } from '@/outside/bureau/simulated-bureau';
import type { Cutter } from '@/outside/cutter/cutter';
import { simulatedCutter } from '@/outside/cutter/simulated-cutter';
import type { RemoteWriter } from '@/outside/devices/remote-writer';
import { simulatedRemoteWriter } from '@/outside/devices/simulated-remote-writer';
import type { DepthGauge, OhmMeter, PhotographReader } from '@/outside/readers/readers';
import { simulatedMeter } from '@/outside/readers/simulated-meter';
import { simulatedGauge, simulatedPhotograph } from '@/outside/readers/simulated-readers';
import type { Roads } from '@/outside/roads/roads';
import { simulatedRoads } from '@/outside/roads/simulated-roads';

/** Asked outside of any transaction: an answer may take its time. */
export const bureau: Bureau = simulatedBureau;

/** The ways through a network. Its graph is built here, so that one is asked for all drives that go together. */
export function roadsOf(network: RoadNetwork): Roads {
  return simulatedRoads(network);
}

/** What reads a blade on the bench. */
export const depthGauge: DepthGauge = simulatedGauge;
export const photographReader: PhotographReader = simulatedPhotograph;
export const ohmMeter: OhmMeter = simulatedMeter;

/** What writes universal remotes on the bench. */
export const remoteWriter: RemoteWriter = simulatedRemoteWriter();

/** The machine of a van, by the kinds of blade that it holds. */
export function cutterOf(cuts: readonly string[]): Cutter {
  return simulatedCutter(cuts);
}
