import { describe, expect, it } from 'vitest';
import { readPriceFile, writePriceFile } from './price-file';

const read = async (text: string) => {
  const found = await readPriceFile(new TextEncoder().encode(text), 'USD');
  if (!found.ok) throw new Error(JSON.stringify(found.problems));
  return found.value;
};

describe('a price file', () => {
  it.each([
    ['commas', 'article,price,lead_days,shipping\nWEX10-P,12.50,2,4.90\n"KB,2",7.00,1,\n'],
    [
      'semicolons and decimal commas, as spreadsheets write them',
      '\ufeffarticle;price;lead_days;shipping\r\nWEX10-P;12,50;2;4,90\r\n"KB,2";7,00;1;\r\n',
    ],
    ['tabs', 'article\tprice\tlead_days\tshipping\nWEX10-P\t12.50\t2\t4.90\nKB,2\t7.00\t1\t\n'],
  ])('is read with %s', async (_, text) => {
    const { listed, problems } = await read(text);
    expect(problems).toEqual([]);
    expect(listed).toMatchObject([
      { article: 'WEX10-P', priceMinor: 1250, leadDays: 2, shippingMinor: 490, condition: 'new' },
      { article: 'KB,2', priceMinor: 700, leadDays: 1, shippingMinor: 0 },
    ]);
  });

  it('does not take a comma for a point where commas part the cells, nor a thousand sign for either', async () => {
    const quoted = await read('article,price,lead_days\nKB2,"12,50",1\n');
    expect(quoted.problems).toMatchObject([{ line: 2, column: 'price' }]);
    const thousands = await read('article;price;lead_days\nKB2;1.234,50;1\n');
    expect(thousands.problems).toMatchObject([{ line: 2, column: 'price' }]);
  });

  it('tells a column it does not have, a row too short and an article that stands twice', async () => {
    expect((await read('article,price,lead_days,colour\nKB2,1,1,red\n')).problems).toMatchObject([
      { line: 1, column: 'colour' },
    ]);
    expect((await read('article,price,lead_days\nKB2,1\n')).problems).toMatchObject([{ line: 2 }]);
    expect((await read('article,price,lead_days\nKB2,1,1\nKB2,2,1\n')).problems).toMatchObject([
      { line: 3, column: 'article' },
    ]);
  });

  it('is written so that it reads back the same', async () => {
    const { listed } = await read(
      'article,price,stock,lead_days,condition\nKB2,19.99,4,2,reset\nKB3,5,,0,new\n',
    );
    expect((await read(writePriceFile(listed, 'USD'))).listed).toEqual(listed);
  });
});
