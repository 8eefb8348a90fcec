import type { RankSign } from '@/core/catalogue/platform';
import { stepOf } from '../course/course';
import type { BenchPlatform } from '../document/bench-platform';
import { isAlive } from './car-parts';
import type { CarState } from './car-state';
import { isAccepted, keysRead, mayIntroduce } from './reading';

/** What the key lamp shows now: the sign of a way that is under way, of a rank, or of what the reader finds. */
export function lampOf(platform: BenchPlatform, state: CarState): RankSign {
  const { lamp } = platform.behaviour;
  const onTheWay = state.courses.find((course) => course.at > 0 || course.byTool);
  const sign = onTheWay && !state.quirks.showsNothing ? stepOf(platform, onTheWay)?.lamp : undefined;
  if (sign) return sign;
  const key = keysRead(platform, state).find((one) => isAccepted(platform, state, one));
  const ofRank = key && rankSign(platform, state, key.rank === 'valet' ? 'valet' : 'master');
  if (ofRank) return ofRank;
  if (!isAlive(state)) return 'off';
  if (key) return lamp.accepted;
  return keysRead(platform, state).length > 0 ? lamp.unknown : lamp.nothing;
}

/** What the key page of the car's menu says of the key that is read; null where ranks are not told there. */
export function menuOf(platform: BenchPlatform, state: CarState): string | null {
  if (platform.platform.rank !== 'menu') return null;
  const [key] = isAlive(state) ? keysRead(platform, state) : [];
  if (!key) return 'no key';
  return mayIntroduce(platform, state, key) ? 'may add' : 'may not add';
}

/** The sign of the last moment of the rank test that has come; undefined where ranks show no lamp, or none has come. */
function rankSign(
  { behaviour, rankMoments, platform }: BenchPlatform,
  state: CarState,
  rank: 'master' | 'valet',
): RankSign | undefined {
  if (platform.rank !== 'lamp' && platform.rank !== 'head colour') return undefined;
  const when = isAlive(state) ? 'on' : state.parts.ignition === 'off' && wasOn(state) ? 'off' : 'before';
  const seconds = (state.nowUs - (state.since.ignition ?? 0)) / 1_000_000;
  const come = behaviour.rankMoments.filter((one) => one.when === when && one.seconds <= seconds);
  const last = come.reduce<(typeof come)[number] | undefined>(
    (latest, one) => (latest && latest.seconds > one.seconds ? latest : one),
    undefined,
  );
  const moment = last && rankMoments[last.step - 1];
  return moment && (rank === 'valet' ? moment.valet : moment.master);
}

/** Within a little while after it was switched off. */
function wasOn({ since, nowUs }: CarState): boolean {
  return since.ignition !== undefined && nowUs - since.ignition < 10_000_000;
}
