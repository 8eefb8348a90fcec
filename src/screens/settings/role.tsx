import { dutyNames, type RoleTable } from '@/core/authority/role-table';
import type { Duty } from '@/core/authority/roles';
import type { Role } from '@/core/kinds/actor';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';

interface RoleProps {
  readonly role: Role;
  readonly table: RoleTable;
  /** Who can stand beside a trainee. */
  readonly seconds: readonly string[];
  /** What somebody was about to open that is for others. */
  readonly refused: Duty | undefined;
}

/** What whoever is signed in may do alone, with whom, and what is for others. */
export function RoleView({ role, table, seconds, refused }: RoleProps) {
  const trainee = role === 'trainee';
  const beside = trainee ? ', with a second person' : '';
  const who = table.others.find(({ what }) => refused && what === dutyNames[refused])?.who;
  return (
    <>
      {refused && who && (
        <Notice tone="ochre" said>
          <b>{dutyNames[refused]}</b> is for the {who.join(' or ')} of the shop. Ask one of them; what you may
          do stands below.
        </Notice>
      )}
      {trainee && (
        <Notice tone="smalt">
          The second person signs in on the job, above its stations, and stands beside you for four hours:{' '}
          {seconds.length === 0 ? 'nobody of the shop can yet' : seconds.join(', ')}.
        </Notice>
      )}
      <div className="grid gap-4 md:grid-cols-2">
        <Words title="On a job, by yourself" words={table.free} />
        <Words title={`Once papers were seen${beside}`} words={table.advance} />
        <Words title={`At the car, once person, papers and plate were seen${beside}`} words={table.onSite} />
        {table.duties.length > 0 && <Words title="In the shop" words={table.duties} />}
        {table.others.length > 0 && (
          <Panel title="For others">
            <ul className="flex flex-col gap-1">
              {table.others.map(({ what, who }) => (
                <li key={what}>
                  {what} <span className="text-mute">({who.join(' or ')})</span>
                </li>
              ))}
            </ul>
          </Panel>
        )}
      </div>
    </>
  );
}

function Words({ title, words }: { readonly title: string; readonly words: readonly string[] }) {
  return (
    <Panel title={title}>
      <ul className="flex flex-col gap-1">
        {words.map((word) => (
          <li key={word}>{word}</li>
        ))}
      </ul>
    </Panel>
  );
}
