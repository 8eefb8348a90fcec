import { routeNames } from '@/core/programming/route';
import type { ToolFunction } from '@/core/programming/van-kit';

/** What a tool does, in words. */
export const functionNames: Record<ToolFunction, string> = { ...routeNames, count: 'Count', pin: 'PIN' };
