'use client';

import { type KeyboardEvent, useId, useRef } from 'react';
import { faceNames } from '@/core/blade/decode-words';
import { parseReading, parseReadingRow } from '@/core/blade/readings-text';
import { classNames } from '@/ui/class-names';

interface ReadingsFieldsProps {
  /** What stands in the fields, by face and space. */
  readonly faces: readonly (readonly string[])[];
  readonly sign: string;
  /** What each space leaves against its depth, as it is written. */
  readonly off: readonly string[] | null;
  /** The space worth reading again. */
  readonly marked: number | null;
  readonly problemOf: (face: number, space: number) => string | undefined;
  /** How many places after the point end a reading, so that the next field takes over. */
  readonly full: RegExp;
  readonly onChange: (face: number, from: number, texts: readonly string[]) => void;
  /** Spaces count from 1. */
  readonly onFocus: (face: number, space: number) => void;
  /** Reads the space with the device that is chosen. */
  readonly onRead?: ((face: number, space: number) => void) | undefined;
}

/** A field for each space and face; the next one takes the focus by itself, a whole row can be pasted. */
export function ReadingsFields({
  faces,
  sign,
  off,
  marked,
  problemOf,
  full,
  onChange,
  onFocus,
  onRead,
}: ReadingsFieldsProps) {
  const table = useRef<HTMLTableElement>(null);
  const id = useId();
  const spaces = faces[0]?.length ?? 0;
  const focus = (place: number) =>
    table.current?.querySelector<HTMLInputElement>(`[data-place="${place}"]`)?.focus();
  const press = (event: KeyboardEvent<HTMLInputElement>, face: number, space: number) => {
    const place = face * spaces + space;
    const to = { Enter: place + 1, ArrowDown: place + spaces, ArrowUp: place - spaces }[event.key];
    if (to !== undefined) {
      event.preventDefault();
      focus(to);
    }
    if (event.key.toLowerCase() === 'g' && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      onRead?.(face, space + 1);
    }
  };
  const wrong = faces.flatMap((texts, face) => texts.flatMap((_, space) => problemOf(face, space) ?? []));
  return (
    <div>
      <div className="overflow-x-auto">
        <table
          ref={table}
          className="w-full border-separate border-spacing-x-1.5 border-spacing-y-2 text-center"
        >
          <thead>
            <tr>
              <th scope="row" className="w-28 text-left text-small font-normal text-mute">
                Space
              </th>
              {faces[0]?.map((_, space) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a space is its number
                <th key={space} scope="col" className="text-small font-normal text-mute">
                  {space + 1}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {faces.map((texts, face) => (
              <tr key={faceNames[face]}>
                <th scope="row" className="text-left text-small font-normal whitespace-nowrap">
                  Face {faceNames[face]}, {sign}
                </th>
                {texts.map((text, space) => {
                  const problem = problemOf(face, space);
                  return (
                    // biome-ignore lint/suspicious/noArrayIndexKey: a space is its number
                    <td key={space}>
                      <input
                        data-place={face * spaces + space}
                        aria-label={`Face ${faceNames[face]}, space ${space + 1}`}
                        aria-invalid={problem !== undefined}
                        aria-describedby={problem === undefined ? undefined : `${id}-wrong`}
                        inputMode="decimal"
                        autoComplete="off"
                        value={text}
                        onFocus={(event) => {
                          onFocus(face, space + 1);
                          event.target.select();
                        }}
                        onKeyDown={(event) => press(event, face, space)}
                        onPaste={(event) => {
                          const row = parseReadingRow(event.clipboardData.getData('text'));
                          if (!row) return;
                          event.preventDefault();
                          onChange(
                            face,
                            space,
                            row.map((reading) => (reading === null ? '' : String(reading))),
                          );
                          focus(face * spaces + Math.min(spaces, space + row.length) - 1);
                        }}
                        onChange={(event) => {
                          onChange(face, space, [event.target.value]);
                          if (full.test(event.target.value.trim())) focus(face * spaces + space + 1);
                        }}
                        className={classNames(
                          'h-11 w-full min-w-13 rounded-lg border-[1.5px] px-1 text-center font-mono',
                          problem !== undefined || parseReading(text) === undefined
                            ? 'border-oxide bg-biscuit'
                            : marked === space + 1
                              ? 'border-ochre bg-ochre-wash'
                              : 'border-edge bg-biscuit',
                        )}
                      />
                    </td>
                  );
                })}
              </tr>
            ))}
            {off && (
              <tr>
                <th scope="row" className="text-left text-small font-normal text-mute">
                  off its depth
                </th>
                {off.map((text, space) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a space is its number
                  <td key={space} className="font-mono text-small text-mute">
                    {text}
                  </td>
                ))}
              </tr>
            )}
          </tbody>
        </table>
      </div>
      <div id={`${id}-wrong`} data-said className="text-small text-oxide">
        {wrong.map((word) => (
          <p key={word}>{word}</p>
        ))}
      </div>
    </div>
  );
}
