import { IsIn, IsInt } from 'class-validator';
import { orWords } from '../fields';

export class CountReadContent {
  @IsIn(['before', 'after'], { message: 'Before or after the work?' }) moment!: 'before' | 'after';
  @orWords('cannotSay')
  @IsInt({ message: 'Type a whole number of keys.' })
  answer!: number | 'cannotSay';
}
