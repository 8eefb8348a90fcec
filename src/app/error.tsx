'use client';

import { Trouble } from '@/ui/trouble';

export default function ErrorPage({
  error,
  unstable_retry,
}: {
  error: Error & { digest?: string };
  unstable_retry: () => void;
}) {
  return <Trouble reference={error.digest} onRetry={unstable_retry} />;
}
