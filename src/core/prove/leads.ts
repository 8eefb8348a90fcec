import type { CheckName } from './checks';

/** What may be behind a check that failed, how it is told in the fewest seconds, and where it is put right. */
export interface Lead {
  readonly cause: string;
  readonly look: string;
  readonly at: 'program' | 'blade' | 'route' | 'ring';
}

const otherKey: Lead = {
  cause: 'Another key is near and answers in its place',
  look: 'Lay every other key ten steps away and try again',
  at: 'ring',
};
const notLearned: Lead = {
  cause: 'The car did not learn it',
  look: 'Ask the car how many keys it knows',
  at: 'program',
};
const wrongChip: Lead = {
  cause: 'It carries another chip than its article, or was not reset',
  look: 'Read the chip and compare it with the article',
  at: 'program',
};
const bladeOut: Lead = {
  cause: 'The blade is out at a space',
  look: 'Measure it against what was meant',
  at: 'blade',
};
const weakCell: Lead = { cause: 'Its cell is weak', look: 'Put in a fresh cell and press again', at: 'ring' };
const noRemote: Lead = {
  cause: 'The car did not learn its remote',
  look: 'Ignition off, doors shut; learn the remote once more',
  at: 'program',
};

const leads: Readonly<Record<string, readonly Lead[]>> = {
  start: [otherKey, notLearned, wrongChip],
  startAgain: [
    {
      cause: 'It was started by a key near by',
      look: 'Lay the others away, and begin with Start at once',
      at: 'ring',
    },
    notLearned,
    wrongChip,
  ],
  lamp: [
    {
      cause: 'A fault was stored while the key was strange',
      look: 'Read and clear faults, ignition off and on',
      at: 'program',
    },
    otherKey,
    notLearned,
  ],
  flatCell: [
    {
      cause: 'The key is not where the pocket reads',
      look: 'Move it along the pocket, face and back',
      at: 'ring',
    },
    { cause: 'Only its remote side was learned', look: 'Ask the car how many keys it knows', at: 'program' },
  ],
  dead: [
    {
      cause: 'A key that works is near',
      look: 'Lay every other key ten steps away and try again',
      at: 'ring',
    },
    { cause: 'The car was not made to forget it', look: 'Ask the car how many keys it knows', at: 'program' },
  ],
  remote: [
    weakCell,
    {
      cause: 'A door is ajar, or somebody sits inside',
      look: 'Shut all doors and press from outside',
      at: 'ring',
    },
    noRemote,
  ],
  'remote:start': [
    {
      cause: 'The bonnet is open, or the car was not locked',
      look: 'Bonnet shut, lock by the remote, press again',
      at: 'ring',
    },
    weakCell,
    noRemote,
  ],
  blade: [
    bladeOut,
    { cause: 'The lock is worn or dry', look: 'Try the key that came with the car in it', at: 'blade' },
  ],
};

/** What may be behind it, the cheapest look first. */
export function leadsOf(name: CheckName): readonly Lead[] {
  return leads[name] ?? leads[name.split(':')[0] ?? ''] ?? [];
}
