import { Worker } from 'node:worker_threads';
import { checkSync } from 'recheck';
import { describe, expect, it } from 'vitest';
import { listPatterns, type Pattern } from '../support/patterns';

const patterns = listPatterns();
const nested = { place: 'test', source: '^(\\d{1,3},\\d{1,3}[ ;]?)*$', flags: '' };

/** The worker of the fuzz: texts that a backtracking matcher would not come back from, pattern by pattern. */
const fuzzer = `
const { parentPort, workerData } = require('node:worker_threads');
const seeds = ['0', '1,1', 'a', ' ', '-', '.', ',', ';', 'A-', '12:', '0.0', '2026-', 'é', '٣', '９', '\\t', '"', '=', '(', '/', '\\u0000'];
const lengths = [1, 3, 31, 151, 1024, 20_000];
for (const { place, source, flags } of workerData) {
  parentPort.postMessage(place);
  const pattern = new RegExp(source, flags.replace('g', ''));
  for (const one of seeds) for (const two of [...seeds, ''])
    for (const length of lengths) {
      const body = (one + two).repeat(Math.ceil(length / (one + two).length)).slice(0, length);
      for (const end of ['', '!', '\\n', one]) { pattern.test(body + end); pattern.test(end + body); }
    }
}
parentPort.postMessage('done');
`;

/** Runs the fuzz in a worker that is ended when one pattern takes too long: the place that never came back, or 'done'. */
function fuzz(list: readonly Pattern[], limitMs: number): Promise<string> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(fuzzer, { eval: true, workerData: list });
    let last = 'nothing';
    const end = (word: string) => {
      clearTimeout(timer);
      void worker.terminate().then(() => resolve(word));
    };
    let timer = setTimeout(() => end(last), limitMs);
    worker.on('message', (word: string) => {
      last = word;
      clearTimeout(timer);
      timer = setTimeout(() => end(last), limitMs);
      if (word === 'done') end(word);
    });
    worker.on('error', reject);
  });
}

describe('patterns over text from outside', () => {
  it('are found by their syntax tree', () => {
    expect(patterns.length).toBeGreaterThan(100);
    expect(patterns.some(({ place }) => place.startsWith('inputs/job-inputs.ts'))).toBe(true);
  });

  it('hold no repetition that a text can make endless', () => {
    const wrong = patterns.filter(({ source, flags }) => checkSync(source, flags).status !== 'safe');
    expect(wrong).toEqual([]);
    expect(checkSync(nested.source, '').status).toBe('vulnerable');
  });

  it('come back from hostile texts', async () => {
    for (let at = 0; at < patterns.length; at += 40)
      expect(await fuzz(patterns.slice(at, at + 40), 5000)).toBe('done');
    // What must not hang is each part, which has its own limit; a busy machine takes longer for all of them.
  }, 120_000);

  it('would be caught by the fuzz', async () => {
    expect(await fuzz([nested], 2000)).toBe('test');
  });
});
