// How long it takes from the press that signs in until the first price of a call stands there, on a phone.

const line = 'merrowdale 2018 push start spare one key works quarry end';
/** Milliseconds between two signs: a quick typist. */
const betweenSigns = 60;

/** @returns seconds from the press of 'Sign in' until the price stands, the middle and the longest of five; and those of typing */
export async function firstPrice(browser, address) {
  const seconds = [];
  for (let times = 0; times < 5; times += 1) {
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      isMobile: true,
      hasTouch: true,
    });
    const page = await context.newPage();
    await page.goto(`${address}/sign-in`, { waitUntil: 'networkidle' });
    await page.getByRole('radio', { name: /Imre Pellimoor/ }).click();
    await page.getByLabel('Passcode').fill(await page.locator('code').first().textContent());
    const from = performance.now();
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL('**/jobs');
    await page
      .getByRole('link', { name: /New call/ })
      .first()
      .click();
    const field = page.getByLabel("The caller's words in one line");
    await field.pressSequentially(line, { delay: betweenSigns });
    await page
      .locator('#page')
      .getByText(/^“From /)
      .waitFor();
    seconds.push((performance.now() - from) / 1000);
    await context.close();
  }
  seconds.sort((a, b) => a - b);
  const tenths = (value) => Math.round(value * 10) / 10;
  return {
    middle: tenths(seconds[2]),
    longest: tenths(seconds[4]),
    typing: tenths((line.length * betweenSigns) / 1000),
  };
}
