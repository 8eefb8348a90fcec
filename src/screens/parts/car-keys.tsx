'use client';

import { useState } from 'react';
import type { BenchKey } from '@/core/benchcar/car/bench-key';
import { placesOf } from '@/core/benchcar/car/car-parts';
import type { CarInput, CarSeen } from '@/core/benchcar/car/car-state';
import { type Place, places } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { Button } from '@/ui/button';

interface KeysListProps {
  readonly platform: BenchPlatform;
  readonly view: CarSeen;
  readonly onHand: (input: CarInput) => void;
}

/** Each key with where it is, its cell and the buttons of its remote. */
export function KeysList({ platform, view, onHand }: KeysListProps) {
  const there = placesOf(platform, view.turns);
  const buttons = buttonsOf(platform);
  return (
    <ul aria-label="Keys" className="mt-3 text-small">
      {view.keys
        .filter(({ unseen }) => !unseen)
        .map((key) => (
          <li key={key.tag} className="flex flex-wrap items-center gap-2 border-t border-line py-1">
            <span className="min-w-14 font-semibold">
              {key.tag} {keyWords(platform, key)}
            </span>
            <select
              aria-label={`Where key ${key.tag} is`}
              value={key.place}
              className="min-h-11 min-w-32 flex-1 rounded-lg border-[1.5px] border-edge bg-biscuit px-2"
              onChange={(event) => onHand({ kind: 'move', tag: key.tag, to: event.target.value as Place })}
            >
              {there.map((place) => (
                <option key={place} value={place}>
                  {places[place]}
                </option>
              ))}
            </select>
            {key.remote !== null && (
              <>
                <RemoteButtons one={key} buttons={buttons} pressed={view.pressed} onHand={onHand} />
                <button
                  type="button"
                  aria-label={`Cell of key ${key.tag}: ${key.cell === 'flat' ? 'out' : 'in'}`}
                  className="min-h-11 rounded-lg border-[1.5px] border-edge px-2"
                  onClick={() =>
                    onHand({ kind: 'cell', tag: key.tag, to: key.cell === 'flat' ? 'good' : 'flat' })
                  }
                >
                  Cell {key.cell === 'flat' ? 'out' : 'in'}
                </button>
              </>
            )}
          </li>
        ))}
    </ul>
  );
}

function RemoteButtons({
  one,
  buttons,
  pressed,
  onHand,
}: {
  readonly one: BenchKey;
  readonly buttons: readonly string[];
  readonly pressed: CarSeen['pressed'];
  readonly onHand: (input: CarInput) => void;
}) {
  const [button, setButton] = useState(buttons[0] ?? 'lock');
  const isHeld = pressed?.tag === one.tag;
  return (
    <span className="flex gap-1">
      <select
        aria-label={`Button of key ${one.tag}`}
        value={button}
        className="min-h-11 rounded-lg border-[1.5px] border-edge bg-biscuit px-2"
        onChange={(event) => setButton(event.target.value)}
      >
        {buttons.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
      <Button
        look="quiet"
        className="min-h-11 px-2"
        aria-pressed={isHeld}
        onClick={() => onHand(isHeld ? { kind: 'release' } : { kind: 'press', tag: one.tag, button })}
      >
        {isHeld ? 'Let go' : 'Hold'}
      </Button>
    </span>
  );
}

/** What a key is by looking at it: of its rank only what its head shows. */
function keyWords({ rankMoments }: BenchPlatform, { identity, rank, cut }: BenchKey): string {
  if (identity.startsWith('blank')) return cut ? 'new' : 'new, uncut';
  const head = rankMoments.map((moment) => (rank === 'valet' ? moment.valet : moment.master));
  const colour = head.find((sign) => sign.startsWith('head: '));
  return colour ? `old, ${colour.slice('head: '.length)}` : 'old';
}

/** The buttons that a way of this platform wants, after those that every remote has. */
function buttonsOf({ behaviour }: BenchPlatform): readonly string[] {
  const wanted = behaviour.courses.flatMap(({ steps }) =>
    steps.flatMap((step) => (step.kind === 'hands' && step.part === 'button' && step.to ? [step.to] : [])),
  );
  return [...new Set(['lock', 'unlock', ...wanted])];
}
