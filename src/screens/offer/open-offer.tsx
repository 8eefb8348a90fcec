'use client';

import type { Result } from '@/core/kinds/result';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { Standalone } from '@/ui/standalone';
import { useSubmit } from '@/ui/use-submit';

/** The first page behind a link. Opening takes a press, so that a program that looks at links does not use it up. */
export function OpenOffer({
  token,
  onOpen,
}: {
  token: string;
  onOpen: (data: unknown) => Promise<Result<null>>;
}) {
  const { send, pending, problems } = useSubmit(onOpen);
  return (
    <Standalone title="From your locksmith">
      <p className="mb-4">
        A locksmith has something for you to read: a quote, or what to know of your keys. The link opens once,
        on this device; from then on this device remembers it.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          send({ token });
        }}
      >
        <Button type="submit" look="main" busy={pending}>
          Open it
        </Button>
      </form>
      <Problems problems={problems} />
    </Standalone>
  );
}
