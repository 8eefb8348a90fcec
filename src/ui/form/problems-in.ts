import type { Problem } from '@/core/kinds/result';

/** The problems of nested errors, each with the path of its field, such as `bands.2.toKm`. */
export function problemsIn(errors: object, path = ''): Problem[] {
  return Object.entries(errors).flatMap(([name, error]) => {
    if (typeof error !== 'object' || error === null || name === 'ref') return [];
    const field = path + name;
    return 'message' in error && typeof error.message === 'string'
      ? [{ field: field.replace(/\.root$/, ''), message: error.message }]
      : problemsIn(error, `${field}.`);
  });
}

/** Whether a problem is one of a field or of a part of it. */
export function belongsTo(name: string): (problem: Problem) => boolean {
  return ({ field }) => field === name || (field?.startsWith(`${name}.`) ?? false);
}
