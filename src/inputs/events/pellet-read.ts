import { IsIn, IsNumber, Length, Max, Min } from 'class-validator';
import { type PelletVerdict, pelletVerdicts } from '@/core/pellet/read-pellet';
import { listOf, orNull, whole } from '../fields';

class LikelyStepInput {
  @whole('A step, 1 to 40.', 1) @Max(40, { message: 'Up to 40.' }) step!: number;
  @IsNumber({}, { message: 'A share.' })
  @Min(0, { message: '0 or more.' })
  @Max(1, { message: 'Up to 1.' })
  probability!: number;
}

export class PelletReadContent {
  @IsIn(pelletVerdicts, { message: 'What do the readings say?' }) verdict!: PelletVerdict;
  @listOf(() => LikelyStepInput, 40, 'steps') steps!: LikelyStepInput[];
  @orNull()
  @IsNumber({}, { message: 'Ohms.' })
  @Min(0, { message: '0 or more.' })
  @Max(1e9, { message: 'Up to 1,000,000,000.' })
  ohms!: number | null;
  @Length(1, 60, { message: 'Which meter?' }) meter!: string;
}
