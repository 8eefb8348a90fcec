import { IsBoolean, IsIn, IsNumber, IsUUID, Max, Min } from 'class-validator';
import { machineFaults } from '@/core/blade/cut/check-cut';
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
  @IsIn(machineFaults, { message: 'depth, stop or either.' })
  machine!: (typeof machineFaults)[number] | null;
}
