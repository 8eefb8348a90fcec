import { IsBoolean, IsNumber, IsUUID, Max, Min } from 'class-validator';
import { mostSpaces } from '@/core/blade/spec';
import { listOf, orNull, whole } from '../fields';

class OffInput {
  @whole('A space, counted from 1.', 1) @Max(mostSpaces, { message: `Up to ${mostSpaces}.` }) space!: number;
  @IsNumber({}, { message: 'By how much?' })
  @Min(-400, { message: '-400 or more.' })
  @Max(400, { message: 'Up to 400.' })
  by!: number;
}

export class BladeMeasuredContent {
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  @IsBoolean({ message: 'Passes, yes or no.' }) passes!: boolean;
  @listOf(() => OffInput, mostSpaces, 'spaces') off!: OffInput[];
  @orNull()
  @IsNumber({}, { message: 'How far?' })
  @Min(-20, { message: '-20 or more.' })
  @Max(20, { message: 'Up to 20.' })
  shiftMm!: number | null;
}
