import Link from 'next/link';
import { type KeywaySpec, keywayRemarks } from '@/core/blade/keyway';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';

/** Where the spaces and depths of a keyway lie, or that nobody knows. */
export function KeywayMetal({ name, keyway }: { readonly name: string; readonly keyway: KeywaySpec }) {
  const disc = keyway.profile === 'disc';
  const measures = [
    {
      list: 'keyway-spaces',
      title: 'Spaces, mm from the stop',
      unit: 'mm',
      none: 'Where its spaces lie is not known.',
      rows: keyway.spaceRows.map(({ atMm, ...rest }) => ({ ...rest, measure: atMm })),
    },
    {
      list: 'keyway-depths',
      title: disc ? 'Depths, degrees' : 'Depths, mm cut away',
      unit: disc ? '°' : 'mm',
      none: 'How deep its depths are is not known.',
      rows: keyway.depthRows.map(({ mm, deg, ...rest }) => ({ ...rest, measure: deg ?? mm })),
    },
  ];
  return (
    <Panel title="Spaces and depths">
      {keywayRemarks(keyway).map((remark) => (
        <Notice key={remark} tone="plain">
          {remark}
        </Notice>
      ))}
      {measures.map(({ list, title, unit, none, rows }) => (
        <div key={list} className="mt-3 first:mt-0">
          {rows.length === 0 ? (
            <p className="text-mute">{none}</p>
          ) : (
            [...new Set(rows.map(({ axis }) => axis))].map((axis) => {
              const words = keyway.recut.length === 1 ? title : `${title}, axis ${axis}`;
              const own = rows.filter((row) => row.axis === axis);
              return (
                <div key={axis} className="overflow-x-auto">
                  <Table label={words}>
                    <thead>
                      <Tr>
                        <Th>{words}</Th>
                        {own.map(({ number }) => (
                          <Th key={number} className="text-right font-mono">
                            {number}
                          </Th>
                        ))}
                      </Tr>
                    </thead>
                    <tbody>
                      <Tr>
                        <Th row>{unit}</Th>
                        {own.map(({ number, measure }) => (
                          <Td key={number} className="text-right font-mono">
                            {measure}
                          </Td>
                        ))}
                      </Tr>
                    </tbody>
                  </Table>
                </div>
              );
            })
          )}
          <Link
            href={`/library/${list}?q=${encodeURIComponent(name)}`}
            prefetch={false}
            className="inline-flex min-h-11 items-center underline"
          >
            {list === 'keyway-spaces' ? 'Its spaces in the library' : 'Its depths in the library'}
          </Link>
        </div>
      ))}
      <Link
        href={`/benches/blade?keyway=${encodeURIComponent(name)}`}
        prefetch={false}
        className="inline-flex min-h-11 items-center underline"
      >
        Draw it, print its gauge, read a key of it
      </Link>
    </Panel>
  );
}
