'use client';

import { useState } from 'react';
import type { CarInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import type { BenchView, DeviceTask } from '@/workers/bench-run';

interface DevicesPanelProps {
  readonly platform: BenchPlatform;
  readonly view: BenchView;
  readonly onHand: (input: CarInput) => void;
  readonly onDevice: (task: DeviceTask) => void;
}

/** What is done beside the car: to the module while it is out, to keys that lie in a device, and by a server. */
export function DevicesPanel({ platform, view, onHand, onDevice }: DevicesPanelProps) {
  const isOut = view.parts.module === 'out';
  const inDevice = view.keys.filter(({ place, unseen }) => place === 'bench' && !unseen);
  const byImage = platform.behaviour.courses.some(({ way }) => way === 'image');
  const { device } = view;
  const one = (task: DeviceTask, words: string) => (
    <Button key={words} look="quiet" busy={device.busy} onClick={() => onDevice(task)}>
      {words}
    </Button>
  );
  return (
    <Panel title="Beside the car" note="Eye protection, static care, a backup before any write.">
      <div className="flex flex-col gap-2">
        <div data-said>
          {device.busy ? (
            <Notice tone="ochre">The device works.</Notice>
          ) : (
            device.said && <Notice tone={device.said.ok ? 'glaze' : 'oxide'}>{device.said.words}</Notice>
          )}
        </div>
        {isOut && (
          <div className="grid grid-cols-2 gap-2">
            {one({ does: 'backUpModule' }, 'Back it up')}
            {one({ does: 'restoreModule' }, 'Restore the backup')}
            {one({ does: 'clearModule' }, 'Clear all positions')}
            <Button look="quiet" onClick={() => onHand({ kind: 'part', part: 'module', to: 'new' })}>
              Fit a new one
            </Button>
          </div>
        )}
        {byImage && <ImageServer view={view} onDevice={onDevice} />}
        {inDevice.map(({ tag }) => (
          <fieldset key={tag} className="flex flex-col gap-2 border-t border-line pt-2">
            <legend className="text-small font-semibold">Key {tag} on the coil</legend>
            {byImage
              ? one({ does: 'readCartridge', tag }, `Read cartridge ${tag}`)
              : one({ does: 'readChip', tag }, `Read the chip of key ${tag}`)}
            {isOut && one({ does: 'writePosition', tag }, `Write key ${tag} into a free position`)}
            {byImage && one({ does: 'writeImage', tag }, `Write the image on cartridge ${tag}`)}
            <Copy view={view} tag={tag} onDevice={onDevice} />
          </fieldset>
        ))}
        {inDevice.length === 0 && (
          <p className="text-mute">A key laid into a device can be read and written here.</p>
        )}
        <Button look="quiet" onClick={() => onHand({ kind: 'fetch' })}>
          Fetch another blank key
        </Button>
      </div>
    </Panel>
  );
}

/** What a calculation costs is said before it is asked for. */
function ImageServer({ view, onDevice }: Pick<DevicesPanelProps, 'view' | 'onDevice'>) {
  const { busy, hasImage, terms } = view.device;
  const money = (minor: number) => (minor / 100).toFixed(2);
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-2">
      <p className="text-small text-mute">
        A calculation costs {money(terms.priceMinor)}, one that fails {money(terms.failedMinor)}; where the
        server is not reached {terms.unreachedMinor === 0 ? 'nothing' : money(terms.unreachedMinor)}.{' '}
        {terms.repeatsFree && 'The same data again is free.'}
      </p>
      <Button look="quiet" busy={busy} onClick={() => onDevice({ does: 'workOutImage' })}>
        {hasImage ? 'Ask the image server again' : 'Have the image worked out'}
      </Button>
    </div>
  );
}

function Copy({
  view,
  tag,
  onDevice,
}: Pick<DevicesPanelProps, 'view' | 'onDevice'> & { readonly tag: number }) {
  const [from, setFrom] = useState('');
  const others = view.keys.filter((key) => key.tag !== tag && !key.unseen);
  return (
    <>
      <SelectField
        label={`Key ${tag} becomes a copy of`}
        value={from}
        empty="Choose"
        choices={others.map((key) => ({ value: String(key.tag), label: `key ${key.tag}` }))}
        onChange={setFrom}
      />
      {from !== '' && (
        <Button
          look="quiet"
          busy={view.device.busy}
          onClick={() => onDevice({ does: 'copyChip', tag, from: Number(from) })}
        >
          Copy key {from} onto key {tag}
        </Button>
      )}
    </>
  );
}
