'use client';

import { useState } from 'react';
import { compareBittings, comparisonWords } from '@/core/blade/compare';
import { parseBitting } from '@/core/catalogue/bitting';
import { spacesWords } from '@/core/catalogue/locks';
import { TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import type { HeldSpaces } from './search-panel';

interface ComparePanelProps {
  readonly found: readonly number[] | null;
  readonly spaces: number;
  readonly locks: readonly HeldSpaces[];
}

/** A bitting that came of a number or a code, held against the key in hand, lock by lock. */
export function ComparePanel({ found, spaces, locks }: ComparePanelProps) {
  const [text, setText] = useState('');
  const other = text.trim() === '' ? null : parseBitting(text);
  const wrong =
    other === null || other?.length === spaces
      ? undefined
      : `Expected ${spaces} depths: a digit each, or numbers with hyphens between.`;
  const comparison = found && other && wrong === undefined ? compareBittings(found, other, locks) : undefined;
  return (
    <Panel
      title="Hold a number against the key"
      note="The bitting of a code that was told, or stamped on a part: does it fit the same locks as this key?"
    >
      <TextField
        label="Bitting of the number"
        className="max-w-72"
        mono
        maxLength={60}
        value={text}
        error={wrong}
        hint={found ? undefined : 'Read the key first.'}
        onChange={(event) => setText(event.target.value)}
      />
      {comparison && (
        <div className="flex flex-col gap-2">
          <Notice tone={comparison.differs.length === 0 ? 'glaze' : 'ochre'} said>
            {comparisonWords(comparison)}
          </Notice>
          {comparison.locks.length > 0 && (
            <ul>
              {comparison.locks.map(({ lock, differs }) => (
                <li key={lock}>
                  <span className="font-semibold">{lock}</span>:{' '}
                  {differs.length === 0 ? 'fits in all its spaces' : `differs at ${spacesWords(differs)}`}
                </li>
              ))}
            </ul>
          )}
        </div>
      )}
    </Panel>
  );
}
