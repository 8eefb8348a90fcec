'use server';

import type { Result } from '@/core/kinds/result';
import { MoveStockInput } from '@/inputs/stock-input';
import { moveStock } from '@/usecases/shop/stock';
import { runAction } from '../../run-action';

export async function moveStockAction(data: unknown): Promise<Result<{ lies: number }>> {
  return runAction(MoveStockInput, data, moveStock);
}
