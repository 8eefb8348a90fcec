'use client';

import { Button } from './button';
import { Table, Td, Th, Tr } from './table';

export interface StaleRow {
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
}

interface StaleNoticeProps {
  readonly who: string;
  readonly what: string;
  /** What both changed; a job where nothing is said. */
  readonly subject?: string;
  readonly rows: readonly StaleRow[];
  readonly onKeepMine: () => void;
  readonly onTakeTheirs: () => void;
}

/** Somebody else changed the same thing: both are shown, and the person decides. */
export function StaleNotice({
  who,
  what,
  subject = 'this job',
  rows,
  onKeepMine,
  onTakeTheirs,
}: StaleNoticeProps) {
  return (
    <div role="alert" className="rounded-lg border-[1.5px] border-oxide bg-oxide-wash p-4">
      <p className="font-semibold text-oxide">
        {who} changed {subject} meanwhile. Nothing of yours was stored.
      </p>
      {what !== '' && <p className="mb-2 text-oxide">Changed: {what}.</p>}
      {rows.length > 0 && (
        <Table label="Yours and theirs">
          <thead>
            <Tr>
              <Th>Field</Th>
              <Th>Yours</Th>
              <Th>Now stored</Th>
            </Tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Tr key={row.label}>
                <Th row>{row.label}</Th>
                <Td>{row.mine}</Td>
                <Td differs>{row.theirs}</Td>
              </Tr>
            ))}
          </tbody>
        </Table>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button onClick={onTakeTheirs}>Take theirs</Button>
        <Button look="danger" onClick={onKeepMine}>
          Store mine over it
        </Button>
      </div>
    </div>
  );
}
