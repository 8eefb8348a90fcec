import { type Piece, samePiece } from '@/core/supply/movements';
import { Panel } from '@/ui/panel';

/** What the job took from the stock; each piece was moved in the ledger as it was used. */
export function UsedPanel({
  used,
  rights,
  places,
}: {
  used: readonly Piece[];
  /** Licences that were used up, with how often. */
  rights: readonly { readonly name: string; readonly uses: number }[];
  places: Readonly<Record<string, string>>;
}) {
  const piles = used
    .filter((piece, at) => used.findIndex((one) => samePiece(one, piece)) === at)
    .map((piece) => ({ piece, pieces: used.filter((one) => samePiece(one, piece)).length }));
  if (piles.length === 0 && rights.length === 0) return null;
  return (
    <Panel
      title="Used on this job"
      note="Each was taken from the ledger at the act, spoiled ones too; closing moves nothing."
    >
      <ul className="flex flex-col gap-1">
        {piles.map(({ piece, pieces }) => (
          <li key={`${piece.vanId} ${piece.article} ${piece.state} ${piece.grade}`}>
            <span className="font-mono">{pieces}</span> × {piece.article}, {piece.grade}, {piece.state}, from{' '}
            {piece.vanId === null ? 'the workshop' : (places[piece.vanId] ?? 'a van')}
          </li>
        ))}
        {rights.map(({ name, uses }) => (
          <li key={name}>
            <span className="font-mono">{uses}</span> × {name}, a use of the licence
          </li>
        ))}
      </ul>
    </Panel>
  );
}
