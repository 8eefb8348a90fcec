import { describe, expect, it } from 'vitest';
import { type Firm, footLines, reachLines } from './firm';

const nobody: Firm = {
  name: 'Tern Lane Keys',
  licence: '',
  logo: null,
  address: '',
  phone: '',
  mail: '',
  taxNumber: '',
  bank: '',
};

describe('the lines of a letterhead', () => {
  it('say nothing of what nobody noted', () => {
    expect([reachLines(nobody), footLines(nobody)]).toEqual([[], []]);
    expect(reachLines({ ...nobody, mail: 'desk@tern.example' })).toEqual(['desk@tern.example']);
  });

  it('bring an address of several lines on one, once each comma', () => {
    const firm = {
      ...nobody,
      address: '4 Tern Lane,\n\n Saltpan Ferry ',
      phone: '555-0100',
      mail: 'desk@tern.example',
    };
    expect(reachLines(firm)).toEqual(['4 Tern Lane, Saltpan Ferry', '555-0100, desk@tern.example']);
  });

  it('name the number and the bank for what they are', () => {
    expect(
      footLines({ ...nobody, licence: 'Locksmith 17', taxNumber: '27-1', bank: 'Ferry Bank\n0417' }),
    ).toEqual(['Locksmith 17', 'Tax number 27-1', 'Payable to Ferry Bank, 0417']);
  });
});
