'use client';

import { useState } from 'react';
import type { Application } from '@/core/catalogue/application';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { answerLabel } from '@/core/identify/question-words';
import { type TellKind, tellKindNames, tellValues } from '@/core/identify/tells';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import type { GiveAnswer } from './give-answer';

interface GivenFactsProps {
  readonly given: readonly QuestionGiven[];
  readonly applications: readonly Application[];
  readonly pending: boolean;
  readonly problem: string | undefined;
  readonly onAnswer: GiveAnswer | undefined;
}

/** What was asked and answered so far, each to be opened again, and a fact of one's own to add. */
export function GivenFacts({ given, applications, pending, problem, onAnswer }: GivenFactsProps) {
  if (!onAnswer && given.length === 0) return null;
  return (
    <Panel
      title="Seen and asked"
      note={given.length === 0 ? 'Nothing yet beyond what the caller told.' : undefined}
    >
      {given.length > 0 && (
        <ul className="flex flex-wrap gap-2" aria-label="Answers">
          {given.map(({ kind, answer, value, reliability }) => (
            <li
              key={kind}
              className={`flex items-center gap-2 rounded-lg border-[1.5px] px-3 py-1.5 ${answer === 'seen' ? 'border-solid border-glaze' : 'border-dashed border-edge'}`}
            >
              <span>
                <span className="text-small text-mute">{questionKinds[kind].label}</span>{' '}
                <span className="font-semibold">{answerWords(kind, answer, value)}</span>
                {reliability !== undefined && reliability < 0.9 && (
                  <span className="text-ochre"> not sure</span>
                )}
              </span>
              {onAnswer && (
                <Button
                  look="quiet"
                  className="min-h-11"
                  busy={pending}
                  aria-label={`Ask again: ${questionKinds[kind].label}`}
                  onClick={() => onAnswer(kind, 'ask', null, true)}
                >
                  Ask again
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {onAnswer && (
        <AddFact applications={applications} pending={pending} problem={problem} onAnswer={onAnswer} />
      )}
    </Panel>
  );
}

function answerWords(kind: QuestionKind, answer: QuestionGiven['answer'], value: string | null): string {
  if (answer === 'cannotTell') return 'cannot tell';
  return answer === 'skipped' || value === null ? 'skipped' : answerLabel(kind, value);
}

type AddFactProps = Omit<GivenFactsProps, 'given'> & { readonly onAnswer: GiveAnswer };

/** Any fact at any time, in whatever order the car shows them. */
function AddFact({ applications, pending, problem, onAnswer }: AddFactProps) {
  const [kind, setKind] = useState<QuestionKind>('chipMark');
  const [value, setValue] = useState('');
  const [until, setUntil] = useState('');
  const [sure, setSure] = useState(true);
  const kinds: QuestionKind[] = ['modelYear', 'buildMonth', ...tellKindNames];
  const isTime = kind === 'modelYear' || kind === 'buildMonth';
  const values = isTime ? [] : tellValues(applications, kind as TellKind);
  return (
    <form
      className="mt-3 flex flex-wrap items-start gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        onAnswer(kind, 'seen', until ? `${value}..${until}` : value, sure);
        setValue('');
        setUntil('');
      }}
    >
      <SelectField
        label="A fact"
        className="w-52"
        value={kind}
        choices={kinds.map((name) => ({ value: name, label: questionKinds[name].label }))}
        onChange={(next) => {
          setKind(next);
          setValue('');
          setUntil('');
        }}
      />
      {isTime ? (
        <>
          <TextField
            label={kind === 'modelYear' ? 'Year, or from' : 'Month, or from'}
            className="w-36"
            mono
            inputMode={kind === 'modelYear' ? 'numeric' : undefined}
            value={value}
            placeholder={kind === 'modelYear' ? '2019' : '2019-05'}
            error={problem}
            onChange={(event) => setValue(event.target.value.trim())}
          />
          <TextField
            label="to"
            className="w-36"
            mono
            inputMode={kind === 'modelYear' ? 'numeric' : undefined}
            value={until}
            onChange={(event) => setUntil(event.target.value.trim())}
          />
        </>
      ) : (
        <SelectField
          label="What is seen"
          className="w-64"
          value={value}
          empty="Choose"
          error={problem}
          choices={values.map((one) => ({ value: one, label: answerLabel(kind, one) }))}
          onChange={setValue}
        />
      )}
      <label className="mt-[22px] flex min-h-12 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-(--terra)"
          checked={!sure}
          onChange={(event) => setSure(!event.target.checked)}
        />
        not sure
      </label>
      <Button type="submit" className="mt-[22px]" busy={pending} disabled={value === ''}>
        Add it
      </Button>
    </form>
  );
}
