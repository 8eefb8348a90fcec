'use client';

import Link from 'next/link';
import {
  type FirstHour,
  type FirstStep,
  firstStepNames,
  firstSteps,
  pricedBy,
} from '@/core/kinds/first-hour';
import type { Result } from '@/core/kinds/result';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { Badge, type Tone } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { TrialPrice } from '@/usecases/benches/trial-call';
import { TrialCall } from './trial-call';

interface FirstHourProps {
  readonly hour: FirstHour;
  /** The step to go on with. */
  readonly next: FirstStep | undefined;
  readonly line: string;
  readonly onStep: (data: unknown) => Promise<Result<null>>;
  readonly onPrice: (data: unknown) => Promise<Result<TrialPrice>>;
}

/** Where each step is done. */
const places: Readonly<Record<FirstStep, string>> = {
  firm: '/settings/firm',
  standards: '/settings/firm#standards',
  hours: '/settings/prices#hours',
  vans: '/settings/vans',
  tools: '/settings/tools',
  charges: '/settings/prices',
  sells: '/settings/suppliers',
  library: '/library',
};

/** Steps that nothing shows but that somebody said so. */
const asItIs: ReadonlySet<FirstStep> = new Set(['standards', 'hours']);

/** From an empty shop to a first price: what is to be set, in order, with what each step opens. */
export function FirstHourPage({ hour, next, line, onStep, onPrice }: FirstHourProps) {
  const step = useSave(onStep);
  const settled = firstStepNames.filter((name) => hour[name] !== 'open').length;
  const missing = pricedBy.filter((name) => hour[name] !== 'done').map((name) => firstSteps[name].title);
  return (
    <Page
      title="First hour"
      note="In the order that builds on each other. Each step can be left out and taken up later; what is done is kept."
    >
      <section aria-label="Steps" className="rounded-lg border border-line bg-biscuit p-4">
        <div className="flex flex-wrap items-center gap-3">
          <progress
            aria-label="Steps settled"
            value={settled}
            max={firstStepNames.length}
            className="h-3 w-48"
          />
          <p data-said>
            {settled} of {firstStepNames.length} settled
          </p>
        </div>
        <ol className="mt-3">
          {firstStepNames.map((name, at) => (
            <li
              key={name}
              className={classNames(
                'flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-2',
                name === next && 'border-l-4 border-l-terra pl-3',
              )}
            >
              <span className="w-6 font-mono text-mute">{at + 1}</span>
              <span className="min-w-52 flex-1">
                <span className="block font-semibold">{firstSteps[name].title}</span>
                <span className="block text-small text-mute">{firstSteps[name].opens}</span>
              </span>
              <Badge tone={tones[hour[name]]}>{words[hour[name]]}</Badge>
              <span className="flex flex-wrap gap-2">
                <Link
                  href={places[name]}
                  prefetch={false}
                  aria-label={`Go to ${firstSteps[name].title}`}
                  className={buttonClass(name === next ? 'main' : 'quiet')}
                >
                  <ButtonWords>{hour[name] === 'done' ? 'Look' : 'Set it'}</ButtonWords>
                </Link>
                {hour[name] === 'open' && asItIs.has(name) && (
                  <Button
                    look="quiet"
                    busy={step.pending}
                    aria-label={`${firstSteps[name].title} fits as it is`}
                    onClick={() => step.send({ step: name, state: 'done' })}
                  >
                    Fits as it is
                  </Button>
                )}
                {hour[name] === 'open' && (
                  <Button
                    look="quiet"
                    busy={step.pending}
                    aria-label={`Leave out ${firstSteps[name].title}`}
                    onClick={() => step.send({ step: name, state: 'skipped' })}
                  >
                    Leave out
                  </Button>
                )}
                {hour[name] === 'skipped' && (
                  <Button
                    look="quiet"
                    busy={step.pending}
                    aria-label={`Take up ${firstSteps[name].title}`}
                    onClick={() => step.send({ step: name, state: 'open' })}
                  >
                    Take up
                  </Button>
                )}
              </span>
            </li>
          ))}
        </ol>
        <Problems problems={step.problems} />
      </section>
      <TrialCall line={line} missing={missing} onPrice={onPrice} />
    </Page>
  );
}

const tones: Readonly<Record<FirstHour[FirstStep], Tone>> = {
  open: 'plain',
  done: 'glaze',
  skipped: 'ochre',
};
const words: Readonly<Record<FirstHour[FirstStep], string>> = {
  open: 'to do',
  done: 'done',
  skipped: 'left out',
};
