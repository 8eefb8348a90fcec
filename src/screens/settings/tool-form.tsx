'use client';

import { useState } from 'react';
import type { Tool } from '@/core/programming/van-kit';
import { Button } from '@/ui/button';
import { SelectField, TextField } from '@/ui/field';
import { Overlay } from '@/ui/overlay';
import { Problems } from '@/ui/problems';
import { useSubmit } from '@/ui/use-submit';
import type { ToolAction, VanTools } from './van-tools';

interface ToolFormProps {
  readonly van: VanTools;
  readonly tool: Tool | undefined;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
  readonly onClose: () => void;
}

/** A tool of a van: its edition and whether it is still supported. */
export function ToolForm({ van, tool, onSave, onRemove, onClose }: ToolFormProps) {
  const [name, setName] = useState(tool?.name ?? '');
  const [edition, setEdition] = useState(tool?.edition ?? '');
  const [state, setState] = useState<Tool['state']>(tool?.state ?? 'supported');
  const save = useSubmit(onSave);
  const remove = useSubmit(onRemove);
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={tool ? tool.name : 'Add a tool'}
      note={van.name}
    >
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          save.submit({ vanId: van.id, name, edition, state }, onClose);
        }}
      >
        <TextField
          label="Tool"
          maxLength={60}
          value={name}
          disabled={tool !== undefined}
          error={save.problemOf('name')}
          onChange={(event) => setName(event.target.value)}
        />
        <TextField
          label="Edition"
          maxLength={40}
          value={edition}
          error={save.problemOf('edition')}
          onChange={(event) => setEdition(event.target.value)}
        />
        <SelectField
          label="State"
          value={state}
          choices={[
            { value: 'supported', label: 'supported' },
            { value: 'frozen', label: 'frozen: no updates any more' },
          ]}
          onChange={(event) => setState(event.target.value as Tool['state'])}
        />
        <Problems problems={[...save.general, ...remove.problems]} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={save.pending}>
            Save
          </Button>
          {tool && (
            <Button
              look="danger"
              busy={remove.pending}
              follows="with all it covers"
              onClick={() => remove.submit({ vanId: van.id, name: tool.name }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </form>
    </Overlay>
  );
}
