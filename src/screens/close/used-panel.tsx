import { type Piece, samePiece } from '@/core/supply/movements';
import { Panel } from '@/ui/panel';

/** What the job took from the stock; each piece was moved in the ledger as it was used. */
export function UsedPanel({
  used,
  places,
}: {
  used: readonly Piece[];
  places: Readonly<Record<string, string>>;
}) {
  const piles = used
    .filter((piece, at) => used.findIndex((one) => samePiece(one, piece)) === at)
    .map((piece) => ({ piece, pieces: used.filter((one) => samePiece(one, piece)).length }));
  if (piles.length === 0) return null;
  return (
    <Panel title="Used from stock" note="The ledger has each of them since the act; closing moves nothing.">
      <ul className="flex flex-col gap-1">
        {piles.map(({ piece, pieces }) => (
          <li key={`${piece.vanId} ${piece.article} ${piece.state} ${piece.grade}`}>
            <span className="font-mono">{pieces}</span> × {piece.article}, {piece.grade}, {piece.state}, from{' '}
            {piece.vanId === null ? 'the workshop' : (places[piece.vanId] ?? 'a van')}
          </li>
        ))}
      </ul>
    </Panel>
  );
}
