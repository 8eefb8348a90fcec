'use client';

import { useState } from 'react';
import type { Result } from '@/core/kinds/result';
import { type RouteKind, routeNames } from '@/core/programming/route';
import { ChoiceGroup } from '@/ui/choice-group';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { Page } from '@/ui/page';
import { Lead } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useAsked } from '@/ui/use-asked';
import type { BenchNames, RoutesFound } from '@/usecases/benches/routes';
import { AttemptPicture } from './attempt-picture';
import { BenchKeysPanel, keysAsked, oneKey } from './bench-keys';
import { RankPanel } from './rank-panel';
import { RefusedRoutes } from './refused-routes';
import { RouteCard } from './route-card';
import { PinOrder } from './route-station';

interface RouteBenchProps {
  readonly names: BenchNames;
  readonly onAsk: (data: unknown) => Promise<Result<RoutesFound>>;
}

/** Which way to make a key for a platform, without a job. */
export function RouteBench({ names, onAsk }: RouteBenchProps) {
  const [platform, setPlatform] = useState('');
  const [van, setVan] = useState(names.vans[0] ?? '');
  const [make, setMake] = useState('');
  const [market, setMarket] = useState('');
  const [built, setBuilt] = useState('');
  const [stolen, setStolen] = useState('no');
  const [network, setNetwork] = useState('unknown');
  const [keys, setKeys] = useState(oneKey);
  const [picked, setPicked] = useState<RouteKind>();
  const asked =
    platform === ''
      ? null
      : {
          platform,
          ...(van && { van }),
          ...(make && { make }),
          ...(market && { market }),
          ...(built.trim() && { built: built.trim() }),
          ...(stolen === 'yes' && { stolen: true }),
          ...(network !== 'unknown' && { network: network === 'yes' }),
          ...keysAsked(keys),
        };
  const { answer, problems } = useAsked(asked, onAsk);
  const problemOf = (field: string) => problems.find((problem) => problem.field === field)?.message;
  const feasible = answer?.routes.filter(({ verdict }) => verdict.feasible) ?? [];
  const selected = feasible.some(({ kind }) => kind === picked) ? picked : answer?.advice?.kind;
  return (
    <Page
      title="Route"
      note="Which ways are open for these keys, in which order to try them, and what closes the rest."
    >
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-5">
        <SelectField
          label="Platform"
          value={platform}
          empty="Choose one"
          error={problemOf('platform')}
          choices={plainChoices(names.platforms)}
          onChange={setPlatform}
        />
        <SelectField label="Van" value={van} choices={plainChoices(names.vans)} onChange={setVan} />
        <SelectField
          label="Sold in"
          value={market}
          empty="Not known"
          choices={plainChoices(names.markets)}
          onChange={setMarket}
        />
        <SelectField
          label="Make, for its dealer"
          value={make}
          empty="Not known"
          choices={plainChoices(names.makes)}
          onChange={setMake}
        />
        <TextField
          label="Built, month"
          value={built}
          mono
          placeholder="2016-05"
          error={problemOf('built')}
          onChange={(event) => setBuilt(event.target.value)}
        />
      </div>
      <div className="flex flex-wrap gap-4">
        <ChoiceGroup
          label="Keys were stolen"
          value={stolen}
          choices={[
            { value: 'no', label: 'No' },
            { value: 'yes', label: 'Yes' },
          ]}
          onChange={setStolen}
        />
        <ChoiceGroup
          label="Network where the car stands"
          value={network}
          choices={[
            { value: 'unknown', label: 'Not known' },
            { value: 'yes', label: 'Yes' },
            { value: 'no', label: 'None' },
          ]}
          onChange={setNetwork}
        />
      </div>
      <BenchKeysPanel value={keys} problemOf={problemOf} onChange={setKeys} />
      <Problems
        problems={problems.filter(
          ({ field }) => !['platform', 'built', 'known', 'wanted'].includes(field ?? ''),
        )}
      />
      {answer ? (
        <div className="flex flex-col gap-4">
          <Lead
            over={`${answer.platform}, with ${answer.van}`}
            title={answer.advice ? `Advised: ${routeNames[answer.advice.kind]}` : 'Every route is refused'}
            reason={answer.advice?.why ?? 'Below stands what refuses each, and what would lift it.'}
          />
          {answer.ring.notes.map((note) => (
            <p key={note} className="text-oxide">
              {note}
            </p>
          ))}
          {answer.advice && answer.advice.order.steps.length > 0 && (
            <AttemptPicture
              order={answer.advice.order}
              routes={answer.routes}
              currency={answer.currency}
              locale={answer.locale}
            />
          )}
          <section aria-label="Feasible routes" className="flex flex-col gap-2">
            {feasible.map((route) => (
              <RouteCard
                key={route.kind}
                route={route}
                advised={answer.advice?.kind === route.kind}
                selected={selected === route.kind}
                currency={answer.currency}
                locale={answer.locale}
                onSelect={() => setPicked(route.kind)}
              />
            ))}
          </section>
          {answer.pin.length > 0 && <PinOrder pin={answer.pin} systemTypes={answer.systemTypes} />}
          {answer.rank && (
            <RankPanel
              key={answer.platform}
              test={answer.rank}
              keys={[]}
              pending={false}
              onVerdict={undefined}
            />
          )}
          <RefusedRoutes routes={answer.routes} />
        </div>
      ) : (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          Choose a platform; the Identify bench finds it from a car.
        </p>
      )}
    </Page>
  );
}
