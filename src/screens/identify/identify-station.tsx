'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useState } from 'react';
import { applicationName } from '@/core/catalogue/application';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import { type Candidate, foldBelow } from '@/core/identify/posterior';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { answerLabel } from '@/core/identify/question-words';
import type { Stand } from '@/core/identify/sight';
import { formatSpan } from '@/core/kinds/year-span';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Lead } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';
import type { Identified } from '@/usecases/identify/surround';
import { CandidatesTable, whatDiffers } from './candidates-table';
import type { GiveAnswer } from './give-answer';
import { Narrowing } from './narrowing';
import { ShareFactors } from './share-factors';

interface IdentifyStationProps {
  readonly job: JobRef;
  readonly identified: Identified;
  readonly certainty: number;
  readonly given: readonly QuestionGiven[];
  readonly chosenId: string | null;
  readonly chosenReason: string | null;
  readonly carWords: string;
  readonly onChoose: EditAction;
  readonly onAnswer: EditAction;
}

const mostSideBySide = 3;

/** The next question, the candidates side by side, and the choice of one with its reason. */
export function IdentifyStation(props: IdentifyStationProps) {
  const { job, identified, certainty, given, carWords, onAnswer } = props;
  const router = useRouter();
  const path = usePathname();
  const answers = useEdit(onAnswer, job);
  if (identified.identification.candidates.length === 0) return <NothingFound carWords={carWords} />;
  const { stand } = identified.identification.sight;
  const give: GiveAnswer = (kind, answer, value, sure) => answers.send({ kind, answer, value, sure, stand });
  const turnTo = (share: number, who: Stand) =>
    router.push(`${path}?certainty=${share}&stand=${who}`, { scroll: false });
  return (
    <Narrowing
      identified={identified}
      given={given}
      certainty={certainty}
      pending={answers.pending}
      problem={answers.problemOf('value')}
      onAnswer={job.closed ? undefined : give}
      onCertainty={(share) => turnTo(share, stand)}
      onStand={job.closed ? undefined : (who) => turnTo(certainty, who)}
    >
      <EditOutcome
        edit={answers}
        shownBeside={['value']}
        fields={(Object.keys(questionKinds) as QuestionKind[]).map((field) => ({
          field,
          label: questionKinds[field].label,
        }))}
        mine={{}}
      />
      <Choice {...props} />
    </Narrowing>
  );
}

/** The candidates and the choice of one; a chosen one stays among them whatever its rank. */
function Choice({ job, identified, given, chosenId, chosenReason, onChoose }: IdentifyStationProps) {
  const { candidates, platforms } = identified.identification;
  const likely = candidates.filter(({ probability }) => probability >= foldBelow);
  const [picked, setPicked] = useState<string>();
  const [written, setWritten] = useState<string>();
  const selected = picked ?? chosenId ?? likely[0]?.application.id ?? '';
  const reason = written ?? chosenReason ?? '';
  const [showAll, setShowAll] = useState(false);
  const edit = useEdit(onChoose, job);
  const { next } = identified.identification;
  const settled = next.kind === 'stop' && next.why === 'settled';
  const shown = shownOf(
    showAll ? candidates : likely.slice(0, settled ? 1 : mostSideBySide),
    candidates,
    chosenId,
  );
  const preset = settled
    ? answeredWords(given)
    : likely.length === 1
      ? 'The only candidate that fits what was told'
      : '';
  return (
    <>
      <CandidatesTable
        candidates={shown}
        platforms={platforms}
        sure={identified.identification.sure}
        selected={selected}
        onSelect={job.closed ? undefined : setPicked}
      />
      {candidates.length > shown.length && (
        <Button look="quiet" className="self-start" onClick={() => setShowAll(true)}>
          Show {candidates.length - shown.length} less likely
        </Button>
      )}
      {candidates.length > 1 && (
        <ShareFactors
          candidates={candidates}
          facts={identified.identification.gathered.facts}
          most={mostSideBySide}
        />
      )}
      <Lead
        over={leadOver(chosenId, shown.length, likely.length, settled)}
        title={leadTitle(candidates, settled ? 1 : likely.length, chosenId)}
        reason={settled ? preset : whatDiffers(shown)}
      >
        {!job.closed && (
          <form
            className="flex flex-wrap items-start gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              edit.send({ applicationId: selected, reason: reason.trim() || preset });
            }}
          >
            {(!settled || selected !== likely[0]?.application.id) && (
              <TextField
                label="Why this one"
                className="min-w-[min(16rem,100%)] flex-1"
                value={reason}
                placeholder={preset}
                maxLength={300}
                error={edit.problemOf('reason') ?? edit.problemOf('applicationId')}
                hint="The mark on the blade, the board number, the month on the door sticker."
                onChange={(event) => setWritten(event.target.value)}
              />
            )}
            <Button
              type="submit"
              look="main"
              className="mt-[22px]"
              busy={edit.pending}
              follows={nameOf(candidates, selected)}
            >
              {chosenId === null ? 'Take this one' : 'Take this one instead'}
            </Button>
          </form>
        )}
      </Lead>
      <EditOutcome
        edit={edit}
        shownBeside={['reason', 'applicationId']}
        fields={[
          { field: 'applicationId', label: 'Candidate', show: (id) => nameOf(candidates, String(id)) },
          { field: 'reason', label: 'Why' },
        ]}
      />
    </>
  );
}

function NothingFound({ carWords }: { carWords: string }) {
  return (
    <Lead
      title="The library has nothing for this car"
      reason={
        carWords
          ? `The caller's words are “${carWords}”. Choose make and model at Call, if the car goes by another name.`
          : 'Choose make and model at Call.'
      }
    />
  );
}

/** The candidates shown, with the chosen one among them whatever its rank. */
function shownOf(
  list: readonly Candidate[],
  all: readonly Candidate[],
  chosenId: string | null,
): readonly Candidate[] {
  if (chosenId === null || list.some(({ application }) => application.id === chosenId)) return list;
  const chosen = all.find(({ application }) => application.id === chosenId);
  return chosen ? [chosen, ...list] : list;
}

/** The answers as the reason of what they settled. */
function answeredWords(given: readonly QuestionGiven[]): string {
  const seen = given.flatMap(({ kind, answer, value }) =>
    answer === 'seen' && value !== null
      ? [`${questionKinds[kind].label.toLowerCase()}: ${answerLabel(kind, value)}`]
      : [],
  );
  const words = seen.join(', ');
  return seen.length === 0 ? 'Settled by what was told' : `Settled by ${words}`.slice(0, 300);
}

function leadOver(chosenId: string | null, shown: number, likely: number, settled: boolean): string {
  if (chosenId !== null) return 'Chosen';
  if (settled) return 'Settled';
  if (likely === 1) return 'One candidate';
  return likely > shown
    ? `The ${shown} likeliest of ${likely} candidates`
    : `${likely} candidates, likeliest first`;
}

function leadTitle(candidates: readonly Candidate[], likely: number, chosenId: string | null): string {
  const chosen = candidates.find(({ application }) => application.id === chosenId);
  if (chosen) return nameOf(candidates, chosen.application.id);
  return likely === 1 ? 'Is it this one?' : 'Which of these is it?';
}

function nameOf(candidates: readonly Candidate[], id: string): string {
  const application = candidates.find((candidate) => candidate.application.id === id)?.application;
  return application ? `${applicationName(application)}, ${formatSpan(application.span)}` : 'not said';
}
