import { IsBoolean, IsUUID, Max } from 'class-validator';
import { instant, whole } from '../fields';

export class StepTriedContent {
  @IsUUID(undefined, { message: 'Which try?' }) tryId!: string;
  @whole('A step, 1 to 40.', 1) @Max(40, { message: 'Up to 40.' }) step!: number;
  @IsBoolean({ message: 'Did it start, yes or no?' }) started!: boolean;
  @instant('When was it tried?') at!: Date;
}
