import { cell } from '../cells';

export const markets = ['Meres', 'Continent', 'Southern'];
export const ignitions = ['turn', 'push'];
export const methods = ['onBoard', 'add', 'aklErase', 'aklAdd'];
const families = ['none', 'PEL', 'FIX', 'RWP', 'CHL40', 'CHL48', 'CHL80', 'AES128'];

export class MakeRow {
  @cell.text(60) name!: string;
  /** Other names, separated by spaces. */
  @cell.optional() @cell.text(200) aliases?: string;
}

export class ModelRow {
  @cell.text(60) make!: string;
  @cell.text(60) name!: string;
  @cell.optional() @cell.text(200) aliases?: string;
}

export class GenerationRow {
  @cell.text(60) make!: string;
  @cell.text(60) model!: string;
  @cell.oneOf(markets) market!: string;
  @cell.text(40) name!: string;
  @cell.whole(1950, 2100) fromYear!: number;
  @cell.whole(1950, 2100) toYear!: number;
}

export class KeywayRow {
  @cell.text(40) name!: string;
  @cell.oneOf(['edge, one side', 'edge, two sides', 'inside track', 'outside track', 'disc'])
  profile!: string;
  @cell.whole(1, 20) spaces!: number;
  @cell.whole(2, 12) depths!: number;
  @cell.oneOf(['shoulder', 'tip']) stop!: string;
}

export class BlankRow {
  @cell.text(40) article!: string;
  @cell.text(40) keyway!: string;
}

export class ChipRow {
  @cell.text(40) article!: string;
  @cell.oneOf(families.slice(1)) family!: string;
  @cell.text(120) mark!: string;
}

export class RemoteRow {
  @cell.text(40) article!: string;
  @cell.whole(1, 12) buttons!: number;
  @cell.decimal(20, 3000) frequencyMhz!: number;
  @cell.text(40) board!: string;
}

export class PlatformRow {
  @cell.text(40) name!: string;
  @cell.oneOf(families) chipFamily!: string;
  @cell.oneOf(['can', 'serial', 'none']) link!: string;
  @cell.whole(0, 64) slotsMaximum!: number;
  @cell.whole(0, 64) slotsMinimum!: number;
  @cell.oneOf(['readable', 'afterPin', 'cannotSay']) count!: string;
  @cell.oneOf(['with', 'apart', 'none']) remoteLearned!: string;
}

export class PlatformMethodRow {
  @cell.text(40) platform!: string;
  @cell.oneOf(methods) kind!: string;
  @cell.whole(0, 4) knownKeysNeeded!: number;
  @cell.yesNo() needsPin!: boolean;
  @cell.yesNo() needsTurning!: boolean;
  /** Seconds, separated by spaces. */
  @cell.optional() @cell.text(60) waitsSeconds?: string;
  @cell.decimal(0.1, 600) sessionP50Minutes!: number;
  @cell.decimal(0, 120) keyP50Minutes!: number;
  @cell.decimal(0, 2) spread!: number;
  @cell.text(200) how!: string;
}

export class ApplicationRow {
  @cell.text(60) make!: string;
  @cell.text(60) model!: string;
  @cell.oneOf(markets) market!: string;
  @cell.text(40) generation!: string;
  @cell.oneOf(ignitions) ignition!: string;
  @cell.whole(1950, 2100) fromYear!: number;
  @cell.optional() @cell.whole(1, 12) fromMonth?: number;
  @cell.whole(1950, 2100) toYear!: number;
  @cell.optional() @cell.whole(1, 12) toMonth?: number;
  @cell.text(40) blank!: string;
  @cell.optional() @cell.text(40) chip?: string;
  @cell.optional() @cell.text(40) remote?: string;
  @cell.text(40) platform!: string;
  @cell.optional() @cell.text(120) pocket?: string;
  @cell.decimal(0.001, 10_000) weight!: number;
}
