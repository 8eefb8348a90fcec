/** Loads of the page of a run, the cache warm and the processor slowed: when it paints first, and when its step is there. */
const loads = 7;
const slowed = 4;

/** @param job the number of a job whose run is open */
export async function paintOfRun(context, address, job) {
  const page = await context.newPage();
  await page.goto(`${address}/jobs/${job}/program`);
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: slowed });
  const painted = [];
  const ready = [];
  for (let at = 0; at < loads; at += 1) {
    await page.reload({ waitUntil: 'load' });
    await page.getByRole('region', { name: 'The step at hand' }).waitFor();
    const times = await page.evaluate(() => ({
      first: performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
      now: performance.now(),
    }));
    painted.push(times.first);
    ready.push(times.now);
  }
  await page.close();
  return { loads, painted: middle(painted), ready: middle(ready) };
}

function middle(list) {
  return Math.round([...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]);
}
