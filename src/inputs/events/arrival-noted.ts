import { ArrayMaxSize, IsIn, Matches } from 'class-validator';
import { type ArrivalTick, arrivalTickNames, type ToolFinds, toolFinds } from '@/core/job/arrival';
import { voltsLeast, voltsMost, voltsProblem } from '@/core/kinds/volts';
import { type VinLikeness, vinLikenesses } from '@/core/vin/compare';
import { numberIn, orNull, wholeIn } from '../fields';

export class ArrivalNotedContent {
  @ArrayMaxSize(arrivalTickNames.length, { message: 'Each once.' })
  @IsIn(arrivalTickNames, { each: true, message: 'Choose of the list.' })
  ticks!: ArrivalTick[];
  @orNull() @wholeIn(0, 999, 'Faults, 0 to 999.') faults!: number | null;
  @orNull() @numberIn(voltsLeast, voltsMost, voltsProblem) volts!: number | null;
  @orNull() @IsIn(vinLikenesses, { message: 'How do they compare?' }) vin!: VinLikeness | null;
  @orNull() @wholeIn(0, 17, 'Places, 0 to 17.') vinPlaces!: number | null;
  @orNull() @IsIn(Object.keys(toolFinds), { message: 'same, other or none.' }) car!: ToolFinds | null;
  @orNull() @IsIn(Object.keys(toolFinds), { message: 'same, other or none.' }) market!: ToolFinds | null;
  @ArrayMaxSize(12, { message: 'Up to 12 leads.' })
  @Matches(/^[\p{L}\d][\p{L}\d .,/()-]{0,39}$/u, { each: true, message: 'A lead by its name.' })
  leads!: string[];
}
