/** How many jobs a source's own certainty is worth. */
const strength = 4;

/**
 * How sure a fact is: its source's certainty, moved by closed jobs that observed it.
 * @param source 0.5 to 0.995
 * @example factCertainty(0.9, 4, 0) // 0.95
 */
export function factCertainty(source: number, confirmed: number, contradicted: number): number {
  return (source * strength + confirmed) / (strength + confirmed + contradicted);
}
