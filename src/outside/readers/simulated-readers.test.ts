import { describe, expect, it } from 'vitest';
import { decodeBlade } from '@/core/blade/decode';
import type { Blade } from '@/core/blade/spec';
import { simulatedGauge, simulatedPhotograph } from './simulated-readers';

const blade: Blade = {
  rows: [{ spacesMm: [4, 6.5, 9, 11.5, 14, 16.5], cuts: [0, 0.5, 1, 1.5] }],
  measure: 'mm',
  stop: 'shoulder',
  macs: 3,
  cutter: null,
};
const key = { name: 'one', blade, bitting: [1, 3, 2, 4, 2, 1] };

async function gauged(name: string, face: number): Promise<(number | null)[]> {
  const read: (number | null)[] = [];
  for (let space = 1; space <= 6; space += 1) {
    const answer = await simulatedGauge.read({ ...key, name }, face, space, 1);
    read.push(answer.ok ? answer.value : null);
  }
  return read;
}

describe('the stand-ins that read a blade', () => {
  it('read the same key so that its bitting is found, by gauge over both faces and by photograph', async () => {
    const faces = [await gauged('one', 0), await gauged('one', 1)];
    expect(decodeBlade({ blade, faces, series: null }).ranked[0]?.bitting).toEqual(key.bitting);
    const photographed = await simulatedPhotograph.read(key, 2, 1);
    const read = photographed.ok ? photographed.value : [];
    expect(read.map((face) => face.filter((reading) => reading === null).length)).toEqual([1, 1]);
    expect(decodeBlade({ blade, faces: read, series: null }).ranked[0]?.bitting).toEqual(key.bitting);
  });

  it('say the same of the same attempt, and nearly the same of the next', async () => {
    expect(await gauged('two', 0)).toEqual(await gauged('two', 0));
    const first = await simulatedGauge.read(key, 0, 2, 1);
    const second = await simulatedGauge.read(key, 0, 2, 2);
    expect(first.ok && second.ok && Math.abs(first.value - second.value)).toBeLessThan(0.1);
  });

  it('lose the cable now and then, and know no space that is not there', async () => {
    const answers = await Promise.all(
      Array.from({ length: 200 }, (_, attempt) => simulatedGauge.read(key, 0, 1, attempt)),
    );
    const lost = answers.filter(({ ok }) => !ok).length;
    expect(lost).toBeGreaterThan(1);
    expect(lost).toBeLessThan(20);
    expect((await simulatedGauge.read(key, 0, 7, 1)).ok).toBe(false);
  });
});
