/** So many values in a row make one that is held. */
const held = 4;
/** They lie within this share of each other, or within so many ohms. */
const within = { share: 0.004, ohms: 2 };

/**
 * The value that a meter has come to rest at: the mean of its last few, once they lie together; null while it still moves.
 * @param values as they came, in ohms; null where the meter shows no end
 */
export function steadyValue(values: readonly (number | null)[]): { readonly ohms: number | null } | null {
  const last = values.slice(-held);
  if (last.length < held) return null;
  const read = last.filter((value) => value !== null);
  if (read.length === 0) return { ohms: null };
  if (read.length < held) return null;
  const [least, most] = [Math.min(...read), Math.max(...read)];
  return most - least <= Math.max(within.ohms, within.share * most)
    ? { ohms: read.reduce((sum, value) => sum + value, 0) / held }
    : null;
}
