import type { RunLog } from './run-log';

/** What of a run the next one meets. */
type LeftBehind = Pick<RunLog, 'secretIds' | 'rightUses' | 'pieces' | 'erased'>;

/**
 * What attempts left behind that the next one meets: what is paid, gone, or cannot be taken back.
 * @param logs all runs of a job, the earliest first
 */
export function changedBy(logs: readonly LeftBehind[]): string[] {
  const pins = new Set(logs.flatMap(({ secretIds }) => secretIds)).size;
  const uses = logs.reduce((sum, { rightUses }) => sum + rightUses, 0);
  const spoiled = logs.flatMap(({ pieces }) => Object.entries(pieces).filter(([, piece]) => piece.spoiled));
  const erased = logs.some((log) => log.erased);
  return [
    ...(pins > 0 ? ['The PIN is known: it is not paid again.'] : []),
    ...(uses > 0
      ? [`${uses === 1 ? 'One use' : `${uses} uses`} of the licence ${uses === 1 ? 'is' : 'are'} gone.`]
      : []),
    ...(spoiled.length > 0
      ? [`${spoiled.length === 1 ? 'One key is' : `${spoiled.length} keys are`} spoiled.`]
      : []),
    ...(erased
      ? [
          'The car was made to forget its keys, which cannot be undone: those not learned since do not start it.',
        ]
      : []),
  ];
}
