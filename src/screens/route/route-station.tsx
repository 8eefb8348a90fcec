'use client';

import { useState } from 'react';
import { pinSourceWords } from '@/core/catalogue/platform';
import { formatProbability } from '@/core/kinds/percent';
import type { Advice } from '@/core/programming/advice';
import type { ChoiceAdvice, ChoiceQuestion } from '@/core/programming/choices';
import type { SourceStep } from '@/core/programming/pin';
import type { RankTest } from '@/core/programming/rank-test';
import type { RingTag } from '@/core/programming/ring';
import { type Route, type RouteKind, routeNames, routeWord } from '@/core/programming/route';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Notice } from '@/ui/notice';
import { Lead, Panel } from '@/ui/panel';
import { RingView } from '@/ui/ring-view';
import { type EditAction, useEdit } from '@/ui/use-edit';
import { AttemptPicture } from './attempt-picture';
import { Choices } from './choices';
import { RankPanel } from './rank-panel';
import { RefusedRoutes } from './refused-routes';
import { RouteCard } from './route-card';

interface RouteStationProps {
  readonly job: JobRef;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  /** Why there are more new keys than were asked for. */
  readonly moreKeys: readonly string[];
  readonly choices: readonly ChoiceAdvice[];
  readonly made: readonly {
    readonly question: ChoiceQuestion;
    readonly choice: string;
    readonly chosenBy: 'customer' | 'shop';
  }[];
  readonly rank: RankTest | undefined;
  readonly rankKeys: readonly { readonly id: string; readonly label: string }[];
  /** What each route makes of the keys, by route. */
  readonly tagsAfter: Readonly<Partial<Record<RouteKind, readonly RingTag[]>>>;
  readonly pin: readonly SourceStep[];
  readonly systemTypes: readonly string[];
  readonly chosen: RouteKind | null;
  readonly chosenReason: string | null;
  readonly identified: boolean;
  readonly platform: string | undefined;
  readonly vans: readonly { readonly id: string; readonly name: string }[];
  readonly vanId: string | undefined;
  readonly network: boolean | null;
  readonly currency: string;
  readonly locale: string;
  readonly onChoose: EditAction;
  readonly onVan: EditAction;
  readonly onNetwork: EditAction;
  readonly onChoice: EditAction;
  readonly onRank: EditAction;
}

/** Every route: what is feasible with its needs, time and effect, and what is refused with the fact that refuses it. */
export function RouteStation(props: RouteStationProps) {
  const { job, routes, advice, chosen, chosenReason, identified, platform, vans, vanId, currency, locale } =
    props;
  const [picked, setPicked] = useState<RouteKind>();
  const [written, setWritten] = useState<string>();
  const reason = written ?? chosenReason ?? '';
  const edit = useEdit(props.onChoose, job);
  const place = useEdit(props.onVan, job);
  const network = useEdit(props.onNetwork, job);
  const rank = useEdit(props.onRank, job);
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
  const other = advice !== undefined && selected !== null && selected !== advice.kind;
  const after = selected === null ? undefined : props.tagsAfter[selected];
  return (
    <>
      <Lead
        over={`${platform}${identified ? '' : ', of the likeliest candidate'}`}
        title={advice ? `Advised: ${routeNames[advice.kind]}` : 'Every route is refused'}
        reason={advice?.why ?? 'Below stands what refuses each, and what would lift it.'}
      />
      {props.moreKeys.map((words) => (
        <Notice key={words} tone="ochre">
          {words}
        </Notice>
      ))}
      {!job.closed && (
        <div className="flex flex-wrap gap-4">
          {vans.length > 1 && (
            <ChoiceGroup
              label="Van"
              value={vanId ?? ''}
              choices={vans.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(id) => place.send({ vanId: id })}
            />
          )}
          <ChoiceGroup
            label="Network where the car stands"
            value={props.network === null ? 'unknown' : props.network ? 'yes' : 'no'}
            choices={[
              { value: 'unknown', label: 'Not known' },
              { value: 'yes', label: 'Yes' },
              { value: 'no', label: 'None' },
            ]}
            onChange={(value) => network.send({ network: value === 'unknown' ? null : value === 'yes' })}
          />
        </div>
      )}
      <EditOutcome edit={place} fields={[]} />
      <EditOutcome edit={network} fields={[]} />
      {advice && advice.order.steps.length > 0 && (
        <AttemptPicture order={advice.order} routes={routes} currency={currency} locale={locale} />
      )}
      {feasible.length > 0 && (
        <section aria-label="Feasible routes" className="flex flex-col gap-2">
          {feasible.map((route) => (
            <RouteCard
              key={route.kind}
              route={route}
              advised={advice?.kind === route.kind}
              chosen={chosen === route.kind}
              selected={selected === route.kind}
              currency={currency}
              locale={locale}
              onSelect={job.closed ? undefined : () => setPicked(route.kind)}
            />
          ))}
        </section>
      )}
      {after && after.length > 0 && selected && (
        <Panel
          title={`The keys: ${routeWord(selected)}`}
          note="What this route does to each key on the ring."
        >
          <RingView tags={after} slots={[]} slotsMaximum={0} wide />
        </Panel>
      )}
      {!job.closed && feasible.length > 0 && (
        <form
          className="flex flex-wrap items-start gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            edit.send({ route: selected, vanId, reason });
          }}
        >
          <TextField
            label={other ? 'Why not the advised one' : 'Remark on the choice'}
            className="min-w-[min(16rem,100%)] flex-1"
            maxLength={300}
            value={reason}
            error={edit.problemOf('reason') ?? edit.problemOf('route')}
            onChange={(event) => setWritten(event.target.value)}
          />
          <Button
            type="submit"
            look="main"
            className="mt-[22px]"
            busy={edit.pending}
            disabled={selected === null}
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
      <Choices job={job} advice={props.choices} made={props.made} onChoice={props.onChoice} />
      {props.pin.length > 0 && <PinOrder pin={props.pin} systemTypes={props.systemTypes} />}
      {props.rank && (
        <RankPanel
          test={props.rank}
          keys={props.rankKeys}
          pending={rank.pending}
          onVerdict={job.closed ? undefined : (keyId, found) => rank.send({ keyId, rank: found })}
        />
      )}
      <EditOutcome edit={rank} fields={[]} />
      <RefusedRoutes routes={routes} />
    </>
  );
}

/** Where to get the PIN, in order, and which system types to try. */
export function PinOrder({
  pin,
  systemTypes,
}: {
  readonly pin: readonly SourceStep[];
  readonly systemTypes: readonly string[];
}) {
  return (
    <Panel title="The PIN" note="Sources in the order with the least expected cost, fee and minutes counted.">
      <p>
        {pin
          .map(
            ({ source, chance }, at) => `${at + 1} ${pinSourceWords[source]} (${formatProbability(chance)})`,
          )
          .join(' · ')}
      </p>
      {systemTypes.length > 1 && (
        <p className="mt-1">
          System types to try: <span className="font-mono">{systemTypes.join(', ')}</span>{' '}
          <span className="text-mute">(those that answered before go first)</span>
        </p>
      )}
    </Panel>
  );
}
