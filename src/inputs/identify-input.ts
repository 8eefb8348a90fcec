import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import type { Ignition } from '@/core/catalogue/application';
import { answerKinds, type QuestionGiven } from '@/core/identify/gathered-facts';
import { lineLimit, type Why, whys } from '@/core/identify/line/reading';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { type Stand, stands } from '@/core/identify/sight';
import { usualCertainty } from '@/core/identify/what-to-bring';
import { listOf, onlyWhere } from './fields';
import { JobEdit } from './job-inputs';

const kinds = Object.keys(questionKinds) as QuestionKind[];

/** What became of one question. */
export class GivenInput implements QuestionGiven {
  @IsIn(kinds, { message: 'Choose a fact of the list.' }) kind!: QuestionKind;
  @IsIn(answerKinds, { message: 'Seen, cannot tell or skipped.' }) answer!: QuestionGiven['answer'];
  /** As the question offers it; null unless seen. A span of years as 2018..2020, of months as 2019-05..2020-12. */
  @onlyWhere(({ answer }: GivenInput) => answer === 'seen')
  @Length(1, 120, { message: 'Choose what was seen.' })
  value!: string | null;
  /** How far it is to be relied on, where that differs from the usual. */
  @IsOptional()
  @IsNumber({}, { message: 'From 0.5 to 0.995.' })
  @Min(0.5, { message: 'From 0.5 to 0.995.' })
  @Max(0.995, { message: 'From 0.5 to 0.995.' })
  reliability?: number;
}

/** A car without a job: a line, or facts by name, or both; the facts win. */
export class CarInput {
  @IsOptional()
  @MaxLength(lineLimit, { message: `A line has up to ${lineLimit} characters.` })
  line?: string;
  @IsOptional() @Length(1, 60, { message: 'A name has up to 60 characters.' }) make?: string;
  @IsOptional() @Length(1, 60, { message: 'A name has up to 60 characters.' }) model?: string;
  @IsOptional()
  @IsInt({ message: 'A year such as 2019.' })
  @Min(1950, { message: 'A year from 1950.' })
  @Max(2100, { message: 'A year to 2100.' })
  year?: number;
  @IsOptional() @Matches(/^[0-9A-Za-z? -]{1,40}$/, { message: 'A VIN, ? for unknown places.' }) vin?: string;
  @IsOptional() @IsIn(['turn', 'push'], { message: 'Turn or push.' }) ignition?: Ignition;
  @IsOptional() @Length(1, 40, { message: 'Choose a market of the list.' }) market?: string;
  @IsOptional() @IsIn(whys, { message: 'Choose one of the list.' }) why?: Why;
  @IsOptional()
  @IsInt({ message: '0 to 8.' })
  @Min(0, { message: '0 to 8.' })
  @Max(8, { message: '0 to 8.' })
  working?: number;
}

/** A car to identify without a job. */
export class IdentifyInput extends CarInput {
  @IsOptional()
  @listOf(() => GivenInput, 20, 'facts')
  given?: GivenInput[];
  /** How sure it is to be that what is brought serves the car. */
  @IsOptional()
  @IsNumber({}, { message: 'From 0.5 to 0.999.' })
  @Min(0.5, { message: 'From 0.5 to 0.999.' })
  @Max(0.999, { message: 'From 0.5 to 0.999.' })
  certainty?: number;
  /** Who looks: somebody on the phone, or somebody at the car; at the car where it is missing. */
  @IsOptional() @IsIn(Object.keys(stands), { message: 'phone or car.' }) stand?: Stand;
}

/** An answer to a question about the car of a job. */
export class AnswerInput extends JobEdit {
  @IsIn(kinds, { message: 'Choose a fact of the list.' }) kind!: QuestionKind;
  @IsIn([...answerKinds, 'ask'], { message: 'Seen, cannot tell, skipped, or to be asked again.' })
  answer!: QuestionGiven['answer'] | 'ask';
  @onlyWhere(({ answer }: AnswerInput) => answer === 'seen')
  @Length(1, 120, { message: 'Choose what was seen.' })
  value!: string | null;
  @IsBoolean({ message: 'Sure or not.' }) sure!: boolean;
  @IsOptional() @IsIn(Object.keys(stands), { message: 'phone or car.' }) stand?: Stand;
}

/** How sure it is to be, as an address says it; the usual where it does not. */
export function readCertainty(text: string | readonly string[] | undefined): number {
  const certainty = typeof text === 'string' ? Number(text) : usualCertainty;
  return certainty >= 0.5 && certainty <= 0.999 ? certainty : usualCertainty;
}

/** Who looks, as an address says it; undefined where it does not. */
export function readStand(text: string | readonly string[] | undefined): Stand | undefined {
  return typeof text === 'string' && Object.hasOwn(stands, text) ? (text as Stand) : undefined;
}
