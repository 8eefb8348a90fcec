import type { ReadingPlace } from '@/core/benchcar/document/behaviour';
import type { BenchView } from '@/workers/bench-run';

/** A car from above: its outline, what stands open, the pocket's neighbourhood and where a key turns or is held. */
export function CarDrawing({
  view,
  reads,
}: {
  readonly view: BenchView;
  readonly reads: readonly ReadingPlace[];
}) {
  const { parts } = view;
  const ajar = (part: string) => parts[part] === 'ajar';
  return (
    <svg
      viewBox="0 0 110 100"
      className="absolute inset-0 size-full"
      role="img"
      aria-label={drawingWords(view)}
    >
      <g fill="none" strokeWidth="0.6" className="stroke-edge">
        <path
          className="fill-shelf"
          d="M41 8 Q55 3 69 8 L73 26 L74 74 Q73 92 68 95 Q55 98 42 95 Q37 92 36 74 L37 26 Z"
        />
        <path className="fill-biscuit" d="M40 30 Q55 25 70 30 L68 38 Q55 34.5 42 38 Z" />
        <path className="fill-biscuit" d="M42 74 Q55 77 68 74 L70 81 Q55 84 40 81 Z" />
        <path d="M42 38 L42 74 M68 38 L68 74" strokeDasharray="1.6 1.4" />
        <path d="M55 42 L55 72" strokeDasharray="1.6 1.4" />
      </g>
      <g fill="none" strokeWidth="1.1" strokeLinecap="round" className="stroke-ochre">
        {ajar('driverDoor') && <path d="M36.6 40 L26 44 L27 55" />}
        {ajar('passengerDoor') && <path d="M73.4 40 L84 44 L83 55" />}
        {ajar('rearDoor') && <path d="M36.6 58 L27 62 L28 71" />}
        {parts.bonnet === 'released' && <path d="M42 14 Q55 9 68 14" />}
        {parts.boot === 'open' && <path d="M40 90 Q55 96 70 90" />}
        {parts.hazards === 'on' && (
          <g className="motion-safe:animate-[pulse_1.2s_infinite]">
            <path d="M39.5 12 L42 10 M70.5 12 L68 10 M38.6 88 L41 91 M71.4 88 L69 91" />
          </g>
        )}
      </g>
      <g className="fill-mute" fontSize="3" textAnchor="middle">
        <text x="53" y="38.6">
          {view.turns === 'turn' ? 'lock' : 'start'}
        </text>
        {reads.includes('pocket') && (
          <text x="55" y="58.5">
            pocket
          </text>
        )}
        {reads.includes('reader') && (
          <text x="62" y="35.5">
            reader
          </text>
        )}
        <text x="99" y="9">
          beside the car
        </text>
        <text x="99" y="75">
          away
        </text>
        <text x="11" y="9">
          in a device
        </text>
      </g>
      <circle cx="46.2" cy="39" r="1.6" fill="none" strokeWidth="0.6" className="stroke-ink" />
      {reads.includes('pocket') && (
        <rect
          x="49"
          y="47"
          width="12"
          height="7"
          rx="1.4"
          fill="none"
          strokeWidth="0.6"
          strokeDasharray="1.6 1.2"
          className="stroke-terra"
        />
      )}
    </svg>
  );
}

function drawingWords({ parts, keys }: BenchView): string {
  const open = ['driverDoor', 'passengerDoor', 'rearDoor'].filter((part) => parts[part] === 'ajar').length;
  const seen = keys.filter(({ unseen }) => !unseen).length;
  return `The car from above: bonnet ${parts.bonnet}, boot ${parts.boot}, ${open} doors ajar, ${seen} keys`;
}
