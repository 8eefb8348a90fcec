import { describe, expect, it } from 'vitest';
import { simulatedRemoteWriter } from './simulated-remote-writer';

describe('the writer of universal remotes', () => {
  it('reads back what it wrote, mostly; takes its time; and fails without a fresh cell', async () => {
    const waited: number[] = [];
    const writer = simulatedRemoteWriter(async (seconds) => {
      waited.push(seconds);
    });
    const answers = await Promise.all(
      Array.from({ length: 300 }, (_, at) =>
        writer.write({ name: `remote ${at}`, hasFreshCell: true }, 'H44'),
      ),
    );
    const right = answers.filter((answer) => answer.ok && answer.value.readBack === 'H44').length;
    const other = answers.filter((answer) => answer.ok && answer.value.readBack !== 'H44').length;
    expect(right).toBeGreaterThan(250);
    expect(other).toBeGreaterThan(0);
    expect(right + other).toBeLessThan(300);
    expect(Math.min(...waited)).toBeGreaterThanOrEqual(0.8);
    // The same one again is another try: none fails for good.
    const fails = async (name: string) => {
      for (let tries = 0; tries < 6; tries += 1)
        if ((await writer.write({ name, hasFreshCell: true }, 'H44')).ok) return false;
      return true;
    };
    const failing = await Promise.all(Array.from({ length: 300 }, (_, at) => fails(`remote ${at}`)));
    expect(failing).not.toContain(true);
    expect(await writer.write({ name: 'remote 1', hasFreshCell: false }, 'H44')).toMatchObject({
      ok: false,
      reason: /fresh cell/,
    });
  });
});
