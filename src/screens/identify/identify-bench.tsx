'use client';

import Link from 'next/link';
import { useState } from 'react';
import { type QuestionGiven, unsureReliability } from '@/core/identify/gathered-facts';
import { lineLimit } from '@/core/identify/line/reading';
import { foldBelow } from '@/core/identify/posterior';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { answerLabel } from '@/core/identify/question-words';
import type { Stand } from '@/core/identify/sight';
import { usualCertainty } from '@/core/identify/what-to-bring';
import type { Result } from '@/core/kinds/result';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { plainChoices, SelectField, TextField } from '@/ui/field';
import { handLine, useHandedLine } from '@/ui/handed-line';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { useAsked } from '@/ui/use-asked';
import type { IdentifiedLine } from '@/usecases/benches/identify';
import { CandidatesTable } from './candidates-table';
import type { GiveAnswer } from './give-answer';
import { Narrowing } from './narrowing';
import { ShareFactors } from './share-factors';

interface IdentifyBenchProps {
  readonly onIdentify: (data: unknown) => Promise<Result<IdentifiedLine>>;
}

const mostSideBySide = 4;

/** A car without a job: from a line to the key. */
export function IdentifyBench({ onIdentify }: IdentifyBenchProps) {
  const [line, setLine] = useState('');
  useHandedLine((handed) => setLine(handed.slice(0, lineLimit)));
  const [model, setModel] = useState('');
  const [market, setMarket] = useState('');
  const [given, setGiven] = useState<readonly QuestionGiven[]>([]);
  const [certainty, setCertainty] = useState(usualCertainty);
  const [stand, setStand] = useState<Stand>('car');
  const asked =
    line.trim() === ''
      ? null
      : { line, given, certainty, stand, ...(model && { model }), ...(market && { market }) };
  const { answer, problems, pending } = useAsked(asked, onIdentify);
  const give: GiveAnswer = (kind, became, value, sure) =>
    setGiven((before) => {
      const others = before.filter((one) => one.kind !== kind);
      return became === 'ask'
        ? others
        : [...others, { kind, answer: became, value, reliability: reliabilityOf(answer, kind, sure) }];
    });
  const change = (text: string) => {
    setLine(text);
    setModel('');
  };
  return (
    <Page
      title="Identify"
      note="A car without a job. Nothing is stored."
      actions={
        line.trim() === '' ? undefined : (
          <Link
            href="/jobs/new"
            prefetch={false}
            onClick={() => handLine(line)}
            className={buttonClass('plain')}
          >
            <ButtonWords follows="with this line">Open a job</ButtonWords>
          </Link>
        )
      }
    >
      <div className="grid gap-3 md:grid-cols-[minmax(0,1fr)_12rem]">
        <TextField
          label="The car in one line"
          value={line}
          maxLength={lineLimit}
          placeholder="Halvorn Merrowdale 2019 push start lost both"
          error={problems.find(({ field }) => field !== 'market')?.message ?? answer?.read.problems[0]}
          hint={answer ? readWords(answer) : 'Make, model, year, push or turn, a VIN; in any order.'}
          onChange={(event) => change(event.target.value)}
        />
        <SelectField
          label="Sold in"
          value={market}
          empty="Not told"
          choices={plainChoices(answer?.markets ?? [])}
          onChange={setMarket}
        />
      </div>
      {answer && answer.read.models.length > 0 && (
        <section aria-label="Models">
          <h2 className="mb-2 font-semibold">Which {answer.read.make}?</h2>
          <div className="flex flex-wrap gap-2">
            {answer.read.models.map((name) => (
              <Button key={name} onClick={() => setModel(name)}>
                {name}
              </Button>
            ))}
          </div>
        </section>
      )}
      {!answer && !pending && line.trim() === '' && (
        <p className="rounded-lg border border-dashed border-edge p-6 text-center text-mute">
          Type what is known of the car. Questions follow, the one most worth its effort first.
        </p>
      )}
      {answer && answer.read.model !== null && (
        <Found
          answer={answer}
          given={given}
          certainty={certainty}
          pending={pending}
          onAnswer={give}
          onCertainty={setCertainty}
          onStand={setStand}
        />
      )}
    </Page>
  );
}

interface FoundProps {
  readonly answer: IdentifiedLine;
  readonly given: readonly QuestionGiven[];
  readonly certainty: number;
  readonly pending: boolean;
  readonly onAnswer: GiveAnswer;
  readonly onCertainty: (certainty: number) => void;
  readonly onStand: (stand: Stand) => void;
}

function Found({ answer, given, certainty, pending, onAnswer, onCertainty, onStand }: FoundProps) {
  const { candidates, platforms } = answer.identification;
  const [showAll, setShowAll] = useState(false);
  const likely = candidates.filter(({ probability }) => probability >= foldBelow);
  const shown = showAll ? candidates : likely.slice(0, mostSideBySide);
  if (candidates.length === 0)
    return <Notice tone="ochre">The library has the model, and nothing of what its keys are.</Notice>;
  return (
    <Narrowing
      identified={answer}
      given={given}
      certainty={certainty}
      pending={pending}
      problem={undefined}
      onAnswer={onAnswer}
      onCertainty={onCertainty}
      onStand={onStand}
    >
      <CandidatesTable candidates={shown} platforms={platforms} sure={answer.identification.sure} />
      {candidates.length > shown.length && (
        <Button look="quiet" className="self-start" onClick={() => setShowAll(true)}>
          Show {candidates.length - shown.length} less likely
        </Button>
      )}
      {candidates.length > 1 && (
        <ShareFactors
          candidates={candidates}
          facts={answer.identification.gathered.facts}
          most={mostSideBySide}
        />
      )}
    </Narrowing>
  );
}

/** How far an answer is relied on: as the question was put, and less where somebody is not sure. */
function reliabilityOf(answer: IdentifiedLine | undefined, kind: QuestionKind, sure: boolean): number {
  const next = answer?.identification.next;
  const asked = next?.kind === 'ask' ? [next.question, ...next.others] : [];
  const own = asked.find((one) => one.kind === kind)?.asking.reliability ?? questionKinds[kind].reliability;
  return sure ? own : Math.min(own, unsureReliability);
}

function readWords({ read }: IdentifiedLine): string {
  const start = read.ignition && answerLabel('ignition', read.ignition).toLowerCase();
  const parts = [read.year, read.make, read.model, start].filter(Boolean);
  const taken =
    parts.length > 0 ? `Read as ${parts.join(' ')}.` : 'No make or model of the library in it yet.';
  return read.unknown.length > 0 ? `${taken} Not understood: ${read.unknown.join(', ')}.` : taken;
}
