import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { v4 as uuid } from 'uuid';

interface Schema extends DBSchema {
  /** The id that this browser keeps of itself, and a key for each person, which nothing can read out of it. */
  own: { key: string; value: string | CryptoKey };
  sealed: { key: [person: string, kind: string, id: string]; value: { iv: Uint8Array; data: ArrayBuffer } };
}

const name = 'kilnsman';

function open(): Promise<IDBPDatabase<Schema>> {
  return openDB<Schema>(name, 1, {
    upgrade(db) {
      db.createObjectStore('own');
      db.createObjectStore('sealed');
    },
  });
}

/**
 * What a device keeps for one person: sealed (AES-256-GCM) with a key that cannot be exported, so that a copy of the browser's files
 * tells nothing, and gone when that person signs out.
 */
export class DeviceStore {
  private constructor(
    private readonly db: IDBPDatabase<Schema>,
    private readonly key: CryptoKey,
    readonly personId: string,
    /** The id that this browser keeps of itself. */
    readonly device: string,
  ) {}

  static async open(personId: string): Promise<DeviceStore> {
    const db = await open();
    const device = await keepFirst(db, 'device', uuid());
    const made = await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, false, [
      'encrypt',
      'decrypt',
    ]);
    const key = await keepFirst(db, `key ${personId}`, made);
    await db.put('own', personId, 'person');
    return new DeviceStore(db, key as CryptoKey, personId, String(device));
  }

  /** What was written last; undefined where nothing was, or where it was not sealed for this place. */
  async read<Value>(kind: string, id: string): Promise<Value | undefined> {
    const found = await this.db.get('sealed', [this.personId, kind, id]);
    if (!found) return undefined;
    try {
      const plain = await crypto.subtle.decrypt(this.how(kind, id, found.iv), this.key, found.data);
      return JSON.parse(new TextDecoder().decode(plain)) as Value;
    } catch {
      return undefined;
    }
  }

  async write(kind: string, id: string, value: unknown): Promise<void> {
    const iv = crypto.getRandomValues(new Uint8Array(12));
    const plain = new TextEncoder().encode(JSON.stringify(value));
    const data = await crypto.subtle.encrypt(this.how(kind, id, iv), this.key, plain);
    await this.db.put('sealed', { iv, data }, [this.personId, kind, id]);
  }

  /** All of one kind. */
  async list<Value>(kind: string): Promise<{ readonly id: string; readonly value: Value }[]> {
    const of = IDBKeyRange.bound([this.personId, kind], [this.personId, kind, []]);
    const keys = await this.db.getAllKeys('sealed', of);
    const found: { id: string; value: Value }[] = [];
    for (const [, , id] of keys) {
      const value = await this.read<Value>(kind, id);
      if (value !== undefined) found.push({ id, value });
    }
    return found;
  }

  async remove(kind: string, id: string): Promise<void> {
    await this.db.delete('sealed', [this.personId, kind, id]);
  }

  /** How many entries wait to be sent, of all runs. */
  async waiting(): Promise<number> {
    const queues = await this.list<readonly unknown[]>('outbox');
    return queues.reduce((sum, { value }) => sum + value.length, 0);
  }

  close(): void {
    this.db.close();
  }

  private how(kind: string, id: string, iv: Uint8Array<ArrayBuffer> | Uint8Array): AesGcmParams {
    const place = new TextEncoder().encode(`${this.personId}/${kind}/${id}`);
    return { name: 'AES-GCM', iv: iv as Uint8Array<ArrayBuffer>, additionalData: place };
  }
}

/** Who opened the store of this browser last; undefined once that person signed out. */
export async function lastPerson(): Promise<string | undefined> {
  const found = await ofOwn((db) => db.get('own', 'person'));
  return typeof found === 'string' ? found : undefined;
}

/** Whether the screen was locked: without the server nothing of a run is shown then. */
export async function isLockedHere(): Promise<boolean> {
  return (await ofOwn((db) => db.get('own', 'locked'))) === 'yes';
}

export async function markLocked(isLocked: boolean): Promise<void> {
  await ofOwn(async (db) => {
    if (isLocked) await db.put('own', 'yes', 'locked');
    else await db.delete('own', 'locked');
  });
}

async function ofOwn<Answer>(work: (db: IDBPDatabase<Schema>) => Promise<Answer>): Promise<Answer> {
  const db = await open();
  try {
    return await work(db);
  } finally {
    db.close();
  }
}

/** Drops all that this browser keeps for a person, and the key to it. */
export async function dropFromDevice(personId: string): Promise<void> {
  const db = await open();
  const of = IDBKeyRange.bound([personId], [personId, []]);
  const both = db.transaction(['own', 'sealed'], 'readwrite');
  await Promise.all([
    both.objectStore('own').delete(`key ${personId}`),
    both.objectStore('own').delete('person'),
    both.objectStore('sealed').delete(of),
    both.done,
  ]);
  db.close();
}

/** Keeps a value unless one is there already, whichever tab comes first. */
async function keepFirst(
  db: IDBPDatabase<Schema>,
  key: string,
  value: string | CryptoKey,
): Promise<string | CryptoKey> {
  const own = db.transaction('own', 'readwrite');
  const there = await own.store.get(key);
  if (there === undefined) await own.store.put(value, key);
  await own.done;
  return there ?? value;
}
