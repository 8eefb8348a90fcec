/** Where the spaces of a keyway lie and how deep its depths are; empty where nobody knows. */
export interface KeywayMetal {
  /** Millimetres from the stop. */
  readonly spaces: readonly { readonly axis: number; readonly number: number; readonly atMm: number }[];
  /** Millimetres cut away; depth 1 is not cut. */
  readonly depths: readonly { readonly axis: number; readonly number: number; readonly cutMm: number }[];
}
