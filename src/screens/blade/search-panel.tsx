'use client';

import { useEffect, useMemo, useState } from 'react';
import { groupBitting } from '@/core/blade/decode-words';
import { spacesWords } from '@/core/catalogue/locks';
import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { Table, Td, Th, Tr } from '@/ui/table';
import { useAsked } from '@/ui/use-asked';
import type { CodeSearch, SearchedCode } from '@/usecases/benches/code-search';
import { isWanted, saidOf, WantedFields } from './wanted-fields';

export interface HeldSpaces {
  readonly lock: string;
  readonly spaces: readonly number[];
}

interface SearchPanelProps {
  readonly keyway: string;
  readonly spaces: number;
  /** The likeliest bitting so far, to begin with. */
  readonly found: readonly number[] | null;
  readonly locks: readonly HeldSpaces[];
  readonly series: readonly { readonly name: string; readonly count: number }[];
  readonly onSearch: (data: unknown) => Promise<Result<CodeSearch>>;
  /** The job whose right to the car opens the codes. */
  readonly job?: number | undefined;
  readonly onKeep?: ((code: SearchedCode) => void) | undefined;
}

/** How many codes fit what is known of each space, and behind the gate which. */
export function SearchPanel({
  keyway,
  spaces,
  found,
  locks,
  series,
  onSearch,
  job,
  onKeep,
}: SearchPanelProps) {
  const none = useMemo(() => Array.from({ length: spaces }, () => ''), [spaces]);
  const [wanted, setWanted] = useState<readonly string[]>(none);
  const [lock, setLock] = useState('');
  useEffect(() => setWanted(none), [none]);
  const held = locks.find((one) => one.lock === lock)?.spaces;
  const said = saidOf(wanted, held);
  const asked = isWanted(said)
    ? { keyway, wanted: said, ...(held ? { holds: [...held] } : {}), ...(job === undefined ? {} : { job }) }
    : null;
  const { answer, problems, pending } = useAsked(asked, onSearch);
  if (series.length === 0)
    return (
      <Panel title="Codes that fit">
        <p className="text-mute">The shop has no rows of a code series of this keyway.</p>
      </Panel>
    );
  return (
    <Panel
      title="Codes that fit"
      note="What is known of each space: a depth, several with strokes between (2/3), or nothing. Counts are for anybody; codes open with the right to the car."
    >
      <div className="flex flex-wrap items-end gap-3">
        {locks.length > 0 && (
          <SelectField
            label="Read from"
            className="w-56"
            value={lock}
            empty="a key: all spaces"
            choices={locks.map((one) => ({
              value: one.lock,
              label: `${one.lock}: ${spacesWords(one.spaces)}`,
            }))}
            onChange={setLock}
          />
        )}
        <Button className="mb-1" disabled={!found} onClick={() => found && setWanted(found.map(String))}>
          Take the likeliest bitting
        </Button>
        <Button look="quiet" className="mb-1" onClick={() => setWanted(none)}>
          Clear
        </Button>
      </div>
      <WantedFields
        wanted={wanted}
        held={held}
        problemAt={(at) => problems.find(({ field }) => field === `wanted.${at}`)?.message}
        onChange={setWanted}
      />
      <Problems problems={problems.filter(({ field }) => !field?.startsWith('wanted.'))} />
      {answer && asked && <Found answer={answer} pending={pending} lock={lock} onKeep={onKeep} />}
    </Panel>
  );
}

const number = new Intl.NumberFormat('en');

function Found({
  answer: { fits, of, series, different, next, codes, closed },
  pending,
  lock,
  onKeep,
}: {
  answer: CodeSearch;
  pending: boolean;
  lock: string;
  onKeep: SearchPanelProps['onKeep'];
}) {
  return (
    <div className="mt-2 flex flex-col gap-3" aria-busy={pending}>
      <p data-said>
        <strong className="text-ask">{number.format(fits)}</strong> of {number.format(of)} codes fit
        {series.length > 1 &&
          `: ${series.map((one) => `${number.format(one.fits)} of ${one.name}`).join(', ')}`}
        {fits > 0 && `; ${number.format(different)} different ${different === 1 ? 'bitting' : 'bittings'}`}
        {fits > 0 && lock !== '' && ` in the ${lock}`}.
        {next && fits > 1 && (
          <>
            {' '}
            Reading <strong>space {next.space}</strong> would leave about{' '}
            {number.format(Math.max(1, Math.round(next.leaves)))}.
          </>
        )}
      </p>
      {fits === 0 && (
        <Notice tone="ochre">
          No code has this bitting. Read the least sure space again, or let it be one of two (2/3).
        </Notice>
      )}
      {closed !== null && fits > 0 && <Notice tone="plain">{closed}</Notice>}
      {codes !== null && codes.length > 0 && (
        <Table label="Codes that fit">
          <thead>
            <Tr>
              <Th>Code</Th>
              <Th>Series</Th>
              <Th>Bitting</Th>
              <Th>
                <span className="sr-only">What to do</span>
              </Th>
            </Tr>
          </thead>
          <tbody>
            {codes.map((found) => (
              <Tr key={`${found.series} ${found.code}`}>
                <Td className="font-mono">{found.code}</Td>
                <Td>{found.series}</Td>
                <Td className="font-mono">{groupBitting(found.bitting)}</Td>
                <Td>
                  {onKeep && (
                    <Button look="quiet" onClick={() => onKeep(found)}>
                      Keep code and bitting
                    </Button>
                  )}
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      {codes !== null && codes.length < fits && (
        <p className="text-mute">The first {codes.length} are shown.</p>
      )}
    </div>
  );
}
