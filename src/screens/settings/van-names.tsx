'use client';

import { useState } from 'react';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormText } from '@/ui/form/form-fields';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Overlay } from '@/ui/overlay';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
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
export function VanNames({ vans, onSave, onGiveUp }: VanNamesProps) {
  const [open, setOpen] = useState<NamedVan | 'new'>();
  return (
    <Panel
      title="Vans"
      note="Routes, visits and stock are those of a van. Its tools stand at Tools and licences."
    >
      <ListTable
        label="Vans"
        items={vans}
        keyOf={({ id }) => id}
        none="There is none yet: without a van nothing has a price."
        columns={[
          { head: 'Van', look: 'name', cell: ({ name }) => name },
          {
            head: 'What can be done',
            look: 'press',
            cell: (van) => (
              <Button look="quiet" aria-label={`Change ${van.name}`} onClick={() => setOpen(van)}>
                Change
              </Button>
            ),
          },
        ]}
      />
      <Button className="mt-3" onClick={() => setOpen('new')}>
        Add a van
      </Button>
      {open && (
        <VanForm
          van={open === 'new' ? undefined : open}
          onSave={onSave}
          onGiveUp={onGiveUp}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Panel>
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
  const giveUp = useSave(onGiveUp);
  const of = useFormOf({
    values: { name: van?.name ?? '' },
    check: async () => (await import('@/inputs/shop-input')).VanInput,
    read: ({ name }) => ({ ...(van ? { id: van.id } : {}), name }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay open onOpenChange={(open) => !open && onClose()} title={van ? van.name : 'Add a van'}>
      <Form of={of} className="flex flex-col gap-2">
        <FormText of={of} name="name" label="Van" maxLength={40} />
        <FormOutcome of={of} more={giveUp.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            Save
          </Button>
          {van && (
            <Button
              look="danger"
              busy={giveUp.pending}
              onClick={() => giveUp.send({ id: van.id }, onClose)}
              follows="until it is added by its name again"
            >
              Give it up
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}
