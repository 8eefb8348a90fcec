import { describe, expect, it } from 'vitest';
import type { BoundProcedure } from '../procedure/bind/bound';
import { keysAfter, type RunLog, startLog } from './run-log';

const start = startLog({ start: 'a' } as BoundProcedure, 0);
const log = (taken: readonly number[], erased = false): RunLog => ({
  ...start,
  walk: { ...start.walk, taken },
  erased,
});

describe('what runs did to the keys', () => {
  it('stays, however they ended, until the car is made to forget', () => {
    expect(keysAfter([])).toEqual({ taken: new Set(), erased: false });
    expect(keysAfter([log([3]), log([4])])).toEqual({ taken: new Set([3, 4]), erased: false });
    expect(keysAfter([log([3]), log([4], true)])).toEqual({ taken: new Set([4]), erased: true });
    expect(keysAfter([log([], true), log([3])])).toEqual({ taken: new Set([3]), erased: true });
  });
});
