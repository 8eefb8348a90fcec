import type { Purpose } from '@/core/kinds/purpose';

/** How far the right to the car was shown: not at all, by papers in advance, or person, papers and plate together. */
export type AuthorityStage = 'none' | 'advance' | 'onSite';

/** The only source of a purpose's stage, for use-cases, handlers and screens. */
const least = {
  identify: 'none',
  quote: 'none',
  decode: 'none',
  repair: 'none',
  practice: 'none',
  codeToBitting: 'advance',
  searchCodes: 'advance',
  codeFromVin: 'advance',
  pinLookUp: 'advance',
  seeSecret: 'advance',
  seePhotograph: 'advance',
  orderCut: 'advance',
  cutInWorkshop: 'advance',
  openForPapers: 'advance',
  openLock: 'onSite',
  readLock: 'onSite',
  cutFromCode: 'onSite',
  plainCopy: 'onSite',
  handOver: 'onSite',
  huntPellet: 'onSite',
  pinRead: 'onSite',
  learn: 'onSite',
  erase: 'onSite',
  clone: 'onSite',
  keyImage: 'onSite',
} as const satisfies Record<Purpose, AuthorityStage>;

export const purposes = Object.keys(least) as Purpose[];

export const purposeNames: Record<Purpose, string> = {
  identify: 'Identify the car',
  quote: 'Quote',
  decode: 'Decode a key in hand',
  repair: 'Mend a key',
  practice: 'Practise on the bench car',
  codeToBitting: 'Turn a code into its bitting',
  searchCodes: 'See the codes that fit a bitting',
  codeFromVin: 'Ask for a code by VIN',
  pinLookUp: 'Ask for a PIN by VIN',
  seeSecret: 'Look at a code, bitting or PIN',
  seePhotograph: 'Look at photographs',
  orderCut: 'Have a blade cut by others',
  cutInWorkshop: 'Cut from a code in the workshop',
  openForPapers: 'Open the door, the papers being inside',
  openLock: 'Open a lock',
  readLock: 'Read a lock',
  cutFromCode: 'Cut from a code at the car',
  plainCopy: 'Copy a working key without electronics',
  handOver: 'Hand over a key where none works',
  huntPellet: 'Hunt for the step of a pellet',
  pinRead: 'Read the PIN by the OBD socket',
  learn: 'Learn a key',
  erase: 'Erase keys',
  clone: 'Clone a key',
  keyImage: 'Write a key image',
};

const order: readonly AuthorityStage[] = ['none', 'advance', 'onSite'];

/** The least stage a purpose wants. */
export function stageFor(purpose: Purpose): AuthorityStage {
  return least[purpose];
}

/** Whether the right was shown as far as another stage wants, or further. */
export function reaches(stage: AuthorityStage, wanted: AuthorityStage): boolean {
  return order.indexOf(stage) >= order.indexOf(wanted);
}

/** Whether a stage is enough for a purpose, whoever asks. */
export function isAllowed(purpose: Purpose, stage: AuthorityStage): boolean {
  return reaches(stage, least[purpose]);
}
