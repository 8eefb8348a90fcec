import type { ReactNode } from 'react';
import { type Decode, tellsFrom } from '@/core/blade/decode';
import { groupBitting, readAgainWords, roundingWords, wearWords } from '@/core/blade/decode-words';
import type { FaceReadings } from '@/core/blade/readings';
import type { Blade } from '@/core/blade/spec';
import { type LengthUnit, lengthWords } from '@/core/blade/unit';
import { Lead } from '@/ui/panel';

interface DecodedPanelProps {
  readonly blade: Blade;
  readonly faces: readonly FaceReadings[];
  readonly decode: Decode;
  readonly unit: LengthUnit;
  /** What was taken as known beside the readings. */
  readonly by: string;
  readonly children?: ReactNode;
  /** What can be done whether it tells or not. */
  readonly besides?: ReactNode;
}

const percent = (probability: number) => {
  const whole = Math.round(probability * 100);
  return probability < 0.995 ? (whole < 1 ? '< 1 %' : `${Math.min(99, whole)} %`) : '> 99 %';
};

/** What the readings mean: the likeliest bittings, the wear, what to read again, and what rounding would have made of it. */
export function DecodedPanel({ blade, faces, decode, unit, by, children, besides }: DecodedPanelProps) {
  const [best] = decode.ranked;
  if (!best) return null;
  const tells = best.probability >= tellsFrom;
  const { measure } = blade;
  const length = (value: number) => lengthWords(value, measure, unit);
  const again = readAgainWords(decode, faces, measure, unit);
  const rounding = tells ? roundingWords(blade, faces, best.bitting) : null;
  return (
    <Lead title={tells ? 'Likeliest bitting' : 'Cannot tell yet'}>
      <div className="flex flex-col gap-3">
        <div data-said className="flex flex-col gap-3">
          <p className="font-mono text-title font-bold tracking-wider">{groupBitting(best.bitting)}</p>
          <p>
            <strong className={tells ? 'text-glaze' : 'text-ochre'}>{percent(best.probability)} sure</strong>{' '}
            <span className="text-mute">{by}</span>
          </p>
        </div>
        <ol className="flex flex-col gap-1.5">
          {decode.ranked.map(({ bitting, probability }) => (
            <li key={bitting.join('-')} className="flex items-center gap-2">
              <span className="flex-1 font-mono whitespace-nowrap">{groupBitting(bitting)}</span>
              <span aria-hidden className="h-2.5 w-24 rounded-full bg-shelf">
                <span
                  className="block h-2.5 rounded-full bg-glaze"
                  style={{ width: `${Math.max(1, probability * 100)}%` }}
                />
              </span>
              <span className="w-14 text-right font-mono text-small whitespace-nowrap">
                {percent(probability)}
              </span>
            </li>
          ))}
        </ol>
        <Part title="Wear">
          {length(decode.wear.bow)} at the bow, <strong>{length(decode.wear.tip)} at the tip</strong>:{' '}
          {wearWords(decode, measure, unit)}
        </Part>
        <Part title="Read again">
          {again ? (
            <>
              <strong>Space {again.space}</strong>: {again.words}
            </>
          ) : (
            'Nothing: another reading would hardly change it.'
          )}
        </Part>
        {rounding && (
          <Part title="If it were cut as it reads">
            Rounding gives <span className="font-mono">{rounding.bitting}</span>: {rounding.words}
          </Part>
        )}
        {tells ? (
          children
        ) : (
          <Part title="To keep">Nothing yet: read the space above again, or the other face.</Part>
        )}
        {besides}
      </div>
    </Lead>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="border-line border-t pt-2">
      <h3 className="text-small text-mute">{title}</h3>
      <p>{children}</p>
    </div>
  );
}
