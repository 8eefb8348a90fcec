import { roleTable } from '@/core/authority/role-table';
import { type Duty, duties } from '@/core/authority/roles';
import { RoleView } from '@/screens/settings/role';
import { Page } from '@/ui/page';
import { readSeconds } from '@/usecases/jobs/authority';
import { requireActor } from '../../../session';

export const metadata = { title: 'What you may do' };

interface RolePageProps {
  readonly searchParams: Promise<{ readonly for?: string }>;
}

export default async function RolePage({ searchParams }: RolePageProps) {
  const actor = await requireActor();
  const { for: asked } = await searchParams;
  const seconds = await readSeconds(actor);
  return (
    <Page title="What you may do" note={`As ${actor.role}.`}>
      <RoleView
        role={actor.role}
        table={roleTable(actor.role)}
        seconds={seconds.map(({ name }) => name)}
        refused={asked && Object.hasOwn(duties, asked) ? (asked as Duty) : undefined}
      />
    </Page>
  );
}
