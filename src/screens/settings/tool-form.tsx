'use client';

import type { Tool } from '@/core/programming/van-kit';
import { Button } from '@/ui/button';
import { choicesOf } from '@/ui/field';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { Overlay } from '@/ui/overlay';
import { useSave } from '@/ui/use-submit';
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
  const remove = useSave(onRemove);
  const of = useFormOf({
    values: {
      name: tool?.name ?? '',
      edition: tool?.edition ?? '',
      state: tool?.state ?? ('supported' as const),
    },
    check: async () => (await import('@/inputs/tool-inputs')).ToolInput,
    read: (draft) => ({ vanId: van.id, ...draft }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay
      open
      onOpenChange={(open) => !open && onClose()}
      title={tool ? tool.name : 'Add a tool'}
      note={van.name}
    >
      <Form of={of} className="flex flex-col gap-2">
        <FormText of={of} name="name" label="Tool" maxLength={60} disabled={tool !== undefined} />
        <FormText of={of} name="edition" label="Edition" maxLength={40} />
        <FormSelect
          of={of}
          name="state"
          label="State"
          choices={choicesOf({ supported: 'supported', frozen: 'frozen: no updates any more' })}
        />
        <FormOutcome of={of} more={remove.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            Save
          </Button>
          {tool && (
            <Button
              look="danger"
              busy={remove.pending}
              follows="with all it covers"
              onClick={() => remove.send({ vanId: van.id, name: tool.name }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}
