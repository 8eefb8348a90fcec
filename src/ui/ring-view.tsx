import type { ReactNode } from 'react';
import type { RingTag } from '@/core/programming/ring';
import { classNames } from './class-names';
import { ringLooks } from './ring-looks';
import { TagShape } from './tag-shape';

interface RingViewProps {
  readonly tags: readonly RingTag[];
  readonly slots: readonly (number | null)[];
  readonly slotsMaximum: number;
  readonly onOpen?: ((keyId: string) => void) | undefined;
  readonly children?: ReactNode;
  /** Side by side, where there is room. */
  readonly wide?: boolean;
}

/** The ring: every key as a tag threaded on it, and below it the slots of the car. */
export function RingView({ tags, slots, slotsMaximum, onOpen, children, wide }: RingViewProps) {
  return (
    <div className="flex flex-col gap-3">
      <div className={classNames('relative', wide ? 'px-3 pt-[15px]' : 'py-3 pl-[15px]')}>
        <div
          aria-hidden
          className={classNames(
            'absolute rounded-full border-[5px] border-mute',
            wide ? 'inset-x-0 top-0 h-9' : 'inset-y-0 left-0 w-9',
          )}
        />
        <ul className={classNames('relative flex gap-2', wide ? 'flex-wrap' : 'flex-col')}>
          {tags.map((tag) => (
            <li key={tag.keyId}>
              <RingTagView tag={tag} onOpen={onOpen} />
            </li>
          ))}
          {tags.length === 0 && <li className="py-3 pl-8 text-mute">No key on the ring yet.</li>}
        </ul>
      </div>
      {children}
      {slotsMaximum > 0 && <Slots slots={slots} maximum={slotsMaximum} tags={tags} />}
    </div>
  );
}

function RingTagView({ tag, onOpen }: { tag: RingTag; onOpen: ((keyId: string) => void) | undefined }) {
  const words = (
    <span className="block min-w-0 text-left">
      <span className="block truncate font-semibold text-ink">
        {tag.tag} {tag.name}
      </span>
      <span className="block text-small">{tag.word}</span>
    </span>
  );
  return (
    <TagShape {...ringLooks[tag.state]} className="px-2 py-1.5">
      {onOpen ? (
        <button type="button" className="on-paper min-h-11 w-full" onClick={() => onOpen(tag.keyId)}>
          {words}
        </button>
      ) : (
        words
      )}
    </TagShape>
  );
}

function Slots({
  slots,
  maximum,
  tags,
}: {
  slots: readonly (number | null)[];
  maximum: number;
  tags: readonly RingTag[];
}) {
  const toneOf = (tag: number | null) => {
    if (tag === null) return 'border-oxide text-oxide border-dashed';
    const state = tags.find((one) => one.tag === tag)?.state;
    return state && ringLooks[state].tone === 'oxide'
      ? 'border-oxide text-oxide border-dashed'
      : 'border-glaze text-glaze';
  };
  const cells = Array.from({ length: Math.max(maximum, slots.length) }, (_, at) => ({
    at,
    held: at < slots.length,
    tag: slots[at] ?? null,
  }));
  return (
    <div>
      <p id="slots" className="mb-1 text-small text-mute">
        Slots of the car, {maximum} at most
      </p>
      <ol aria-labelledby="slots" className="flex flex-wrap gap-1">
        {cells.map(({ at, held, tag }) => (
          <li
            key={at}
            className={classNames(
              'flex h-7 w-8 items-center justify-center rounded border-2 font-mono text-small',
              held ? toneOf(tag) : 'border-line text-mute',
            )}
          >
            {held ? (tag ?? '?') : <span className="sr-only">free</span>}
          </li>
        ))}
      </ol>
    </div>
  );
}
