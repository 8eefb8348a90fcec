'use client';

import { useState } from 'react';
import { learnTags } from '@/core/procedure/run/run';
import { keyName } from '@/core/run/answer-words';
import { Button } from '@/ui/button';
import { Badge } from '@/ui/notice';
import type { RunShown } from './run-shown';

interface RunKeysProps {
  readonly shown: RunShown;
  /** Keys of the ring that are here. */
  readonly ring: readonly { readonly tag: number; readonly name: string }[];
  readonly busy: boolean;
  readonly onSpoiled: (tag: number) => void;
  readonly onExchange: (from: number, to: number) => void;
}

/** The keys of the run as they are now: what leads, what shall be learned, what was; and another in the place of one that is no good. */
export function RunKeys({ shown, ring, busy, onSpoiled, onExchange }: RunKeysProps) {
  const { ground, log, drives } = shown;
  const { bound, basis } = ground;
  const learn = learnTags(bound, log.walk);
  const rest = bound.plan.known.filter((tag) => !learn.includes(tag));
  const others = ring.filter(({ tag }) => !learn.includes(tag) && !bound.plan.known.includes(tag));
  const free = others.filter(({ tag }) => log.walk.exchanged[tag] === undefined && !log.pieces[tag]?.spoiled);
  const nameOf = (tag: number) => keyName(basis, tag);
  const open = !log.ended && drives;
  return (
    <ul aria-label="Keys of the run" className="flex flex-wrap items-center gap-2">
      {learn.map((tag) => {
        const taken = log.walk.taken.includes(tag);
        const spoiled = log.pieces[tag]?.spoiled === true;
        return (
          <li key={tag} className="flex flex-wrap items-center gap-2">
            <Badge tone={spoiled ? 'oxide' : taken ? 'glaze' : 'smalt'}>
              {spoiled ? '✕' : taken ? '✓' : '○'} {nameOf(tag)}{' '}
              {spoiled ? 'spoiled' : taken ? 'the car took it' : 'to learn'}
            </Badge>
            {open && !taken && log.pieces[tag] && !spoiled && (
              <Button look="quiet" busy={busy} onClick={() => onSpoiled(tag)}>
                It is spoiled
              </Button>
            )}
            {open && !taken && free.length > 0 && (
              <Exchange busy={busy} name={nameOf(tag)} free={free} onExchange={(to) => onExchange(tag, to)} />
            )}
          </li>
        );
      })}
      {rest.map((tag) => (
        <li key={tag}>
          <Badge tone={log.erased ? 'oxide' : 'plain'}>
            {nameOf(tag)} {log.erased ? 'erased' : 'known'}
          </Badge>
        </li>
      ))}
    </ul>
  );
}

function Exchange({
  name,
  free,
  busy,
  onExchange,
}: {
  readonly name: string;
  readonly free: RunKeysProps['ring'];
  readonly busy: boolean;
  readonly onExchange: (to: number) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Another in its place
      </Button>
    );
  return (
    <span className="flex flex-wrap items-center gap-2">
      <span className="text-small text-mute">In the place of {name}:</span>
      {free.map((key) => (
        <Button
          key={key.tag}
          busy={busy}
          onClick={() => {
            setOpen(false);
            onExchange(key.tag);
          }}
        >
          {key.tag} {key.name}
        </Button>
      ))}
      <Button look="quiet" onClick={() => setOpen(false)}>
        None
      </Button>
    </span>
  );
}
