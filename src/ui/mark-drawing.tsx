interface MarkDrawingProps {
  /** Shape and number or letters: 'notch 2', 'footdot 1', 'leaf 1', 'letters HY', 'none'. */
  readonly sign: string;
  readonly label: string;
}

/** A mark as it is stamped on a blade, for telling two articles apart by eye. */
export function MarkDrawing({ sign, label }: MarkDrawingProps) {
  const [shape = 'none', what = ''] = sign.split(' ');
  const count = Math.min(4, Math.max(1, Number(what) || 1));
  const atFoot = shape.startsWith('foot');
  const kind = shape.replace('foot', '');
  const marks = Array.from({ length: count }, (_, at) => (atFoot ? 52 : 78) + at * 12);
  return (
    <svg viewBox="0 0 160 48" role="img" aria-label={label} className="h-12 w-40 text-ink">
      <title>{label}</title>
      <circle cx="24" cy="24" r="19" fill="none" stroke="currentColor" strokeWidth="2" />
      <circle cx="13" cy="24" r="4" fill="none" stroke="currentColor" strokeWidth="2" />
      <path d="M42 16 H146 L154 24 L146 32 H42" fill="none" stroke="currentColor" strokeWidth="2" />
      {kind === 'letters' && (
        <text x="29" y="29" textAnchor="middle" fontSize="13" fontWeight="700" fill="currentColor">
          {what.slice(0, 3)}
        </text>
      )}
      {kind === 'notch' && marks.map((x) => <path key={x} d={`M${x} 15 l4 8 l4 -8 z`} fill="currentColor" />)}
      {kind === 'dot' && marks.map((x) => <circle key={x} cx={x + 4} cy="24" r="3.5" fill="currentColor" />)}
      {kind.startsWith('leaf') && <path d="M70 30 q2 -13 18 -13 q-2 13 -18 13 z" fill="currentColor" />}
      {kind === 'leafdot' && <circle cx="98" cy="24" r="3.5" fill="currentColor" />}
    </svg>
  );
}
