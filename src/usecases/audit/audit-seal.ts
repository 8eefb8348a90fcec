import { createHmac, hkdfSync, timingSafeEqual } from 'node:crypto';
import {
  type ChainReport,
  checkAuditChain,
  findChainHead,
  findLineHashes,
  insertSeal,
  listSeals,
  type SealRow,
} from '@/data/audit';
import { findCurrentVaultKey } from '@/data/secrets';
import { now } from '@/outside/clock';
import { appendSealFile, type FiledSeal, readSealFile } from '@/outside/seal-file';
import { readVaultKeys, type VaultKey } from '@/outside/vault-key';
import { database, transact } from '../database';
import { vaultKeyOf } from '../vault/vault';

/**
 * Seals the head of the audit chain: its number and hash under a key made of the vault key, which the database does not
 * have, into the database and into a file outside of it. SQL chains the lines; a seal is what a tail that was cut or a
 * chain that was rewritten cannot forge. Several servers seal the same head alike.
 */
export async function sealAudit(): Promise<SealRow | undefined> {
  const sealed = await transact(async (db) => {
    const head = await findChainHead(db);
    const fingerprint = await findCurrentVaultKey(db);
    if (!head || !fingerprint) return undefined;
    const key = vaultKeyOf(fingerprint);
    const seal: SealRow = { ...head, keyId: fingerprint, mac: macOf(key, head), sealedAt: now() };
    await insertSeal(db, seal);
    return seal;
  });
  if (sealed) appendSealFile(filed(sealed));
  return sealed;
}

export interface AuditReport extends ChainReport {
  /** Seals that were compared, of the database and of the file. */
  readonly seals: number;
  /** The newest line that a seal vouches for. */
  readonly sealedTo: number | undefined;
  /** The first line that is not what was sealed; the lines since the seal before may be others too. */
  readonly rewrittenAt: number | undefined;
  readonly rewrittenAfter: number | undefined;
  /** Lines that were sealed and are gone from the end. */
  readonly missing: { readonly from: number; readonly to: number } | undefined;
  /** Seals that were not made with the key they name. */
  readonly forged: readonly number[];
  /** Seals whose key is not at hand, since the vault key was changed after them. */
  readonly unknownKeys: number;
}

/** Recomputes the chain and holds it against every seal there is. */
export async function checkAudit(): Promise<AuditReport> {
  const db = database();
  const chain = await checkAuditChain(db);
  const keys = readVaultKeys();
  const all = [...(await listSeals(db)), ...readSealFile().map(unfiled)].sort((a, b) => a.seq - b.seq);
  const judged = all.map((seal) => ({ seal, verdict: verdictOn(seal, keys) }));
  const good = judged.filter(({ verdict }) => verdict === 'good').map(({ seal }) => seal);
  const hashes = await findLineHashes(
    db,
    good.map(({ seq }) => seq),
  );
  const newest = good.at(-1)?.seq;
  const last = chain.lastSeq ?? 0;
  const wrong = good.find(({ seq, hash }) => seq <= last && !hashes.get(seq)?.equals(hash));
  const before = wrong && good.findLast(({ seq }) => seq < wrong.seq);
  return {
    ...chain,
    seals: good.length,
    sealedTo: newest,
    rewrittenAt: wrong?.seq,
    rewrittenAfter: wrong && (before?.seq ?? 0),
    missing: newest !== undefined && newest > last ? { from: last + 1, to: newest } : undefined,
    forged: judged.filter(({ verdict }) => verdict === 'forged').map(({ seal }) => seal.seq),
    unknownKeys: judged.filter(({ verdict }) => verdict === 'unknown').length,
  };
}

/** What a report says, a sentence a line; whether all is well is the last word of it. */
export function auditWords(report: AuditReport): { readonly ok: boolean; readonly lines: readonly string[] } {
  const { lines, brokenAt, rewrittenAt, rewrittenAfter, missing, forged, seals, sealedTo } = report;
  const wrong = [
    ...(brokenAt === undefined ? [] : [`The chain breaks at line ${brokenAt} of ${lines}.`]),
    ...(rewrittenAt === undefined
      ? []
      : [
          `Line ${rewrittenAt} is not the one that was sealed: the chain was rewritten between line ${(rewrittenAfter ?? 0) + 1} and line ${rewrittenAt}.`,
        ]),
    ...(missing ? [`Lines ${missing.from} to ${missing.to} were sealed and are missing at the end.`] : []),
    ...(forged.length > 0 ? [`Seals that were not made with their key: of line ${forged.join(', ')}.`] : []),
    ...(seals === 0 && lines > 0
      ? ['No seal can be read: a tail that was cut off would not be noticed.']
      : []),
  ];
  const fits = `The chain of ${lines} lines fits${sealedTo === undefined ? '' : `, and is sealed up to line ${sealedTo}`}.`;
  return { ok: wrong.length === 0, lines: wrong.length === 0 ? [fits] : wrong };
}

function verdictOn(seal: SealRow, keys: readonly VaultKey[]): 'good' | 'forged' | 'unknown' {
  const key = keys.find(({ fingerprint }) => fingerprint === seal.keyId);
  if (!key) return 'unknown';
  const mac = macOf(key, seal);
  return mac.length === seal.mac.length && timingSafeEqual(mac, seal.mac) ? 'good' : 'forged';
}

function macOf(key: VaultKey, { seq, hash }: { readonly seq: number; readonly hash: Buffer }): Buffer {
  const own = Buffer.from(hkdfSync('sha256', key.bytes, '', 'kilnsman audit seal', 32));
  return createHmac('sha256', own).update(`${seq} `).update(hash).digest();
}

function filed({ seq, hash, keyId, mac, sealedAt }: SealRow): FiledSeal {
  return {
    seq,
    hash: hash.toString('hex'),
    keyId,
    mac: mac.toString('hex'),
    sealedAt: sealedAt.toISOString(),
  };
}

function unfiled({ seq, hash, keyId, mac, sealedAt }: FiledSeal): SealRow {
  return {
    seq,
    hash: Buffer.from(hash, 'hex'),
    keyId,
    mac: Buffer.from(String(mac), 'hex'),
    sealedAt: new Date(sealedAt),
  };
}
