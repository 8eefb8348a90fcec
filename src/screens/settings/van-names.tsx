'use client';

import { plainChoices } from '@/ui/field';
import { FormSelect, FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { useSave } from '@/ui/use-submit';
import { EditableList, EditSheet } from './editable-list';
import type { ToolAction } from './van-tools';

interface NamedVan {
  readonly id: string;
  readonly name: string;
  /** By its name on the roads; null for the workshop. */
  readonly standsAt: string | null;
}

interface VanNamesProps {
  readonly vans: readonly NamedVan[];
  /** Where one can stand on the roads; none where there are no roads on file. */
  readonly nodes: readonly string[];
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
      columns={[
        { head: 'Van', look: 'name', cell: ({ name }) => name },
        { head: 'Stands at', cell: ({ standsAt }) => standsAt ?? 'the workshop' },
      ]}
      sheet={(van, onClose) => <VanForm van={van} onClose={onClose} {...actions} />}
    />
  );
}

function VanForm({
  van,
  nodes,
  onSave,
  onGiveUp,
  onClose,
}: Pick<VanNamesProps, 'nodes' | 'onSave' | 'onGiveUp'> & {
  readonly van: NamedVan | undefined;
  readonly onClose: () => void;
}) {
  const of = useFormOf({
    values: { name: van?.name ?? '', standsAt: van?.standsAt ?? '' },
    check: async () => (await import('@/inputs/shop-input')).VanInput,
    read: (draft) => ({ ...(van ? { id: van.id } : {}), ...draft }),
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
      {nodes.length > 0 && (
        <FormSelect
          of={of}
          name="standsAt"
          label="Stands at, when it is with nobody"
          empty="the workshop"
          choices={plainChoices(nodes)}
        />
      )}
    </EditSheet>
  );
}
