import { CallStation } from '@/screens/call/call-station';
import { readNames } from '@/usecases/view/names';
import { requireActor } from '../../../../session';
import { changeCallAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function CallPage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const lexicon = await readNames(await requireActor());
  return (
    <CallStation
      job={editable(view)}
      call={view.job.call}
      lexicon={lexicon}
      unit={view.shop.distanceUnit}
      today={view.now.day}
      onChange={changeCallAction}
    />
  );
}
