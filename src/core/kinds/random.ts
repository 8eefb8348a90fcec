/** A source of numbers in [0, 1). */
export type Random = () => number;

/**
 * A seeded source: the same seed gives the same numbers (the public-domain generator `sfc32`,
 * seeded from a text by FNV-1a).
 */
export function seededRandom(seed: string): Random {
  let a = hash(seed, 0x811c9dc5);
  let b = hash(seed, a);
  let c = hash(seed, b);
  let counter = 1;
  const next = () => {
    const sum = (((a + b) | 0) + counter) | 0;
    counter = (counter + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + sum;
    c |= 0;
    return (sum >>> 0) / 4_294_967_296;
  };
  for (let warm = 0; warm < 12; warm += 1) next();
  return next;
}

/** One of `items`, each as likely as its weight. Throws on an empty list. */
export function pick<Item>(
  random: Random,
  items: readonly Item[],
  weight: (item: Item) => number = () => 1,
): Item {
  const total = items.reduce((sum, item) => sum + weight(item), 0);
  let left = random() * total;
  for (const item of items) {
    left -= weight(item);
    if (left < 0) return item;
  }
  const last = items.at(-1);
  if (last === undefined) throw new Error('expected at least one item to pick from');
  return last;
}

/** A normal deviate by the polar-free Box–Muller transform. */
export function normal(random: Random, mean: number, deviation: number): number {
  const radius = Math.sqrt(-2 * Math.log(1 - random()));
  return mean + deviation * radius * Math.cos(2 * Math.PI * random());
}

function hash(text: string, start: number): number {
  let value = start;
  for (let at = 0; at < text.length; at += 1) {
    value = Math.imul(value ^ text.charCodeAt(at), 0x01000193);
  }
  return value | 0;
}
