'use client';

import { getNonce, setNonce } from 'get-nonce';

/** Hands the page's nonce to the parts that add a style sheet of their own, such as an overlay's scroll lock. */
export function StyleNonce({ nonce }: { nonce: string | undefined }) {
  // The policy of the document is the one it was loaded with: the first nonce stays.
  if (typeof window !== 'undefined' && nonce && !getNonce()) setNonce(nonce);
  return null;
}
