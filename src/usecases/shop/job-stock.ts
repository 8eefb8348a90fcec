import type { Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { type Failed, failed } from '@/core/kinds/result';
import type { Piece } from '@/core/supply/movements';
import type { Db } from '@/data/db';
import { takeReserved } from '@/data/reservations';
import { insertMovement } from '@/data/stock';
import { together } from '@/data/together';

/** Why a piece cannot be used up: the ledger has none of it there. The stock must be locked. */
export function notThere(piece: Piece, pieces: number): Failed | undefined {
  return pieces > 0
    ? undefined
    : failed(
        `The ledger has no ${piece.article} there. Say that it is not from the van’s stock, or count the van.`,
      );
}

/**
 * Moves a piece that something at the car used up or gave back: one movement under the id of the event, and one promised
 * piece less where this job had one.
 */
export async function moveForJob(
  db: Db,
  actor: PersonActor,
  job: Pick<Job, 'id'>,
  { id, piece, change }: { readonly id: string; readonly piece: Piece; readonly change: 1 | -1 },
): Promise<void> {
  await together(
    db,
    (db) =>
      insertMovement(db, actor, {
        ...piece,
        id,
        quantity: change,
        reason: change < 0 ? 'used' : 'returned',
        note: null,
        jobId: job.id,
        costMinor: null,
        source: null,
      }),
    async (db) => {
      if (change < 0) await takeReserved(db, job.id, piece, actor.at);
    },
  );
}
