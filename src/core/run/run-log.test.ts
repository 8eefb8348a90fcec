import { describe, expect, it } from 'vitest';
import { keysAfter, type RunLog } from './run-log';

const log = (taken: readonly number[], erased = false): RunLog => ({
  walk: {
    at: 'a',
    search: null,
    jumps: {},
    authority: 'onSite',
    proved: {},
    taken,
    mended: [],
    exchanged: {},
  },
  begun: null,
  command: null,
  untold: null,
  entered: null,
  secretIds: [],
  answered: 0,
  erased,
  pieces: {},
  rightUses: 0,
  startedMs: 0,
  ended: null,
});

describe('what runs did to the keys', () => {
  it('stays, however they ended, until the car is made to forget', () => {
    expect(keysAfter([])).toEqual({ taken: new Set(), erased: false });
    expect(keysAfter([log([3]), log([4])])).toEqual({ taken: new Set([3, 4]), erased: false });
    expect(keysAfter([log([3]), log([4], true)])).toEqual({ taken: new Set([4]), erased: true });
    expect(keysAfter([log([], true), log([3])])).toEqual({ taken: new Set([3]), erased: true });
  });
});
