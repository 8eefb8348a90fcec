'use client';

import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Decode } from '@/core/blade/decode';
import { type FaceReadings, readingProblems } from '@/core/blade/readings';
import { type Blade, bittingRule, type SpecProblem } from '@/core/blade/spec';
import type { Decoder } from '@/workers/decode.worker';
import { openDecoder } from '@/workers/decoder';

export interface Decoding {
  readonly decode: Decode | null;
  /** What is wrong with the readings, by face and space; too few of them are none yet. */
  readonly problems: readonly SpecProblem[];
  /** A series or the worker could not be had. */
  readonly trouble: string | null;
}

const nothing: Decoding = { decode: null, problems: [], trouble: null };

/** Decodes in a worker while readings are typed; an answer that came too late is dropped. */
export function useDecode(
  blade: Blade | null,
  faces: readonly FaceReadings[],
  series: string | null,
): Decoding {
  const [state, setState] = useState<Decoding>(nothing);
  const open = useRef<ReturnType<typeof openDecoder>>(undefined);
  const meant = useRef<Promise<void>>(Promise.resolve());
  const latest = useRef(0);
  useEffect(() => {
    const own = openDecoder();
    open.current = own;
    meant.current = blade ? meanSeries(own.decoder, blade, series) : Promise.resolve();
    // It is told with the next answer.
    meant.current.catch(() => undefined);
    return () => {
      own.close();
      open.current = undefined;
    };
  }, [blade, series]);
  const asked = JSON.stringify(faces);
  useEffect(() => {
    latest.current += 1;
    const turn = latest.current;
    const read = JSON.parse(asked) as FaceReadings[];
    if (!blade || !open.current) return setState(nothing);
    const problems = readingProblems(blade, read);
    // Blank fields are no mistake.
    const wrong = problems.filter(({ field }) => field !== 'faces');
    if (problems.length > 0) return setState({ ...nothing, problems: wrong });
    const { decoder, failed } = open.current;
    const decoded = meant.current.then(() => decoder.decode(blade, read));
    Promise.race([decoded, failed]).then(
      (decode) => turn === latest.current && setState({ decode, problems: [], trouble: null }),
      (error: Error) => turn === latest.current && setState({ ...nothing, trouble: error.message }),
    );
  }, [blade, asked, series]);
  return state;
}

async function meanSeries(decoder: Remote<Decoder>, blade: Blade, series: string | null): Promise<void> {
  if (series === null) return decoder.mean(null);
  const answer = await fetch(`/api/bittings/${encodeURIComponent(series)}`).catch(() => undefined);
  if (!answer?.ok) throw new Error('The series could not be fetched. Choose “any bitting”, or try again.');
  const depths = new Uint8Array(await answer.arrayBuffer());
  const { spaces } = bittingRule(blade);
  if (depths.length === 0) throw new Error('The shop has no rows of this series. Choose “any bitting”.');
  return decoder.mean({ count: depths.length / spaces, spaces, depths });
}
