import type { ReactNode } from 'react';
import { type Duty, mayDo } from '@/core/authority/roles';
import { SettingsNav } from '@/screens/settings/settings-nav';
import { requireActor } from '../../session';

interface Part {
  readonly href: string;
  readonly label: string;
  readonly duty?: Duty;
}

/** What belongs together stands together. */
const groups: readonly (readonly Part[])[] = [
  [
    { href: '/settings', label: 'You' },
    { href: '/settings/role', label: 'What you may do' },
  ],
  [
    { href: '/settings/first-hour', label: 'First hour', duty: 'manageShop' },
    { href: '/settings/firm', label: 'Firm', duty: 'manageShop' },
    { href: '/settings/shop', label: 'Rules and habits', duty: 'manageShop' },
    { href: '/settings/vans', label: 'Vans and places', duty: 'manageShop' },
    { href: '/settings/tools', label: 'Tools and licences', duty: 'editTools' },
  ],
  [
    { href: '/settings/prices', label: 'Prices', duty: 'manageShop' },
    { href: '/settings/suppliers', label: 'Suppliers' },
    { href: '/settings/dealers', label: 'Dealers and code service', duty: 'manageShop' },
  ],
  [
    { href: '/settings/people', label: 'People', duty: 'managePeople' },
    { href: '/settings/sessions', label: 'Sessions' },
    { href: '/settings/tokens', label: 'Tokens', duty: 'makeTokens' },
  ],
  [
    { href: '/settings/backups', label: 'Backups', duty: 'manageShop' },
    { href: '/settings/health', label: 'Health', duty: 'manageShop' },
    { href: '/settings/audit', label: 'Audit', duty: 'readAudit' },
  ],
];

export default async function SettingsLayout({ children }: { children: ReactNode }) {
  const { role } = await requireActor();
  const own = groups
    .map((parts) => parts.filter(({ duty }) => duty === undefined || mayDo(role, duty)))
    .filter((parts) => parts.length > 0);
  return (
    <>
      <SettingsNav groups={own.map((parts) => parts.map(({ href, label }) => ({ href, label })))} />
      {children}
    </>
  );
}
