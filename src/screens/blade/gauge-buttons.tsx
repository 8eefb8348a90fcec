'use client';

import { useState } from 'react';
import type { LengthUnit } from '@/core/blade/unit';
import { Button } from '@/ui/button';
import { fetchFile } from '@/ui/fetch-file';

/** The keyway on a sheet at true scale, to lay a key on. */
export function GaugeButtons({ keyway, unit }: { keyway: string; unit: LengthUnit }) {
  const [problem, setProblem] = useState<string>();
  const take = async (file: 'pdf' | 'svg') => {
    const otherwise = 'The gauge could not be drawn. Try again in a moment.';
    setProblem(await fetchFile('/api/v1/blade/gauge', { keyway, unit, file }, otherwise));
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
