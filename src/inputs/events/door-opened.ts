import { IsIn, MaxLength } from 'class-validator';
import type { DoorOpened } from '@/core/job/events/log';
import { instant } from '../fields';

export class DoorOpenedContent {
  @IsIn(['papersInside', 'danger', 'lock'], { message: 'Why was it opened?' }) how!: DoorOpened['how'];
  @instant('When was it opened?') at!: Date;
  @MaxLength(300, { message: 'Up to 300 characters.' }) conditions!: string;
}
