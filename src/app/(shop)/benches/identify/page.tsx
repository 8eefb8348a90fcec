import { lineLimit } from '@/core/identify/line/reading';
import { IdentifyBench } from '@/screens/identify/identify-bench';
import { requireActor } from '../../../session';
import { identifyAction } from '../actions';

export const metadata = { title: 'Identify bench' };

interface IdentifyBenchProps {
  readonly searchParams: Promise<{ readonly line?: string | string[] }>;
}

export default async function IdentifyBenchPage({ searchParams }: IdentifyBenchProps) {
  await requireActor();
  const { line } = await searchParams;
  return (
    <IdentifyBench
      line={typeof line === 'string' ? line.slice(0, lineLimit) : ''}
      onIdentify={identifyAction}
    />
  );
}
