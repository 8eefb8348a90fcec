import type { Procedure } from './procedure';

const placeholder = /\{([a-z][A-Za-z0-9]{0,29})\}/g;

/** What every text may name beside its procedure's parameters: keys, and what the library says of the platform. */
export const givenNames = ['known', 'otherKnown', 'new', 'came', 'platform', 'leads', 'article'] as const;

/** The names that stand in braces in a text. */
export function namesIn(text: string): readonly string[] {
  return [...text.matchAll(placeholder)].flatMap(([, name]) => name ?? []);
}

/** Every text of a document with the place where it stands. */
export function textsOf(value: unknown, at = ''): readonly { readonly at: string; readonly text: string }[] {
  if (typeof value === 'string') return [{ at, text: value }];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, inner]) => textsOf(inner, at === '' ? name : `${at}.${name}`));
}

/**
 * A procedure with its parameters filled in; a name that nobody fills in stays as it is.
 * @param values by parameter; an amount that is no number stays text
 */
export function filled(procedure: Procedure, values: Readonly<Record<string, string>>): Procedure {
  if (Object.keys(values).length === 0) return procedure;
  const amount = (name: string) => {
    const is = procedure.parameters[name]?.is;
    return is === 'seconds' || is === 'count';
  };
  const fill = (value: unknown): unknown => {
    if (typeof value === 'string') {
      if (!value.includes('{')) return value;
      const [only] = value.match(/^\{([a-z][A-Za-z0-9]{0,29})\}$/) ? namesIn(value) : [];
      const given = only === undefined ? undefined : values[only];
      if (only !== undefined && given !== undefined && amount(only) && Number.isFinite(Number(given)))
        return Number(given);
      return value.replace(placeholder, (whole, name: string) => values[name] ?? whole);
    }
    if (Array.isArray(value)) return value.map(fill);
    if (typeof value !== 'object' || value === null) return value;
    const object: Record<string, unknown> = {};
    for (const [name, inner] of Object.entries(value)) object[name] = fill(inner);
    return object;
  };
  return { ...procedure, steps: fill(procedure.steps) as Procedure['steps'] };
}
