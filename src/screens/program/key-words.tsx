import type { KeyRole } from '@/core/procedure/document/procedure';
import { saidParts } from '@/core/procedure/document/step-words';

/** A sentence of a procedure with the keys in it as tags, so that it is never 'the key'. */
export function KeyWords({
  text,
  nameOf,
}: {
  readonly text: string;
  readonly nameOf: (role: KeyRole) => string;
}) {
  return saidParts(text).map((part, at) => {
    // biome-ignore lint/suspicious/noArrayIndexKey: a sentence's parts never move
    if ('role' in part) return <KeyTag key={at} name={nameOf(part.role)} />;
    return at === 0 ? part.text.charAt(0).toUpperCase() + part.text.slice(1) : part.text;
  });
}

export function KeyTag({ name }: { readonly name: string }) {
  return (
    <span className="inline-block rounded-lg border-2 border-smalt bg-smalt-wash px-2 text-smalt">
      {name}
    </span>
  );
}
