import { type Route, routeNames } from '@/core/programming/route';
import { Panel } from '@/ui/panel';

/** Every refused route with the fact that refuses it, those first that something would lift; equal facts stand once. */
export function RefusedRoutes({ routes }: { routes: readonly Route[] }) {
  const byFact = new Map<string, { names: string[]; lift: string | null }>();
  for (const { kind, verdict } of routes) {
    if (verdict.feasible) continue;
    const known = byFact.get(verdict.fact);
    if (known) known.names.push(routeNames[kind]);
    else byFact.set(verdict.fact, { names: [routeNames[kind]], lift: verdict.lift });
  }
  const sorted = [...byFact].sort(([, a], [, b]) => Number(a.lift === null) - Number(b.lift === null));
  if (sorted.length === 0) return null;
  return (
    <Panel title="Refused" note="Each with the fact that refuses it, and what would lift it.">
      <ul className="flex flex-col divide-y divide-line">
        {sorted.map(([fact, { names, lift }]) => (
          <li key={fact} className="grid gap-x-4 py-2 sm:grid-cols-[230px_1fr]">
            <span className="font-semibold text-mute">{names.join(' · ')}</span>
            <span>
              {fact} {lift && <span className="text-mute">{lift}</span>}
            </span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
