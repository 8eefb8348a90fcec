'use client';

import { useActionState } from 'react';
import { dialled } from '@/core/kinds/phone';
import { Button } from '@/ui/button';
import type { FormSend } from '@/ui/form-answer';
import { Problems } from '@/ui/problems';
import { Standalone } from '@/ui/standalone';

/**
 * The first page behind a link: who sent it, before anything is opened. Opening takes a press, so that a program that looks at links does
 * not use it up.
 */
export function OpenOffer({
  token,
  shop,
  onOpen,
}: {
  token: string;
  shop: { readonly name: string; readonly phone: string };
  onOpen: FormSend;
}) {
  const [answer, send, pending] = useActionState(onOpen, null);
  return (
    <Standalone title={`From ${shop.name}`}>
      <p className="mb-4">
        <b>{shop.name}</b> has something for you to read: a quote, or what to know of your keys. The link
        opens once, on this device; from then on this device remembers it.
      </p>
      <form action={send}>
        <input type="hidden" name="token" value={token} />
        <Button type="submit" look="main" busy={pending}>
          Open it
        </Button>
      </form>
      <Problems problems={answer?.problems ?? []} />
      <CallTheShop phone={shop.phone} />
    </Standalone>
  );
}

/** How the shop is asked; nothing where it has named no phone. */
export function CallTheShop({ phone }: { phone: string }) {
  return phone === '' ? null : (
    <p className="mt-4">
      Questions, or not sure that this is for you? Call{' '}
      <a href={`tel:${dialled(phone)}`} className="inline-flex min-h-11 items-center font-mono underline">
        {phone}
      </a>
      .
    </p>
  );
}
