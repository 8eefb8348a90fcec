import { IsIn, IsUUID, Length } from 'class-validator';
import { type StockGrade, type StockState, stockGrades, stockStates } from '@/core/supply/movements';
import { orNull } from '../fields';

/** A piece of stock that an event uses up. */
export class PieceInput {
  @orNull() @IsUUID(undefined, { message: 'Which van?' }) vanId!: string | null;
  @Length(1, 40, { message: 'Which article?' }) article!: string;
  @IsIn(stockStates, { message: 'In what state did it lie there?' }) state!: StockState;
  @IsIn(Object.keys(stockGrades), { message: 'original or aftermarket.' }) grade!: StockGrade;
}
