'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { BenchKey } from '@/core/benchcar/car/bench-key';
import { carParts, partWords, placesOf } from '@/core/benchcar/car/car-parts';
import type { CarInput } from '@/core/benchcar/car/car-state';
import { type Place, places } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { classNames } from '@/ui/class-names';
import type { BenchView } from '@/workers/bench-run';
import { KeysList } from '../parts/car-keys';
import { CarDrawing } from './car-drawing';
import { drawnParts, partPoints, placePoints } from './places';

interface CarPanelProps {
  readonly platform: BenchPlatform;
  readonly view: BenchView;
  readonly signs: BenchView['signs'];
  /** Whether somebody practises: what the memory holds is not shown. */
  readonly hides: boolean;
  readonly onHand: (input: CarInput) => void;
}

/** The car from above with the keys where they lie, moved by drag here and by choice in the list. */
export function CarPanel({ platform, view, signs, hides, onHand }: CarPanelProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const keys = view.keys.filter(({ unseen }) => !unseen);
  const moved = ({ active, over }: DragEndEvent) => {
    if (over) onHand({ kind: 'move', tag: Number(active.id), to: over.id as Place });
  };
  const there = placesOf(platform, view.turns);
  const last = signs.at(-1);
  return (
    <section aria-label="The car" className="rounded-lg border border-line bg-biscuit p-4">
      <div className="flex flex-wrap justify-between gap-x-4 gap-y-1">
        <p>
          <span className="text-mute">lamp</span> <LampDot sign={view.lamp} /> <strong>{view.lamp}</strong>
        </p>
        {view.menu !== null && (
          <p>
            <span className="text-mute">menu</span> <strong>{view.menu}</strong>
          </p>
        )}
        <p className="text-mute" data-said>
          {last ? last.sign : ''}
        </p>
        <p>
          <span className="text-mute">battery</span>{' '}
          <span className="font-mono font-semibold">{view.volts.toFixed(1)} V</span>
        </p>
      </div>
      <DndContext
        sensors={sensors}
        // Places lie close together: a key goes to the one that it lies nearest to.
        collisionDetection={closestCenter}
        onDragEnd={moved}
        accessibility={{
          // The list below moves keys by keyboard, and one region of the page speaks.
          announcements: silent,
          screenReaderInstructions: { draggable: 'Keys are moved in the list below too.' },
        }}
      >
        <div className="relative mx-auto mt-2 aspect-[11/10] w-full max-w-[470px]">
          <CarDrawing view={view} reads={platform.behaviour.reads} />
          {drawnParts.map((part) => (
            <PartButton key={part} part={part} view={view} onHand={onHand} />
          ))}
          {there.map((place) => (
            <PlaceSpot key={place} place={place} />
          ))}
          {keys.map((key) => (
            <KeyTag
              key={key.tag}
              one={key}
              shift={keys.filter((other) => other.place === key.place && other.tag < key.tag).length}
            />
          ))}
        </div>
      </DndContext>
      <KeysList platform={platform} view={view} onHand={onHand} />
      <p className="mt-2 text-small text-mute">
        On plate and papers: <span className="font-mono text-ink">{view.plateVin}</span>
      </p>
      <p className="mt-1 text-small text-mute">
        {hides
          ? 'What the memory holds is hidden while you practise.'
          : memoryWords(view, platform.platform.slotsMaximum)}
      </p>
    </section>
  );
}

const silent = {
  onDragStart: () => undefined,
  onDragOver: () => undefined,
  onDragEnd: () => undefined,
  onDragCancel: () => undefined,
};

function memoryWords({ memory, keys }: BenchView, maximum: number): string {
  if (maximum === 0) return 'It has no memory of keys.';
  const tagged = memory.identities.flatMap((identity) => {
    const tags = keys.filter((key) => key.identity === identity && !key.unseen).map(({ tag }) => tag);
    return tags.length === 0 ? [] : [tags.join(' and ')];
  });
  const lost = memory.identities.length - tagged.length;
  return [
    `Memory: ${memory.identities.length} of ${maximum} slots`,
    tagged.length > 0 && `keys ${tagged.join(', ')}`,
    lost > 0 && `${lost} that ${lost === 1 ? 'is' : 'are'} not here`,
  ]
    .filter(Boolean)
    .join(' · ');
}

function LampDot({ sign }: { readonly sign: string }) {
  const lit = sign !== 'off' && !sign.startsWith('head') && !sign.startsWith('menu');
  return (
    <svg viewBox="0 0 16 16" className="inline-block size-4 align-[-2px]" aria-hidden>
      <circle
        cx="8"
        cy="8"
        r="6.5"
        className={classNames(
          'stroke-ochre',
          lit ? 'fill-ochre' : 'fill-transparent',
          sign === 'fast blink' && 'motion-safe:animate-[pulse_0.5s_infinite]',
          sign === 'slow blink' && 'motion-safe:animate-[pulse_1.6s_infinite]',
        )}
        strokeWidth="1.5"
      />
    </svg>
  );
}

/** A door, the bonnet or the boot where it is drawn; a press moves it. */
function PartButton({
  part,
  view,
  onHand,
}: {
  readonly part: (typeof drawnParts)[number];
  readonly view: BenchView;
  readonly onHand: CarPanelProps['onHand'];
}) {
  const { x, y } = partPoints[part];
  const [rest = '', open = ''] = carParts.find(({ name }) => name === part)?.states ?? [];
  const now = view.parts[part] ?? rest;
  return (
    <button
      type="button"
      aria-pressed={now !== rest}
      className="absolute min-h-11 -translate-x-1/2 -translate-y-1/2 rounded-lg border-[1.5px] border-edge bg-biscuit px-2 text-small leading-4 aria-pressed:border-ochre aria-pressed:bg-ochre-wash aria-pressed:text-ochre"
      style={{ left: `${x}%`, top: `${y}%` }}
      onClick={() => onHand({ kind: 'part', part, to: now === rest ? open : rest })}
    >
      <span className="block font-semibold first-letter:uppercase">{partWords(part)}</span>
      <span className="block">{now}</span>
    </button>
  );
}

/** Where a key can be laid; its name shows where nothing lies there. */
function PlaceSpot({ place }: { readonly place: Place }) {
  const { isOver, setNodeRef } = useDroppable({ id: place });
  const { x, y } = placePoints[place];
  return (
    <div
      ref={setNodeRef}
      className={classNames(
        'absolute h-11 w-24 -translate-x-1/2 -translate-y-1/2 rounded-lg',
        isOver && 'outline-2 outline-terra outline-dashed',
      )}
      style={{ left: `${x}%`, top: `${y}%` }}
    />
  );
}

function KeyTag({ one, shift }: { readonly one: BenchKey; readonly shift: number }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: String(one.tag) });
  const { x, y } = placePoints[one.place];
  const at = {
    left: `${x}%`,
    top: `calc(${y}% + ${shift * 34}px)`,
    transform: `translate(-50%, -50%) translate(${transform?.x ?? 0}px, ${transform?.y ?? 0}px)`,
  };
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      tabIndex={-1}
      aria-label={`Key ${one.tag}, ${places[one.place]}`}
      className={classNames(
        'absolute flex h-8 touch-none items-center gap-1.5 rounded-md border-[1.5px] px-2 text-small font-semibold',
        one.identity.startsWith('blank')
          ? 'border-smalt bg-smalt-wash text-smalt'
          : 'border-glaze bg-glaze-wash text-glaze',
        isDragging ? 'z-20 cursor-grabbing' : 'z-10 cursor-grab',
      )}
      style={at}
    >
      <span aria-hidden className="size-2.5 rounded-full border-[1.5px] border-current" />
      {one.tag}
    </button>
  );
}
