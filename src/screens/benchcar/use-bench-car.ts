'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { CarInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { TraceLine } from '@/core/benchcar/trace/trace-reader';
import { openBenchCar } from '@/workers/bench-car';
import type { BenchCarFace } from '@/workers/bench-car.worker';
import type { BenchView, DeviceTask, ToolFunction } from '@/workers/bench-run';
import type { OpenWorker } from '@/workers/open-worker';

/** So often the car's clock is let go on, and so many messages are kept on the page. */
const tickMs = 100;
const mostLines = 300;

export interface BenchCarRun {
  readonly view: BenchView | null;
  readonly lines: readonly TraceLine[];
  readonly signs: BenchView['signs'];
  readonly trouble: string | null;
  readonly hand: (input: CarInput) => void;
  readonly use: (task: ToolFunction, systemType: string | null) => void;
  readonly device: (task: DeviceTask) => void;
  readonly restartTool: () => void;
  readonly inputs: () => Promise<readonly unknown[]>;
}

/**
 * A car in a worker, whose clock goes on while the page is seen.
 * @param setup null while no car stands there; another one puts a new car in its place
 */
export function useBenchCar(
  platform: BenchPlatform | null,
  setup: CarSetup | null,
  rate: number,
): BenchCarRun {
  const [view, setView] = useState<BenchView | null>(null);
  const [lines, setLines] = useState<readonly TraceLine[]>([]);
  const [signs, setSigns] = useState<BenchView['signs']>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const opened = useRef<OpenWorker<BenchCarFace>>(null);
  const put = useRef(0);
  const fast = useRef(rate);
  fast.current = rate;

  const shows = useCallback((next: BenchView) => {
    setView(next);
    if (next.said.length > 0) setLines((before) => [...before, ...next.said].slice(-mostLines));
    if (next.signs.length > 0) setSigns((before) => [...before, ...next.signs].slice(-20));
  }, []);
  const asks = useCallback(
    (ask: (worker: OpenWorker<BenchCarFace>['worker']) => Promise<BenchView>) => {
      const own = opened.current;
      const turn = put.current;
      if (!own) return Promise.resolve();
      return Promise.race([ask(own.worker), own.failed]).then(
        (next) => {
          if (turn === put.current) shows(next);
        },
        (error: Error) => setTrouble(error.message),
      );
    },
    [shows],
  );

  useEffect(() => {
    const own = openBenchCar();
    opened.current = own;
    return () => {
      opened.current = null;
      own.close();
    };
  }, []);

  useEffect(() => {
    if (!platform || !setup) return;
    put.current += 1;
    setView(null);
    setLines([]);
    setSigns([]);
    setTrouble(null);
    let last = performance.now();
    let ended = false;
    let busy = true;
    void asks((worker) => worker.put(platform, setup)).then(() => {
      busy = false;
      last = performance.now();
    });
    const timer = setInterval(() => {
      const now = performance.now();
      // A page that was not seen does not make up for it.
      const passed = document.hidden ? 0 : Math.min(1000, now - last);
      if (busy || ended || passed === 0) {
        if (document.hidden) last = now;
        return;
      }
      last = now;
      busy = true;
      void asks((worker) => worker.advance(passed, fast.current)).then(() => {
        busy = false;
      });
    }, tickMs);
    return () => {
      ended = true;
      clearInterval(timer);
    };
  }, [platform, setup, asks]);

  return {
    view,
    lines,
    signs,
    trouble,
    hand: (input) => void asks((worker) => worker.hand(input)),
    use: (task, systemType) => void asks((worker) => worker.use(task, systemType)),
    device: (task) => void asks((worker) => worker.device(task)),
    restartTool: () => void asks((worker) => worker.restartTool()),
    inputs: async () => (await opened.current?.worker.inputs()) ?? [],
  };
}
