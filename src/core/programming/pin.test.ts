import { describe, expect, it } from 'vitest';
import { orderOfSources, pinCostMinor, systemTypeOrder } from './pin';
import { platform, request, van } from './test-platform';

describe('the sources of a PIN', () => {
  const asked = (more: Parameters<typeof platform>[0], money = {}) =>
    request({ platform: platform(more), money: { ...request().money, ...money } });

  it('go by what they cost for what they give', () => {
    const order = orderOfSources(asked({ pinSources: ['dealer', 'codeService', 'obdSocket', 'customer'] }));
    expect(order.map(({ source }) => source)).toEqual(['obdSocket', 'customer', 'codeService', 'dealer']);
  });

  it('leave the socket out where no tool reads it', () => {
    const order = orderOfSources({
      ...asked({ pinSources: ['codeService', 'obdSocket'] }),
      van: van({ tools: [] }),
    });
    expect(order.map(({ source }) => source)).toEqual(['codeService']);
  });

  it('put the socket behind where many system types have to be tried and the bureau is cheap', () => {
    const types = Array.from({ length: 24 }, (_, at) => `T${at}`);
    const order = orderOfSources(
      asked({ pinSources: ['codeService', 'obdSocket'], systemTypes: types }, { bureauFeeMinor: 500 }),
    );
    expect(order.map(({ source }) => source)).toEqual(['codeService', 'obdSocket']);
  });

  it('cost nothing where there is none', () => {
    expect(pinCostMinor(asked({ pinSources: [] }))).toBe(0);
    expect(pinCostMinor(asked({ pinSources: ['codeService'] }))).toBe(Math.round(3200 + (15 / 60) * 8800));
  });
});

describe('system types', () => {
  it('stand by how often each answered, and as the platform has them before', () => {
    const types = { systemTypes: ['A', 'B', 'C'] };
    expect(systemTypeOrder(types, [])).toEqual(['A', 'B', 'C']);
    const record = [
      { route: 'add', worked: 3, tried: 4, types: { C: 2, B: 1 } },
      { route: 'aklErase', worked: 1, tried: 1, types: { B: 3 } },
    ] as const;
    expect(systemTypeOrder(types, record)).toEqual(['B', 'C', 'A']);
  });
});
