// Devices beside the car. Each answers after so many seconds; whoever asks waits for them on its own clock.

export type DeviceAnswer<Value> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly reason: string };

/** Something that a device has begun: when it is over, it does its work and says what came of it. */
export interface DeviceWork<Answer> {
  readonly seconds: number;
  /** To be called once, when so many seconds have gone. */
  readonly ends: () => Answer;
}
type Work<Value> = DeviceWork<DeviceAnswer<Value>>;

/** A chip as it is read on a coil. */
export interface ChipRead {
  /** The article that its family and mark stand for; null where there is no chip. */
  readonly article: string | null;
  readonly isBlank: boolean;
  /** Whether it is bound for good to a car that is not this one. */
  readonly isBoundElsewhere: boolean;
}

/** Reads and writes the chip of a key that lies alone on its coil. */
export interface ChipDevice {
  read(tag: number): Work<ChipRead>;
  /** Writes a blank so that it is one with its original: fixed and read-write families, and what a coil at the ring has heard. */
  copy(original: number, onto: number): Work<null>;
}

/** Listens at the ring while the car asks the original, and works out from that what a copy has to answer. */
export interface RingCoil {
  /** @param tries how often the original was tried while it listened */
  fetch(original: number, tries: number): Work<{ readonly tries: number }>;
  workOut(tries: number): Work<null>;
}

/** Needles on the board of a key that was opened; only boards of some months can be read. */
export interface BoardFrame {
  /** @param made the month on the board, such as 2016-05 */
  read(tag: number, made: string, window: BoardWindow): Work<{ readonly backup: string }>;
  write(original: number, onto: number): Work<null>;
  /** Writes a backup back onto the board that it is of. */
  restore(tag: number, backup: string): Work<null>;
}

/** Boards by the month they were made, both ends included; null where an end is open. */
export interface BoardWindow {
  readonly from: string | null;
  readonly to: string | null;
}

/** Reads a cartridge and writes an image onto it. */
export interface CartridgeReader {
  read(tag: number): Work<{ readonly isReset: boolean }>;
  write(tag: number, image: string): Work<null>;
}

/** What is said before an image is worked out. */
export interface ImageTerms {
  readonly priceMinor: number;
  /** What is paid where the calculation fails, and where the server is not reached. */
  readonly failedMinor: number;
  readonly unreachedMinor: number;
  /** Whether the same data sent again is free. */
  readonly repeatsFree: boolean;
}

/** Works out an image from what a car said: paid, slow, sometimes down. */
export interface ImageServer {
  readonly terms: ImageTerms;
  /** @param data what was read of the car; the same data gives the same image */
  workOut(
    data: string,
  ): DeviceWork<DeviceAnswer<{ readonly image: string }> & { readonly chargedMinor: number }>;
}

/** Reads and writes the memory of a module that lies opened under its clip. */
export interface ModuleReader {
  backUp(): Work<null>;
  clear(): Work<null>;
  writePosition(tag: number): Work<null>;
  restore(): Work<null>;
}

export interface Devices {
  readonly chip: ChipDevice;
  readonly ring: RingCoil;
  readonly board: BoardFrame;
  readonly cartridge: CartridgeReader;
  readonly server: ImageServer;
  readonly module: ModuleReader;
}
