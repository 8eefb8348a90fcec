import Link from 'next/link';
import type { ReactNode } from 'react';
import { purposeNames } from '@/core/authority/purposes';
import { formatProbability } from '@/core/kinds/percent';
import type { CauseBook } from '@/core/procedure/causes/causes';
import {
  type Exit,
  handsFree,
  isStep,
  isTrouble,
  type Part,
  type Procedure,
  type Step,
  stepPlaces,
  type Trouble,
} from '@/core/procedure/document/procedure';
import { exitsOf } from '@/core/procedure/document/step-exits';
import {
  answerWords,
  factsOf,
  kindWords,
  said,
  stateWords,
  targetWords,
} from '@/core/procedure/document/step-words';
import { Badge, Notice } from '@/ui/notice';

interface StepDetailProps {
  readonly procedure: Procedure;
  readonly id: string;
  readonly book: CauseBook;
}

/** A procedure, and what the library knows of causes. */
type InProcedure = Omit<StepDetailProps, 'id'>;

/** Everything that is said of one step or end. */
export function StepDetail({ procedure, id, book }: StepDetailProps) {
  const part = procedure.steps.find((one) => one.id === id);
  if (!part) {
    const end = procedure.ends.find((one) => one.id === id);
    return (
      <section aria-label="The end looked at" className="flex flex-col gap-2">
        <h3 className="font-semibold">{end?.say}</h3>
        <p className="text-mute">
          {end?.kind === 'success' ? 'It worked.' : 'It stops here, and says what comes next.'}
        </p>
        {Object.keys(procedure.restores).length > 0 && (
          <p>Brought back before: {stateWords(procedure.restores)}.</p>
        )}
      </section>
    );
  }
  return isStep(part) ? (
    <OneStep procedure={procedure} step={part} book={book} />
  ) : (
    <OnePart procedure={procedure} part={part} />
  );
}

function OnePart({ procedure, part }: { readonly procedure: Procedure; readonly part: Exclude<Part, Step> }) {
  const filled = Object.entries(part.with ?? {});
  const ends = Object.entries(part.ends ?? {});
  return (
    <section aria-label="The step looked at" className="flex flex-col gap-2">
      <h3 className="font-semibold">
        <Link href={`/library/procedures/row?id=${encodeURIComponent(part.procedure)}`} className="underline">
          {part.procedure}
        </Link>
      </h3>
      <p className="text-mute">
        Another procedure, done in between{part.each ? ', once for each key that shall be learned' : ''}.
      </p>
      {filled.length > 0 && <p>Filled in: {filled.map(([name, value]) => `${name} ${value}`).join(', ')}</p>}
      {ends.map(([end, to]) => (
        <p key={end}>
          Where it ends with <span className="font-mono">{end}</span>: {targetWords(procedure, to)}
        </p>
      ))}
    </section>
  );
}

function OneStep({ procedure, step, book }: InProcedure & { readonly step: Step }) {
  const exits = Object.entries(exitsOf(step));
  const facts = [
    ...factsOf(step),
    ...(step.while ? [['While', stateWords(step.while)] as const] : []),
    ...(step.after ? [['Afterwards', stateWords(step.after)] as const] : []),
    ...(step.kind === 'command' ? [['At the gate', purposeNames[step.purpose]] as const] : []),
  ];
  return (
    <section aria-label="The step looked at" className="flex flex-col gap-3">
      <div>
        <p className="text-small text-mute">
          {kindWords[step.kind]} · {stepPlaces[step.where]} · {handsFree[step.hands]}
        </p>
        <h3 className="text-ask font-semibold">{said(step.say)}</h3>
      </div>
      {step.cautions?.map((caution) => (
        <Notice key={caution} tone="ochre">
          {said(caution)}
        </Notice>
      ))}
      {facts.length > 0 && (
        <dl className="grid gap-x-5 gap-y-1 sm:grid-cols-2">
          {facts.map(([name, value]) => (
            <div key={name}>
              <dt className="text-small text-mute">{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      )}
      <Signs words="Good signs" signs={step.good} />
      <Signs words="Means nothing" signs={step.harmless} />
      <Signs words="Meanwhile" signs={step.meanwhile} />
      {step.kind === 'command' &&
        step.asks?.map(({ question, answer, other }) => (
          <p key={question}>
            <Badge tone="oxide">it asks</Badge> “{said(question)}” <strong>{said(answer)}</strong>. {other}.
          </p>
        ))}
      {exits.length > 0 && (
        <section aria-label="Where each answer leads" className="rounded-lg border border-line">
          <dl>
            {exits.map(([answer, exit]) => (
              <ExitRow
                key={answer}
                procedure={procedure}
                words={answerWords(step, answer)}
                exit={exit}
                book={book}
              />
            ))}
          </dl>
        </section>
      )}
    </section>
  );
}

function Signs({
  words,
  signs,
}: {
  readonly words: string;
  readonly signs: readonly string[] | undefined;
}): ReactNode {
  if (!signs || signs.length === 0) return null;
  return (
    <p>
      <span className="text-small text-mute">{words}</span> {signs.map((sign) => said(sign)).join('; ')}
    </p>
  );
}

function ExitRow({
  procedure,
  words,
  exit,
  book,
}: InProcedure & { readonly words: string; readonly exit: Exit }) {
  return (
    <div className="grid gap-x-3 gap-y-1 border-t border-line px-3 py-2 first:border-t-0 sm:grid-cols-[8rem_minmax(0,1fr)]">
      <dt className="text-mute">{words}</dt>
      <dd>
        {isTrouble(exit) ? (
          <Causes procedure={procedure} trouble={exit} book={book} />
        ) : (
          targetWords(procedure, exit)
        )}
      </dd>
    </div>
  );
}

/** What may be behind it, the likelier first, each with where to look and where to go back in. */
function Causes({ procedure, trouble, book }: InProcedure & { readonly trouble: Trouble }) {
  const all = trouble.causes.reduce((sum, { prior }) => sum + prior, 0);
  return (
    <ul className="flex flex-col gap-1.5">
      {[...trouble.causes]
        .sort((a, b) => b.prior - a.prior)
        .map(({ cause, prior, back }) => {
          const known = book.causes.find(({ name }) => name === cause);
          const look = book.looks.find(({ tells }) => tells[cause] !== undefined);
          return (
            <li key={cause}>
              <Badge tone="plain">{formatProbability(prior / all)}</Badge> {known?.says ?? cause}
              <span className="block text-small text-mute">
                {look ? `${look.asks} ${look.seconds} s. ` : 'Left where nothing else is found. '}
                {known && `${known.remedy}. `}
                Then: {targetWords(procedure, back)}
              </span>
            </li>
          );
        })}
      <li className="text-small text-mute">None of them: {targetWords(procedure, trouble.otherwise)}</li>
    </ul>
  );
}
