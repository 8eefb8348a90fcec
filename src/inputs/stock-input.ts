import { IsIn, IsOptional, IsUUID, Length, MaxLength } from 'class-validator';
import {
  movementReasons,
  type StockGrade,
  type StockState,
  stockGrades,
  stockStates,
  type ToldMovement,
} from '@/core/supply/movements';
import { orNull, wholeIn } from './fields';

const told = Object.keys(movementReasons).filter((reason) => reason !== 'opening');

/** What happened to an article at a place. */
export class MoveStockInput {
  @Length(1, 40, { message: 'Name an article of the library.' }) article!: string;
  @IsIn(stockStates, { message: 'Choose a state.' }) state!: StockState;
  @IsIn(Object.keys(stockGrades), { message: 'Choose original or aftermarket.' }) grade!: StockGrade;
  /** Null is the workshop. */
  @orNull() @IsUUID(undefined, { message: 'Choose a place.' }) vanId!: string | null;
  @IsIn(told, { message: 'Choose what happened.' }) reason!: ToldMovement['reason'];
  @wholeIn(0, 9999, 'A whole number of pieces, 0 to 9999.')
  pieces!: number;
  /** Where it went, for a move; null is the workshop. */
  @IsOptional() @IsUUID(undefined, { message: 'Choose a place.' }) toVanId?: string | null;
  @IsOptional() @MaxLength(200, { message: 'Up to 200 characters.' }) note?: string;
}
