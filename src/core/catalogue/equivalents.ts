import type { Remote } from './application';

/** What an equal must match in. */
export const equalParts = ['chip', 'frequency', 'board', 'layout', 'seat', 'retainer'] as const;
export type EqualPart = (typeof equalParts)[number];

export const equalPartNames: Record<EqualPart, string> = {
  chip: 'chip',
  frequency: 'frequency',
  board: 'board',
  layout: 'button layout',
  seat: 'blade seat',
  retainer: 'retainer',
};

export interface RemoteLikeness {
  readonly matches: readonly EqualPart[];
  readonly differs: readonly { readonly part: EqualPart; readonly own: string; readonly other: string }[];
}

type RemoteWithChip = Remote & { readonly chip: string };

/** Part for part what two remotes share and what they do not. */
export function compareRemotes(own: RemoteWithChip, other: RemoteWithChip): RemoteLikeness {
  const values = (remote: RemoteWithChip): Record<EqualPart, string> => ({
    chip: remote.chip,
    frequency: `${remote.frequencyMhz.toFixed(2)} MHz`,
    board: remote.board,
    layout: remote.layout.join(' '),
    seat: remote.seat,
    retainer: remote.retainer,
  });
  const [a, b] = [values(own), values(other)];
  return {
    matches: equalParts.filter((part) => a[part] === b[part]),
    differs: equalParts
      .filter((part) => a[part] !== b[part])
      .map((part) => ({ part, own: a[part], other: b[part] })),
  };
}

export interface Universal {
  readonly article: string;
  readonly families: readonly string[];
  readonly frequenciesMhz: readonly number[];
  readonly layout: readonly string[];
}

/** The buttons of the car's own remote that the universal one lacks: functions the customer would lose. */
export function functionsLost(
  remote: Pick<Remote, 'layout'>,
  universal: Pick<Universal, 'layout'>,
): string[] {
  return remote.layout.filter((button) => !universal.layout.includes(button));
}

/** Whether a universal remote can carry the chip and sends on the frequency at all. */
export function canStandIn(
  remote: Pick<Remote, 'frequencyMhz'>,
  family: string,
  universal: Universal,
): boolean {
  return universal.families.includes(family) && universal.frequenciesMhz.includes(remote.frequencyMhz);
}

/** The universal remotes that can stand in for a car's own, each with the functions that the customer would lose. */
export function standInsFor<Row extends Universal>(
  remote: Pick<Remote, 'layout' | 'frequencyMhz'>,
  family: string,
  universals: readonly Row[],
): (Row & { readonly lost: readonly string[] })[] {
  return universals
    .filter((universal) => canStandIn(remote, family, universal))
    .map((universal) => ({ ...universal, lost: functionsLost(remote, universal) }));
}
