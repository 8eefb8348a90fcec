import { expect, it } from 'vitest';
import { ownPath } from './own-path';

it.each([
  ['/jobs/7/on-site', '/jobs/7/on-site'],
  ['/settings/audit?action=secret.', '/settings/audit?action=secret.'],
  ['//elsewhere.test', '/jobs'],
  ['https://elsewhere.test', '/jobs'],
  ['/\\elsewhere.test', '/jobs'],
  ['javascript:alert(1)', '/jobs'],
  ['/locked?to=/locked', '/jobs'],
  [undefined, '/jobs'],
  [['/jobs'], '/jobs'],
])('%j goes to %s', (path, expected) => expect(ownPath(path)).toBe(expected));
