import { type CuttingList, cuttingListFormat } from '@/core/blade/cut/cutting-list';
import { list, number, object, oneOf, orNull, text, whole } from './api/schema';
import { writeCsv } from './csv';

/** The JSON Schema of a cutting list. */
export const cuttingListSchema = object({
  format: oneOf([cuttingListFormat]),
  job: whole,
  keyway: text,
  profile: text,
  stop: oneOf(['shoulder', 'tip']),
  depthsIn: oneOf(['mm', 'degrees']),
  flatMm: orNull(number),
  angleDeg: orNull(number),
  tolerance: number,
  cuts: list(object({ axis: whole, space: whole, atMm: number, depth: whole, cut: number })),
});

/** One line for each cut; what holds for all of them stands in each line, as machines read lines. */
export function cuttingListCsv({ cuts, ...all }: CuttingList): string {
  const head = ['job', 'keyway', 'stop', 'axis', 'space', 'at_mm', 'depth', `cut_${all.depthsIn}`];
  return writeCsv([
    head,
    ...cuts.map(({ axis, space, atMm, depth, cut }) =>
      [all.job, all.keyway, all.stop, axis, space, atMm.toFixed(2), depth, cut.toFixed(2)].map(String),
    ),
  ]);
}
