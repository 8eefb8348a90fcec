'use client';

import { useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/button';
import { SignOutButton } from '@/ui/device/sign-out-button';
import { LockedOut } from '@/ui/locked-out';
import { useTitleNews } from '@/ui/page-title';
import { Problems } from '@/ui/problems';
import { sendPasscode } from '@/ui/send-passcode';
import { Standalone } from '@/ui/standalone';
import { useSubmit } from '@/ui/use-submit';
import { PasscodeField } from '../parts/passcode-field';
import { tellNews, useTellsNews } from '../parts/tell-news';
import { useSweptDrafts } from '../parts/use-swept-drafts';

interface LockedProps {
  readonly name: string;
  readonly personId: string;
  readonly to: string;
  readonly onSignOut: () => Promise<void>;
}

/** The lock screen: the passcode alone brings the person back to where they were. */
export function Locked({ name, personId, to, onSignOut }: LockedProps) {
  useSweptDrafts();
  const news = useNewsWhileLocked();
  const [passcode, setPasscode] = useState('');
  const { send, pending, problemOf, general } = useSubmit((data) => sendPasscode('/api/unlock', data));
  return (
    <Standalone title={`Locked: ${name}`}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          send({ passcode }, () => window.location.assign(to));
        }}
      >
        <p className="text-mute">
          The screen was idle or locked by hand. A call that was being typed is kept on this device; other
          words that were not saved are gone.
        </p>
        {news > 0 && (
          <p data-said className="font-semibold">
            {news === 1 ? 'Something is new at the shop.' : `${news} things are new at the shop.`}
          </p>
        )}
        <PasscodeField value={passcode} error={problemOf('passcode')} onChange={setPasscode} />
        <LockedOut message={problemOf('lockedOut')} />
        <Problems problems={general} />
        <Button type="submit" look="main" busy={pending}>
          Unlock
        </Button>
        <SignOutButton personId={personId} look="quiet" onSignOut={onSignOut}>
          Somebody else signs in
        </SignOutButton>
      </form>
    </Standalone>
  );
}

const everyMs = 60_000;

/** How much is new, which is all that a locked screen says of it. */
function useNewsWhileLocked(): number {
  const [count, setCount] = useState(0);
  const known = useRef<number>(undefined);
  const tells = useTellsNews();
  useTitleNews(count);
  useEffect(() => {
    const look = async () => {
      const answer = await fetch('/api/news/count', { cache: 'no-store' }).catch(() => undefined);
      if (!answer?.ok) return;
      const { count: now } = (await answer.json()) as { count: number };
      if (known.current !== undefined && now > known.current && tells.current)
        tellNews({ title: 'Something is new at the shop', tag: 'locked', href: '/news' });
      known.current = now;
      setCount(now);
    };
    void look();
    const timer = setInterval(look, everyMs);
    return () => clearInterval(timer);
  }, [tells]);
  return count;
}
