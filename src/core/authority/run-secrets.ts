import type { SecretKind, SecretSource } from './secrets';

/** What a run seals with its job: what it is, and where it comes from. */
export const runSecrets = {
  pin: { kind: 'pin', source: 'obdSocket' },
  toldPin: { kind: 'pin', source: 'customer' },
  board: { kind: 'keyData', source: 'keyInHand' },
  image: { kind: 'keyData', source: 'imageServer' },
} as const satisfies Record<string, { kind: SecretKind; source: SecretSource }>;
export type RunSecret = keyof typeof runSecrets;

/** What devices beside the car held of it: worked out, and read of the original's board. */
export interface HeldData {
  readonly image: string | null;
  readonly board: string | null;
}

export const noData: HeldData = { image: null, board: null };

/** What was sealed of it, the latest of each; values that stand for something else are left out. */
export function heldData(values: readonly string[]): HeldData {
  const latest = (of: 'image' | 'board') =>
    values.findLast((value) => value.startsWith(`${of}:`))?.slice(of.length + 1) ?? null;
  return { image: latest('image'), board: latest('board') };
}
