'use client';

import Link from 'next/link';
import { useState } from 'react';
import { methods } from '@/core/catalogue/methods';
import { stateWords } from '@/core/procedure/document/step-words';
import { ButtonWords, buttonClass } from '@/ui/button';
import { Panel } from '@/ui/panel';
import type { ProcedureView } from '@/usecases/library/procedures';
import { ProcedureStrip } from './procedure-strip';
import { StepDetail } from './step-detail';
import { Versions } from './versions';

/** A procedure as people read it: the strip of its steps, one of them in full, and what hangs on it. */
export function ProcedureReader({
  view,
  mayEdit,
}: {
  readonly view: ProcedureView;
  readonly mayEdit: boolean;
}) {
  const { procedure, name, uses, within } = view;
  const [chosen, setChosen] = useState(procedure.steps[0]?.id ?? '');
  const parameters = Object.entries(procedure.parameters);
  return (
    <>
      <Panel
        title={procedure.way ? methods[procedure.way].name : 'A part of other procedures'}
        note={procedure.about}
      >
        <div className="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[minmax(0,11fr)_minmax(0,10fr)]">
          <div className="flex flex-col gap-2">
            <ProcedureStrip procedure={procedure} chosen={chosen} onChoose={setChosen} />
            <p className="text-small text-mute">
              <span className="font-semibold text-ochre">← 2</span> may lead back to step 2. Where the step
              looked at leads beside going on is framed. Arrow keys go from step to step.
            </p>
          </div>
          <div className="flex flex-col gap-4">
            <div data-said>
              <StepDetail procedure={procedure} id={chosen} book={view.book} />
            </div>
            {mayEdit && (
              <Link
                href={`/library/procedures/edit?id=${encodeURIComponent(name)}`}
                prefetch={false}
                className={buttonClass('plain', 'self-start')}
              >
                <ButtonWords>Change its steps</ButtonWords>
              </Link>
            )}
          </div>
        </div>
      </Panel>
      <Panel title="Where it is used">
        <ul className="gap-5 sm:columns-2 lg:columns-3">
          {uses.map(({ platform, way, filledIn }) => (
            <li key={`${platform} ${way}`}>
              <Link
                href={`/library/platform-methods/row?id=${encodeURIComponent(`${platform} ${way}`)}`}
                prefetch={false}
                className="underline"
              >
                {platform}, {methods[way as keyof typeof methods].name}
              </Link>
              {filledIn && <span className="text-mute"> with {filledIn}</span>}
            </li>
          ))}
          {within.map((other) => (
            <li key={other}>
              within{' '}
              <Link
                href={`/library/procedures/row?id=${encodeURIComponent(other)}`}
                prefetch={false}
                className="underline"
              >
                {other}
              </Link>
            </li>
          ))}
          {uses.length + within.length === 0 && <li className="text-mute">Nowhere yet.</li>}
        </ul>
        {parameters.length > 0 && (
          <p className="mt-3">
            Left open: {parameters.map(([parameter, { says }]) => `${parameter} (${says})`).join(', ')}
          </p>
        )}
        {Object.keys(procedure.restores).length > 0 && (
          <p className="mt-3">Brought back at every end: {stateWords(procedure.restores)}.</p>
        )}
      </Panel>
      <Versions view={view} />
    </>
  );
}
