import { moreKeysNote } from '@/core/programming/keys-at-least';
import { orderOfSources, systemTypeOrder } from '@/core/programming/pin';
import { ringFor } from '@/core/programming/ring';
import { RouteStation } from '@/screens/route/route-station';
import type { JobView } from '@/usecases/view/job-view';
import {
  chooseNetworkAction,
  chooseRouteAction,
  chooseVanAction,
  makeChoiceAction,
  setRankAction,
} from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function RoutePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, routes, advice, application, platform, vans, van, shop, request } = view;
  const needsPin = platform?.methods.some((method) => method.needsPin) ?? false;
  return (
    <RouteStation
      job={editable(view)}
      routes={routes}
      advice={advice}
      moreKeys={moreKeysNote({
        keys: view.situation.wanted,
        ...(view.situation.wanted > job.keysWanted && { keysAsked: job.keysWanted }),
      })}
      choices={view.choices}
      made={job.choices}
      rank={view.rank}
      rankKeys={job.keys
        .filter(({ presence, madeHere }) => presence === 'here' && !madeHere)
        .map(({ id, tag, name }) => ({ id, label: `${tag} ${name}` }))}
      tagsAfter={tagsAfter(view)}
      pin={request && needsPin ? orderOfSources(request) : []}
      systemTypes={request ? systemTypeOrder(request.platform, request.record) : []}
      network={job.network}
      currency={shop.currency}
      locale={shop.locale}
      chosen={job.route}
      chosenReason={job.routeReason}
      identified={application !== undefined}
      platform={platform?.name}
      vans={vans.map(({ id, name }) => ({ id, name }))}
      vanId={van?.id}
      onChoose={chooseRouteAction}
      onVan={chooseVanAction}
      onNetwork={chooseNetworkAction}
      onChoice={makeChoiceAction}
      onRank={setRankAction}
    />
  );
}

/** The words of the ring as each feasible route would leave it. */
function tagsAfter({ routes, situation }: JobView) {
  return Object.fromEntries(
    routes
      .filter(({ verdict }) => verdict.feasible)
      .map((route) => [route.kind, ringFor(situation, route).tags]),
  );
}
