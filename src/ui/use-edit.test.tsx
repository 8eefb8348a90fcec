import { act, renderHook } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { router } from '../../tests/support/dom';
import { type EditAnswer, useEdit } from './use-edit';

const job = { number: 1048, version: 7 };
const stale: EditAnswer = {
  ok: false,
  problems: [{ message: 'Somebody was faster.' }],
  stale: { version: 9, changes: [{ by: 'Another', at: new Date(0), section: 'keys' }], theirs: { keys: 3 } },
};

describe('useEdit', () => {
  it('sends the version the screen shows, and shows the job anew', async () => {
    const action = vi.fn(async (): Promise<EditAnswer> => ({ ok: true, value: { version: 8 } }));
    const onDone = vi.fn();
    const { result } = renderHook(() => useEdit(action, job));
    await act(async () => result.current.send({ keys: 2 }, onDone));
    expect(action).toHaveBeenCalledWith({ keys: 2, number: 1048, version: 7 });
    expect(router.refresh).toHaveBeenCalledOnce();
    expect(onDone).toHaveBeenCalledOnce();
  });

  it('holds both states where somebody was faster, and sends mine over theirs only when told', async () => {
    const action = vi
      .fn<(data: unknown) => Promise<EditAnswer>>()
      .mockResolvedValueOnce(stale)
      .mockResolvedValueOnce({ ok: true, value: { version: 10 } });
    const { result } = renderHook(() => useEdit(action, job));
    await act(async () => result.current.send({ keys: 2 }));
    expect(result.current.stale).toMatchObject({ version: 9, sent: { keys: 2 }, theirs: { keys: 3 } });
    expect(router.refresh).not.toHaveBeenCalled();
    await act(async () => result.current.stale?.keepMine());
    expect(action).toHaveBeenLastCalledWith({ keys: 2, number: 1048, version: 9 });
    expect(result.current.stale).toBeUndefined();
  });

  it('says that nothing was stored where the server cannot be reached', async () => {
    const action = () => Promise.reject<EditAnswer>(new TypeError('fetch failed'));
    const { result } = renderHook(() => useEdit(action, job));
    await act(async () => result.current.send({ keys: 2 }));
    expect(result.current.general[0]?.message).toContain('Nothing was stored');
    expect(result.current.pending).toBe(false);
  });
});
