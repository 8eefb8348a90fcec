import type { Application } from '@/core/catalogue/application';

/** What can be observed on a key or car, or asked of the caller, to tell candidates apart. */
export const tellKinds = {
  ignition: {
    label: 'Starts by',
    ask: 'Turn-key or push-start?',
    how: 'a look at the dash',
    seconds: 4,
    reliability: 0.97,
  },
  market: {
    label: 'Market',
    ask: 'Where was the car sold?',
    how: 'the papers',
    seconds: 15,
    reliability: 0.97,
  },
  equipment: {
    label: 'Equipment',
    ask: 'Which equipment has it?',
    how: 'a look round the car',
    seconds: 12,
    reliability: 0.9,
  },
  madeMark: {
    label: 'Mark on the door plate',
    ask: 'Which mark is on the door plate?',
    how: 'the driver’s door open',
    seconds: 15,
    reliability: 0.95,
  },
  profile: {
    label: 'Blade',
    ask: 'How is the blade cut?',
    how: 'a look at the blade',
    seconds: 5,
    reliability: 0.97,
  },
  bladeWidth: {
    label: 'Blade width',
    ask: 'How wide is the blade?',
    how: 'a caliper',
    seconds: 20,
    reliability: 0.93,
  },
  chipMark: {
    label: 'Mark on the key',
    ask: 'Which mark is on the key?',
    how: 'a torch',
    seconds: 10,
    reliability: 0.95,
  },
  chipFamily: {
    label: 'Chip as read',
    ask: 'What does the reader say of the chip?',
    how: 'the chip reader',
    seconds: 25,
    reliability: 0.98,
  },
  frequency: {
    label: 'Frequency',
    ask: 'On which frequency does the remote send?',
    how: 'the frequency meter',
    seconds: 20,
    reliability: 0.97,
  },
  buttons: {
    label: 'Buttons',
    ask: 'How many buttons has the remote?',
    how: 'a look at the remote',
    seconds: 4,
    reliability: 0.97,
  },
  board: {
    label: 'Board number',
    ask: 'Which number is on the board?',
    how: 'the case opened',
    seconds: 75,
    reliability: 0.985,
  },
} as const;

export type TellKind = keyof typeof tellKinds;
export const tellKindNames = Object.keys(tellKinds) as TellKind[];

/** What somebody saw or was told: the value as the library names it, and how far it is to be relied on. */
export interface Observation {
  readonly kind: TellKind;
  readonly value: string;
  /** 0.5 to 0.995. */
  readonly reliability: number;
}

/** For a key without the thing: no chip has no mark, no remote no frequency. */
export const nothingThere = 'none';

/** What the library says of a candidate; null where it does not know. */
export function tellOf(application: Application, kind: TellKind): string | null {
  const { chip, remote, keyway } = application;
  switch (kind) {
    case 'ignition':
      return application.ignition;
    case 'market':
      return application.market;
    case 'equipment':
      return application.equipment;
    case 'madeMark':
      return application.madeMark;
    case 'profile':
      return keyway.profile;
    case 'bladeWidth':
      return `${keyway.bladeWidthMm.toFixed(1)} mm`;
    case 'chipMark':
      return chip?.mark ?? nothingThere;
    case 'chipFamily':
      return chip?.family ?? nothingThere;
    case 'frequency':
      return remote ? `${remote.frequencyMhz.toFixed(2)} MHz` : nothingThere;
    case 'buttons':
      return remote ? String(remote.buttons) : nothingThere;
    case 'board':
      return remote?.board ?? nothingThere;
  }
}

/** Every value the candidates have for a kind, in a fixed order. */
export function tellValues(applications: readonly Application[], kind: TellKind): string[] {
  const values = new Set<string>();
  for (const application of applications) {
    const value = tellOf(application, kind);
    if (value !== null) values.add(value);
  }
  return [...values].sort((a, b) => (Number(a) || 0) - (Number(b) || 0) || (a < b ? -1 : 1));
}
