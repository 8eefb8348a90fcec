import { Overlay } from '@/ui/overlay';
import { Tick } from '@/ui/tick';
import { useShortcutsOn } from '@/ui/use-shortcut';

const shortcuts: readonly (readonly [string, string])[] = [
  ['N', 'New call'],
  ['J', 'Jobs'],
  ['W', 'News'],
  ['B', 'Benches'],
  ['V', 'Van'],
  ['L', 'Library'],
  ['S', 'Settings'],
  ['Q', 'Lock this screen'],
  ['/', 'Search the jobs, or a list of the library'],
  [
    '1 to 9, 0',
    'Stations of the open job: Call, Identify, Route, Quote, Prepare, On site, Blade, Program, Prove, Close',
  ],
  ['Space', 'A timed step of a run: start the count, then a beat'],
  ['Alt Enter', 'The main button of the page'],
  ['Tab, Shift Tab', 'Next and previous field'],
  ['Esc', 'Leave the field, or close what lies over the page'],
  ['?', 'This list'],
];

export function Shortcuts({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [on, setOn] = useShortcutsOn();
  return (
    <Overlay
      open={open}
      onOpenChange={onOpenChange}
      title="Shortcuts"
      note="One key each, whenever no field is being typed in and no words wait to be saved; Esc leaves a field."
    >
      <Tick label="Shortcuts of one key on this device" checked={on} onChange={setOn} />
      <dl className="grid grid-cols-[max-content_1fr] gap-x-6 gap-y-2">
        {shortcuts.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="rounded-md border border-edge px-2 py-0.5 font-mono">{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Overlay>
  );
}
