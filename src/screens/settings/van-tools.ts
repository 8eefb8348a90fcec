import type { Result } from '@/core/kinds/result';
import type { ToolsView } from '@/usecases/shop/tools';

export type ToolAction = (data: unknown) => Promise<Result<null>>;
export type VanTools = ToolsView['vans'][number];
