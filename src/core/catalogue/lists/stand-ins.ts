import {
  article,
  column,
  decimal,
  type ListDescription,
  note,
  oneOf,
  optional,
  text,
  words,
} from './description';

/** What can stand in for a remote or a chip. */
export const standInLists = {
  equivalents: {
    title: 'Equivalents',
    one: 'equivalent',
    about: 'Remotes that are the same under another badge.',
    columns: [article, column('equivalent', 'Equivalent', text(40)), note],
    key: ['article', 'equivalent'],
    references: [oneOf('remotes', 'article', 'article'), oneOf('remotes', 'equivalent', 'article')],
    check: ({ article: one, equivalent }) =>
      one === equivalent
        ? { column: 'equivalent', reason: 'An article is no equivalent of itself.' }
        : undefined,
  },
  universals: {
    title: 'Universal remotes',
    one: 'universal remote',
    about: 'Blank remotes that take a profile.',
    columns: [
      article,
      column('families', 'Chip families', words(60)),
      column('frequencies', 'Frequencies, MHz', words(60, true)),
      column('layout', 'Button layout', words(120)),
      column('cell', 'Cell', text(120), optional),
    ],
    key: ['article'],
    keyStays: true,
    references: [],
  },
  'multi-type-chips': {
    title: 'Multi-type chips',
    one: 'multi-type chip',
    about: 'Chips that can be set to be one of several kinds.',
    columns: [
      article,
      column('families', 'Chip families', words(60)),
      column('setting', 'How it is set', text(120)),
      column('comeback_percent', 'Comebacks, % as stated', decimal(0, 100)),
    ],
    key: ['article'],
    keyStays: true,
    references: [],
  },
  'universal-profiles': {
    title: 'Universal profiles',
    one: 'universal profile',
    about: 'Which profile to write for which remote.',
    columns: [
      column('universal', 'Universal', text(40)),
      column('remote', 'Stands in for', text(40)),
      column('profile', 'Profile', text(40)),
      column('shells', 'Shells', text(120), optional),
    ],
    key: ['universal', 'remote'],
    references: [oneOf('universals', 'universal', 'article'), oneOf('remotes', 'remote', 'article')],
  },
} as const satisfies Record<string, ListDescription>;
