import type { Result } from '@/core/kinds/result';

export type Action<Answer = null> = (data: unknown) => Promise<Result<Answer>>;
