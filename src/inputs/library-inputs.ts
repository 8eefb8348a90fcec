import { IsBoolean, IsIn, IsInt, IsObject, IsOptional, IsUUID, Length, Max, Min } from 'class-validator';
import { type ObservedFact, observedFacts } from '@/core/catalogue/conflicts';
import { type ListName, listNames } from '@/core/catalogue/lists/lists';
import { notList } from './fields';

export class StoreImportInput {
  /** Whether cells that would run as formulas are stored all the same. */
  @IsOptional() @IsBoolean() formulas?: boolean;
}

class SourcedInput {
  @Length(2, 120, { message: 'Say where you know it from, in 2 to 120 characters.' }) source!: string;
  @Length(2, 300, { message: 'Say why, in 2 to 300 characters.' }) reason!: string;
}

/** A row of a list as typed, and as it was when it was shown. */
export class SaveRowInput extends SourcedInput {
  @IsIn(listNames, { message: 'There is no such list.' }) list!: ListName;
  /** Null for a new row. */
  @IsOptional() @Length(1, 200) id!: string | null;
  @IsObject() cells!: Record<string, string>;
  /** The row when it was shown; null for a new one. */
  @IsOptional() @IsObject() seen!: Record<string, string> | null;
}

export class RemoveRowInput extends SourcedInput {
  @IsIn(listNames, { message: 'There is no such list.' }) list!: ListName;
  @Length(1, 200) id!: string;
  @IsObject() seen!: Record<string, string>;
}

export class UndoChangeInput {
  @IsUUID() id!: string;
}

/** A fact that jobs contradict, and what is to be done about it. */
/** A mark of a run that was seen to. */
export class SettleMarkInput {
  @IsUUID(undefined, { message: 'Which run?' }) runId!: string;
  @IsUUID(undefined, { message: 'Which mark?' }) eventId!: string;
}

export class SettleConflictInput {
  @IsUUID() applicationId!: string;
  @IsIn(observedFacts) kind!: ObservedFact;
  /** What the library said when it was shown. */
  @Length(1, 120) seen!: string;
  @IsIn(['keep', 'correct', 'split']) how!: 'keep' | 'correct' | 'split';
  /** For correct and split: what was found. */
  @IsOptional() @Length(1, 120) value?: string;
  /** For split: the first year of the later cars. */
  @IsOptional() @IsInt() @Min(1950) @Max(2100) fromYear?: number;
  @Length(2, 300, { message: 'Say why, in 2 to 300 characters.' }) reason!: string;
}

/** The key cells a page of a list begins after, as an address holds them; undefined for the first page. */
export function readAfter(text: string | readonly string[] | undefined): readonly string[] | undefined {
  if (typeof text !== 'string' || text.length > 2000) return undefined;
  try {
    const cells: unknown = JSON.parse(text);
    return Array.isArray(cells) && cells.length < 12 && cells.every((cell) => typeof cell === 'string')
      ? cells
      : undefined;
  } catch {
    return undefined;
  }
}

/** A procedure that somebody writes, as far as it is. */
export class ProcedureCheckInput {
  @Length(1, 60, { message: 'Name it in 1 to 60 characters.' }) name!: string;
  @notList('Expected the procedure as an object.') body!: Record<string, unknown>;
}

/** The beginning of a file, whose columns are looked at. */
export class HeaderInput {
  @IsIn(listNames, { message: 'Which list?' }) list!: ListName;
  @Length(1, 60_000, { message: 'The beginning of a file.' }) text!: string;
}
