'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { Part } from '@/core/procedure/document/procedure';
import { kindWords, said } from '@/core/procedure/document/step-words';
import { classNames } from '@/ui/class-names';

interface SortableStepsProps {
  readonly parts: readonly Part[];
  readonly chosen: string;
  /** How many things are wrong with each, by id. */
  readonly wrong: ReadonlyMap<string, number>;
  readonly onChoose: (id: string) => void;
  readonly onMove: (parts: Part[]) => void;
}

/** Steps in their order, moved by drag, or by keyboard: space takes one, arrows move it, space lays it down. */
export function SortableSteps({ parts, chosen, wrong, onChoose, onMove }: SortableStepsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const at = (id: string | number) => parts.findIndex((part) => part.id === id);
  const ends = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(arrayMove([...parts], at(active.id), at(over.id)));
  };
  const place = (id: string | number) => `step ${at(id) + 1} of ${parts.length}`;
  return (
    <DndContext
      id="steps"
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={ends}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => `${active.id} taken, ${place(active.id)}`,
          onDragOver: ({ active, over }) => (over ? `${active.id} over ${place(over.id)}` : undefined),
          onDragEnd: ({ active, over }) =>
            over ? `${active.id} laid down at ${place(over.id)}` : `${active.id} laid back`,
          onDragCancel: ({ active }) => `${active.id} laid back`,
        },
        screenReaderInstructions: {
          draggable: 'Space takes a step, arrows move it, space lays it down, escape lays it back.',
        },
      }}
    >
      <SortableContext items={parts.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <ol aria-label="Steps" className="flex flex-col gap-1.5">
          {parts.map((part, number) => (
            <SortableStep
              key={part.id}
              part={part}
              number={number + 1}
              isChosen={part.id === chosen}
              wrong={wrong.get(part.id) ?? 0}
              onChoose={() => onChoose(part.id)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

interface SortableStepProps {
  readonly part: Part;
  readonly number: number;
  readonly isChosen: boolean;
  readonly wrong: number;
  readonly onChoose: () => void;
}

function SortableStep({ part, number, isChosen, wrong, onChoose }: SortableStepProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({
      id: part.id,
    });
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined,
        transition,
      }}
      className={classNames(
        'flex rounded-md border-[1.5px] bg-biscuit',
        isChosen ? 'border-terra' : 'border-line',
        isDragging && 'z-10 opacity-80',
      )}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        aria-label={`Move step ${number}, ${part.id}`}
        className="flex min-h-11 w-11 flex-none cursor-grab touch-none items-center justify-center text-mute"
        {...attributes}
        {...listeners}
      >
        <span aria-hidden>↑↓</span>
      </button>
      <button
        type="button"
        aria-current={isChosen ? 'step' : undefined}
        className="min-h-11 min-w-0 flex-1 px-2 py-1 text-left"
        onClick={onChoose}
      >
        <span className="flex justify-between gap-2 text-small text-mute">
          <span>
            {number} · {kindWords[part.kind]} · <span className="font-mono">{part.id}</span>
          </span>
          {wrong > 0 && <span className="font-semibold text-oxide">▲ {wrong}</span>}
        </span>
        <span className="block truncate">{part.kind === 'use' ? part.procedure : said(part.say)}</span>
      </button>
    </li>
  );
}
