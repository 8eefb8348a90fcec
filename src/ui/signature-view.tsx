/** A signature as it was drawn: strokes 'x,y x,y;x,y …' in a box of 600 by 200. */
export function SignatureView({ strokes }: { strokes: string }) {
  const path = strokes
    .split(';')
    .map((points) => `M${points.split(' ').join('L')}`)
    .join('');
  return (
    <svg
      role="img"
      aria-label="Signature"
      viewBox="0 0 600 200"
      className="h-16 w-48 rounded border border-line bg-biscuit text-ink"
    >
      <path d={path} fill="none" stroke="currentColor" strokeWidth="4" strokeLinecap="round" />
    </svg>
  );
}
