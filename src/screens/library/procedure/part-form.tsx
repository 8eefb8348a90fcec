'use client';

import { useState } from 'react';
import { handsFree, type Part, stepPlaces } from '@/core/procedure/document/procedure';
import { kindWords } from '@/core/procedure/document/step-words';
import { Button } from '@/ui/button';
import { choicesOf, plainChoices, SelectField, TextAreaField, TextField } from '@/ui/field';

interface PartFormProps {
  readonly part: Part;
  /** Ids that other steps and ends have. */
  readonly taken: readonly string[];
  /** Procedures that can be done in between. */
  readonly parts: readonly string[];
  readonly problems: readonly string[];
  readonly onChange: (part: Part) => void;
  readonly onCopy: () => void;
  readonly onRemove: () => void;
}

/** One step: what everybody fills in as fields, the rest as the document has it. */
export function PartForm({ part, taken, parts, problems, onChange, onCopy, onRemove }: PartFormProps) {
  const { kind, id, ...rest } = part;
  const shown = kind === 'use' ? omit(rest, 'procedure') : omit(rest, 'say', 'where', 'hands');
  const [text, setText] = useState(() => JSON.stringify(shown, null, 2));
  const [notJson, setNotJson] = useState<string>();
  const [typedId, setTypedId] = useState(id);
  const idProblem = taken.includes(typedId)
    ? 'Another step or end has this id.'
    : /^[a-z][A-Za-z0-9-]{0,29}$/.test(typedId)
      ? undefined
      : 'A small letter, then letters, figures and -.';
  const change = (fields: object) => onChange({ ...part, ...fields } as Part);
  return (
    <section aria-label={`Step ${id}`} className="flex flex-col gap-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="Id"
          mono
          value={typedId}
          error={idProblem}
          onChange={(event) => {
            const next = event.target.value;
            setTypedId(next);
            if (!taken.includes(next) && /^[a-z][A-Za-z0-9-]{0,29}$/.test(next)) change({ id: next });
          }}
        />
        <p className="self-end pb-3">
          <span className="text-small text-mute">Kind</span> {kindWords[kind]}
        </p>
      </div>
      {part.kind === 'use' ? (
        <SelectField
          label="Procedure done in between"
          value={part.procedure}
          choices={plainChoices(parts.includes(part.procedure) ? parts : [...parts, part.procedure])}
          onChange={(procedure) => change({ procedure })}
        />
      ) : (
        <>
          <TextAreaField
            label="What to do"
            hint="{known}, {otherKnown}, {new} and {came} name keys; {leads}, {article}, {platform} come from the library"
            rows={2}
            value={part.say}
            onChange={(event) => change({ say: event.target.value })}
          />
          <div className="grid gap-3 sm:grid-cols-2">
            <SelectField
              label="Where"
              value={part.where}
              choices={choicesOf(stepPlaces)}
              onChange={(where) => change({ where })}
            />
            <SelectField
              label="Hands"
              value={part.hands}
              choices={choicesOf(handsFree)}
              onChange={(hands) => change({ hands })}
            />
          </div>
        </>
      )}
      <TextAreaField
        label="Everything else of it"
        hint="JSON, as the schema says: acts, seconds, while, cautions, answers, and where each leads"
        className="font-mono"
        rows={14}
        spellCheck={false}
        value={text}
        error={notJson}
        onChange={(event) => {
          setText(event.target.value);
          const read = objectOf(event.target.value);
          setNotJson(read ? undefined : 'This is not a JSON object.');
          if (read) onChange(replaced(part, read));
        }}
      />
      {problems.length > 0 && (
        <ul aria-label="What is wrong with it" className="flex flex-col gap-1 text-oxide">
          {problems.map((problem) => (
            <li key={problem}>▲ {problem}</li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="quiet" onClick={onCopy}>
          Copy this step
        </Button>
        <Button look="danger" onClick={onRemove}>
          Remove this step
        </Button>
      </div>
    </section>
  );
}

function omit(object: object, ...names: readonly string[]): object {
  return Object.fromEntries(Object.entries(object).filter(([name]) => !names.includes(name)));
}

function objectOf(text: string): Record<string, unknown> | undefined {
  try {
    const read: unknown = JSON.parse(text);
    return typeof read === 'object' && read !== null && !Array.isArray(read)
      ? (read as Record<string, unknown>)
      : undefined;
  } catch {
    return undefined;
  }
}

/** The step with all its other fields as typed; what has a field of its own above stays. */
function replaced(part: Part, others: Readonly<Record<string, unknown>>): Part {
  const { kind, id } = part;
  const own =
    part.kind === 'use'
      ? { procedure: part.procedure }
      : { say: part.say, where: part.where, hands: part.hands };
  return { kind, id, ...own, ...omit(others, 'kind', 'id', ...Object.keys(own)) } as Part;
}
