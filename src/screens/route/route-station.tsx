'use client';

import { useState } from 'react';
import { formatMinutes, formatWait } from '@/core/kinds/units';
import { type Route, type RouteKind, routeNames } from '@/core/programming/route';
import { totalMinutes, type WorkTime } from '@/core/programming/work-time';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { classNames } from '@/ui/class-names';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Badge, Notice } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface RouteStationProps {
  readonly job: JobRef;
  readonly routes: readonly Route[];
  readonly advice: { readonly kind: RouteKind; readonly why: string } | undefined;
  readonly chosen: RouteKind | null;
  readonly chosenReason: string | null;
  readonly identified: boolean;
  readonly platform: string | undefined;
  readonly vans: readonly { readonly id: string; readonly name: string }[];
  readonly vanId: string | undefined;
  readonly onChoose: EditAction;
  readonly onVan: EditAction;
}

/** Every route: what is feasible with its needs, time and effect, and what is refused with the fact that refuses it. */
export function RouteStation(props: RouteStationProps) {
  const { job, routes, advice, chosen, chosenReason, identified, platform, vans, vanId, onChoose, onVan } =
    props;
  const [picked, setPicked] = useState<RouteKind>();
  const [written, setWritten] = useState<string>();
  const reason = written ?? chosenReason ?? '';
  const edit = useEdit(onChoose, job);
  const van = useEdit(onVan, job);
  if (platform === undefined) {
    return (
      <Lead
        title="No route without a platform"
        reason="Choose make and model at Call; the library then knows the platform."
      />
    );
  }
  const feasible = routes.filter(({ verdict }) => verdict.feasible);
  const selected = feasible.some(({ kind }) => kind === picked)
    ? (picked ?? null)
    : (chosen ?? advice?.kind ?? null);
  const refused = routes.filter(({ verdict }) => !verdict.feasible);
  const other = advice !== undefined && selected !== null && selected !== advice.kind;
  return (
    <>
      <Lead
        over={`${platform}${identified ? '' : ', of the likeliest candidate'}`}
        title={advice ? `Advised: ${routeNames[advice.kind]}` : 'Every route is refused'}
        reason={advice?.why ?? 'Below stands what refuses each, and what would lift it.'}
      />
      {vans.length > 1 && !job.closed && (
        <ChoiceGroup
          label="Van"
          value={vanId ?? ''}
          choices={vans.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => van.edit({ vanId: id })}
        />
      )}
      <EditOutcome edit={van} fields={[]} />
      {feasible.length > 0 && (
        <section aria-label="Feasible routes" className="flex flex-col gap-2">
          {feasible.map((route) => (
            <RouteCard
              key={route.kind}
              route={route}
              advised={advice?.kind === route.kind}
              chosen={chosen === route.kind}
              selected={selected === route.kind}
              onSelect={job.closed ? undefined : () => setPicked(route.kind)}
            />
          ))}
        </section>
      )}
      {!job.closed && feasible.length > 0 && (
        <form
          className="flex flex-wrap items-start gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            edit.edit({ route: selected, vanId, reason });
          }}
        >
          <TextField
            label={other ? 'Why not the advised one' : 'Remark on the choice'}
            className="min-w-64 flex-1"
            maxLength={300}
            value={reason}
            error={edit.problemOf('reason') ?? edit.problemOf('route')}
            onChange={(event) => setWritten(event.target.value)}
          />
          <Button
            type="submit"
            look="main"
            className="mt-[22px]"
            disabled={edit.pending || selected === null}
            follows={selected ? routeNames[selected] : 'choose one above'}
          >
            Take this route
          </Button>
        </form>
      )}
      <EditOutcome
        edit={edit}
        shownBeside={['reason', 'route']}
        fields={[
          { field: 'route', label: 'Route', show: (kind) => routeNames[kind as RouteKind] ?? 'not chosen' },
          { field: 'reason', label: 'Remark' },
          {
            field: 'vanId',
            label: 'Van',
            show: (id) => vans.find((van) => van.id === id)?.name ?? 'not chosen',
          },
        ]}
      />
      {refused.length > 0 && (
        <Panel title="Refused" note="Each with the fact that refuses it, and what would lift it.">
          <ul className="flex flex-col divide-y divide-line">
            {refused.map(({ kind, verdict }) => (
              <li key={kind} className="grid gap-x-4 py-2 sm:grid-cols-[160px_1fr]">
                <span className="font-semibold text-mute">{routeNames[kind]}</span>
                {!verdict.feasible && (
                  <span>
                    {verdict.fact} {verdict.lift && <span className="text-mute">{verdict.lift}</span>}
                  </span>
                )}
              </li>
            ))}
          </ul>
        </Panel>
      )}
    </>
  );
}

interface RouteCardProps {
  readonly route: Route;
  readonly advised: boolean;
  readonly chosen: boolean;
  readonly selected: boolean;
  readonly onSelect: (() => void) | undefined;
}

function RouteCard({ route, advised, chosen, selected, onSelect }: RouteCardProps) {
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
        </span>
        <span className="font-mono sm:row-span-4 sm:text-right">
          {route.time && <Times time={route.time} />}
        </span>
        <span>{route.how}</span>
        <span className="text-mute">
          <b className="font-semibold">Needs</b>{' '}
          {route.needs.length === 0 ? 'nothing' : route.needs.join(' · ')}
        </span>
        <span>
          <b className="font-semibold">Other keys</b> {route.effect}
        </span>
        {route.kind === 'aklErase' && (
          <span className="sm:col-span-2">
            <Notice tone="ochre">Never erase before every key that is to work is in hand and proved.</Notice>
          </span>
        )}
      </span>
    </label>
  );
}

function Times({ time }: { time: WorkTime }) {
  if (time.workP80Minutes === 0) return <>nothing to program</>;
  return (
    <>
      <span className="block text-ask font-bold">{formatMinutes(totalMinutes(time, 'p50'))}</span>
      <span className="block text-small text-mute">
        8 in 10 by {formatMinutes(totalMinutes(time, 'p80'))}
      </span>
      <span className="block text-small text-mute">
        {time.waitSeconds > 0 ? `of it a wait of ${formatWait(time.waitSeconds)}` : 'no wait'}
      </span>
    </>
  );
}
