'use client';

import { partsOf, partWords } from '@/core/benchcar/car/car-parts';
import type { CarInput, CarSeen } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { Panel } from '@/ui/panel';

interface HandsPanelProps {
  readonly platform: BenchPlatform;
  readonly view: CarSeen;
  /** Parts that are moved on a drawing beside it. */
  readonly drawn?: readonly string[];
  readonly onHand: (input: CarInput) => void;
}

/** What is moved elsewhere on the page, or by the car itself. */
const elsewhere = new Set<string>(['ignition', 'steering', 'lead', 'module']);
const ignitionSaid = {
  off: 'off',
  accessory: 'accessory',
  on: 'on',
  cranking: 'start',
  forced: 'forced on',
} as const;

/** What hands do in the car: each part goes on to its next state. */
export function HandsPanel({ platform, view, drawn = [], onHand }: HandsPanelProps) {
  const parts = partsOf(platform.behaviour).filter(
    ({ name }) => !elsewhere.has(name) && !drawn.includes(name),
  );
  const at = view.parts.ignition ?? 'off';
  const held = view.since.ignition === undefined ? null : (view.nowUs - view.since.ignition) / 1_000_000;
  return (
    <Panel title="Hands">
      <fieldset className="min-w-0">
        <legend className="text-small font-semibold text-mute">
          Ignition, {at === 'running' ? 'engine running' : at}
          {held !== null && <span className="font-mono"> {held < 600 ? `${held.toFixed(1)} s` : ''}</span>}
        </legend>
        <div className="mt-1 grid grid-cols-2 gap-1 sm:grid-cols-3">
          {Object.entries(ignitionSaid).map(([to, words]) => (
            <button
              key={to}
              type="button"
              aria-pressed={at === to || (to === 'on' && at === 'running')}
              className="min-h-11 rounded-lg border-[1.5px] border-edge px-1 text-small font-semibold aria-pressed:border-glaze aria-pressed:bg-glaze-wash aria-pressed:text-glaze"
              onClick={() => onHand({ kind: 'part', part: 'ignition', to })}
            >
              {words}
            </button>
          ))}
        </div>
      </fieldset>
      <div className="mt-2 grid grid-cols-2 gap-1 sm:grid-cols-3">
        {parts.map(({ name, states }) => {
          const now = view.parts[name] ?? states[0] ?? '';
          const next = states[(states.indexOf(now) + 1) % states.length] ?? '';
          return (
            <button
              key={name}
              type="button"
              className={classNames(
                'min-h-12 rounded-lg border-[1.5px] px-2 py-1 text-left',
                now === states[0] ? 'border-edge' : 'border-ochre bg-ochre-wash text-ochre',
              )}
              onClick={() => onHand({ kind: 'part', part: name, to: next })}
            >
              <span className="block font-semibold first-letter:uppercase">{partWords(name)}</span>
              <span className="block text-small">{now}</span>
            </button>
          );
        })}
        <button
          type="button"
          aria-pressed={view.supply}
          className="min-h-12 rounded-lg border-[1.5px] border-edge px-2 py-1 text-left aria-pressed:border-glaze aria-pressed:bg-glaze-wash aria-pressed:text-glaze"
          onClick={() => onHand({ kind: 'supply', on: !view.supply })}
        >
          <span className="block font-semibold">Supply</span>
          <span className="block text-small">{view.supply ? 'on' : 'off'}</span>
        </button>
        <button
          type="button"
          className={classNames(
            'min-h-12 rounded-lg border-[1.5px] px-2 py-1 text-left',
            view.parts.module === 'in' ? 'border-edge' : 'border-ochre bg-ochre-wash text-ochre',
          )}
          onClick={() =>
            onHand({ kind: 'part', part: 'module', to: view.parts.module === 'out' ? 'in' : 'out' })
          }
        >
          <span className="block font-semibold">Module</span>
          <span className="block text-small">{view.parts.module}</span>
        </button>
      </div>
    </Panel>
  );
}

/** Where somebody looks who seeks what is wrong: what was hidden there shows then. */
export function CarLooks({
  className,
  onHand,
}: Pick<HandsPanelProps, 'onHand'> & { readonly className?: string }) {
  const looks: readonly (readonly [string, CarInput])[] = [
    ['Look in the bag', { kind: 'look', at: 'bag' }],
    ['Look at the ring', { kind: 'look', at: 'ring' }],
    ['Go along the leads', { kind: 'part', part: 'lead', to: 'plugged' }],
  ];
  return looks.map(([words, input]) => (
    <Button key={words} className={className ?? ''} onClick={() => onHand(input)}>
      {words}
    </Button>
  ));
}
