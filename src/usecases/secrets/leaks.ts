import { mentionsSecret, textsIn } from '@/core/authority/secret-words';
import { secretName } from '@/core/authority/secrets';
import { type Failed, failed } from '@/core/kinds/result';
import type { Db } from '@/data/db';
import { openSealed } from './vault';

/** Refuses an input one of whose texts holds a known secret of the job; the word says which, never what it says. */
export async function leakedSecret(db: Db, jobId: string, input: unknown): Promise<Failed | undefined> {
  const texts = textsIn(input);
  if (texts.length === 0) return undefined;
  for (const { envelope, value } of (await openSealed(db, jobId)).values()) {
    if (texts.some((text) => mentionsSecret(text, [value])))
      return failed(
        `A text here holds ${secretName(envelope)} of this job. Name it and leave out what it says; it stays sealed.`,
      );
  }
  return undefined;
}
