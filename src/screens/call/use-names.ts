'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Lexicon, Names } from '@/core/identify/line/reading';
import { nameWords } from '@/core/identify/line/tokens';

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
        makes: joined(before.makes, names.makes),
        models: joined(before.models, names.models),
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
      makes: joined(met.makes, more.makes),
      models: joined(met.models, more.models),
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

/** Both lists by name, each id once. */
function joined<Name extends { readonly id: string; readonly name: string }>(
  some: readonly Name[],
  more: readonly Name[],
): readonly Name[] {
  const ids = new Set(some.map(({ id }) => id));
  const fresh = more.filter(({ id }) => !ids.has(id));
  if (fresh.length === 0) return some;
  return [...some, ...fresh].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
}
