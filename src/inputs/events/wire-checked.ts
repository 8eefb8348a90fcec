import { IsBoolean } from 'class-validator';

export class WireCheckedContent {
  @IsBoolean({ message: 'Sound, yes or no.' }) sound!: boolean;
}
