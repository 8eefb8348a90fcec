import { expect, it } from 'vitest';
import { auditWords, detailWords } from './audit-words';

it('an audit line is read in words and not in names of our own', () => {
  expect(auditWords('job.terms')).toBe('Job: terms of the quote');
  expect(auditWords('quote.linkOpened')).toBe('Quote: link opened');
  expect(auditWords('tool.right')).toBe('Tools: licence or credits');
  expect(auditWords('vault.rotationBegun')).toBe('Vault key: rotation begun');
  expect(
    detailWords({ fields: ['agreedOption', 'book'], version: 3, option: 'shopClone', passcode: true }),
  ).toBe('changed: agreed option and book, version: 3, option: shop clone, passcode: yes');
  expect(detailWords({ personId: 'dcbb7600-b2f0-5d1f-b01e-f59adc788f9f' })).toBe('');
  expect(detailWords({ lists: [{ list: 'chips', added: 2 }], name: 'Ilmenau McRae' })).toBe(
    'lists: list chips; added 2, name: Ilmenau McRae',
  );
});
