'use client';

import type { Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Decode, RankedBitting } from '@/core/blade/decode';
import { type FaceReadings, readingProblems } from '@/core/blade/readings';
import { type Blade, bittingRule, type SpecProblem } from '@/core/blade/spec';
import type { Decoder } from '@/workers/decode.worker';
import { openDecoder } from '@/workers/decoder';
import type { OpenWorker } from '@/workers/open-worker';

export interface Decoding {
  readonly decode: Decode | null;
  /** What is wrong with the readings, by face and space; too few of them are none yet. */
  readonly problems: readonly SpecProblem[];
  /** A series or the worker could not be had. */
  readonly trouble: string | null;
}

/** So many bittings are asked for where they shall be tried in turn. */
const mostTried = 5000;

const nothing: Decoding = { decode: null, problems: [], trouble: null };

/**
 * Decodes in a worker while readings are typed; an answer that came too late is dropped.
 * @param series what may be meant; any bitting that keeps the MACS where none is named
 */
export function useDecode(
  blade: Blade | null,
  faces: readonly FaceReadings[],
  series: readonly string[],
): Decoding & { readonly askAll: () => Promise<readonly RankedBitting[]> } {
  const [state, setState] = useState<Decoding>(nothing);
  const [opened, setOpened] = useState<OpenWorker<Decoder> & { readonly meant: Promise<void> }>();
  const latest = useRef(0);
  const named = JSON.stringify(series);
  useEffect(() => {
    if (!blade) return;
    const own = openDecoder();
    const meant = meanSeries(own.worker, blade, JSON.parse(named));
    // What goes wrong is told with the next answer.
    meant.catch(() => undefined);
    setOpened({ ...own, meant });
    return own.close;
  }, [blade, named]);
  const asked = JSON.stringify(faces);
  useEffect(() => {
    latest.current += 1;
    const turn = latest.current;
    const read = JSON.parse(asked) as FaceReadings[];
    if (!blade || !opened) return;
    const problems = readingProblems(blade, read);
    // Blank fields are no mistake.
    const wrong = problems.filter(({ field }) => field !== 'faces');
    if (problems.length > 0) return setState({ ...nothing, problems: wrong });
    const decoded = opened.meant.then(() => opened.worker.decode(blade, read));
    Promise.race([decoded, opened.failed]).then(
      (decode) => turn === latest.current && setState({ decode, problems: [], trouble: null }),
      (error: Error) => turn === latest.current && setState({ ...nothing, trouble: error.message }),
    );
  }, [blade, asked, opened]);
  return {
    ...state,
    askAll: async () => {
      if (!blade || !opened) return [];
      const all = opened.worker.decode(blade, JSON.parse(asked), mostTried);
      return (await Promise.race([all, opened.failed])).ranked;
    },
  };
}

async function meanSeries(decoder: Remote<Decoder>, blade: Blade, series: readonly string[]): Promise<void> {
  if (series.length === 0) return decoder.mean(null);
  const all = await Promise.all(series.map(bittingsOf));
  const depths = new Uint8Array(all.reduce((sum, one) => sum + one.length, 0));
  let at = 0;
  for (const one of all) {
    depths.set(one, at);
    at += one.length;
  }
  const { spaces } = bittingRule(blade);
  if (depths.length === 0) throw new Error('The shop has no rows of this series. Choose “any bitting”.');
  return decoder.mean({ count: depths.length / spaces, spaces, depths });
}

async function bittingsOf(series: string): Promise<Uint8Array> {
  const answer = await fetch(`/api/bittings/${encodeURIComponent(series)}`).catch(() => undefined);
  if (!answer?.ok) throw new Error('The series could not be fetched. Choose “any bitting”, or try again.');
  return new Uint8Array(await answer.arrayBuffer());
}
