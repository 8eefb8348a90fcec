import type { DeviceAnswer } from './devices';

/** A universal remote as it lies on the writer. */
export interface HeldRemote {
  /** Which one it is: what happens to it is drawn from its name. */
  readonly name: string;
  readonly hasFreshCell: boolean;
}

/** Writes the profile of a car's remote onto a universal one, and reads back what stands in it. */
export interface RemoteWriter {
  write(remote: HeldRemote, profile: string): Promise<DeviceAnswer<{ readonly readBack: string }>>;
}
