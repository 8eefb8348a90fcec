import { formatAge, formatBytes } from './units';

/** How a part of the program is: fine, worth a look, or wrong. */
export type HealthState = 'fine' | 'look' | 'wrong';

/** What is watched, with its name on screens. */
export const healthParts = {
  database: 'Database',
  disk: 'Disk',
  backups: 'Backups',
  errands: 'Errands',
  certificate: 'Certificate',
  clock: 'Clock',
  audit: 'Audit',
  versions: 'Versions',
} as const;
export type HealthPart = keyof typeof healthParts;

export interface HealthItem {
  readonly part: HealthPart;
  readonly state: HealthState;
  /** A sentence or two; what to do where it is not fine. */
  readonly words: string;
}

/** What is known of a running program, in figures. */
export interface HealthGround {
  readonly at: Date;
  readonly database: {
    readonly answerMs: number;
    readonly bytes: number;
    readonly connections: number;
    readonly mostConnections: number;
    readonly mayChangeSchema: boolean;
  };
  readonly disk: { readonly freeBytes: number; readonly databaseBytes: number };
  readonly backups: {
    /** Null where none was ever written. */
    readonly lastAt: Date | null;
    readonly failure: string | null;
    readonly daily: boolean;
    readonly files: number;
  };
  readonly errands: { readonly waiting: number; readonly late: number; readonly missed: number };
  /** When the certificate ends; null where none is served with. */
  readonly certificateEnds: Date | null;
  readonly clock: { readonly secondsApart: number; readonly isOwn: boolean };
  readonly audit: { readonly sealedTo: number; readonly head: number; readonly problem: string | null };
  readonly versions: {
    readonly product: string;
    readonly node: string;
    readonly database: string;
    readonly schema: string;
    readonly newestSchema: string;
  };
}

const dayMs = 86_400_000;

/** A last backup older than this is too old: one a day, and a day's grace. */
export const mostBackupHours = 48;

/** What is fine and what is not, in words; all of it follows from the figures. */
export function healthOf(ground: HealthGround): HealthItem[] {
  return [
    databaseHealth(ground),
    diskHealth(ground),
    backupHealth(ground),
    errandHealth(ground),
    certificateHealth(ground),
    clockHealth(ground),
    auditHealth(ground),
    versionHealth(ground),
  ];
}

/** The worst of several. */
export function worstOf(items: readonly Pick<HealthItem, 'state'>[]): HealthState {
  const states = items.map(({ state }) => state);
  return states.includes('wrong') ? 'wrong' : states.includes('look') ? 'look' : 'fine';
}

function databaseHealth({ database }: HealthGround): HealthItem {
  const { answerMs, bytes, connections, mostConnections, mayChangeSchema } = database;
  const crowded = connections > 0.8 * mostConnections;
  const words = [
    `Answers in ${answerMs} ms; ${formatBytes(bytes)}, ${connections} of ${mostConnections} connections.`,
    ...(mayChangeSchema
      ? ['The role that serves may change the schema: serve with a role that may not.']
      : []),
    ...(crowded ? ['Most connections are taken: fewer servers, or more connections.'] : []),
    ...(answerMs > 500 ? ['That is slow: look at its disk and its load.'] : []),
  ];
  const state = mayChangeSchema || crowded || answerMs > 500 ? 'look' : 'fine';
  return { part: 'database', state, words: words.join(' ') };
}

function diskHealth({ disk: { freeBytes, databaseBytes } }: HealthGround): HealthItem {
  const words = `${formatBytes(freeBytes)} free where backups are written.`;
  // A backup is smaller than the database; below that the next one may not fit.
  if (freeBytes < 200_000_000)
    return { part: 'disk', state: 'wrong', words: `${words} Make room: nothing can be written soon.` };
  return freeBytes < 2 * databaseBytes + 1_000_000_000
    ? { part: 'disk', state: 'look', words: `${words} Make room, or keep fewer backups.` }
    : { part: 'disk', state: 'fine', words };
}

function backupHealth({ at, backups: { lastAt, failure, daily, files } }: HealthGround): HealthItem {
  const part = 'backups';
  if (failure !== null) return { part, state: 'wrong', words: `The last one was not written: ${failure}` };
  if (lastAt === null || files === 0)
    return { part, state: 'look', words: 'There is none. Set one every day at Backups.' };
  const age = at.getTime() - lastAt.getTime();
  const words = `The last one is ${formatAge(age)} old; ${files} kept.`;
  if (daily && age > mostBackupHours * 3_600_000)
    return { part, state: 'wrong', words: `${words} One a day was asked for.` };
  return daily
    ? { part, state: 'fine', words }
    : { part, state: 'look', words: `${words} None is written by itself.` };
}

function errandHealth({ errands: { waiting, late, missed } }: HealthGround): HealthItem {
  const part = 'errands';
  if (late > 0)
    return {
      part,
      state: 'wrong',
      words: `${late} of ${waiting} are late by more than ten minutes: is a server up that does them?`,
    };
  if (missed > 0)
    return {
      part,
      state: 'look',
      words: `${missed} of ${waiting} could not be done yet, since a service is away; they are tried again.`,
    };
  return { part, state: 'fine', words: waiting === 0 ? 'None waits.' : `${waiting} wait for their time.` };
}

function certificateHealth({ at, certificateEnds }: HealthGround): HealthItem {
  const part = 'certificate';
  if (certificateEnds === null)
    return {
      part,
      state: 'fine',
      words: 'None of its own: served on this machine, or through a proxy that has one.',
    };
  const days = Math.floor((certificateEnds.getTime() - at.getTime()) / dayMs);
  if (days < 0)
    return { part, state: 'wrong', words: 'It has ended: devices refuse the program. Make another one.' };
  return {
    part,
    state: days < 21 ? 'look' : 'fine',
    words: `It ends in ${days} days.${days < 21 ? ' Make another one.' : ''}`,
  };
}

function clockHealth({ clock: { secondsApart, isOwn } }: HealthGround): HealthItem {
  const part = 'clock';
  if (isOwn)
    return {
      part,
      state: 'look',
      words: 'The program goes by a clock of its own (KILNSMAN_CLOCK), for demonstrations.',
    };
  if (secondsApart < 5) return { part, state: 'fine', words: 'Program and database agree.' };
  const words = `Program and database are ${Math.round(secondsApart)} s apart: set both by a time server.`;
  return { part, state: secondsApart > 120 ? 'wrong' : 'look', words };
}

function auditHealth({ audit: { sealedTo, head, problem } }: HealthGround): HealthItem {
  const part = 'audit';
  if (problem !== null) return { part, state: 'wrong', words: problem };
  const words = `${head} lines, sealed up to ${sealedTo}.`;
  return sealedTo >= head - 500
    ? { part, state: 'fine', words }
    : { part, state: 'look', words: `${words} The last lines are not sealed yet.` };
}

function versionHealth({ versions }: HealthGround): HealthItem {
  const { product, node, database, schema, newestSchema } = versions;
  const words = `Kilnsman ${product}, Node.js ${node}, PostgreSQL ${database}, schema ${schema}.`;
  if (schema === newestSchema) return { part: 'versions', state: 'fine', words };
  return {
    part: 'versions',
    state: 'look',
    words: `${words} This server knows ${newestSchema}: an update is under way, or one of two servers waits for it.`,
  };
}
