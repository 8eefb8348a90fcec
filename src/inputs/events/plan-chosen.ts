import { IsIn, IsUUID } from 'class-validator';
import { type PlanKind, planKinds } from '@/core/blade/progression/plan-rest';

export class PlanChosenContent {
  @IsUUID(undefined, { message: 'Which sheet?' }) sheetId!: string;
  @IsIn(planKinds, { message: 'Choose a plan.' }) plan!: PlanKind;
}
