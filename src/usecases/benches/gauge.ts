import type { Drawing } from '@/core/blade/drawing-kinds';
import { gaugeSheet } from '@/core/blade/gauge-sheet';
import { readSeries } from '@/core/blade/packed';
import { bittingRule, bladeOfKeyway } from '@/core/blade/spec';
import { unitSign, unitWords } from '@/core/blade/unit';
import { parseBitting } from '@/core/catalogue/bitting';
import type { Actor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { findKeyway } from '@/data/keyways';
import { drawingSvg } from '@/formats/blade-svg';
import type { GaugeInput } from '@/inputs/blade-inputs';
import { nobody, readAs } from '../asking/read-as';
import { drawForShop } from '../shop/draw-paper';

export interface GaugeFile {
  readonly name: string;
  readonly type: 'application/pdf' | 'image/svg+xml';
  readonly bytes: Uint8Array;
}

/** A keyway on a sheet at true scale, with the bitting that the asker names. */
export async function drawGauge(_actor: Actor, input: GaugeInput): Promise<Result<GaugeFile>> {
  const sheet = await sheetOf(input);
  if (!sheet.ok) return sheet;
  const { title, drawing } = sheet.value;
  const name = title.replace(/[^\w]+/g, '-').toLowerCase();
  return input.file === 'svg'
    ? done({ name: `${name}.svg`, type: 'image/svg+xml', bytes: Buffer.from(drawingSvg(drawing)) })
    : done({
        name: `${name}.pdf`,
        type: 'application/pdf',
        bytes: await drawForShop({ kind: 'gauge', title, drawing }),
      });
}

async function sheetOf({
  keyway,
  bitting: written,
  unit,
}: GaugeInput): Promise<Result<{ readonly title: string; readonly drawing: Drawing }>> {
  const known = await findKeyway(readAs(nobody), keyway);
  if (!known) return failed('The library has no keyway of this name.', 'keyway');
  const found = bladeOfKeyway(known);
  if ('reason' in found) return failed(found.reason, 'keyway');
  const { blade } = found;
  const bitting = written === undefined ? null : (parseBitting(written) ?? null);
  if (written !== undefined && (bitting === null || 'problem' in readSeries(bittingRule(blade), [written])))
    return failed('This is no bitting of the keyway: its spaces, depths or MACS do not fit.', 'bitting');
  const title = `Gauge of ${keyway}`;
  const { profile, widthMm, lengthMm } = known;
  const inUnit = (value: number) => unitWords(value, blade.measure, unit);
  return done({
    title,
    drawing: gaugeSheet(`${title} · ${profile} · depths in ${unitSign(blade.measure, unit)}`, {
      blade,
      shape: { profile, widthMm, lengthMm },
      bitting,
      inUnit,
    }),
  });
}
