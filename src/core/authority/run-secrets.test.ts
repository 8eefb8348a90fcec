import { expect, it } from 'vitest';
import { heldData, noData, runSecrets } from './run-secrets';
import { purposeOfSource } from './secrets';

it('finds the latest image and backup among what was sealed', () => {
  expect(heldData(['board:one', 'image:A', '4711', 'image:B:C'])).toEqual({ image: 'B:C', board: 'one' });
  expect(heldData(['4711', 'an image:'])).toEqual(noData);
});

it('has each behind what getting it wants', () => {
  expect(purposeOfSource(runSecrets.pin.source)).toBe('pinRead');
  expect(purposeOfSource(runSecrets.image.source)).toBe('keyImage');
  expect(purposeOfSource(runSecrets.toldPin.source)).toBe('decode');
});
