import { expect, it } from 'vitest';
import { writtenState } from './remote-written';

it.each([
  ['done', { remote: 'REM-1', profile: 'H44', readBack: 'H44' }, 'REM-1'],
  ['otherwise', { remote: 'REM-1', profile: 'H44', readBack: 'H44?' }, 'REM-1'],
  ['otherCar', { remote: 'REM-1', profile: 'H44', readBack: 'H44' }, 'REM-2'],
  ['otherCar', { remote: 'REM-1', profile: 'H44', readBack: 'H44' }, null],
] as const)('a written remote is %s', (state, written, remote) => {
  expect(writtenState(written, remote)).toBe(state);
});
