import type { BureauKind, BureauTerms } from '@/core/authority/bureau';

export interface BureauQuestion {
  readonly kind: BureauKind;
  /** The VIN, or the code whose bitting is asked for. */
  readonly about: string;
  /** The code series of the car's keyway, where codes are asked for. */
  readonly series: {
    readonly prefix: string;
    readonly first: number;
    readonly count: number;
  } | null;
  /** The spec of the blade, where a bitting is asked for. */
  readonly blade: {
    readonly series: string;
    readonly spaces: number;
    readonly depths: number;
    readonly macs: number;
  } | null;
}

export type BureauAnswer =
  | { readonly ok: true; readonly value: string }
  | { readonly ok: false; readonly reason: string };

/** A service that keeps codes and PINs by VIN, for a fee. */
export interface Bureau {
  /** How long the answer to a question will take, in minutes. */
  minutesFor(question: BureauQuestion, terms: BureauTerms): number;
  /**
   * Asks under a key: whoever asks twice with the same one pays once and gets the same answer. Rejects where the service
   * cannot be reached, and once the signal is given.
   */
  answer(
    question: BureauQuestion,
    terms: BureauTerms,
    call: { readonly key: string; readonly signal: AbortSignal },
  ): Promise<BureauAnswer>;
}
