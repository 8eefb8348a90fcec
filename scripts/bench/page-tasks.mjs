// What holds a page up while something heavy goes on beside it: tasks over 50 ms.

/** Tasks of the page over 50 ms while the readings of a key with 12,000 codes are typed and decoded. */
export async function tasksOfDecode(context, address) {
  const page = await context.newPage();
  await page.goto(`${address}/benches/blade?keyway=Siskin%2011`, { waitUntil: 'networkidle' });
  await watchTasks(page);
  const readings = '0.71 0.05 1.38 2.04 0.72 0.09 0.74 2.06 1.44 0.13 0.79'.split(' ');
  await page.getByLabel('Face A, space 1', { exact: true }).focus();
  for (const reading of [...readings, ...readings]) await page.keyboard.type(reading, { delay: 30 });
  await page.getByRole('heading', { name: /Likeliest bitting|Cannot tell yet/ }).waitFor();
  await page.waitForTimeout(1500);
  const tasks = await page.evaluate(() => globalThis.tasks);
  await page.close();
  return { count: tasks.length, longest: Math.round(Math.max(0, ...tasks)) };
}

/** Tasks of the page over 50 ms while a car on the bench lives through an AKL, its waits 600 times faster. */
export async function tasksOfWait(context, address) {
  const page = await context.newPage();
  await page.goto(`${address}/benches/car`, { waitUntil: 'networkidle' });
  await page.getByLabel('Platform').selectOption('Heddle 3');
  await page.getByLabel('Waits go by').selectOption('600 times faster');
  await page.getByRole('button', { name: 'Ask what it is' }).click();
  await page
    .locator('#page')
    .getByText(/^Its VIN is/)
    .waitFor();
  await watchTasks(page);
  const from = Date.now();
  await page.getByRole('button', { name: /^AKL, erasing/ }).click();
  await page.locator('#page').getByText('AKL, erasing is open.').waitFor({ timeout: 60_000 });
  const seconds = (Date.now() - from) / 1000;
  await page.getByRole('button', { name: /^Erase every key/ }).click();
  await page
    .locator('#page')
    .getByText(/^Every key is erased/)
    .waitFor();
  for (const key of ['2', '3']) {
    await page.getByRole('button', { name: 'Take a key' }).click();
    await page.locator('#page').getByText('The tool works.').waitFor();
    // Each is presented twice before it counts.
    for (const place of ['at the pocket', 'beside the car', 'at the pocket']) {
      await page.getByLabel(`Where key ${key} is`).selectOption(place);
      await page.waitForTimeout(300);
    }
    await page
      .locator('#page')
      .getByText(/^A key was taken/)
      .waitFor();
    await page.getByLabel(`Where key ${key} is`).selectOption('beside the car');
  }
  const tasks = await page.evaluate(() => globalThis.tasks);
  await page.close();
  return {
    count: tasks.length,
    longest: Math.round(Math.max(0, ...tasks)),
    seconds: Math.round(seconds * 10) / 10,
  };
}

function watchTasks(page) {
  return page.evaluate(() => {
    globalThis.tasks = [];
    new PerformanceObserver((list) =>
      globalThis.tasks.push(...list.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask' });
  });
}
