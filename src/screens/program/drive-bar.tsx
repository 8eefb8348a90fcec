'use client';

import { Button } from '@/ui/button';
import { Badge, Notice } from '@/ui/notice';
import type { RunEngine } from './run-engine';
import type { RunShown } from './run-shown';

/** Who drives, whether the server answers, and what waits on this device. */
export function DriveBar({ shown, engine }: { readonly shown: RunShown; readonly engine: RunEngine }) {
  const { online, locked, waiting, drives, driver, asked, asking, conflict } = shown;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2" data-said>
        <Badge tone={online ? 'glaze' : 'ochre'}>
          {online ? '● the server answers' : locked ? '▲ locked' : '▲ without the server'}
        </Badge>
        {waiting > 0 && (
          <Badge tone="ochre">
            {waiting === 1 ? '1 entry waits on this device' : `${waiting} entries wait on this device`}
          </Badge>
        )}
        <Badge tone={drives ? 'smalt' : 'plain'}>
          {drives ? 'this device drives' : driver ? `${driver} drives on another device` : 'nobody drives'}
        </Badge>
        {!drives && (
          <Button
            busy={asking}
            onClick={() => void engine.ask()}
            follows={asking ? 'asked: they have 15 s to say no' : undefined}
          >
            {driver ? 'Ask to drive' : 'Drive from here'}
          </Button>
        )}
      </div>
      {locked && (
        <Notice tone="ochre">
          <p>The session is locked or over. What happened here is kept and goes on with the passcode.</p>
          <Button className="mt-2" onClick={() => window.location.reload()}>
            Unlock
          </Button>
        </Notice>
      )}
      {!online && !locked && (
        <Notice tone="ochre">
          What hands do, waits and what is seen go on and are kept here. Nothing gated is told to the car,
          nothing is erased and no PIN is used until the server answers.
        </Notice>
      )}
      {asked && (
        <Notice tone="smalt" said>
          <p>{asked} asks to drive this run from another device.</p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button onClick={() => void engine.answersAsk(true)}>Hand over</Button>
            <Button onClick={() => void engine.answersAsk(false)}>Keep driving</Button>
          </div>
        </Notice>
      )}
      {conflict && (
        <Notice tone="oxide" role="alert">
          <p>
            {conflict.mine.length === 1 ? 'One entry' : `${conflict.mine.length} entries`} of this device{' '}
            {conflict.mine.length === 1 ? 'is' : 'are'} not in the run: it went on
            {conflict.driven && driver ? ` with ${driver}` : ''} on another device meanwhile. What holds?
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button onClick={() => void engine.dropMine()} follows="what this device has is dropped">
              The other device
            </Button>
            <Button onClick={() => void engine.keepMine()} follows="what still fits goes on from there">
              This device too
            </Button>
          </div>
        </Notice>
      )}
    </div>
  );
}
