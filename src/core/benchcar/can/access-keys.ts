/** A function from the seed of a module to the key that opens it, by its name in a description. All of them are made up. */
type AccessFunction = (seed: readonly number[], parameters: readonly number[]) => readonly number[];

export const accessFunctions: Readonly<
  Record<string, { readonly parameters: number; readonly keyOf: AccessFunction }>
> = {
  /** Each byte with one of the mask's, then the whole turned left by so many bits. */
  'mask and turn': {
    parameters: 5,
    keyOf: (seed, [turn = 0, ...mask]) =>
      turned(
        seed.map((byte, at) => byte ^ (mask[at % 4] ?? 0)),
        turn,
      ),
  },
  /** As a number times one, plus another; what goes beyond its bytes is dropped. */
  'times and plus': {
    parameters: 8,
    keyOf: (seed, parameters) => {
      const factor = numberOf(parameters.slice(0, 4)) | 1n;
      return bytesOf(numberOf(seed) * factor + numberOf(parameters.slice(4, 8)), seed.length);
    },
  },
  /** Rounds of two halves: each is mixed with what a round makes of the other. */
  'rounds of halves': {
    parameters: 3,
    keyOf: (seed, [rounds = 1, step = 1, salt = 0]) => {
      const half = seed.length >> 1;
      let [left, right] = [seed.slice(0, half), seed.slice(half)];
      for (let round = 0; round < rounds; round += 1) {
        const mixed = left.map(
          (byte, at) => byte ^ (((right[at] ?? 0) * (2 * step + 1) + salt + round) & 0xff),
        );
        [left, right] = [right, mixed];
      }
      return [...left, ...right];
    },
  },
};

/** The bits of all bytes turned left. */
function turned(bytes: readonly number[], by: number): readonly number[] {
  const bits = BigInt(8 * bytes.length);
  const count = BigInt(by) % bits;
  const value = numberOf(bytes);
  return bytesOf((value << count) | (value >> (bits - count)), bytes.length);
}

function numberOf(bytes: readonly number[]): bigint {
  return bytes.reduce((value, byte) => (value << 8n) | BigInt(byte), 0n);
}

function bytesOf(value: bigint, length: number): number[] {
  return Array.from({ length }, (_, at) => Number((value >> BigInt(8 * (length - 1 - at))) & 0xffn));
}
