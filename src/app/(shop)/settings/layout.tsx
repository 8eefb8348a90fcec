import type { ReactNode } from 'react';
import { type Duty, mayDo } from '@/core/authority/roles';
import { SettingsNav } from '@/screens/settings/settings-nav';
import { requireActor } from '../../session';

const parts: readonly { href: string; label: string; duty?: Duty }[] = [
  { href: '/settings', label: 'You' },
  { href: '/settings/first-hour', label: 'First hour', duty: 'manageShop' },
  { href: '/settings/firm', label: 'Firm', duty: 'manageShop' },
  { href: '/settings/prices', label: 'Prices', duty: 'manageShop' },
  { href: '/settings/suppliers', label: 'Suppliers' },
  { href: '/settings/dealers', label: 'Dealers and code service', duty: 'manageShop' },
  { href: '/settings/sessions', label: 'Sessions' },
  { href: '/settings/vans', label: 'Vans and places', duty: 'manageShop' },
  { href: '/settings/tools', label: 'Tools and licences', duty: 'editTools' },
  { href: '/settings/tokens', label: 'Tokens', duty: 'makeTokens' },
  { href: '/settings/shop', label: 'Rules and habits', duty: 'manageShop' },
  { href: '/settings/people', label: 'People', duty: 'managePeople' },
  { href: '/settings/backups', label: 'Backups', duty: 'manageShop' },
  { href: '/settings/health', label: 'Health', duty: 'manageShop' },
  { href: '/settings/audit', label: 'Audit', duty: 'readAudit' },
];

export default async function SettingsLayout({ children }: { children: ReactNode }) {
  const { role } = await requireActor();
  const own = parts.filter(({ duty }) => duty === undefined || mayDo(role, duty));
  return (
    <>
      <SettingsNav parts={own.map(({ href, label }) => ({ href, label }))} />
      {children}
    </>
  );
}
