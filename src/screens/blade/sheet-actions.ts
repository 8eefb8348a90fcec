import type { Result } from '@/core/kinds/result';
import type { SentSheet } from '@/usecases/benches/sheets';

type Ask<Value> = (data: unknown) => Promise<Result<Value>>;

/** What a sheet asks of the server. */
export interface TryActions {
  readonly onCandidates: Ask<{ readonly candidates: readonly string[] }>;
  readonly onBegin: Ask<{ readonly id: string }>;
  readonly onOpen: Ask<SentSheet>;
  readonly onKeepTurned: Ask<{ readonly id: string }>;
}
