import { formatMoney } from '@/core/kinds/money';
import { formatProbability } from '@/core/kinds/percent';
import { formatMinutes } from '@/core/kinds/units';
import {
  firstCostMinor,
  methodOf,
  type Need,
  noReturnWords,
  type Route,
  routeNames,
} from '@/core/programming/route';
import { totalMinutes, type WorkTime } from '@/core/programming/work-time';
import { classNames } from '@/ui/class-names';
import { Badge, Notice } from '@/ui/notice';

interface RouteCardProps {
  readonly route: Route;
  readonly advised: boolean;
  readonly chosen?: boolean;
  readonly selected: boolean;
  readonly currency: string;
  readonly locale: string;
  readonly onSelect: (() => void) | undefined;
}

/** A feasible route: what it needs and does, how long, how sure and how dear. */
export function RouteCard({ route, advised, chosen, selected, currency, locale, onSelect }: RouteCardProps) {
  const money = (minor: number) => formatMoney({ minor, currency }, locale, 'short');
  const { cost, chance, works } = route;
  return (
    <label
      className={classNames(
        'flex gap-3 rounded-lg border-[1.5px] bg-biscuit p-4',
        selected ? 'border-ink' : 'border-line',
      )}
    >
      <input
        type="radio"
        name="route"
        className="mt-0.5 size-5 flex-none accent-(--terra)"
        checked={selected}
        disabled={!onSelect}
        onChange={() => onSelect?.()}
      />
      <span className="grid min-w-0 flex-1 gap-x-6 gap-y-1 sm:grid-cols-[1fr_200px]">
        <span className="flex flex-wrap items-center gap-2 font-semibold">
          {routeNames[route.kind]}
          {advised && <Badge tone="glaze">advised</Badge>}
          {chosen && <Badge tone="smalt">taken</Badge>}
          {route.noReturn.map((mark) => (
            <Badge key={mark} tone="oxide">
              {noReturnWords[mark]}
            </Badge>
          ))}
        </span>
        <span className="font-mono sm:row-span-4 sm:text-right">
          {route.time && <Times time={route.time} />}
          {works !== null && <span className="mt-1 block text-small">works {formatProbability(works)}</span>}
          {cost && (
            <span className="shop-only block text-small text-mute">
              {route.kind === 'dealer' ? 'the dealer takes' : 'costs us'} {money(firstCostMinor(cost))}
              {cost.setUps.map(({ name, minor }) => `, ${name} ${money(minor)} in it`).join('')}
              {cost.harmMinor > 0 && `, harm ${money(cost.harmMinor)} in it`}
            </span>
          )}
        </span>
        <span>{route.how}</span>
        {route.needs.length > 0 && (
          <ul aria-label={`Needs of ${routeNames[route.kind]}`} className="flex flex-wrap gap-x-4 gap-y-0.5">
            {route.needs.map((need) => (
              <NeedLine key={need.words} need={need} />
            ))}
          </ul>
        )}
        <span>
          <b className="font-semibold">Other keys</b> {route.effect}
        </span>
        {chance && (
          <span className="text-small text-mute">
            Chance rests on: {chance.rests}
            {methodOf(route.kind)?.bySocket && '; now and then tool and car do not talk'}.
          </span>
        )}
        {route.others === 'erase' && (
          <span className="sm:col-span-2">
            <Notice tone="ochre">Never erase before every key that is to work is in hand and proved.</Notice>
          </span>
        )}
        {methodOf(route.kind)?.atModule && (
          <span className="sm:col-span-2">
            <Notice tone="ochre">
              Eye protection, ventilation, static care; a backup before anything is written. Airbag and
              high-voltage parts stay untouched.
            </Notice>
          </span>
        )}
      </span>
    </label>
  );
}

const signs = { there: '✓', missing: '✕', 'to do': '○' } as const;
const tones = { there: 'text-glaze', missing: 'text-oxide', 'to do': 'text-mute' } as const;

function NeedLine({ need: { words, state } }: { need: Need }) {
  return (
    <li className="flex gap-1.5">
      <span aria-hidden className={classNames('font-bold', tones[state])}>
        {signs[state]}
      </span>
      <span>
        {words}
        {state === 'missing' && <b className="font-semibold text-oxide"> missing</b>}
        {state === 'there' && <span className="sr-only"> there</span>}
      </span>
    </li>
  );
}

function Times({ time }: { time: WorkTime }) {
  if (time.workP80Minutes === 0) return <>nothing to program</>;
  return (
    <>
      <span className="block text-ask font-bold">{formatMinutes(totalMinutes(time, 'p50'))}</span>
      <span className="block text-small text-mute">
        four in five by {formatMinutes(totalMinutes(time, 'p80'))}
      </span>
      <span className="block text-small text-mute">
        {time.waitSeconds > 0 ? `of it a wait of ${formatMinutes(time.waitSeconds / 60)}` : 'no wait'}
        {time.waitP80Seconds > time.waitSeconds &&
          `, four in five by ${formatMinutes(time.waitP80Seconds / 60)}`}
      </span>
    </>
  );
}
