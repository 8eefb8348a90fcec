import { formatProbability } from '@/core/kinds/percent';
import type { VinComparison, VinLikeness } from '@/core/vin/compare';
import { Badge, type Tone } from '@/ui/notice';

const words: Record<VinLikeness, { readonly tone: Tone; readonly text: string }> = {
  same: { tone: 'glaze', text: 'the same' },
  oneSlip: { tone: 'ochre', text: '≠ one slip' },
  anotherCar: { tone: 'oxide', text: '≠ another car' },
  cannotSay: { tone: 'plain', text: 'nothing to compare' },
};

/** Whether two VINs are of one car, and how much that is worth. */
export function Comparison({ comparison }: { readonly comparison: VinComparison }) {
  const { likeness, differing, compared, byChance } = comparison;
  return (
    <p className="mt-2">
      <Badge tone={words[likeness].tone}>{words[likeness].text}</Badge> {compared} places compared
      {differing.length > 0 && `, different at ${differing.join(', ')}`}.
      {byChance !== undefined && (
        <span className="block text-small text-mute">
          {byChance === 0
            ? 'No other car the shop has met would fit these places by chance.'
            : `${formatProbability(byChance)} of the cars the shop has met would fit these places by chance.`}
        </span>
      )}
    </p>
  );
}
