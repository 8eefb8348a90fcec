import type { EventContent, JobEvent } from './events';

export const piece = { vanId: 'van', article: 'BLANK-1', state: 'new', grade: 'aftermarket' } as const;

export const tried = (
  tryId: string,
  more: Partial<EventContent<'candidateTried'>> = {},
): Extract<JobEvent, { kind: 'candidateTried' }> => ({
  kind: 'candidateTried',
  tryId,
  sheetId: 'sheet',
  candidate: 0,
  blank: 1,
  result: 'didNotTurn',
  stopsAt: null,
  piece: null,
  ...more,
});

export const cut = (
  cutId: string,
  more: Partial<EventContent<'bladeCut'>> = {},
): Extract<JobEvent, { kind: 'bladeCut' }> => ({
  kind: 'bladeCut',
  cutId,
  bittingId: 'bitting',
  where: 'car',
  spoiled: false,
  again: null,
  piece,
  ...more,
});

/** One of each kind of event about a blade. */
export const bladeEvents: readonly JobEvent[] = [
  tried('t', { piece }),
  { kind: 'tryWithdrawn', tryId: 't' },
  { kind: 'planChosen', sheetId: 'sheet', plan: 'leastCost' },
  cut('c'),
  { kind: 'bladeMeasured', cutId: 'c', passes: false, off: [{ space: 2, by: 0.1 }], machine: null },
  { kind: 'lockTried', cutId: 'c', lock: 'ignition', turns: 'bothWays', smooth: true },
  {
    kind: 'pelletRead',
    verdict: 'ambiguous',
    steps: [
      { step: 5, probability: 0.6 },
      { step: 6, probability: 0.4 },
    ],
    ohms: 4250,
    meter: 'Van meter',
  },
  cut('x'),
  { kind: 'cutWithdrawn', cutId: 'x' },
  { kind: 'wireChecked', sound: true },
  { kind: 'stepTried', tryId: 's', step: 5, started: false, at: new Date(Date.UTC(2027, 2, 2)) },
  { kind: 'stepWithdrawn', tryId: 's' },
];
