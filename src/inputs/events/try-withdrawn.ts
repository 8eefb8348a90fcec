import { IsUUID } from 'class-validator';

export class TryWithdrawnContent {
  @IsUUID(undefined, { message: 'Which try?' }) tryId!: string;
}
