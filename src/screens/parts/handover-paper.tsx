'use client';

import type { HandoverNote } from '@/core/job/handover';
import type { Firm } from '@/core/kinds/firm';
import { Button } from '@/ui/button';
import { FirmFoot, Letterhead } from './letterhead';

interface HandoverPaperProps {
  readonly firm: Firm;
  readonly jobName: string;
  readonly customer: string | null;
  /** The day in words. */
  readonly madeOn: string;
  readonly note: HandoverNote;
  readonly isDraft?: boolean;
}

/** What the customer is told with his keys, on one page, in his words. */
export function HandoverPaper({
  firm,
  jobName,
  customer,
  madeOn,
  note,
  isDraft = false,
}: HandoverPaperProps) {
  return (
    <article className="mx-auto w-full max-w-[760px] rounded-lg border border-line bg-biscuit p-8 max-sm:p-4 print:max-w-none print:border-0 print:p-0 print:text-small">
      <header className="flex items-start justify-between gap-4 border-b-2 border-ink pb-3">
        <div>
          <Letterhead firm={firm} />
          <h1 className="mt-2 text-title font-bold">Your keys</h1>
          {customer && <p className="text-mute">For {customer}</p>}
        </div>
        <div className="text-right">
          <p className="font-mono font-bold">{jobName}</p>
          <p>{isDraft ? 'Draft: the job is not closed' : madeOn}</p>
        </div>
      </header>
      <p className="my-3 font-semibold">{note.car}</p>
      <ul>
        {note.keys.map(({ tag, name, says }) => (
          <li key={tag} className="flex gap-3 border-t border-line py-2">
            <span className="font-mono font-bold">{tag}</span>
            <span className="w-36 flex-none font-semibold max-sm:w-24">{name}</span>
            <span className="min-w-0 flex-1">
              {says.map((one) => (
                <span key={one} className="block">
                  {one}
                </span>
              ))}
            </span>
          </li>
        ))}
        {note.keys.length === 0 && <li className="py-2 text-mute">No key was handed over.</li>}
      </ul>
      <Words title="Works no more" words={note.worksNot} />
      <Words title="Stays known and may still start the car" words={note.stays} />
      <Words title="Good to know" words={note.advice} />
      <Words title="Warranty" words={[note.warranty]} />
      <FirmFoot firm={firm} />
      <div className="no-print mt-6 flex justify-end">
        <Button look="main" onClick={() => window.print()}>
          Print this page
        </Button>
      </div>
    </article>
  );
}

function Words({ title, words }: { readonly title: string; readonly words: readonly string[] }) {
  if (words.length === 0) return null;
  return (
    <section className="mt-3 border-t border-line pt-2">
      <h2 className="font-semibold">{title}</h2>
      <ul>
        {words.map((word) => (
          <li key={word}>{word}</li>
        ))}
      </ul>
    </section>
  );
}
