'use client';

import { formatProbability } from '@/core/kinds/percent';
import type { Repair, RepairKind } from '@/core/vin/repair';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { Button } from '@/ui/button';
import { Panel } from '@/ui/panel';

const kinds: Record<RepairKind, string> = {
  change: 'misread',
  exchange: 'two exchanged',
  letter: 'letter for a digit',
  missing: 'one was missing',
  doubled: 'one was doubled',
};

/** What may have been meant, likeliest first, with the changed places marked. */
export function Repairs({
  vin,
  onTake,
}: {
  readonly vin: VinAnswer;
  readonly onTake: (vin: string) => void;
}) {
  return (
    <Panel
      title="May have been meant"
      note="Ranked by how easily signs are confused, and by what fits maker and year."
    >
      <ul className="flex flex-col gap-2">
        {vin.repairs.map((repair) => (
          <li key={repair.vin}>
            <Button
              look="quiet"
              className="w-full"
              follows={`${kinds[repair.kind]}, place ${repair.places.join(' and ')} · ${formatProbability(repair.share)}`}
              onClick={() => onTake(repair.vin)}
            >
              <Changed repair={repair} />
            </Button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function Changed({ repair }: { readonly repair: Repair }) {
  const changed = (at: number) => repair.kind !== 'doubled' && repair.places.includes(at + 1);
  return (
    <span className="font-mono">
      {[...repair.vin].map((character, at) =>
        changed(at) ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: places of one VIN stand still
          <mark key={at} className="bg-ochre-wash font-bold text-ochre underline">
            {character}
          </mark>
        ) : (
          character
        ),
      )}
    </span>
  );
}
