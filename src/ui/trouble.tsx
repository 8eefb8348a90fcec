'use client';

import { useEffect, useState } from 'react';
import { Button } from './button';
import { Standalone } from './standalone';

interface Health {
  readonly database: 'there' | 'away';
}

/**
 * What is shown when a page could not be made. Asks the server what is wrong: while the database is away it says so
 * and tries again by itself; anything else is shown with the reference under which it was logged.
 */
export function Trouble({ reference, onRetry }: { reference: string | undefined; onRetry: () => void }) {
  const [state, setState] = useState<'asking' | 'databaseAway' | 'serverAway' | 'unexpected'>('asking');

  useEffect(() => {
    let wasAway = false;
    const ask = async () => {
      const health = await askHealth();
      if (health?.database === 'there') {
        if (wasAway) location.reload();
        else setState('unexpected');
        return;
      }
      wasAway = true;
      setState(health ? 'databaseAway' : 'serverAway');
    };
    void ask();
    const timer = setInterval(ask, 2000);
    return () => clearInterval(timer);
  }, []);

  if (state === 'asking')
    return (
      <Standalone named title="One moment">
        {null}
      </Standalone>
    );
  if (state === 'unexpected') {
    return (
      <Standalone named title="This page could not be shown">
        <p className="mb-4">
          What was stored is safe.
          {reference && (
            <>
              {' '}
              It is logged as <code className="font-mono">{reference}</code>.
            </>
          )}
        </p>
        <Button look="main" onClick={onRetry}>
          Try again
        </Button>
      </Standalone>
    );
  }
  const what = state === 'databaseAway' ? 'database' : 'server';
  return (
    <Standalone named title={`The ${what} cannot be reached`}>
      <p data-said>
        What was stored is safe. This page tries every two seconds and goes on by itself when the {what}{' '}
        answers.
      </p>
    </Standalone>
  );
}

async function askHealth(): Promise<Health | undefined> {
  try {
    const response = await fetch('/api/health', { cache: 'no-store' });
    return (await response.json()) as Health;
  } catch {
    return undefined;
  }
}
