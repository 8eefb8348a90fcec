import { RouteStation } from '@/screens/route/route-station';
import { chooseRouteAction, chooseVanAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function RoutePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, routes, advice, application, platform, vans, van } = view;
  return (
    <RouteStation
      job={editable(view)}
      routes={routes}
      advice={advice}
      chosen={job.route}
      chosenReason={job.routeReason}
      identified={application !== undefined}
      platform={platform?.name}
      vans={vans.map(({ id, name }) => ({ id, name }))}
      vanId={van?.id}
      onChoose={chooseRouteAction}
      onVan={chooseVanAction}
    />
  );
}
