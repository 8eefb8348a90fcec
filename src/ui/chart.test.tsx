import { act, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { Chart } from './chart';
import { startChart } from './chart-library';

const drawn = vi.hoisted(() => ({ setOption: vi.fn(), resize: vi.fn(), dispose: vi.fn() }));
vi.mock('./chart-library', () => ({ startChart: vi.fn(() => drawn) }));

const settled = () => act(async () => {});

describe('a chart', () => {
  it('draws again what changed beside it, in the same drawing', async () => {
    const { rerender } = render(
      <Chart label="Totals" height={200} draw={() => ({ series: [{ data: [1] }] })} />,
    );
    await settled();
    // Its library comes with the first sign of life.
    expect(startChart).not.toHaveBeenCalled();
    window.dispatchEvent(new Event('pointermove'));
    await settled();
    await settled();
    expect(drawn.setOption).toHaveBeenLastCalledWith(
      expect.objectContaining({ series: [{ data: [1] }] }),
      true,
    );
    rerender(<Chart label="Totals" height={200} draw={() => ({ series: [{ data: [2] }] })} />);
    await settled();
    expect(drawn.setOption).toHaveBeenLastCalledWith(
      expect.objectContaining({ series: [{ data: [2] }] }),
      true,
    );
    expect(startChart).toHaveBeenCalledOnce();
    expect(screen.getByRole('img', { name: 'Totals' })).toBeTruthy();
  });

  it('draws again in the other theme, and lets go of its box', async () => {
    const inks: string[] = [];
    document.documentElement.style.setProperty('--ink', 'black');
    const { unmount } = render(
      <Chart
        label="Totals"
        height={200}
        draw={(ink) => {
          inks.push(ink('ink'));
          return {};
        }}
      />,
    );
    await settled();
    document.documentElement.style.setProperty('--ink', 'white');
    document.documentElement.dataset.theme = 'dark';
    await settled();
    expect(inks.at(-1)).toBe('white');
    unmount();
    expect(drawn.dispose).toHaveBeenCalledOnce();
  });
});
