import { CallStation } from '@/screens/call/call-station';
import { readMetNames } from '@/usecases/view/names';
import { requireActor } from '../../../../session';
import { changeCallAction, namesAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function CallPage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const met = await readMetNames(await requireActor(), view.job.call);
  return (
    <CallStation
      job={editable(view)}
      call={view.job.call}
      met={met}
      onNames={namesAction}
      unit={view.shop.distanceUnit}
      today={view.now.day}
      onChange={changeCallAction}
    />
  );
}
