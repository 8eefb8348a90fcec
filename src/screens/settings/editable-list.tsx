'use client';

import { type ReactNode, useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import type { FormOf } from '@/ui/form/use-form-of';
import { ListTable, type TableColumn } from '@/ui/list-table';
import { Overlay } from '@/ui/overlay';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { ToolAction } from './van-tools';

interface Named {
  readonly id: string;
  readonly name: string;
}

interface EditableListProps<Item extends Named> {
  readonly title: string;
  readonly note: string;
  /** What one is called, such as `a van`. */
  readonly one: string;
  readonly items: readonly Item[];
  readonly none: string;
  readonly columns: readonly TableColumn<Item>[];
  /** The sheet of one, or of a new one. */
  readonly sheet: (item: Item | undefined, onClose: () => void) => ReactNode;
}

/** A list of the shop, each of which can be changed in a sheet, and another one added. */
export function EditableList<Item extends Named>(props: EditableListProps<Item>) {
  const { title, note, one, items, none, columns, sheet } = props;
  const [open, setOpen] = useState<Item | 'new'>();
  return (
    <Panel title={title} note={note}>
      <ListTable
        label={title}
        items={items}
        keyOf={({ id }) => id}
        none={none}
        columns={[
          ...columns,
          {
            head: 'What can be done',
            look: 'press',
            cell: (item) => (
              <Button look="quiet" aria-label={`Change ${item.name}`} onClick={() => setOpen(item)}>
                Change
              </Button>
            ),
          },
        ]}
      />
      <Button className="mt-3" onClick={() => setOpen('new')}>
        {`Add ${one}`}
      </Button>
      {open && sheet(open === 'new' ? undefined : open, () => setOpen(undefined))}
    </Panel>
  );
}

interface EditSheetProps<Draft extends FieldValues> {
  readonly of: FormOf<Draft>;
  /** The one that is changed; undefined where it is a new one. */
  readonly item: Named | undefined;
  readonly one: string;
  /** Takes it out, by its id. */
  readonly onRemove: ToolAction;
  readonly removes: string;
  readonly follows?: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** The sheet in which one of a list is changed, added, or taken out. */
export function EditSheet<Draft extends FieldValues>({
  of,
  item,
  one,
  onRemove,
  removes,
  follows,
  onClose,
  children,
}: EditSheetProps<Draft>) {
  const remove = useSave(onRemove);
  return (
    <Overlay open onOpenChange={(open) => !open && onClose()} title={item?.name ?? `Add ${one}`}>
      <Form of={of} className="flex flex-col gap-2">
        {children}
        <FormOutcome of={of} more={remove.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            Save
          </Button>
          {item && (
            <Button
              look="danger"
              busy={remove.pending}
              onClick={() => remove.send({ id: item.id }, onClose)}
              follows={follows}
            >
              {removes}
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}
