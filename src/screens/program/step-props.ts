import type { RefObject } from 'react';
import type { BoundNode } from '@/core/procedure/bind/bound';
import type { Piece } from '@/core/supply/movements';
import type { ShopTime } from '@/ui/use-shop-clock';
import type { RunShown } from './run-shown';

/** What somebody does about the step at hand. */
interface StepActs {
  /** A timed step or a wait begins. */
  readonly onBegin: () => void;
  readonly onAnswer: (answer: string) => void;
  /** What came of several steps that were done in one go, and when each was over. */
  readonly onAnswers: (
    answers: readonly { readonly node: string; readonly answer: string; readonly atMs: number }[],
  ) => void;
  /** What was told was not done, and does no harm when it is told again. */
  readonly onAgain: () => void;
  /** A device is told. */
  readonly onCommand: () => void;
  /** A PIN that somebody tells now: it is sealed with the job first. */
  readonly onToldPin: (value: string) => void;
  /** The voltage as it was read in the middle of a wait. */
  readonly onVolts: (volts: number) => void;
  readonly onPin: (secretId: string | null) => void;
  /** Where a key that is about to be written came from. */
  readonly onPiece: (tag: number, piece: Piece | null) => void;
}

export interface StepCardProps extends StepActs {
  readonly shown: RunShown;
  readonly node: BoundNode;
  readonly time: ShopTime;
  /** PINs that are kept with the job. */
  readonly pins: readonly { readonly id: string; readonly words: string }[];
  /** Pieces of the van that may be a key of this car. */
  readonly pieces: readonly Piece[];
  /** The answer that the tool's word comes to; undefined where it says nothing. */
  readonly proposed: string | undefined;
  /** Why it waits for the server; null where it does not. */
  readonly held: string | null;
  readonly busy: boolean;
  /** What of the job can be done while it waits. */
  readonly tasks: readonly string[];
  /** What takes a beat of hands at a made-up car; null where none is counted. */
  readonly beat: RefObject<(() => void) | null>;
}
