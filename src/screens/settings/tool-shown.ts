import type { Result } from '@/core/kinds/result';
import type { Tool, ToolRight } from '@/core/programming/van-kit';

export type ToolAction = (data: unknown) => Promise<Result<null>>;

export interface VanTools {
  readonly id: string;
  readonly name: string;
  readonly powerSupply: boolean;
  readonly cuts: readonly string[];
  readonly tools: readonly Tool[];
  readonly rights: readonly ToolRight[];
}
