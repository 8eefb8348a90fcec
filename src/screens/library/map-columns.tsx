'use client';

import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { type ColumnMapping, missingColumns } from '@/core/catalogue/column-mapping';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { classNames } from '@/ui/class-names';
import { plainChoices, SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Table, Td, Th, Tr } from '@/ui/table';
import type { FileHeader } from '@/usecases/library/read-header';

interface MapColumnsProps {
  readonly list: ListName;
  readonly header: FileHeader;
  readonly mapping: ColumnMapping;
  readonly onMapping: (mapping: ColumnMapping) => void;
}

/** Which column of a file fills which of the list: by choosing, or by dragging the file's onto the list's. */
export function MapColumns({ list, header, mapping, onMapping }: MapColumnsProps) {
  const { columns } = listOf(list);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const set = (ours: string, theirs: string | undefined) => {
    // A column of the file fills one of the list.
    const others = Object.entries(mapping).filter(([name, other]) => name !== ours && other !== theirs);
    onMapping(Object.fromEntries(theirs === undefined ? others : [...others, [ours, theirs]]));
  };
  const used = new Set(Object.values(mapping));
  const unused = header.columns.filter(({ name }) => !used.has(name));
  const missing = missingColumns(listOf(list), mapping);
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => over && set(String(over.id), String(active.id))}
      accessibility={{ screenReaderInstructions: { draggable: 'By keyboard, choose it in the list’s row.' } }}
    >
      <div className="mt-3 flex flex-col gap-3">
        <p>
          The file has columns of its own. Say which fills which
          {header.remembered && '; it is as you said the last time'}. What is left over is left out.
        </p>
        <ul aria-label="Columns of the file that fill nothing" className="flex flex-wrap gap-2">
          {unused.map(({ name }) => (
            <Chip key={name} name={name} />
          ))}
          {unused.length === 0 && (
            <li className="text-small text-mute">Every column of the file fills one.</li>
          )}
        </ul>
        <Table label="Columns">
          <thead>
            <Tr>
              <Th>Of the list</Th>
              <Th>Of the file</Th>
              <Th>What stands there</Th>
            </Tr>
          </thead>
          <tbody>
            {columns.map(({ name, label, optional }) => (
              <Row key={name} id={name}>
                <Th row>
                  <span className="block pt-3 text-ink">
                    {label} {optional && <span className="text-mute">(may be left out)</span>}
                  </span>
                </Th>
                <Td>
                  <SelectField
                    inTable
                    label={`Column of the file for ${label}`}
                    className="w-56"
                    empty="none"
                    choices={plainChoices(header.columns.map((column) => column.name))}
                    value={mapping[name] ?? ''}
                    onChange={(theirs) => set(name, theirs === '' ? undefined : theirs)}
                  />
                </Td>
                <Td>
                  <span className="block max-w-72 truncate pt-3 font-mono text-small text-mute">
                    {header.columns.find((column) => column.name === mapping[name])?.examples.join(' · ')}
                  </span>
                </Td>
              </Row>
            ))}
          </tbody>
        </Table>
        {missing.length > 0 && <Notice tone="ochre">{`Nothing fills ${missing.join(', ')} yet.`}</Notice>}
      </div>
    </DndContext>
  );
}

function Chip({ name }: { readonly name: string }) {
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({ id: name });
  return (
    <li>
      <span
        ref={setNodeRef}
        {...listeners}
        {...attributes}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
        className={classNames(
          'flex min-h-11 cursor-grab touch-none items-center rounded-lg border-[1.5px] border-dashed border-edge bg-biscuit px-3 font-mono',
          isDragging && 'relative z-10 border-ink',
        )}
      >
        {name}
      </span>
    </li>
  );
}

function Row({ id, children }: { readonly id: string; readonly children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <tr ref={setNodeRef} className={classNames('border-t border-line', isOver && 'bg-glaze-wash')}>
      {children}
    </tr>
  );
}
