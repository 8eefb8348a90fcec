'use client';

import type { EChartsCoreOption } from 'echarts/core';
import { useEffect, useRef } from 'react';

/** The tokens as this page shows them, read from the page itself so that both themes fit. */
export type Ink = (token: string) => string;

interface ChartProps {
  readonly label: string;
  readonly height: number;
  /** What to draw; `ink` gives the colour of a token. */
  readonly draw: (ink: Ink) => EChartsCoreOption;
}

/** What somebody does first on a page. */
const signs = ['pointerdown', 'pointermove', 'keydown', 'input', 'focusin', 'wheel'] as const;

/** Comes with the first sign of life: until then the table of the same numbers is there, and the page is light. */
const firstSign = new Promise<void>((resolve) => {
  if (typeof window === 'undefined') return;
  for (const sign of signs) window.addEventListener(sign, () => resolve(), { once: true, passive: true });
});

/** A drawing beside a table of the same numbers; its library comes with the first one that is shown and a sign of life. */
export function Chart({ label, height, draw }: ChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const drawing = useRef(draw);
  /** Draws again once the chart stands. */
  const redraw = useRef(() => {});
  useEffect(() => {
    let alive = true;
    let close = () => {};
    const ink: Ink = (token) =>
      getComputedStyle(document.documentElement).getPropertyValue(`--${token}`).trim();
    const load = async () => {
      await firstSign;
      const { startChart } = await import('./chart-library');
      if (!alive || !box.current) return;
      const chart = startChart(box.current);
      // Words are measured before they are drawn, so that the face must be named.
      const { fontFamily } = getComputedStyle(document.body);
      const show = () =>
        chart.setOption(
          { animation: false, ...drawing.current(ink), textStyle: { fontFamily, color: ink('ink') } },
          true,
        );
      redraw.current = show;
      show();
      const resized = new ResizeObserver(() => chart.resize());
      resized.observe(box.current);
      const themed = new MutationObserver(show);
      themed.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
      close = () => {
        resized.disconnect();
        themed.disconnect();
        redraw.current = () => {};
        chart.dispose();
      };
    };
    void load();
    return () => {
      alive = false;
      close();
    };
  }, []);
  // What is drawn follows the numbers of the table beside it.
  useEffect(() => {
    drawing.current = draw;
    redraw.current();
  }, [draw]);
  return <div ref={box} role="img" aria-label={label} style={{ height }} className="w-full" />;
}
