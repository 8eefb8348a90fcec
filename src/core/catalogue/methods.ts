import type { Purpose } from '@/core/kinds/purpose';

/** What is true of a way on every platform; what differs between platforms stands in `PlatformMethod`. */
export interface Method {
  readonly name: string;
  /** What comes of it: a key of its own, a copy that is one key with its original, or a remote alone. */
  readonly makes: 'key' | 'copy' | 'remote';
  /** What an attempt does to the car; one that erases the other keys is always an erase, whatever stands here. */
  readonly purpose: Extract<Purpose, 'learn' | 'erase' | 'clone' | 'keyImage'>;
  /** Tools are said to cover it, as opposed to hands and feet. */
  readonly byTool: boolean;
  /** It goes by the OBD socket: all such fail together where tool and car do not talk. */
  readonly bySocket: boolean;
  /** The module is opened or taken out: eye protection, static care, a backup; and it cannot be taken back. */
  readonly atModule: boolean;
  /** The copy is written onto the board of a remote, so that it has one. */
  readonly ontoRemote: boolean;
  /** The key that is copied is opened: written consent, and a danger where it is the only one. */
  readonly opensKey: boolean;
  /** After a failure the car is another one, and no other way of the platform can be tried. */
  readonly changesCar: boolean;
  /** What it uses up is used up for each key, not once a session. */
  readonly usesUpEachKey: boolean;
}

const plain = {
  makes: 'key',
  purpose: 'learn',
  byTool: true,
  bySocket: false,
  atModule: false,
  opensKey: false,
  ontoRemote: false,
  changesCar: false,
  usesUpEachKey: false,
} as const satisfies Partial<Method>;
const copy = { ...plain, makes: 'copy', purpose: 'clone' } as const;

const table = {
  remote: { ...plain, name: 'Remote only', makes: 'remote' },
  onBoard: { ...plain, name: 'On-board sequence', byTool: false },
  add: { ...plain, name: 'Add by the OBD socket', bySocket: true },
  aklErase: { ...plain, name: 'AKL, erasing', purpose: 'erase', bySocket: true },
  aklAdd: { ...plain, name: 'AKL, adding', bySocket: true },
  cloneDirect: { ...copy, name: 'Clone, direct' },
  cloneRing: { ...copy, name: 'Clone, listened at the ring' },
  cloneSoldered: { ...copy, name: 'Clone, soldered read', opensKey: true, ontoRemote: true },
  image: {
    ...plain,
    name: 'Key image by a server',
    purpose: 'keyImage',
    bySocket: true,
    usesUpEachKey: true,
  },
  bench: { ...plain, name: 'Module on the bench', atModule: true },
  replace: { ...plain, name: 'Module replaced', purpose: 'erase', atModule: true, changesCar: true },
} as const satisfies Record<string, Method>;

/** A way in which a platform itself takes a key. */
export type MethodKind = keyof typeof table;
/** Every way, in the order in which they are shown. A new one is a line here and rows of the library. */
export const methods: Readonly<Record<MethodKind, Method>> = table;
export const methodKinds = Object.keys(table) as MethodKind[];

export function isMethodKind(kind: string): kind is MethodKind {
  return Object.hasOwn(table, kind);
}
