/**
 * Makes `goto` wait until the page answers to keys and clicks: every control has been taken over by the program.
 * What is pressed before that is lost, for a fast script as for a fast person.
 * @template {import('@playwright/test').Page} P
 * @param {P} page
 * @returns {P}
 */
export function steady(page) {
  const go = page.goto.bind(page);
  page.goto = async (...given) => {
    const response = await go(...given);
    await page.waitForFunction(() =>
      [...document.querySelectorAll('button, input:not([type=hidden]), select, textarea, a')].every(
        (control) => Object.keys(control).some((key) => key.startsWith('__react')),
      ),
    );
    return response;
  };
  return page;
}
