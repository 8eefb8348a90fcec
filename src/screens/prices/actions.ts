import type { Result } from '@/core/kinds/result';
import type { OptionKind } from '@/core/quote/option-kinds';

export type Action<Answer = null> = (data: unknown) => Promise<Result<Answer>>;

export interface EffectShown {
  readonly number: number;
  readonly car: string;
  readonly kind: OptionKind;
  readonly beforeMinor: number;
  readonly afterMinor: number;
}
