import { IsIn, IsOptional, IsUUID, Length, Max, Min } from 'class-validator';
import { type MachineState, machineStates } from '@/core/blade/cut/machine';
import { type PlanKind, planKinds } from '@/core/blade/progression/plan-rest';
import { type SheetFrom, sheetsFrom } from '@/core/blade/progression/sheet';
import { mostDepths, mostSpaces } from '@/core/blade/spec';
import { type BladeCut, cutPlaces } from '@/core/job/events/log';
import { decimals, listOf, nested, numbers, orNull, texts, whole } from './fields';

/** What reads a blade beside a hand. */
export const readingDevices = ['gauge', 'photograph'] as const;
export type ReadingDevice = (typeof readingDevices)[number];

/** Lengths of a blade are sent in millimetres or in thousandths of an inch, all of them alike; a disc is read in degrees. */
export const bladeUnits = ['mm', 'thousandths', 'degrees'] as const;
export type BladeUnit = (typeof bladeUnits)[number];

/** One row of cuts. */
export class RowOfCutsInput {
  @numbers({ most: mostSpaces, from: 0, to: 12_000 }, `1 to ${mostSpaces} distances from the stop.`)
  spaces!: number[];
  @numbers({ most: mostDepths, from: 0, to: 1200 }, `2 to ${mostDepths} depths, cut away from the blank.`)
  depths!: number[];
}

/** A blade sent whole; the spaces of a disc are in mm. */
export class BladeInput {
  @listOf(() => RowOfCutsInput, 2, 'rows of cuts') rows!: RowOfCutsInput[];
  @orNull()
  @whole('A MACS of 1 or more, or nothing.', 1)
  @Max(mostDepths, { message: `Up to ${mostDepths}.` })
  macs!: number | null;
  @IsIn(['shoulder', 'tip'], { message: 'shoulder or tip.' }) stop!: 'shoulder' | 'tip';
  /** Flat ground and included angle of a cut: with both, cuts that lie shifted along the blade are found. */
  @IsOptional()
  @decimals(4, 'The flat of a cut.')
  @Min(0, { message: '0 or more.' })
  @Max(200, { message: 'Up to 200.' })
  flat?: number;
  @IsOptional()
  @decimals(2, 'The included angle of a cut, in degrees.')
  @Min(20, { message: '20 degrees or more.' })
  @Max(170, { message: 'Up to 170 degrees.' })
  angle?: number;
}

export class FaceInput {
  @numbers(
    { most: mostSpaces, from: -1200, to: 1200, gaps: true },
    `A reading for each space, null where it was not read.`,
  )
  readings!: (number | null)[];
}

/** The most bittings that are sent at once. */
const mostSent = 20_000;
const bittings = texts(
  { most: mostSent, longest: 60 },
  `1 to ${mostSent} bittings: a digit for each space, or numbers with hyphens between.`,
);

/** Readings of a key in hand: of a keyway of the library, or of a blade sent whole. */
export class DecodeInput {
  @IsOptional() @Length(1, 40, { message: 'Name a keyway.' }) keyway?: string;
  @IsOptional()
  @nested(() => BladeInput, 'One blade.')
  blade?: BladeInput;
  @IsIn(bladeUnits, { message: 'mm, thousandths or degrees.' }) unit!: BladeUnit;
  @listOf(() => FaceInput, 2, 'faces') faces!: FaceInput[];
  /** A code series of the keyway, as what may be meant; its codes are not answered. */
  @IsOptional() @Length(1, 40, { message: 'Name a series.' }) codeSeries?: string;
  /** Bittings of a series of one's own, as what may be meant. */
  @IsOptional() @bittings series?: string[];
  /** How many of the likeliest are answered. */
  @IsOptional()
  @whole('1 to 20.', 1)
  @Min(1, { message: '1 or more.' })
  @Max(20, { message: 'Up to 20.' })
  most?: number;
}

/** A series sent whole, whose keyway the library does not know. */
export class SentSeriesInput {
  @whole('The depths of the keyway.', 2)
  @Max(mostDepths, { message: `Up to ${mostDepths}.` })
  depths!: number;
  @bittings bittings!: string[];
  /** What stands for each of them; shown to whom codes may be shown. */
  @texts({ most: mostSent, longest: 20 }, 'A code for each bitting.') codes!: string[];
}

/** What is known of a bitting, and which series it is looked for in. */
export class SearchInput {
  @IsOptional() @Length(1, 40, { message: 'Name a keyway.' }) keyway?: string;
  /** Of the keyway; all of them where none is named. */
  @IsOptional() @texts({ most: 20, longest: 40 }, 'Names of series.') series?: string[];
  @IsOptional()
  @nested(() => SentSeriesInput, 'One series.')
  whole?: SentSeriesInput;
  /** For each space its depth, several with strokes between (`2/3`), or nothing where nobody knows. */
  @texts({ most: mostSpaces, longest: 40 }, 'For each space the depths it may have.') wanted!: string[];
  /** The spaces that the lock in question holds, where it lacks some. */
  @IsOptional()
  @numbers({ most: mostSpaces, from: 1, to: mostSpaces }, 'Spaces, counted from 1.')
  holds?: number[];
  /** The job whose right to the car opens the codes; without one only their number is told. */
  @IsOptional() @whole('The number of a job.', 1) job?: number;
}

export const gaugeFiles = ['pdf', 'svg'] as const;

/** A keyway to be drawn as a gauge, with a bitting where one is known. */
export class GaugeInput {
  @Length(1, 40, { message: 'Name a keyway.' }) keyway!: string;
  /** As it is written; never in an address. */
  @IsOptional()
  @Length(1, 60, { message: 'A bitting: a digit for each space, or numbers with hyphens.' })
  bitting?: string;
  @IsIn(['mm', 'thousandths'], { message: 'mm or thousandths.' }) unit!: 'mm' | 'thousandths';
  @IsIn(gaugeFiles, { message: 'pdf or svg.' }) file!: (typeof gaugeFiles)[number];
}

/** What a device is to read of the key that lies in it. */
export class DeviceInput {
  @Length(1, 40, { message: 'Name a keyway.' }) keyway!: string;
  @IsIn(readingDevices, { message: 'gauge or photograph.' }) device!: ReadingDevice;
  /** Which of the demo keys lies in it. */
  @whole('The number of a key.', 1) @Max(9, { message: 'Up to 9.' }) key!: number;
  @whole('Face 0 or 1.') @Max(1, { message: 'Face 0 or 1.' }) face!: number;
  @whole('A space, counted from 1.', 1) @Max(mostSpaces, { message: `Up to ${mostSpaces}.` }) space!: number;
  @whole('Which time it is read.', 1) attempt!: number;
}

/** A bitting that was found at the bench, to be kept with a job. */
export class HangBittingInput {
  @whole('The number of a job.', 1) number!: number;
  @Length(1, 40, { message: 'Name a keyway.' }) keyway!: string;
  @Length(1, 60, { message: 'A bitting: a digit for each space, or numbers with hyphens.' }) bitting!: string;
}

/** A code that a search found, to be kept with its job. */
export class KeepCodeInput {
  @whole('The number of a job.', 1) number!: number;
  @Length(1, 40, { message: 'Name a series.' }) series!: string;
  @Length(1, 40, { message: 'A code.' }) code!: string;
}

/** What may be meant after a partial reading, and what trying it costs. */
export class ProgressionInput {
  /** The job whose car is read: with person, papers and plate. */
  @whole('The number of a job.', 1) job!: number;
  @IsOptional() @Length(1, 40, { message: 'Name a keyway.' }) keyway?: string;
  /** Of the keyway; all of them where none is named. */
  @IsOptional() @texts({ most: 20, longest: 40 }, 'Names of series.') series?: string[];
  /** For each space its depth, several with strokes between (`2/3`), or nothing where nobody knows. */
  @IsOptional()
  @texts({ most: mostSpaces, longest: 40 }, 'For each space the depths it may have.')
  wanted?: string[];
  @IsOptional()
  @nested(() => BladeInput, 'One blade.')
  blade?: BladeInput;
  /** Of each row of cuts of a blade sent whole: `deeper` or `never`. */
  @IsOptional() @texts({ most: 2, longest: 10 }, 'deeper or never for each row of cuts.') recut?: string[];
  /** Candidates by name, in the place of what is known of the spaces. */
  @IsOptional() @bittings candidates?: string[];
  @IsOptional()
  @numbers({ most: mostSent, from: 0, to: 1 }, 'A probability for each candidate.')
  probabilities?: number[];
  /** What a blank costs, and the minutes of a try. */
  @whole('A price in the smallest coin.') blankMinor!: number;
  @whole('A price in the smallest coin.') tryMinor!: number;
  @IsOptional() @whole('How many blanks are at hand.') blanksAtHand?: number;
}

/** What was read of a lock, whose candidates are asked for. */
export class CandidatesInput {
  @whole('The number of a job.', 1) job!: number;
  @Length(1, 40, { message: 'Name a keyway.' }) keyway!: string;
  @texts({ most: mostSpaces, longest: 40 }, 'For each space the depths it may have.') wanted!: string[];
}

/** Candidates that are to be worked through on a job. */
export class SheetInput {
  @whole('The number of a job.', 1) number!: number;
  @Length(1, 40, { message: 'Name a keyway.' }) keyway!: string;
  @IsIn(sheetsFrom, { message: 'lock or piece.' }) from!: SheetFrom;
  @bittings candidates!: string[];
  @orNull()
  @numbers({ most: mostSent, from: 0, to: 1 }, 'A probability for each candidate.')
  probabilities!: number[] | null;
  /** How likely the bitting is among them. */
  @Min(0, { message: '0 or more.' }) @Max(1, { message: 'Up to 1.' }) holds!: number;
  @IsIn(planKinds, { message: 'Choose a plan.' }) plan!: PlanKind;
}

/** A sheet of a job, to be opened. */
export class OpenSheetInput {
  @whole('The number of a job.', 1) number!: number;
  @IsUUID(undefined, { message: 'Which sheet?' }) id!: string;
}

export const cuttingFiles = ['csv', 'json', 'pdf'] as const;

/** A bitting of a job as a list for a machine or for somebody who cuts. */
export class CuttingListInput {
  @IsUUID(undefined, { message: 'Which bitting?' }) bittingId!: string;
  @IsIn(cutPlaces, { message: 'workshop, car or ordered.' }) where!: BladeCut['where'];
  @IsIn(cuttingFiles, { message: 'csv, json or pdf.' }) file!: (typeof cuttingFiles)[number];
}

/** A blade that the van's machine shall cut. */
export class CutInput {
  @whole('The number of a job.', 1) number!: number;
  @IsUUID(undefined, { message: 'Which bitting?' }) bittingId!: string;
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  @IsIn(cutPlaces, { message: 'workshop or car.' }) where!: BladeCut['where'];
}

/** A blade that was cut, to be read by the gauge. */
export class ReadCutInput {
  @whole('The number of a job.', 1) number!: number;
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  /** How the demo machine that cut it is set. */
  @IsIn(machineStates, { message: 'calibrated, tooDeep, tooShallow or shifted.' }) machine!: MachineState;
  @whole('Which time it is read.', 1) attempt!: number;
}

/** Readings of a blade that was cut, to be held against what was meant. */
export class CheckCutInput {
  @whole('The number of a job.', 1) number!: number;
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  /** What is cut away at each space, in the blade's measure. */
  @numbers({ most: mostSpaces, from: -1, to: 400, gaps: true }, 'A reading for each space, or null.')
  readings!: (number | null)[];
}
