import type { RingState } from '@/core/programming/ring';
import type { Tone } from './notice';
import type { Outline } from './tag-shape';

/** How the tag of a key looks: a broken line where it is not here, and never its tone alone. */
export const ringLooks: Readonly<Record<RingState, { readonly tone: Tone; readonly outline: Outline }>> = {
  works: { tone: 'glaze', outline: 'solid' },
  made: { tone: 'glaze', outline: 'solid' },
  check: { tone: 'ochre', outline: 'solid' },
  again: { tone: 'ochre', outline: 'solid' },
  broken: { tone: 'oxide', outline: 'solid' },
  strange: { tone: 'plain', outline: 'solid' },
  toMake: { tone: 'smalt', outline: 'solid' },
  away: { tone: 'ochre', outline: 'dashed' },
  ending: { tone: 'ochre', outline: 'dashed' },
  live: { tone: 'oxide', outline: 'dashed' },
  gone: { tone: 'plain', outline: 'dashed' },
};
