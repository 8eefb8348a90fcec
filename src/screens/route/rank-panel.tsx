'use client';

import { useState } from 'react';
import { type RankSign, rankSigns } from '@/core/catalogue/platform';
import { judgeRank, type RankTest } from '@/core/programming/rank-test';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { RankSignView } from '@/ui/rank-signs';
import { Table, Td, Th, Tr } from '@/ui/table';

interface RankPanelProps {
  readonly test: RankTest;
  /** Keys the verdict can hang on. */
  readonly keys: readonly { readonly id: string; readonly label: string }[];
  readonly pending: boolean;
  readonly onVerdict: ((keyId: string, rank: 'master' | 'valet') => void) | undefined;
}

type Seen = RankSign | 'cannot see';

/** Which rank a key has: what to look at, what each rank shows, and what was seen. */
export function RankPanel({ test, keys, pending, onVerdict }: RankPanelProps) {
  const [seen, setSeen] = useState<readonly Seen[]>(test.moments.map(() => 'cannot see'));
  const [keyId, setKeyId] = useState(keys[0]?.id ?? '');
  const verdict = judgeRank(test, seen);
  return (
    <Panel title={`Rank, told by ${test.told}`} note={test.how}>
      <div className="flex flex-col gap-3">
        <Table label="What each rank shows">
          <thead>
            <Tr>
              <Th>Moment</Th>
              <Th>Master</Th>
              <Th>Valet</Th>
              <Th>Seen</Th>
            </Tr>
          </thead>
          <tbody>
            {test.moments.map(({ moment, master, valet }, at) => (
              <Tr key={moment}>
                <Th row>{moment}</Th>
                <Td>
                  <RankSignView sign={master} />
                </Td>
                <Td differs={master !== valet}>
                  <RankSignView sign={valet} />
                </Td>
                <Td>
                  <select
                    aria-label={`Seen: ${moment}`}
                    className="min-h-11 rounded-lg border-[1.5px] border-edge bg-biscuit px-2"
                    value={seen[at]}
                    onChange={(event) =>
                      setSeen(seen.map((one, place) => (place === at ? (event.target.value as Seen) : one)))
                    }
                  >
                    {signsOf(test).map((sign) => (
                      <option key={sign}>{sign}</option>
                    ))}
                  </select>
                </Td>
              </Tr>
            ))}
          </tbody>
        </Table>
        <p className="text-mute">
          {test.voidWhen} <b className="font-semibold">Second check:</b> {test.secondCheck}
        </p>
        <Notice tone={verdict.rank === 'unclear' ? 'ochre' : 'glaze'} said>
          <b>
            {verdict.rank === 'unclear'
              ? 'Not clear yet'
              : verdict.rank === 'master'
                ? 'A master'
                : 'A valet'}
            .
          </b>{' '}
          {verdict.why}
        </Notice>
        {onVerdict && keys.length > 0 && (
          <div className="flex flex-wrap items-start gap-3">
            <SelectField
              label="Tested key"
              className="w-56"
              value={keyId}
              choices={keys.map(({ id, label }) => ({ value: id, label }))}
              onChange={setKeyId}
            />
            <Button
              className="mt-[22px]"
              busy={pending}
              disabled={verdict.rank === 'unclear'}
              onClick={() => verdict.rank !== 'unclear' && onVerdict(keyId, verdict.rank)}
            >
              Hang it on the key
            </Button>
          </div>
        )}
      </div>
    </Panel>
  );
}

/** What may be said to be seen: the signs of lamps and menus, and what heads of this platform look like. */
function signsOf({ moments }: RankTest): Seen[] {
  const heads = moments
    .flatMap(({ master, valet }) => [master, valet])
    .filter((sign) => sign.startsWith('head: '));
  return ['cannot see', ...new Set(heads), ...rankSigns];
}
