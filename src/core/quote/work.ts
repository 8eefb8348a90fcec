import { scaleMinor } from '@/core/kinds/money';
import { isClone, type RouteKind, routeNames } from '@/core/programming/route';
import { totalMinutes } from '@/core/programming/work-time';
import { line, times } from './lines';
import type { BookStyle, Difficulty, FlatWork, PriceRules } from './price-rules';
import type { NetLine, QuoteWay } from './quote';
import { difficultyOf, timeOf } from './way-time';

export interface Work {
  readonly lines: readonly NetLine[];
  readonly costs: readonly { readonly label: string; readonly minor: number }[];
  /** Minutes of work, half of all are quicker. */
  readonly minutes: number;
  readonly waitMinutes: number;
  /** Minutes of work and waits, four of five are quicker. */
  readonly p80Minutes: number;
}

const pelletLabels = { measured: 'Pellet step measured', hunted: 'Pellet step hunted' } as const;

/** What programming takes: by the flat rates or by the route's time, with what is passed on for rights and PIN. */
export function programming(
  kind: RouteKind,
  way: QuoteWay,
  keys: number,
  book: BookStyle,
  rules: PriceRules,
): Work {
  const time = timeOf(way, keys);
  const minutes = Math.round(time.workP50Minutes);
  const waitMinutes = Math.round(time.waitSeconds / 60);
  const learned = keys + way.keysAgain;
  const nothing = kind === 'noProgramming';
  const byTime = (work: number, wait: number) =>
    scaleMinor(rules.rateMinor, 100 * work + rules.waitPercent * wait, 6000);
  const alone = timeOf({ ...way, remote: null }, keys);
  const [ownMinutes, ownWait] = [Math.round(alone.workP50Minutes), Math.round(alone.waitSeconds / 60)];
  const minor =
    book === 'flatRates' ? flatRate(rules, kind, difficultyOf(way), learned) : byTime(ownMinutes, ownWait);
  const remoteMinor =
    book === 'flatRates'
      ? flatRate(rules, 'remote', 'usual', keys)
      : byTime(minutes - ownMinutes, waitMinutes - ownWait);
  const pelletMinor =
    book === 'flatRates'
      ? flatRate(rules, 'pellet', way.pellet?.found === 'hunted' ? 'hard' : 'usual', 1)
      : byTime(ownMinutes, ownWait);
  const passed = passedOn(way);
  return {
    lines: [
      ...(nothing
        ? []
        : [
            {
              ...line(`${routeNames[kind]}${times(learned)}`, 'programming', 'labour', minor),
              plain: `${isClone(kind) ? 'Copying' : 'Programming'}${times(learned)}`,
            },
          ]),
      ...(way.pellet ? [line(pelletLabels[way.pellet.found], 'programming', 'labour', pelletMinor)] : []),
      ...(way.remote
        ? [line(`Remote, learned apart${times(keys)}`, 'programming', 'labour', remoteMinor)]
        : []),
      ...passed.map(({ label, plain, minor }) => ({
        ...line(label, 'licences', 'labour', scaleMinor(minor, 100 + rules.passPercent, 100)),
        plain,
      })),
    ],
    costs: passed.map(({ label, minor }) => ({ label, minor })),
    minutes,
    waitMinutes,
    p80Minutes: Math.round(totalMinutes(time, 'p80')),
  };
}

/** Credits and fees of one session. */
function passedOn({ credit, pin }: QuoteWay): { label: string; plain: string; minor: number }[] {
  return [
    ...(credit && credit.useMinor > 0
      ? [{ label: `A use of ${credit.name}`, plain: 'A paid licence', minor: credit.useMinor }]
      : []),
    ...(pin && pin.minor > 0
      ? [{ label: `PIN from ${pin.source}`, plain: 'The car’s security code', minor: pin.minor }]
      : []),
  ];
}

/** The flat rate of a work for so many keys; without one for the difficulty, the usual one. */
export function flatRate(
  { flatRates }: Pick<PriceRules, 'flatRates'>,
  work: FlatWork,
  difficulty: Difficulty,
  count: number,
): number {
  const found =
    flatRates.find((one) => one.work === work && one.difficulty === difficulty) ??
    flatRates.find((one) => one.work === work && one.difficulty === 'usual');
  return found && count > 0 ? found.firstMinor + (count - 1) * found.furtherMinor : 0;
}
