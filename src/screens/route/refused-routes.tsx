import { type Route, routeNames } from '@/core/programming/route';
import { Panel } from '@/ui/panel';

/** Every refused route with the fact that refuses it, those first that something would lift. */
export function RefusedRoutes({ routes }: { routes: readonly Route[] }) {
  const refused = routes.flatMap(({ kind, verdict }) => (verdict.feasible ? [] : [{ kind, ...verdict }]));
  const sorted = [...refused].sort((a, b) => Number(a.lift === null) - Number(b.lift === null));
  if (sorted.length === 0) return null;
  return (
    <Panel title="Refused" note="Each with the fact that refuses it, and what would lift it.">
      <ul className="flex flex-col divide-y divide-line">
        {sorted.map(({ kind, fact, lift }) => (
          <li key={kind} className="grid gap-x-4 py-2 sm:grid-cols-[190px_1fr]">
            <span className="font-semibold text-mute">{routeNames[kind]}</span>
            <span>
              {fact} {lift && <span className="text-mute">{lift}</span>}
            </span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
