import type { FaceReadings } from './readings';
import type { Blade } from './spec';

/** A blade's outline beside its spaces and depths. */
export interface BladeShape {
  readonly profile: string;
  readonly widthMm: number;
  /** From the shoulder; null where nobody knows it. */
  readonly lengthMm: number | null;
}

/** A place on the drawing in mm of it, from its upper left corner. */
export interface At {
  readonly x: number;
  readonly y: number;
}

/** What a line, an area or words stand for; it decides how they look. */
export type DrawingRole = 'metal' | 'milled' | 'edge' | 'stop' | 'space' | 'depth' | 'lock' | 'bar' | 'turn';

export type DrawingPart =
  | { readonly kind: 'area'; readonly of: DrawingRole; readonly points: readonly At[] }
  | { readonly kind: 'line'; readonly of: DrawingRole; readonly points: readonly At[] }
  | { readonly kind: 'circle'; readonly of: DrawingRole; readonly at: At; readonly radius: number }
  | {
      readonly kind: 'words';
      readonly of: DrawingRole;
      readonly at: At;
      readonly words: string;
      readonly from: 'start' | 'middle' | 'end';
      /** Of the letters, in mm. */
      readonly size: number;
    }
  | {
      readonly kind: 'reading';
      readonly at: At;
      readonly face: number;
      /** Counted from 1. */
      readonly space: number;
    };

/** A drawing in mm; `scale` mm of it are one of the blade. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly parts: readonly DrawingPart[];
  readonly scale: number;
  /** Where each space can be read off the drawing; none on a disc. */
  readonly handles: readonly Handle[];
}

export interface Handle {
  /** Counted from 1. */
  readonly space: number;
  readonly x: number;
  /** Where nothing is removed, and which way metal goes away. */
  readonly datumY: number;
  readonly down: 1 | -1;
}

export interface DrawingRequest {
  readonly blade: Blade;
  readonly shape: BladeShape;
  readonly scale: number;
  /** Depths counted from 1; null where the keyway alone is drawn. */
  readonly bitting: readonly number[] | null;
  readonly faces?: readonly FaceReadings[];
  readonly locks?: readonly { readonly lock: string; readonly spaces: readonly number[] }[];
  /** How large letters are, in mm of the drawing; on a screen they are larger than on paper. */
  readonly letters: number;
  /** How a length is written. */
  readonly inUnit: (measured: number) => string;
}

/** Where the blade lies on the drawing: its upper left corner at the shoulder, in mm of it, and its length in mm of the blade. */
export interface Frame {
  readonly left: number;
  readonly top: number;
  readonly length: number;
}
