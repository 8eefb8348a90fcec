import { IsUUID } from 'class-validator';

export class StepWithdrawnContent {
  @IsUUID(undefined, { message: 'Which try?' }) tryId!: string;
}
