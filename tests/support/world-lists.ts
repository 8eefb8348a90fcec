import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Cells } from '@/core/catalogue/lists/description';
import type { CauseBook } from '@/core/procedure/causes/causes';
import { readCsv } from '@/formats/csv';

const folder = join(import.meta.dirname, '../../world');

export function worldFile(name: string): string {
  return join(folder, name);
}

/** The rows of a list of the demo world. */
export function worldList(name: string): readonly Cells[] {
  return readCsv(readFileSync(worldFile(`${name}.csv`), 'utf8')).rows.map(({ cells }) => cells);
}

/** What the demo world knows of causes. */
export function worldCauses(): CauseBook {
  const tells = worldList('look-tells');
  return {
    causes: worldList('causes').map(({ name = '', says = '', remedy = '' }) => ({ name, says, remedy })),
    looks: worldList('looks').map(({ name = '', asks = '', seconds, otherwise }) => ({
      name,
      asks,
      seconds: Number(seconds),
      otherwise: Number(otherwise),
      tells: Object.fromEntries(
        tells.filter(({ look }) => look === name).map(({ cause = '', chance }) => [cause, Number(chance)]),
      ),
    })),
  };
}
