'use client';

import { useState } from 'react';
import type { LengthUnit } from '@/core/blade/unit';
import { Button } from '@/ui/button';

/** The keyway on a sheet at true scale, to lay a key on. */
export function GaugeButtons({ keyway, unit }: { keyway: string; unit: LengthUnit }) {
  const [problem, setProblem] = useState<string>();
  const take = async (file: 'pdf' | 'svg') => {
    const answer = await fetch('/api/v1/blade/gauge', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ keyway, unit, file }),
    }).catch(() => undefined);
    if (!answer?.ok) return setProblem('The gauge could not be drawn. Try again in a moment.');
    setProblem(undefined);
    const link = document.createElement('a');
    link.href = URL.createObjectURL(await answer.blob());
    link.download = `gauge-${keyway.toLowerCase().replace(/\W+/g, '-')}.${file}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <>
      <Button onClick={() => take('pdf')}>Gauge as PDF</Button>
      <Button look="quiet" onClick={() => take('svg')}>
        SVG
      </Button>
      {problem && (
        <span role="alert" className="text-small text-oxide">
          {problem}
        </span>
      )}
    </>
  );
}
