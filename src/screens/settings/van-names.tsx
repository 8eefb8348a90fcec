'use client';

import { FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { useSave } from '@/ui/use-submit';
import { EditableList, EditSheet } from './editable-list';
import type { ToolAction } from './van-tools';

interface NamedVan {
  readonly id: string;
  readonly name: string;
}

interface VanNamesProps {
  readonly vans: readonly NamedVan[];
  readonly onSave: ToolAction;
  readonly onGiveUp: ToolAction;
}

/** The vans that are driven; what each can do stands at Tools and licences. */
export function VanNames({ vans, ...actions }: VanNamesProps) {
  return (
    <EditableList
      title="Vans"
      note="Routes, visits and stock are those of a van. Its tools stand at Tools and licences."
      one="a van"
      items={vans}
      none="There is none yet: without a van nothing has a price."
      columns={[{ head: 'Van', look: 'name', cell: ({ name }) => name }]}
      sheet={(van, onClose) => <VanForm van={van} onClose={onClose} {...actions} />}
    />
  );
}

function VanForm({
  van,
  onSave,
  onGiveUp,
  onClose,
}: Pick<VanNamesProps, 'onSave' | 'onGiveUp'> & {
  readonly van: NamedVan | undefined;
  readonly onClose: () => void;
}) {
  const of = useFormOf({
    values: { name: van?.name ?? '' },
    check: async () => (await import('@/inputs/shop-input')).VanInput,
    read: ({ name }) => ({ ...(van ? { id: van.id } : {}), name }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <EditSheet
      of={of}
      item={van}
      one="a van"
      onRemove={onGiveUp}
      removes="Give it up"
      follows="until it is added by its name again"
      onClose={onClose}
    >
      <FormText of={of} name="name" label="Van" maxLength={40} />
    </EditSheet>
  );
}
