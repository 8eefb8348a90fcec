import { stockAnswer } from '@/formats/api/programs';
import { MoveStockInput } from '@/inputs/stock-input';
import { moveStockOnce, readStock } from '@/usecases/shop/stock';
import { allowed, answerOnce, json } from '../../handler';

/** What lies where. */
export const GET = allowed('stock', async (actor) => json(stockAnswer(await readStock(actor))));

/** Writes a movement of stock, once for its key. */
export const POST = allowed('stock', (actor, request) =>
  answerOnce(request, actor, MoveStockInput, (input, asked) => moveStockOnce(actor, asked, input)),
);
