'use client';

import { useState } from 'react';
import type { Identification } from '@/core/identify/identification';
import type { Decided, Question } from '@/core/identify/next-question';
import { questionKinds } from '@/core/identify/question-kinds';
import { answerLabel } from '@/core/identify/question-words';
import { formatProbability } from '@/core/kinds/percent';
import { Button } from '@/ui/button';
import { Lead } from '@/ui/panel';
import type { GiveAnswer } from './give-answer';

interface QuestionCardProps {
  readonly next: Identification['next'];
  readonly leading: Decided | undefined;
  readonly names: Readonly<Record<string, string>>;
  readonly pending: boolean;
  readonly onAnswer: GiveAnswer | undefined;
}

/** Answers less likely than this are not offered; as a fact of one's own they can be added all the same. */
const leastShown = 0.003;

/** The question most worth its effort, with what each answer would leave; or why no more is asked. */
export function QuestionCard({ next, leading, names, pending, onAnswer }: QuestionCardProps) {
  const [unsure, setUnsure] = useState(false);
  if (next.kind === 'stop' || !onAnswer)
    return <Stopped why={next.kind === 'stop' ? next.why : 'closed'} leading={leading} names={names} />;
  const { question, others } = next;
  const give: GiveAnswer = (kind, answer, value, sure) => {
    setUnsure(false);
    onAnswer(kind, answer, value, sure);
  };
  return (
    <Lead over="Next question" title={question.asking.ask} reason={question.reason}>
      <div className="flex flex-wrap gap-2">
        {question.answers
          .filter(({ chance, fits }) => fits && chance >= leastShown)
          .map(({ value, chance, leading: then, leadingShare, leaves }) => (
            <Button
              key={value}
              busy={pending}
              follows={`${leaves <= 1 ? 'leaves' : `leaves ${leaves}, likeliest`} ${names[then] ?? ''} · ${formatProbability(leadingShare)}`}
              title={`This answer has a chance of ${formatProbability(chance)}`}
              onClick={() => give(question.kind, 'seen', value, !unsure)}
            >
              {answerLabel(question.kind, value)}
            </Button>
          ))}
        <Strange
          question={question}
          pending={pending}
          onAnswer={(value) => give(question.kind, 'seen', value, !unsure)}
        />
        <Button look="quiet" busy={pending} onClick={() => give(question.kind, 'cannotTell', null, true)}>
          Cannot tell
        </Button>
        <Button look="quiet" busy={pending} onClick={() => give(question.kind, 'skipped', null, true)}>
          Skip
        </Button>
      </div>
      <label className="mt-2 flex min-h-11 w-fit items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-(--terra)"
          checked={unsure}
          onChange={(event) => setUnsure(event.target.checked)}
        />
        Not sure of what I see
      </label>
      {others.length > 0 && <Others others={others} />}
    </Lead>
  );
}

/** Answers that no candidate has: one of them means that something told is wrong, or that it is another car. */
function Strange({
  question,
  pending,
  onAnswer,
}: {
  readonly question: Question;
  readonly pending: boolean;
  readonly onAnswer: (value: string) => void;
}) {
  const strange = question.answers.filter(({ fits }) => !fits);
  if (strange.length === 0) return null;
  return (
    <details className="self-center">
      <summary className="flex min-h-11 cursor-pointer items-center px-2 underline">Something else</summary>
      <p className="text-small text-mute">No candidate has these: then something that was told is wrong.</p>
      <span className="flex flex-wrap gap-2">
        {strange.map(({ value }) => (
          <Button key={value} look="quiet" busy={pending} onClick={() => onAnswer(value)}>
            {answerLabel(question.kind, value)}
          </Button>
        ))}
      </span>
    </details>
  );
}

function Others({ others }: { readonly others: readonly Question[] }) {
  return (
    <p className="mt-1 text-small text-mute">
      Would help too:{' '}
      {others
        .slice(0, 4)
        .map(({ kind }) => questionKinds[kind].label.toLowerCase())
        .join(', ')}
      .
    </p>
  );
}

const whys = {
  settled: 'Settled',
  contradicted: 'Does not fit together',
  nothingHelps: 'No question helps any more',
  noCandidates: 'Nothing to ask about',
  closed: 'As it was left',
} as const;

function Stopped({
  why,
  leading,
  names,
}: {
  readonly why: keyof typeof whys;
  readonly leading: Decided | undefined;
  readonly names: Readonly<Record<string, string>>;
}) {
  if (!leading) return null;
  const name = names[leading.key] ?? '';
  const share = formatProbability(leading.probability);
  const reasons = {
    settled: `All that is left needs the same key, on the same platform, at about the same price: ${share} sure.`,
    nothingHelps: `No question and no pair of questions would change this or lift it over 95 %: ${share} as it stands. Take along what serves the others too.`,
    noCandidates: '',
    contradicted: `Likeliest of what does not fit: ${share} sure. Ask again what is said to be wrong above before anything is cut or bought.`,
    closed: `${share} sure.`,
  };
  return <Lead over={whys[why]} title={name} reason={reasons[why]} />;
}
