import type { Route } from '@/core/programming/route';
import { findRoutes } from '@/core/programming/routes';
import { request } from '@/core/programming/test-platform';
import type { OptionKind } from '@/core/quote/option-kinds';
import { quoteOf } from '@/core/quote/options';
import type { Available } from '@/core/quote/quote';
import { testRequest, testSnapshot } from '@/core/quote/test-snapshot';

const some = quoteOf(testRequest, testSnapshot).options.find((one): one is Available => one.available);

/** Options of these totals, alike in everything else that is not said. */
export function optionsOf(
  ...told: readonly (readonly [OptionKind, number, Partial<Available>])[]
): Available[] {
  if (!some) throw new Error('the snapshot of the tests has no option');
  return told.map(([kind, totalMinor, more]) => ({
    ...some,
    kind,
    totalMinor,
    furtherKeyMinor: null,
    answers: true,
    worseThan: null,
    ...more,
  }));
}

export const testRoute = findRoutes(request()).find(({ kind }) => kind === 'add') as Route;
