import { redirect } from 'next/navigation';
import type { JobPageProps } from './job-page';

export default async function JobPage({ params }: JobPageProps) {
  redirect(`/jobs/${(await params).number}/call`);
}
