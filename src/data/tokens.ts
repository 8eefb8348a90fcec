import type { Scope } from '@/core/authority/scopes';
import type { Role } from '@/core/kinds/actor';
import type { Db } from './db';

export interface TokenRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly scopes: readonly Scope[];
  readonly madeBy: string;
  readonly madeAt: Date;
  readonly expiresAt: Date;
  readonly endedAt: Date | null;
  readonly usedAt: Date | null;
}

export async function insertToken(
  db: Db,
  token: {
    readonly id: string;
    readonly name: string;
    readonly tokenHash: Buffer;
    readonly role: Role;
    readonly scopes: readonly Scope[];
    readonly madeBy: string;
    readonly madeAt: Date;
    readonly expiresAt: Date;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO program_token (id, name, token_hash, role, scopes, made_by, made_at, expires_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      token.id,
      token.name,
      token.tokenHash,
      token.role,
      token.scopes,
      token.madeBy,
      token.madeAt,
      token.expiresAt,
    ],
  );
}

/** Tokens of one person, or of all, newest first. */
export async function listTokens(db: Db, madeBy: string | null): Promise<TokenRow[]> {
  const result = await db.query<TokenRow>(
    `SELECT t.id, t.name, t.role, t.scopes, p.name AS "madeBy", t.made_at AS "madeAt", t.expires_at AS "expiresAt",
       t.ended_at AS "endedAt", t.used_at AS "usedAt"
     FROM program_token t JOIN person p ON p.id = t.made_by
     WHERE $1::uuid IS NULL OR t.made_by = $1 ORDER BY t.made_at DESC, t.id LIMIT 200`,
    [madeBy],
  );
  return result.rows;
}

export interface LiveToken {
  readonly id: string;
  readonly role: Role;
  readonly makerId: string;
  readonly makerRole: Role;
  readonly scopes: readonly Scope[];
}

/** The token of a hash, where it has neither ended nor expired and its maker is still there. */
export async function findLiveToken(db: Db, tokenHash: Buffer, at: Date): Promise<LiveToken | undefined> {
  const result = await db.query<LiveToken>(
    `UPDATE program_token t SET used_at = $2 FROM person p
     WHERE t.token_hash = $1 AND p.id = t.made_by AND p.left_at IS NULL AND t.ended_at IS NULL AND t.expires_at > $2
     RETURNING t.id, t.role, p.id AS "makerId", p.role AS "makerRole", t.scopes`,
    [tokenHash, at],
  );
  return result.rows[0];
}

export async function endToken(db: Db, id: string, at: Date): Promise<boolean> {
  const result = await db.query('UPDATE program_token SET ended_at = $2 WHERE id = $1 AND ended_at IS NULL', [
    id,
    at,
  ]);
  return result.rowCount === 1;
}
