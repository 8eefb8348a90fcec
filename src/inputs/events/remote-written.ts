import { IsIn, Length } from 'class-validator';
import { instant } from '../fields';

export class RemoteWrittenContent {
  @Length(1, 40, { message: 'Which universal remote?' }) universal!: string;
  @Length(1, 40, { message: 'For which remote of the car?' }) remote!: string;
  @Length(1, 40, { message: 'Which profile?' }) profile!: string;
  @Length(1, 60, { message: 'What was read back?' }) readBack!: string;
  @IsIn([true], { message: 'Put a fresh cell into it first.' }) freshCell!: true;
  @instant('When was it written?') at!: Date;
}
