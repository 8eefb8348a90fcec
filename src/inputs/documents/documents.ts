import type { DocumentKind } from '@/core/catalogue/lists/description';
import { done, type Result } from '@/core/kinds/result';
import { parseInput } from '../parse';
import { BehaviourInput } from './behaviour-input';
import { ProcedureInput } from './procedure-input';

/** The class of each kind of document: what stands in it, and what is refused. */
export const documentInputs: Readonly<Record<DocumentKind, new () => object>> = {
  behaviour: BehaviourInput,
  procedure: ProcedureInput,
};

/**
 * Reads a document from its JSON text.
 * @returns it in one line, its fields in the order in which they came
 */
export function readDocument(kind: DocumentKind, text: string): Result<string> {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return { ok: false, problems: [{ message: 'This is not JSON.' }] };
  }
  const read = parseInput(documentInputs[kind], body);
  return read.ok ? done(JSON.stringify(body)) : read;
}
