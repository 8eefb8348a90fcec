import type { RankSign } from '@/core/catalogue/platform';

/** When the lamp is lit, as stretches of a strip 60 wide. */
const lit: Partial<Record<RankSign, readonly (readonly [number, number])[]>> = {
  off: [],
  steady: [[0, 60]],
  'short light': [[0, 12]],
  'slow blink': [
    [0, 12],
    [24, 12],
    [48, 12],
  ],
  'fast blink': [
    [0, 5],
    [10, 5],
    [20, 5],
    [30, 5],
    [40, 5],
    [50, 5],
  ],
};

/** One sign of a rank test, drawn: a strip of time for a lamp, a head for its colour, a line for a menu. */
export function RankSignView({ sign }: { sign: RankSign }) {
  const stretches = lit[sign];
  return (
    <span className="inline-flex items-center gap-2">
      {stretches ? (
        <svg aria-hidden width="64" height="16" viewBox="-2 0 64 16">
          <rect x="-1" y="2" width="62" height="12" rx="2" fill="none" stroke="currentColor" />
          {stretches.map(([from, length]) => (
            <rect key={from} x={from} y="4" width={length} height="8" fill="currentColor" />
          ))}
        </svg>
      ) : (
        <svg aria-hidden width="34" height="16" viewBox="0 0 34 16">
          {sign.startsWith('menu') ? (
            <path
              d={sign === 'menu: may add' ? 'M2 4h30M2 8h30M2 12h18' : 'M2 4h30M2 12h18M8 8h16'}
              stroke="currentColor"
              strokeWidth="1.6"
              strokeDasharray={sign === 'menu: may add' ? undefined : '3 2'}
              fill="none"
            />
          ) : (
            <path
              d="M2 8a6 6 0 0 1 12 0 6 6 0 0 1-12 0m12-2h18v4H14"
              stroke="currentColor"
              strokeWidth="1.5"
              fill="none"
            />
          )}
        </svg>
      )}
      {sign}
    </span>
  );
}
