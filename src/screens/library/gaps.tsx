'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type Application, applicationName } from '@/core/catalogue/application';
import { factOf, observedFacts } from '@/core/catalogue/conflicts';
import { factKinds } from '@/core/catalogue/fact-kinds';
import type { Gap, Overlap } from '@/core/identify/library-gaps';
import { formatJobNumber } from '@/core/job/job';
import { formatSpan } from '@/core/kinds/year-span';
import { ButtonWords, buttonClass } from '@/ui/button';
import { plainChoices, SelectField } from '@/ui/field';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import type { UnknownCar } from '@/usecases/library/check';

interface GapsProps {
  readonly make: string | null;
  readonly makes: readonly string[];
  readonly overlaps: readonly Overlap[];
  readonly gaps: readonly Gap[];
  readonly unknown: readonly UnknownCar[];
}

/** Where the library cannot answer: rows that nobody can tell apart, years without any row. */
export function Gaps({ make, makes, overlaps, gaps, unknown }: GapsProps) {
  const router = useRouter();
  return (
    <Page
      title="Overlaps and gaps"
      note="Where the library cannot give one answer, or none at all."
      actions={
        <Link href="/library" prefetch={false} className={buttonClass('plain')}>
          <ButtonWords>Library</ButtonWords>
        </Link>
      }
    >
      <SelectField
        label="Make"
        className="w-64"
        value={make ?? ''}
        {...(make === null ? { empty: 'All' } : {})}
        choices={plainChoices(makes)}
        onChange={(next) =>
          router.push(next ? `/library/gaps?make=${encodeURIComponent(next)}` : '/library/gaps')
        }
      />
      <Panel
        title={`Cars that jobs met and the library does not know (${unknown.length})`}
        note="As callers named them, with what was found and priced by hand. A model first, then its rows."
      >
        {unknown.length === 0 ? (
          <p className="text-mute">None.</p>
        ) : (
          <ul className="flex flex-col gap-3">
            {unknown.map((car) => (
              <UnknownCarLine key={car.job} car={car} />
            ))}
          </ul>
        )}
      </Panel>
      <Panel
        title={`Rows that nobody can tell apart (${overlaps.length})`}
        note="Same car, same months, another key, and no mark between them. Add the mark, the month or the equipment that tells."
      >
        {overlaps.length === 0 ? (
          <p className="text-mute">None.</p>
        ) : (
          <ul className="flex flex-col gap-3">
            {overlaps.map(({ one, other, span }) => (
              <li
                key={`${one.id} ${other.id}`}
                className="border-t border-line pt-3 first:border-0 first:pt-0"
              >
                <span className="font-semibold">
                  {one.make} {applicationName(one)}
                </span>{' '}
                <span className="text-mute">
                  {one.market}, {formatSpan(span)}
                </span>
                <span className="mt-1 flex flex-wrap gap-x-4">
                  {[one, other].map((row) => (
                    <Link
                      key={row.id}
                      href={`/library/applications/row?id=${row.id}`}
                      prefetch={false}
                      className="font-mono underline"
                    >
                      {differing(row, row === one ? other : one)}
                    </Link>
                  ))}
                </span>
              </li>
            ))}
          </ul>
        )}
      </Panel>
      <Panel title={`Years without a row (${gaps.length})`}>
        {gaps.length === 0 ? (
          <p className="text-mute">None.</p>
        ) : (
          <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2">
            {gaps.map(({ generation, span }) => (
              <li
                key={`${generation.make} ${generation.model} ${generation.name} ${generation.market} ${span.from.year}`}
              >
                <span className="font-semibold">
                  {generation.make} {generation.model} {generation.name}
                </span>{' '}
                <span className="text-mute">{generation.market}</span> {formatSpan(span)}
              </li>
            ))}
          </ul>
        )}
      </Panel>
    </Page>
  );
}

/** What a row says in the facts in which it differs from the other. */
function differing(row: Application, other: Application): string {
  const facts = observedFacts.filter((kind) => factOf(row, kind) !== factOf(other, kind));
  return facts.map((kind) => `${factKinds[kind].label.toLowerCase()} ${factOf(row, kind)}`).join(', ');
}

function UnknownCarLine({ car: { job, make, words, year, facts, articles } }: { car: UnknownCar }) {
  const found = [
    ...Object.entries(facts).map(
      ([kind, value]) => `${factKinds[kind as keyof typeof factKinds]?.label ?? kind}: ${value}`,
    ),
    ...articles,
  ];
  const query = new URLSearchParams({ ...(make && { make }), name: words });
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-t border-line pt-3 first:border-0 first:pt-0">
      <Link href={`/jobs/${job}`} prefetch={false} className="font-mono underline">
        {formatJobNumber(job)}
      </Link>
      <span className="min-w-0 flex-1 break-words">
        <b className="font-semibold">{[make, words, year].filter(Boolean).join(' ')}</b>{' '}
        <span className="text-mute">{found.join('; ')}</span>
      </span>
      <Link
        href={`/library/${make ? 'models' : 'makes'}/new?${make ? query : new URLSearchParams({ name: words })}`}
        prefetch={false}
        className={buttonClass('quiet')}
      >
        <ButtonWords>{make ? 'Add the model' : 'Add the make'}</ButtonWords>
      </Link>
    </li>
  );
}
