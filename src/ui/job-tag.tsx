import type { ReactNode } from 'react';
import { TagShape } from './tag-shape';

interface JobTagProps {
  readonly number: string;
  readonly car: string;
  readonly below: ReactNode;
  readonly chips: readonly string[];
}

/** The job as a tag tied to the customer's key: its number, the car and the situation. */
export function JobTag({ number, car, below, chips }: JobTagProps) {
  return (
    <TagShape tone="plain" tip={42} className="flex flex-wrap items-center gap-x-5 gap-y-1 px-3 py-2">
      <span className="font-mono text-ask font-bold">{number}</span>
      <div className="min-w-0 flex-1 basis-60">
        <h1 className="text-ask font-semibold break-words">{car}</h1>
        <p className="text-small break-words text-mute">{below}</p>
      </div>
      <ul aria-label="Situation" className="flex flex-wrap gap-2">
        {chips.map((chip) => (
          <li key={chip} className="rounded-md border border-edge px-2.5 py-1 text-small">
            {chip}
          </li>
        ))}
      </ul>
    </TagShape>
  );
}
