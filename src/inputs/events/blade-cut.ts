import { IsBoolean, IsIn, IsUUID } from 'class-validator';
import { type BladeCut, cutPlaces } from '@/core/job/events/log';
import { nested, orNull } from '../fields';
import { PieceInput } from './piece';

export class BladeCutContent {
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  @IsUUID(undefined, { message: 'Which bitting?' }) bittingId!: string;
  @IsIn(cutPlaces, { message: 'workshop, car or ordered.' }) where!: BladeCut['where'];
  @IsBoolean({ message: 'Spoiled, yes or no.' }) spoiled!: boolean;
  @orNull() @IsUUID(undefined, { message: 'Which blade was cut again?' }) again!: string | null;
  @orNull() @nested(() => PieceInput, 'One piece of stock.') piece!: PieceInput | null;
}
