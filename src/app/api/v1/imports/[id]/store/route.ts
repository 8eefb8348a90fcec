import { isUuid } from '@/core/kinds/is-uuid';
import { importAnswer } from '@/formats/api/imports';
import { StoreImportInput } from '@/inputs/library-inputs';
import { readImportState, storeImport } from '@/usecases/library/store-import';
import { answerJson, problem, signedIn } from '../../../../handler';

/** Stores an import that was read, all or nothing. */
export const POST = signedIn(async (actor, request, context: { params: Promise<{ id: string }> }) => {
  const { id } = await context.params;
  const found = isUuid(id) ? await readImportState(actor, id) : undefined;
  if (!found) return problem(404, 'There is no import of this number.');
  return answerJson(request, StoreImportInput, (input) => storeImport(actor, id, input), importAnswer);
});
