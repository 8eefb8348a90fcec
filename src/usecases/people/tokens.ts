import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { lesserRole, mayDo } from '@/core/authority/roles';
import type { Scope } from '@/core/authority/scopes';
import type { PersonActor, ProgramActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { type AttemptLimit, attemptLimit } from '@/data/attempt-limits';
import { appendAudit } from '@/data/audit';
import { endToken, findLiveToken, insertToken, listTokens, type TokenRow } from '@/data/tokens';
import type { TokenInput } from '@/inputs/people-inputs';
import { now } from '@/outside/clock';
import { database, transact } from '../database';
import { refusedFor } from '../duties';
import { hashToken } from '../hash-token';

const prefix = 'kilnsman_';

/** Makes a token for a program. What it says is shown this once and kept hashed. */
export async function makeToken(actor: PersonActor, input: TokenInput): Promise<Result<{ token: string }>> {
  const refused = refusedFor(actor, 'makeTokens');
  if (refused) return refused;
  const token = prefix + randomBytes(32).toString('base64url');
  const id = uuid();
  await transact(async (db) => {
    await insertToken(db, {
      id,
      name: input.name.trim(),
      tokenHash: hashToken(token),
      role: lesserRole(actor.role, input.role),
      scopes: [...new Set(input.scopes)],
      madeBy: actor.personId,
      madeAt: actor.at,
      expiresAt: new Date(actor.at.getTime() + input.days * 86_400_000),
    });
    await appendAudit(db, actor, {
      action: 'token.made',
      subjectKind: 'token',
      subjectId: id,
      details: { scopes: input.scopes, days: input.days },
    });
  });
  return done({ token });
}

/** The tokens a person may end: the own ones, and for the proprietor all. */
export function readTokens(actor: PersonActor): Promise<TokenRow[]> {
  return listTokens(database(), mayDo(actor.role, 'managePeople') ? null : actor.personId);
}

export async function endTokenById(actor: PersonActor, id: string): Promise<Result<null>> {
  if (!(await readTokens(actor)).some((token) => token.id === id)) return failed('There is no such token.');
  return transact(async (db) => {
    if (!(await endToken(db, id, actor.at))) return failed('This token has ended already.');
    await appendAudit(db, actor, { action: 'token.ended', subjectKind: 'token', subjectId: id });
    return done(null);
  });
}

/**
 * The program a token stands for, where it may do this. A token never stands above whoever made it, as they stand now.
 * Wrong tokens are counted by address.
 */
export async function readProgram(
  token: string,
  scope: Scope,
  origin: { readonly device: string; readonly address: string },
): Promise<{ readonly actor: ProgramActor } | { readonly status: 401 | 403 | 429; readonly reason: string }> {
  const at = now();
  const found = token.startsWith(prefix) ? await findLiveToken(database(), hashToken(token), at) : undefined;
  if (!found) {
    const wait = await wrongTokens().take(origin.address);
    return wait
      ? { status: 429, reason: `Too many wrong tokens. Try again in ${Math.ceil(wait / 60)} min.` }
      : { status: 401, reason: 'This token does not stand, or has ended or expired.' };
  }
  if (!found.scopes.includes(scope)) return { status: 403, reason: `This token does not open '${scope}'.` };
  const role = lesserRole(found.role, found.makerRole);
  const { id: tokenId, makerId } = found;
  return { actor: { kind: 'program', tokenId, makerId, role, device: origin.device, at } };
}

let limit: AttemptLimit | undefined;
function wrongTokens(): AttemptLimit {
  limit ??= attemptLimit(database(), 'token-address', 40, 900);
  return limit;
}
