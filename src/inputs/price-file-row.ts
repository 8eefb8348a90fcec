import { type ArticleCondition, articleConditions } from '@/core/supply/supplier-prices';
import { cell } from './cells';

/** One row of a supplier's price file. */
export class PriceFileRow {
  @cell.text(40) article!: string;
  @cell.amount() price!: string;
  @cell.optional() @cell.whole(0, 1_000_000) stock?: number;
  @cell.whole(0, 120) leadDays!: number;
  @cell.optional() @cell.oneOf(Object.keys(articleConditions)) condition?: ArticleCondition;
  @cell.optional() @cell.whole(0, 240) warrantyMonths?: number;
  @cell.optional() @cell.whole(1, 10_000) minimumOrder?: number;
  @cell.optional() @cell.amount() shipping?: string;
}
