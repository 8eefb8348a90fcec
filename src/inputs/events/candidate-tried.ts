import { IsIn, IsUUID, Max } from 'class-validator';
import { type TryResult, tryResults } from '@/core/blade/progression/tries';
import { mostSpaces } from '@/core/blade/spec';
import { nested, orNull, whole } from '../fields';
import { PieceInput } from './piece';

export class CandidateTriedContent {
  @IsUUID(undefined, { message: 'Which try?' }) tryId!: string;
  @IsUUID(undefined, { message: 'Which sheet?' }) sheetId!: string;
  @whole('Which bitting of the sheet?') candidate!: number;
  @whole('Which blank?', 1) blank!: number;
  @IsIn(tryResults, { message: 'turned, didNotTurn or spoiled.' }) result!: TryResult;
  @orNull()
  @whole('A space, counted from 1.', 1)
  @Max(mostSpaces, { message: `Up to ${mostSpaces}.` })
  stopsAt!: number | null;
  @orNull() @nested(() => PieceInput, 'One piece of stock.') piece!: PieceInput | null;
}
