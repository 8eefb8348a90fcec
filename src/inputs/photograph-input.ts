import { IsUUID, MaxLength } from 'class-validator';
import { orNull } from './fields';

/** What a photograph of a job is sent with. */
export class PhotographInput {
  @IsUUID(undefined, { message: 'A photograph has an id of its own.' }) id!: string;
  @orNull() @IsUUID(undefined, { message: 'Which run?' }) runId!: string | null;
  @MaxLength(120, { message: 'Up to 120 characters.' }) of!: string;
}
