'use client';

import { useState } from 'react';
import { dialled } from '@/core/kinds/phone';
import type { Result } from '@/core/kinds/result';
import { messageWith } from '@/core/quote/link-message';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { useSave } from '@/ui/use-submit';
import type { MadeLink } from '@/usecases/quote/links';

export type OnLink = (data: unknown) => Promise<Result<MadeLink>>;

/** A button that makes a link for the customer, and the message it is sent with, shown this once. */
export function MakeLink({
  what,
  follows,
  onLink,
}: {
  /** What the link is to, as the use-case reads it. */
  readonly what: Readonly<Record<string, number>>;
  readonly follows: string;
  readonly onLink: OnLink;
}) {
  const link = useSave(onLink);
  const [made, setMade] = useState<MadeLink>();
  return (
    <>
      <Button
        busy={link.pending}
        follows={follows}
        onClick={() => link.send(what, ({ value }) => setMade(value))}
      >
        Make a link
      </Button>
      {(made || link.problems.length > 0) && (
        <div className="order-last basis-full" data-said>
          <Problems problems={link.problems} />
          {made && <Message made={made} />}
        </div>
      )}
    </>
  );
}

function Message({ made }: { readonly made: MadeLink }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}/offer/${made.token}`;
  const words = messageWith(made.message, address);
  const copy = () => navigator.clipboard.writeText(words).then(() => setCopied(true));
  return (
    <div className="flex flex-col gap-2 border-l-4 border-smalt pl-3">
      <p className="text-small text-mute">Send this, it is shown only now:</p>
      <p className="break-words">
        {made.message.before} <code className="font-mono break-all">{address}</code>
      </p>
      {made.message.after.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <div className="flex flex-wrap gap-2">
        {typeof navigator.clipboard !== 'undefined' && (
          <Button look="quiet" onClick={copy}>
            {copied ? 'Copied' : 'Copy it'}
          </Button>
        )}
        {made.phone && (
          <a
            href={`sms:${dialled(made.phone)}?body=${encodeURIComponent(words)}`}
            className={buttonClass('quiet')}
          >
            <ButtonWords follows={made.phone}>Text it</ButtonWords>
          </a>
        )}
      </div>
    </div>
  );
}
