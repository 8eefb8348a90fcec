import { IsIn, IsInt, ValidateIf } from 'class-validator';

export class CountReadContent {
  @IsIn(['before', 'after'], { message: 'Before or after the work?' }) moment!: 'before' | 'after';
  @ValidateIf(({ answer }) => answer !== 'cannotSay')
  @IsInt({ message: 'Type a whole number of keys.' })
  answer!: number | 'cannotSay';
}
