'use client';

import {
  type ChoiceAdvice,
  type ChoiceQuestion,
  choiceAnswers,
  choiceTitles,
} from '@/core/programming/choices';
import { Button } from '@/ui/button';
import { ChoiceGroup } from '@/ui/choice-group';
import { EditOutcome } from '@/ui/edit-outcome';
import { choicesOf } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface ChoicesProps {
  readonly job: JobRef;
  readonly advice: readonly ChoiceAdvice[];
  readonly made: readonly {
    readonly question: ChoiceQuestion;
    readonly choice: string;
    readonly chosenBy: 'customer' | 'shop';
  }[];
  readonly onChoice: EditAction;
}

/** What is the customer's or the shop's to choose beside the route, with what each answer means. */
export function Choices({ job, advice, made, onChoice }: ChoicesProps) {
  const edit = useEdit(onChoice, job);
  if (advice.length === 0) return null;
  return (
    <Panel title="To be chosen" note="The schools differ; the choice is recorded with who made it.">
      <ul className="flex flex-col divide-y divide-line">
        {advice.map(({ question, advised, why, consequences }) => {
          const own = made.find((one) => one.question === question);
          const answers: Readonly<Record<string, string>> = choiceAnswers[question];
          const choose = (chosenBy: 'customer' | 'shop', choice: string | null) =>
            edit.send({ question, choice, chosenBy });
          return (
            <li key={question} className="flex flex-col gap-2 py-3 first:pt-0">
              <div className="flex flex-wrap items-center gap-2">
                <h3 className="font-semibold">{choiceTitles[question]}</h3>
                <Badge tone="glaze">advised: {answers[advised]}</Badge>
                {own && (
                  <Badge tone="smalt">{own.chosenBy === 'customer' ? 'customer chose' : 'shop chose'}</Badge>
                )}
              </div>
              <p className="text-mute">{why}</p>
              <div className="grid gap-2 sm:grid-cols-2">
                {Object.entries(answers).map(([answer, label]) => (
                  <p key={answer}>
                    <b className="font-semibold">{label}.</b> {consequences[answer]}
                  </p>
                ))}
              </div>
              {!job.closed && (
                <div className="flex flex-wrap items-end gap-3">
                  {question !== 'first' && (
                    <ChoiceGroup
                      label="The customer chose"
                      value={own?.chosenBy === 'customer' ? own.choice : ''}
                      choices={choicesOf(answers)}
                      onChange={(value) => choose('customer', value)}
                    />
                  )}
                  {question === 'first' && (
                    <ChoiceGroup
                      label="We do"
                      value={own?.choice ?? ''}
                      choices={choicesOf(answers)}
                      onChange={(value) => choose('shop', value)}
                    />
                  )}
                  {own && (
                    <Button look="quiet" busy={edit.pending} onClick={() => choose(own.chosenBy, null)}>
                      Leave it open
                    </Button>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <EditOutcome
        edit={edit}
        fields={advice.map(({ question }) => ({ field: question, label: choiceTitles[question] }))}
      />
    </Panel>
  );
}
