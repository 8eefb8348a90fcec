'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Cells } from '@/core/catalogue/lists/description';
import { done, failed, type Result } from '@/core/kinds/result';
import type { Part, Procedure } from '@/core/procedure/document/procedure';
import { kindWords } from '@/core/procedure/document/step-words';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { postJson } from '@/ui/fetch-file';
import { SelectField, TextAreaField, TextField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Problems } from '@/ui/problems';
import { useUnsaved } from '@/ui/unsaved';
import { useAsked } from '@/ui/use-asked';
import { useSubmit } from '@/ui/use-submit';
import type { CheckedProcedure } from '@/usecases/library/check-procedure';
import type { SaveAnswer } from '../row-form';
import { SourceFields } from '../source-fields';
import { freeId, newPart } from './new-part';
import { PartForm } from './part-form';
import { ProcedureStrip } from './procedure-strip';
import { SortableSteps } from './sortable-steps';

interface ProcedureEditorProps {
  /** The row as it was shown. */
  readonly row: { readonly id: string; readonly cells: Cells };
  readonly parts: readonly string[];
  readonly onSave: (data: unknown) => Promise<SaveAnswer>;
}

/** A procedure with its steps in a list that is moved, one of them as a form, and what is wrong as it is typed. */
export function ProcedureEditor({ row, parts, onSave }: ProcedureEditorProps) {
  const router = useRouter();
  const [procedure, setProcedure] = useState<Procedure>(
    () => JSON.parse(row.cells.body ?? '{}') as Procedure,
  );
  const [chosen, setChosen] = useState(procedure.steps[0]?.id ?? '');
  const [kind, setKind] = useState<Part['kind']>('do');
  const [words, setWords] = useState({ source: row.cells.source ?? '', reason: '' });
  const name = row.cells.name ?? '';
  const { answer, problems: unasked, pending: isChecking } = useAsked({ name, body: procedure }, validate);
  const { send, pending, problems, problemOf } = useSubmit(onSave);
  useUnsaved(JSON.stringify(procedure) !== row.cells.body);
  const { steps, ends } = procedure;
  const at = steps.findIndex(({ id }) => id === chosen);
  const part = steps[at];
  const found = answer?.problems ?? [];
  const ids = [...steps, ...ends].map(({ id }) => id);
  const counts = new Map<string, number>();
  for (const { step } of found) if (step !== null) counts.set(step, (counts.get(step) ?? 0) + 1);
  const put = (next: readonly Part[]) => setProcedure({ ...procedure, steps: next });
  const add = (fresh: Part) => {
    put([...steps.slice(0, at + 1), fresh, ...steps.slice(at + 1)]);
    setChosen(fresh.id);
  };
  const elsewhere = found.filter(({ step }) => step === null || !steps.some(({ id }) => id === step));
  return (
    <Page
      title={name}
      note="Procedure: its steps"
      actions={
        <Link
          href={`/library/procedures/row?id=${encodeURIComponent(name)}`}
          prefetch={false}
          className={buttonClass('plain')}
        >
          <ButtonWords>Leave it as it was</ButtonWords>
        </Link>
      }
    >
      <Check found={found.length} steps={answer?.steps ?? null} isChecking={isChecking} />
      <Problems problems={unasked} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <Panel title="Steps" note="Drag one by its ↑↓, or take it there with space and move it with arrows.">
          <SortableSteps parts={steps} chosen={chosen} wrong={counts} onChoose={setChosen} onMove={put} />
          <div className="mt-3 flex flex-wrap items-end gap-2">
            <SelectField
              label="Another step below"
              value={kind}
              choices={(Object.keys(kindWords) as Part['kind'][]).map((value) => ({
                value,
                label: kindWords[value],
              }))}
              onChange={setKind}
            />
            <Button
              className="mb-5"
              onClick={() =>
                add(
                  newPart(kind, freeId(kind, ids), ends.find((end) => end.kind === 'stop')?.id ?? 'stopped'),
                )
              }
            >
              Add it
            </Button>
          </div>
        </Panel>
        <Panel title={part ? `Step ${at + 1}` : 'No step'}>
          {part && (
            <PartForm
              key={`${at} ${steps.length} ${part.kind}`}
              part={part}
              taken={ids.filter((id) => id !== part.id)}
              parts={parts}
              problems={found.flatMap(({ step, field, message }) =>
                step === part.id ? [field === null ? message : `${field}: ${message}`] : [],
              )}
              onChange={(next) => {
                put(steps.map((one, place) => (place === at ? next : one)));
                if (next.id !== part.id) setChosen(next.id);
              }}
              onCopy={() => add({ ...part, id: freeId(part.id, ids) })}
              onRemove={() => {
                const left = steps.filter((_, place) => place !== at);
                put(left);
                setChosen(left[Math.min(at, left.length - 1)]?.id ?? '');
              }}
            />
          )}
        </Panel>
      </div>
      {answer && answer.steps !== null && (
        <ProcedureStrip
          procedure={procedure}
          chosen={chosen}
          onChoose={(id) => steps.some((one) => one.id === id) && setChosen(id)}
        />
      )}
      <Rest procedure={procedure} onChange={setProcedure} />
      {elsewhere.length > 0 && (
        <Notice tone="oxide">
          {elsewhere.map(({ step, field, message }) => (
            <p key={`${step} ${field} ${message}`}>
              {[step, field].filter(Boolean).join(', ')} {message}
            </p>
          ))}
        </Notice>
      )}
      <Panel title="Save it" note="Another content takes a higher number: the one before stays what it was.">
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            const version = String(Number(row.cells.version ?? 0) + 1);
            send(
              {
                list: 'procedures',
                id: row.id,
                cells: { ...row.cells, version, body: JSON.stringify(procedure), source: words.source },
                seen: row.cells,
                ...words,
              },
              () => {
                router.push(`/library/procedures/row?id=${encodeURIComponent(name)}`);
                router.refresh();
              },
            );
          }}
        >
          <SourceFields value={words} problemOf={problemOf} onChange={setWords} />
          <Problems problems={problems.filter(({ field }) => field !== 'source' && field !== 'reason')} />
          <Button type="submit" look="main" busy={pending} className="self-start">
            Save as version {Number(row.cells.version ?? 0) + 1}
          </Button>
        </form>
      </Panel>
    </Page>
  );
}

function Check({
  found,
  steps,
  isChecking,
}: {
  readonly found: number;
  readonly steps: number | null;
  readonly isChecking: boolean;
}) {
  return (
    <div data-said>
      {found > 0 ? (
        <Notice tone="oxide">
          {found} {found === 1 ? 'thing is' : 'things are'} wrong: the steps are marked.
        </Notice>
      ) : (
        <Notice tone={steps === null ? 'plain' : 'glaze'}>
          {steps === null
            ? isChecking
              ? 'It is being checked.'
              : 'It was not checked yet.'
            : `Every branch ends, every state is brought about before it is wanted: ${steps} steps with all that is done in between.`}
        </Notice>
      )}
    </div>
  );
}

/** What stands beside the steps, as the document has it. */
function Rest({
  procedure,
  onChange,
}: {
  readonly procedure: Procedure;
  readonly onChange: (next: Procedure) => void;
}) {
  const { steps: _, about, ...rest } = procedure;
  const [text, setText] = useState(() => JSON.stringify(rest, null, 2));
  const [problem, setProblem] = useState<string>();
  return (
    <Panel title="Beside the steps">
      <div className="flex flex-col gap-3">
        <TextField
          label="What it is about"
          value={about}
          onChange={(event) => onChange({ ...procedure, about: event.target.value })}
        />
        <TextAreaField
          label="Way, what is left open, what is brought back, and its ends"
          hint="JSON, as the schema says"
          className="font-mono"
          rows={12}
          spellCheck={false}
          value={text}
          error={problem}
          onChange={(event) => {
            setText(event.target.value);
            const read = restOf(event.target.value);
            setProblem(read ? undefined : 'Expected way, parameters, restores and ends, as JSON.');
            if (read) onChange({ about, ...read, steps: procedure.steps });
          }}
        />
      </div>
    </Panel>
  );
}

function restOf(text: string): Omit<Procedure, 'about' | 'steps'> | undefined {
  try {
    const read = JSON.parse(text) as Partial<Procedure> | null;
    return read &&
      Array.isArray(read.ends) &&
      typeof read.parameters === 'object' &&
      typeof read.restores === 'object'
      ? (read as Omit<Procedure, 'about' | 'steps'>)
      : undefined;
  } catch {
    return undefined;
  }
}

async function validate(asked: unknown): Promise<Result<CheckedProcedure>> {
  const answer = await postJson('/api/v1/procedures/validate', asked);
  return typeof answer === 'string' ? failed(answer) : done((await answer.json()) as CheckedProcedure);
}
