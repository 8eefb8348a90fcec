import { IsUUID } from 'class-validator';

export class CutWithdrawnContent {
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
}
