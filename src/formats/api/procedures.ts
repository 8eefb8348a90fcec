import { ProcedureInput } from '@/inputs/documents/procedure-input';
import { ProcedureCheckInput } from '@/inputs/library-inputs';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, list, object, orNull, text, whole } from './schema';

const checked = object({
  problems: list(object({ step: orNull(text), field: orNull(text), message: text })),
  steps: orNull(whole),
});

/** What `POST /api/v1/procedures/validate` answers. */
export function procedureAnswer({
  problems,
  steps,
}: {
  readonly problems: readonly Answer<typeof checked>['problems'][number][];
  readonly steps: number | null;
}): Answer<typeof checked> {
  return { problems: [...problems], steps };
}

/** The request, its body told as a procedure is. */
function request() {
  const schema = requestSchema(ProcedureCheckInput) as { properties: Record<string, unknown> };
  return { ...schema, properties: { ...schema.properties, body: requestSchema(ProcedureInput) } };
}

export const procedurePaths: Paths = {
  '/procedures/validate': {
    post: operation({
      summary:
        'What is wrong with a procedure, by step: its form, where it leads, states, causes and purposes',
      request: request(),
      answer: checked,
      refusals: [...asJson, '503'],
      scope: 'benches',
    }),
  },
};
