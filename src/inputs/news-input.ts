import { ArrayMaxSize, IsArray, Length, Matches } from 'class-validator';
import { whole } from './fields';

/** News that somebody has read. */
export class NewsReadInput {
  @IsArray({ message: 'Which news?' })
  @ArrayMaxSize(200, { message: 'Up to 200 at once.' })
  @Matches(/^[a-zA-Z]{1,20}:[\w:-]{1,59}$/, { each: true, message: 'Which news?' })
  ids!: string[];
}

/** What the shop writes to the customer of a quote. */
export class AnswerMessageInput {
  @whole('Which job?') number!: number;
  @whole('Which quote?') quote!: number;
  @Length(1, 1000, { message: 'Write 1 to 1,000 characters.' }) words!: string;
}
