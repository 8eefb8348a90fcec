import { describe, expect, it } from 'vitest';
import type { Platform } from '@/core/catalogue/platform';
import { findTool, type ToolRight, type VanKit } from './van-kit';

const platform: Platform = {
  id: 'heddle',
  name: 'Heddle 9',
  chipFamily: 'AES128',
  link: 'can',
  slotsMaximum: 5,
  slotsMinimum: 1,
  count: 'readable',
  remoteLearned: 'with',
  methods: [],
};

const tool = (name: string, right: string | null) => ({
  name,
  edition: 'Meres 3',
  state: 'supported' as const,
  cover: [{ platformId: 'heddle', method: 'add' as const, right }],
});
const van = (tools: VanKit['tools'], rights: readonly ToolRight[] = []): VanKit => ({
  name: 'Wherry',
  tools,
  rights,
  day: '2027-03-03',
});
const right = (more: Partial<ToolRight>): ToolRight => ({
  name: 'Server',
  kind: 'account',
  credits: null,
  expiresOn: null,
  ...more,
});

describe('findTool', () => {
  it('takes a tool that needs no right', () => {
    expect(findTool(van([tool('Tablet', null)]), platform, 'add')).toEqual({
      ok: true,
      words: 'Tablet, Meres 3',
    });
  });

  it('passes over a tool whose right is missing when another one needs none', () => {
    expect(findTool(van([tool('Tablet', 'Server'), tool('Box', null)]), platform, 'add')).toMatchObject({
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
      'Server on Wherry expired on 2027-03-02.',
    ],
  ] as const)('refuses: %s', (_what, tools, rights, method, fact) => {
    expect(findTool(van(tools, rights), platform, method)).toMatchObject({ ok: false, fact });
  });

  it.each([right({ credits: 1 }), right({ expiresOn: '2027-03-03' }), right({})])(
    'accepts a right that holds: %j',
    (held) => {
      expect(findTool(van([tool('Tablet', 'Server')], [held]), platform, 'add')).toEqual({
        ok: true,
        words: 'Tablet, Meres 3, with Server',
      });
    },
  );
});
