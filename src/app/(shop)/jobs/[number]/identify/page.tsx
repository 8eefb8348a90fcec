import { readCertainty, readStand } from '@/inputs/identify-input';
import { IdentifyStation } from '@/screens/identify/identify-station';
import { surroundJob } from '@/usecases/identify/surround';
import { requireActor } from '../../../../session';
import { answerQuestionAction, chooseCandidateAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

interface IdentifyPageProps extends JobPageProps {
  readonly searchParams: Promise<{
    readonly certainty?: string | string[];
    readonly stand?: string | string[];
  }>;
}

export default async function IdentifyPage({ params, searchParams }: IdentifyPageProps) {
  const view = await loadJob((await params).number);
  const { job } = view;
  const asked = await searchParams;
  const certainty = readCertainty(asked.certainty);
  const stand = readStand(asked.stand);
  return (
    <IdentifyStation
      job={editable(view)}
      identified={await surroundJob(await requireActor(), job, { certainty, stand })}
      certainty={certainty}
      given={job.given}
      chosenId={job.applicationId}
      chosenReason={job.applicationReason}
      carWords={job.call.carWords}
      onChoose={chooseCandidateAction}
      onAnswer={answerQuestionAction}
    />
  );
}
