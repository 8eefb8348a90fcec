import type { standInLists } from '@/core/catalogue/lists/stand-ins';
import { type ListStorage, list, number, pair, withKey, words } from './list-storage';

export const standInStorages: Readonly<Record<keyof typeof standInLists, ListStorage>> = {
  equivalents: pair('equal_article', 'article', 'equivalent', { note: 'note' }),
  universals: withKey('article', 't', {
    table: 'universal',
    from: 'universal t',
    read: {
      article: 't.article',
      families: list('t.families'),
      frequencies:
        "nullif((SELECT string_agg(trim_scale(f)::text, ' ' ORDER BY at) FROM unnest(t.frequencies_mhz) WITH ORDINALITY AS u(f, at)), '')",
      layout: list('t.layout'),
      cell: 't.cell',
    },
    write: {
      article: 's.article',
      families: words('s.families'),
      frequencies_mhz: `${words('s.frequencies')}::numeric[]`,
      layout: words('s.layout'),
      cell: 's.cell',
    },
    joins: '',
  }),
  'multi-type-chips': withKey('article', 't', {
    table: 'multi_type_chip',
    from: 'multi_type_chip t',
    read: {
      article: 't.article',
      families: list('t.families'),
      setting: 't.setting',
      comeback_percent: number('t.redo_basis_points / 100.0'),
    },
    write: {
      article: 's.article',
      families: words('s.families'),
      setting: 's.setting',
      redo_basis_points: 'round(s.comeback_percent::numeric * 100)::integer',
    },
    joins: '',
  }),
  'universal-profiles': pair('universal_profile', 'universal', 'remote', {
    profile: 'profile',
    shells: 'shells',
  }),
};
