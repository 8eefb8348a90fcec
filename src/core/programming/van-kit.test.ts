import { describe, expect, it } from 'vitest';
import { platform, right, van } from './test-platform';
import { findTool, type Tool, type ToolRight } from './van-kit';

const heddle = platform();
const tool = (name: string, wants: string | null, market: string | null = null): Tool => ({
  name,
  edition: 'Meres 3',
  state: 'supported',
  cover: [{ platformId: 'heddle', method: 'add', market, right: wants }],
});
const wherry = (tools: readonly Tool[], rights: readonly ToolRight[] = []) =>
  van({ name: 'Wherry', tools, rights });

describe('findTool', () => {
  it('takes a tool that needs no right', () => {
    expect(findTool(wherry([tool('Tablet', null)]), heddle, 'add', 'Meres')).toMatchObject({
      ok: true,
      words: 'Tablet, Meres 3',
    });
  });

  it('passes over a tool whose right is missing when another one needs none', () => {
    expect(
      findTool(wherry([tool('Tablet', 'Server'), tool('Box', null)]), heddle, 'add', 'Meres'),
    ).toMatchObject({
      ok: true,
      words: 'Box, Meres 3',
    });
  });

  it.each([
    [
      'no cover for the function',
      [tool('Tablet', null)],
      [],
      'aklErase',
      'No tool on Wherry covers this for Heddle 9.',
    ],
    ['no such right', [tool('Tablet', 'Server')], [], 'add', 'Wherry lacks Server.'],
    [
      'no credit left',
      [tool('Tablet', 'Server')],
      [right({ credits: 0 })],
      'add',
      'Server on Wherry are used up.',
    ],
    [
      'expired yesterday',
      [tool('Tablet', 'Server')],
      [right({ expiresOn: '2027-03-02' })],
      'add',
      'Server on Wherry expired on Tue 2 Mar.',
    ],
  ] as const)('refuses: %s', (_what, tools, rights, method, fact) => {
    expect(findTool(wherry(tools, rights), heddle, method, 'Meres')).toMatchObject({ ok: false, fact });
  });

  it.each([right({ credits: 1 }), right({ expiresOn: '2027-03-03' }), right({})])(
    'accepts a right that holds: %j',
    (held) => {
      expect(findTool(wherry([tool('Tablet', 'Server')], [held]), heddle, 'add', 'Meres')).toMatchObject({
        ok: true,
        words: expect.stringContaining('Tablet, Meres 3, with Server'),
      });
    },
  );

  it('uses no credit up where another tool needs none, and keeps to the market', () => {
    const both = wherry(
      [tool('Tablet', 'Server', 'Meres'), tool('Box', null, 'Continent')],
      [right({ useMinor: 900, credits: 2 })],
    );
    expect(findTool(both, heddle, 'add', 'Meres')).toMatchObject({
      words: 'Tablet, Meres 3, with Server, 2 left',
    });
    expect(findTool(both, heddle, 'add', 'Continent')).toMatchObject({ words: 'Box, Meres 3' });
    expect(findTool(both, heddle, 'add', null)).toMatchObject({ words: 'Box, Meres 3' });
    expect(findTool(both, heddle, 'add', 'Southern')).toMatchObject({ ok: false });
  });
});
