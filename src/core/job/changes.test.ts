import { expect, it } from 'vitest';
import { changedFields } from './changes';
import { fieldName } from './field-names';

it('names fields as the screens do, and an unknown one as it is', () => {
  expect(['placeId', 'key 2', 'constructor'].map(fieldName)).toEqual(['place', 'key 2', 'constructor']);
});

it('names what changed, and never quotes a personal field', () => {
  const before = { year: 2018, name: 'Old Name', phone: null, why: 'spare', keys: [1] };
  const after = { year: 2019, name: 'New Name', phone: null, why: 'spare', keys: [1] };
  const changes = changedFields(before, after);
  expect(changes).toEqual([
    { field: 'year', from: 2018, to: 2019 },
    { field: 'name', personal: true },
  ]);
  expect(JSON.stringify(changes)).not.toContain('Name');
});
