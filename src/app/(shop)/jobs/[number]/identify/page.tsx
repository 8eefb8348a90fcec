import { Identify } from '@/screens/identify/identify';
import { readPlatforms } from '@/usecases/identify';
import { requireActor } from '../../../../session';
import { chooseCandidateAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function IdentifyPage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, candidates } = view;
  const platforms = await readPlatforms(
    await requireActor(),
    candidates.map(({ application }) => application.platformId),
  );
  return (
    <Identify
      job={editable(view)}
      candidates={candidates}
      platforms={Object.fromEntries(platforms.map((platform) => [platform.id, platform]))}
      chosenId={job.applicationId}
      chosenReason={job.applicationReason}
      carWords={job.call.carWords}
      onChoose={chooseCandidateAction}
    />
  );
}
