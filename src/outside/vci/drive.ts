import { frameUs } from '@/core/benchcar/can/frame';
import type { CarLink } from '../link/link';
import type { SimulatedTool } from './simulated-tool';

/** What the tool says to something that it heard goes out when that is over. */
const answersAfterUs = frameUs;

/**
 * Lets tool and car go on together, the earlier first.
 * @param untilUs the moment to reach; it stops before where the tool's function came to an end
 * @returns the moment that was reached
 */
export async function drive(
  tool: SimulatedTool,
  link: CarLink,
  fromUs: number,
  untilUs: number,
): Promise<number> {
  let nowUs = fromUs;
  const wasBusy = tool.isBusy;
  for (;;) {
    const due = tool.due();
    const target = due === null ? untilUs : Math.min(untilUs, Math.max(due, nowUs));
    const { nowUs: reached, heard } = await link.advance(target);
    nowUs = reached;
    for (const one of heard)
      for (const said of tool.hears(one, nowUs)) link.send(said, nowUs + answersAfterUs);
    if (heard.length === 0 && due !== null && due <= nowUs)
      for (const said of tool.wake(nowUs)) link.send(said, nowUs);
    if (wasBusy && !tool.isBusy) return nowUs;
    if (heard.length === 0 && nowUs >= untilUs && (tool.due() ?? Number.POSITIVE_INFINITY) > nowUs)
      return nowUs;
  }
}
