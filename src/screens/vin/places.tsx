'use client';

import { useEffect, useState } from 'react';
import { vinLength } from '@/core/vin/alphabet';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { Button } from '@/ui/button';
import { hasVoice, readAloud } from '@/ui/voice';

/** Every place of the VIN with its number and its word; what is wrong is marked at its place. */
export function Places({ vin: { vin, spoken, problems, check, repairs } }: { readonly vin: VinAnswer }) {
  const wordOf = spoken.flatMap(({ words }) => words);
  const groupEnds = new Set<number>();
  let end = 0;
  for (const { characters } of spoken) {
    end += characters.length;
    groupEnds.add(end);
  }
  const places = Array.from({ length: Math.max(vinLength, vin.length) }, (_, at) => at);
  return (
    <section aria-label="Places" className="rounded-lg border border-line bg-biscuit p-3">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reachable by keyboard */}
      <section tabIndex={0} aria-label="Places one by one" className="overflow-x-auto">
        <ol className="flex min-w-fit">
          {places.map((at) => {
            const problem = problems.find(({ place }) => place === at + 1);
            const character = vin[at];
            const doubt = doubtAt(at + 1, problem !== undefined, check, repairs);
            const look = doubt
              ? doubts[doubt].look
              : character === undefined || character === '?'
                ? 'border-dashed border-edge text-mute'
                : 'border-edge';
            return (
              <li
                key={at}
                className={`w-[58px] flex-none text-center ${groupEnds.has(at + 1) ? 'mr-3' : 'mr-0.5'}`}
              >
                <span className="block text-small text-mute">{at + 1}</span>
                <span
                  className={`block rounded-md border-[1.5px] py-1 font-mono text-title font-bold ${look}`}
                >
                  {character ?? '·'}
                </span>
                <span className="block text-[11px] leading-4 text-mute">{wordOf[at] ?? ''}</span>
                {doubt && (
                  <span className={`block text-small font-semibold ${doubts[doubt].text}`}>
                    <span aria-hidden>{doubts[doubt].sign}</span> {doubts[doubt].word}
                  </span>
                )}
              </li>
            );
          })}
        </ol>
      </section>
      {problems.length > 0 && (
        <ul data-said className="mt-2">
          {problems.map(({ place, message }) => (
            <li key={`${place} ${message}`} className="text-oxide">
              Place {place}: {message}
            </li>
          ))}
        </ul>
      )}
      <SayAloud spoken={spoken} />
    </section>
  );
}

type Doubt = 'wrong' | 'noFit' | 'likelyHere';

const doubts: Record<
  Doubt,
  { readonly sign: string; readonly word: string; readonly look: string; readonly text: string }
> = {
  wrong: { sign: '✕', word: 'wrong', look: 'border-oxide bg-oxide-wash text-oxide', text: 'text-oxide' },
  noFit: { sign: '≠', word: 'no fit', look: 'border-ochre bg-ochre-wash text-ochre', text: 'text-ochre' },
  likelyHere: { sign: '?', word: 'here', look: 'border-ochre bg-ochre-wash text-ochre', text: 'text-ochre' },
};

/** Place 9 only says that some place is wrong; the likeliest repair says which. */
function doubtAt(
  place: number,
  hasProblem: boolean,
  check: VinAnswer['check'],
  [likeliest]: VinAnswer['repairs'],
): Doubt | undefined {
  if (check === 'fails' && place === 9) return 'noFit';
  if (hasProblem) return 'wrong';
  const here = likeliest && likeliest.kind !== 'missing' && likeliest.places.includes(place);
  return here ? 'likelyHere' : undefined;
}

/** Reads it aloud where the device has a voice. */
function SayAloud({ spoken }: Pick<VinAnswer, 'spoken'>) {
  const [hasVoiceHere, setHasVoiceHere] = useState(false);
  useEffect(() => setHasVoiceHere(hasVoice()), []);
  if (!hasVoiceHere || spoken.length === 0) return null;
  const say = () =>
    readAloud(
      spoken.map(({ words }) => words.join(', ')),
      0.85,
    );
  return (
    <Button look="quiet" className="mt-3" onClick={say}>
      Say it aloud
    </Button>
  );
}
