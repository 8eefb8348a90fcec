import Link from 'next/link';
import type { KeywayMetal as Metal } from '@/core/catalogue/keyway-metal';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';

/** Where the spaces and depths of a keyway lie, or that nobody knows. */
export function KeywayMetal({ keyway, metal }: { readonly keyway: string; readonly metal: Metal }) {
  const measures = [
    {
      list: 'keyway-spaces',
      title: 'Spaces, mm from the stop',
      none: 'Where its spaces lie is not known.',
      rows: metal.spaces.map(({ atMm, ...rest }) => ({ ...rest, mm: atMm })),
    },
    {
      list: 'keyway-depths',
      title: 'Depths, mm cut away',
      none: 'How deep its depths are is not known.',
      rows: metal.depths.map(({ cutMm, ...rest }) => ({ ...rest, mm: cutMm })),
    },
  ];
  return (
    <Panel title="Spaces and depths">
      {measures.map(({ list, title, none, rows }) => (
        <div key={list} className="mt-3 first:mt-0">
          {rows.length === 0 ? (
            <p className="text-mute">{none}</p>
          ) : (
            [...new Set(rows.map(({ axis }) => axis))].map((axis) => (
              <div key={axis} className="overflow-x-auto">
                <Table label={axis === 1 ? title : `${title}, axis ${axis}`}>
                  <thead>
                    <Tr>
                      <Th>{axis === 1 ? title : `${title}, axis ${axis}`}</Th>
                      {rows
                        .filter((row) => row.axis === axis)
                        .map(({ number }) => (
                          <Th key={number} className="text-right font-mono">
                            {number}
                          </Th>
                        ))}
                    </Tr>
                  </thead>
                  <tbody>
                    <Tr>
                      <Th row>mm</Th>
                      {rows
                        .filter((row) => row.axis === axis)
                        .map(({ number, mm }) => (
                          <Td key={number} className="text-right font-mono">
                            {mm}
                          </Td>
                        ))}
                    </Tr>
                  </tbody>
                </Table>
              </div>
            ))
          )}
          <Link
            href={`/library/${list}?q=${encodeURIComponent(keyway)}`}
            prefetch={false}
            className="inline-flex min-h-11 items-center underline"
          >
            {list === 'keyway-spaces' ? 'Its spaces in the library' : 'Its depths in the library'}
          </Link>
        </div>
      ))}
    </Panel>
  );
}
