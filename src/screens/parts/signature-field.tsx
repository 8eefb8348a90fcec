'use client';

import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import { Button } from '@/ui/button';

interface SignatureFieldProps {
  readonly label?: string;
  readonly value: string;
  readonly error: string | undefined;
  readonly onChange: (strokes: string) => void;
}

const width = 600;
const height = 200;

/** Signs by finger; kept as strokes, never as a picture. */
export function SignatureField({
  label = 'Signature of the customer, by finger',
  value,
  error,
  onChange,
}: SignatureFieldProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(undefined);
  const told = useRef(onChange);
  told.current = onChange;
  useEffect(() => {
    if (!canvas.current) return;
    const own = new SignaturePad(canvas.current, { penColor: getComputedStyle(canvas.current).color });
    pad.current = own;
    const end = () => told.current(strokesOf(own, canvas.current?.clientWidth ?? width));
    own.addEventListener('endStroke', end);
    return () => {
      own.removeEventListener('endStroke', end);
      own.off();
    };
  }, []);
  return (
    <div>
      <p id="signature-label" className="text-small font-semibold text-mute">
        {label}
      </p>
      <canvas
        ref={canvas}
        width={width}
        height={height}
        role="img"
        aria-labelledby="signature-label"
        className="h-[160px] w-full max-w-[600px] touch-none rounded-lg border-[1.5px] border-edge bg-biscuit text-ink"
      />
      <div className="mt-1 flex items-center gap-3">
        <Button
          look="quiet"
          disabled={value === ''}
          onClick={() => {
            pad.current?.clear();
            onChange('');
          }}
        >
          Clear it
        </Button>
        <span className="text-small text-mute" data-said>
          {value === '' ? 'Not signed yet' : 'Signed'}
        </span>
        {error && (
          <span data-wrong className="text-small text-oxide">
            {error}
          </span>
        )}
      </div>
    </div>
  );
}

/** The strokes in the box they are kept in, thinned to whole places. */
function strokesOf(pad: SignaturePad, shownWidth: number): string {
  const scale = width / shownWidth;
  const within = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value)));
  return pad
    .toData()
    .map(({ points }) =>
      [...new Set(points.map(({ x, y }) => `${within(x * scale, 599)},${within(y * scale, 199)}`))].join(' '),
    )
    .join(';');
}
