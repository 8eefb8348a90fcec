import Link from 'next/link';
import { type ListName, listOf, listShelves } from '@/core/catalogue/lists/lists';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { ButtonWords, buttonClass } from '@/ui/button';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';

interface OverviewProps {
  readonly lists: readonly { readonly name: ListName; readonly rows: number }[];
  readonly conflicts: number;
  readonly changes: readonly {
    readonly id: string;
    readonly list: ListName;
    readonly rowId: string;
    readonly rowName: string;
    readonly at: Date;
    readonly by: string;
    readonly reason: string;
    readonly before: object | null;
    readonly after: object | null;
  }[];
  readonly zone: string;
}

/** The lists of each shelf; applications, which people look for most, before what they name. */
const groups = listShelves.map(({ title, lists }) => ({
  title,
  lists: [...lists].sort((one, other) => Number(other === 'applications') - Number(one === 'applications')),
}));

/** Every list of the library, what jobs speak against, and what was changed last. */
export function Overview({ lists, conflicts, changes, zone }: OverviewProps) {
  const rows = (name: ListName) => lists.find((list) => list.name === name)?.rows ?? 0;
  return (
    <Page
      title="Library"
      note="The shop’s own: brought, corrected and taken away as it likes."
      actions={
        <div className="flex flex-wrap gap-2">
          <a href="/api/v1/library" download="library.json" className={buttonClass('plain')}>
            <ButtonWords follows="all lists, JSON">Export</ButtonWords>
          </a>
          <Link href="/library/import" prefetch={false} className={buttonClass('main')} data-main>
            <ButtonWords follows="CSV or JSON">Import data</ButtonWords>
          </Link>
        </div>
      }
    >
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_360px]">
        <div className="grid gap-4 md:grid-cols-2">
          {groups.map(({ title, lists: names }) => (
            <Panel key={title} title={title}>
              <ul>
                {names.map((name) => (
                  <li key={name}>
                    <Link
                      href={`/library/${name}`}
                      prefetch={false}
                      className="flex min-h-11 items-center justify-between gap-3 border-t border-line"
                    >
                      <span className="font-semibold">{listOf(name).title}</span>
                      <span className="font-mono text-mute">{rows(name)}</span>
                    </Link>
                  </li>
                ))}
              </ul>
            </Panel>
          ))}
        </div>
        <div className="flex flex-col gap-4">
          <Panel title="To settle">
            <ul className="flex flex-col gap-2">
              <li>
                <Link href="/library/conflicts" prefetch={false} className={buttonClass('plain', 'w-full')}>
                  <ButtonWords follows={conflicts === 0 ? 'nothing open' : `${conflicts} open`}>
                    Facts that jobs contradict
                  </ButtonWords>
                </Link>
              </li>
              <li>
                <Link href="/library/gaps" prefetch={false} className={buttonClass('plain', 'w-full')}>
                  <ButtonWords follows="rows nobody can tell apart, years without a row">
                    Overlaps and gaps
                  </ButtonWords>
                </Link>
              </li>
            </ul>
          </Panel>
          <Panel title="Changed last">
            {changes.length === 0 ? (
              <p className="text-mute">Nothing was changed by hand yet.</p>
            ) : (
              <ul className="flex flex-col gap-2">
                {changes.map(({ id, list, rowId, rowName, at, by, reason, before, after }) => {
                  const { day, hour } = localMoment(at, zone);
                  const what = before === null ? 'added' : after === null ? 'removed' : 'changed';
                  return (
                    <li key={id} className="border-t border-line pt-2 first:border-0 first:pt-0">
                      <Link
                        href={`/library/${list}/row?id=${encodeURIComponent(rowId)}`}
                        prefetch={false}
                        className="inline-flex min-h-11 items-center font-semibold underline"
                      >
                        {rowName}
                      </Link>{' '}
                      {what}
                      <span className="block text-small text-mute">
                        {by}, {formatDay(day, '')} {hour}: {reason}
                      </span>
                    </li>
                  );
                })}
              </ul>
            )}
          </Panel>
        </div>
      </div>
    </Page>
  );
}
