'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { joinNames } from '@/core/identify/line/join-names';
import { parseLine } from '@/core/identify/line/parse-line';
import type { Correction, Lexicon, Names } from '@/core/identify/line/reading';
import { nameWords } from '@/core/identify/line/tokens';
import type { LocalMoment } from '@/core/kinds/local-time';

/** What of the library's names is asked for: those that words may begin, all makes, or the models of one. */
export interface NamesAsked {
  readonly words: readonly string[];
  readonly makes: boolean;
  readonly modelsOf: string | null;
}

export type AskNames = (asked: Partial<NamesAsked>) => Promise<void>;

/**
 * The names that this page knows: those that the shop meets most came with it, others are asked for once, as words are typed
 * and lists are opened.
 */
export function useNames(met: Lexicon, onNames: (data: unknown) => Promise<Names>) {
  const [more, setMore] = useState<Names>({ makes: [], models: [] });
  const known = useRef(new Set<string>());
  const add = useCallback(
    (names: Names) =>
      setMore((before) => ({
        makes: joinNames(before.makes, names.makes),
        models: joinNames(before.models, names.models),
      })),
    [],
  );
  const ask: AskNames = useCallback(
    async ({ words = [], makes = false, modelsOf = null }) => {
      const fresh = words.filter((word) => !known.current.has(word));
      const key = `${makes} ${modelsOf}`;
      const wanted = (makes || modelsOf !== null) && !known.current.has(key);
      if (fresh.length === 0 && !wanted) return;
      const keys = wanted ? [...fresh, key] : fresh;
      for (const one of keys) known.current.add(one);
      const found = await onNames({ words: fresh, makes, modelsOf }).catch(() => undefined);
      if (found) add(found);
      else for (const one of keys) known.current.delete(one);
    },
    [onNames, add],
  );
  const lexicon = useMemo<Lexicon>(
    () => ({
      makes: joinNames(met.makes, more.makes),
      models: joinNames(met.models, more.models),
      places: met.places,
    }),
    [met, more],
  );
  return { lexicon, ask, add };
}

/** After so long without a key the names that the line may mean are asked for; the price is asked for later. */
const restMs = 80;

/** Asks for the names that the words of a line may mean, each word once. */
export function useLineNames(line: string, ask: AskNames): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      void ask({ words: nameWords(line).filter(({ length }) => length >= 2 && length <= 40) });
    }, restMs);
    return () => clearTimeout(timer);
  }, [line, ask]);
}

/** What misspelt words stand for, with the names of these. */
export type OnWords = (
  data: unknown,
) => Promise<{ readonly corrections: readonly Correction[]; readonly names: Names }>;

/** Asks the server, once the typing rests, what misspelt words stand for; one answer for each word is kept. */
export function useCorrections(
  line: string,
  lexicon: Lexicon,
  now: LocalMoment,
  onWords: OnWords,
  onFound: (names: Names) => void,
): readonly Correction[] {
  const [corrections, setCorrections] = useState<readonly Correction[]>([]);
  const asked = useRef(new Set<string>());
  const maybe = useMemo(
    () => parseLine(line, lexicon, now).maybeNames.slice(0, 12).join(' '),
    [line, lexicon, now],
  );
  useEffect(() => {
    const timer = setTimeout(async () => {
      const words = maybe.split(' ').filter((word) => word.length >= 2);
      const fresh = words.filter((word) => word.length <= 40 && !asked.current.has(word));
      if (fresh.length === 0) return;
      for (const word of fresh) asked.current.add(word);
      const found = await onWords({ words: fresh }).catch(() => undefined);
      if (!found) for (const word of fresh) asked.current.delete(word);
      if (!found || found.corrections.length === 0) return;
      onFound(found.names);
      setCorrections((before) => [...before, ...found.corrections]);
    }, 250);
    return () => clearTimeout(timer);
  }, [maybe, onWords, onFound]);
  return corrections;
}
