import type { Part } from '@/core/procedure/document/procedure';

const common = { where: 'car', hands: 'none' } as const;

/** A fresh step of a kind, as little as its form wants; what it lacks is said beside it. */
export function newPart(kind: Part['kind'], id: string, stop: string): Part {
  const base = { ...common, id, say: 'Say what to do' };
  switch (kind) {
    case 'do':
      return { ...base, kind, acts: [] };
    case 'check':
      return { ...base, kind, of: 'person', no: stop, cannotTell: stop };
    case 'hold':
      return { ...base, kind, acts: [], seconds: { from: 3, to: 5 }, release: [], missed: stop };
    case 'pace':
      return { ...base, kind, acts: [], times: 3, every: { from: 0.5, to: 3 }, missed: stop };
    case 'window':
      return { ...base, kind, acts: [], from: { sign: 'what starts it' }, seconds: 20, missed: stop };
    case 'wait':
      return { ...base, kind, hands: 'both', wait: 1, late: stop };
    case 'observe':
      return {
        ...base,
        kind,
        hands: 'both',
        answers: [{ id: 'yes', say: 'Yes', leads: 'next' }],
        cannotTell: 'next',
      };
    case 'enter':
      return { ...base, kind, value: 'pin', into: 'the tool', missing: stop };
    case 'choose':
      return { ...base, kind, hands: 'both', options: [{ id: 'one', say: 'The one way', leads: 'next' }] };
    case 'command':
      return {
        ...base,
        kind,
        hands: 'one',
        command: 'identify',
        purpose: 'identify',
        refused: stop,
        silent: stop,
      };
    case 'use':
      return { kind, id, procedure: 'Lead chain' };
  }
}

/** An id that no step or end has: `step`, `step-2` and so on. */
export function freeId(wanted: string, taken: readonly string[]): string {
  if (!taken.includes(wanted)) return wanted;
  for (let number = 2; ; number += 1)
    if (!taken.includes(`${wanted}-${number}`)) return `${wanted}-${number}`;
}
