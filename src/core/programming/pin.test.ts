import { describe, expect, it } from 'vitest';
import { furtherSources, orderOfSources, pinCostMinor, systemTypeOrder } from './pin';
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

  it('are named with their chances, and what follows the first is counted by how often it is reached', () => {
    const steps = orderOfSources(asked({ pinSources: ['dealer', 'codeService'] }));
    const further = furtherSources(steps);
    expect(further?.words).toBe(
      'The PIN: the code service (85 %), else the dealer (95 %); from none of them in under 1 %.',
    );
    // The dealer's 90 minutes in 15 of a hundred; he takes no fee of his own.
    expect(further).toMatchObject({ minutes: Math.round(0.15 * 90), minor: 0 });
    expect(furtherSources(steps.slice(0, 1))).toBeNull();
    // The code service's fee of 32.00 where the socket has none, in a fifth of the cases.
    const bySocket = orderOfSources(asked({ pinSources: ['codeService', 'obdSocket'] }));
    expect(furtherSources(bySocket)).toMatchObject({ minor: 640, minutes: 3 });
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
