import { findLogo, getShopOrThrow } from '@/data/shop';
import type { Paper } from '@/formats/pdf/paper';
import { database } from '../database';
import { runInPool } from '../pool/pool';

/** Draws a paper as PDF, in the size that the shop prints on and with its logo. */
export async function drawForShop(paper: Paper): Promise<Uint8Array> {
  const db = database();
  const { paperSize } = await getShopOrThrow(db);
  const logo = await findLogo(db);
  return runInPool('drawPaper', {
    paper,
    look: { size: paperSize, logo: logo ? `data:image/png;base64,${logo.png.toString('base64')}` : null },
  });
}
