import { notFound } from 'next/navigation';
import { HandoverPaper } from '@/screens/parts/handover-paper';
import { readHandover } from '@/usecases/jobs/handover';
import { requireActor } from '../../../../../session';
import { type JobPageProps, loadJob } from '../../job-page';

export default async function HandoverPage({ params }: JobPageProps) {
  const { job } = await loadJob((await params).number);
  const handover = (await readHandover(await requireActor(), job.number)) ?? notFound();
  return <HandoverPaper {...handover.head} note={handover.note} isDraft={handover.isDraft} />;
}
