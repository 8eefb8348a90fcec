import { Type } from 'class-transformer';
import { IsIn, IsOptional, Length, Max, Min, ValidateNested } from 'class-validator';
import { mostDepths, mostSpaces } from '@/core/blade/spec';
import { listOf, notList, numbers, orNull, whole } from './fields';

/** Lengths of a blade are sent in millimetres or in thousandths of an inch, all of them alike. */
export const bladeUnits = ['mm', 'thousandths'] as const;
export type BladeUnit = (typeof bladeUnits)[number];

/** A row of cuts sent whole. */
export class AxisInput {
  @numbers({ most: mostSpaces, from: 0, to: 12_000 }, `1 to ${mostSpaces} distances from the stop.`)
  spaces!: number[];
  @numbers({ most: mostDepths, from: 0, to: 1200 }, `2 to ${mostDepths} depths, cut away from the blank.`)
  depths!: number[];
  @orNull()
  @whole('A MACS of 1 or more, or nothing.', 1)
  @Max(mostDepths, { message: `Up to ${mostDepths}.` })
  macs!: number | null;
  @IsIn(['shoulder', 'tip'], { message: 'shoulder or tip.' }) stop!: 'shoulder' | 'tip';
}

export class FaceInput {
  @numbers(
    { most: mostSpaces, from: -1200, to: 1200, gaps: true },
    `A reading for each space, null where it was not read.`,
  )
  readings!: (number | null)[];
}

export class SeriesRowInput {
  @numbers({ most: mostSpaces, from: 1, to: mostDepths }, 'A depth for each space, counted from 1.')
  bitting!: number[];
}

/** Readings of a key in hand: of a keyway of the library, or of one sent whole. */
export class DecodeInput {
  @IsOptional() @Length(1, 40, { message: 'Name a keyway.' }) keyway?: string;
  @IsOptional()
  @notList('One row of cuts.')
  @ValidateNested({ message: 'A row of cuts.' })
  @Type(() => AxisInput)
  axis?: AxisInput;
  @IsIn(bladeUnits, { message: 'mm or thousandths.' }) unit!: BladeUnit;
  @listOf(() => FaceInput, 2, 'faces') faces!: FaceInput[];
  /** Bittings of a series of one's own, as what may be meant. */
  @IsOptional() @listOf(() => SeriesRowInput, 20_000, 'bittings') series?: SeriesRowInput[];
  /** How many of the likeliest are answered. */
  @IsOptional()
  @whole('1 to 20.', 1)
  @Min(1, { message: '1 or more.' })
  @Max(20, { message: 'Up to 20.' })
  most?: number;
}
