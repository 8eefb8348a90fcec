// A timed step on the page of a run: when its sounds are heard by the audio clock, when its figure is seen, what holds the page up.

const beatsWanted = 60;
const heldMs = 80;

/**
 * Lets a held step be counted round after round, once at rest and once with a page that is held up again and again.
 * @param browser it takes a context of its own: what listens to the sounds is no code of the page
 * @param job the number of a job whose run leads to a step that is held
 */
export async function timedSteps(browser, cookies, address, job) {
  const context = await browser.newContext({ bypassCSP: true });
  await context.addCookies(cookies);
  const page = await context.newPage();
  await page.addInitScript(listen);
  await page.goto(`${address}/jobs/${job}/program`, { waitUntil: 'networkidle' });
  const card = page.getByRole('region', { name: 'The step at hand' });
  const start = card.getByRole('button', { name: /^Start/ });
  await page.getByRole('button', { name: 'Drive from here' }).click();
  for (let step = 0; step < 20 && !(await start.isVisible()); step += 1) {
    const before = await card.textContent();
    await card.locator('[data-main]').first().click();
    await page.waitForFunction(
      (was) => document.querySelector('section[aria-label="The step at hand"]')?.textContent !== was,
      before,
    );
  }
  if (!(await start.isVisible()))
    throw new Error(`no timed step is at hand: ${await page.locator('main').textContent()}`);
  const rest = await counted(page, 0);
  await page.reload({ waitUntil: 'networkidle' });
  const held = await counted(page, heldMs);
  await context.close();
  return {
    beats: rest.sounds.length,
    offMs: spreadOf(rest.sounds),
    heldOffMs: spreadOf(held.sounds),
    figureMs: p95(rest.figures),
    figures: rest.figures.length,
    longTasks: rest.tasks.length,
    longest: Math.round(Math.max(0, ...rest.tasks)),
  };
}

async function counted(page, holdMs) {
  await page.evaluate((ms) => globalThis.timed.begin(ms), holdMs);
  await page.getByRole('button', { name: /Again and again/ }).click();
  await page.waitForFunction((wanted) => globalThis.timed.heard.length >= wanted, beatsWanted, {
    timeout: 300_000,
  });
  const { laid, heard, acts, seen, tasks } = await page.evaluate(() => globalThis.timed.end());
  await page.getByRole('button', { name: 'Stop counting' }).click();
  // Each sound that was heard against the one that was laid nearest to it.
  const sounds = heard.map((at) => {
    const nearest = laid.reduce(
      (best, one) => (Math.abs(one - at) < Math.abs(best - at) ? one : best),
      Infinity,
    );
    return (at - nearest) * 1000;
  });
  const figures = acts
    .map((act) => seen.find((at) => at > act - 200 && at < act + 900))
    .flatMap((at, index) => (at === undefined ? [] : [Math.abs(at - acts[index])]));
  return { sounds, figures, tasks };
}

/** How far apart the earliest and the latest are from where they were laid. */
function spreadOf(off) {
  return Math.round((Math.max(...off) - Math.min(...off)) * 1000) / 1000;
}

function p95(list) {
  const sorted = [...list].sort((a, b) => a - b);
  return Math.round((sorted[Math.floor(sorted.length * 0.95)] ?? 0) * 10) / 10;
}

/** Runs in the page before its own code: one audio context for all, with a listener at its end. */
function listen() {
  const recorder = `registerProcessor('onsets', class extends AudioWorkletProcessor {
    silent = 1e9;
    process([[samples]]) {
      for (let at = 0; samples && at < samples.length; at += 1) {
        if (Math.abs(samples[at]) < 0.02) this.silent += 1;
        else {
          if (this.silent > sampleRate * 0.03) this.port.postMessage((currentFrame + at) / sampleRate);
          this.silent = 0;
        }
      }
      if (!samples) this.silent += 128;
      return true;
    }
  });`;
  const Context = AudioContext;
  const audio = new Context();
  audio.close = async () => {};
  let ear;
  const state = { laid: [], heard: [], acts: [], seen: [], tasks: [] };
  let holding;
  globalThis.AudioContext = function SharedContext() {
    return audio;
  };
  const { connect } = AudioNode.prototype;
  AudioNode.prototype.connect = function connectHeard(to, ...more) {
    if (to === audio.destination && ear) connect.call(this, ear);
    return connect.call(this, to, ...more);
  };
  const { start } = OscillatorNode.prototype;
  OscillatorNode.prototype.start = function startLaid(at) {
    state.laid.push(at);
    // The first of the tones of an act tells when its figure is due, by the audio clock as all of this.
    if (this.frequency.value === 1040) state.acts.push(at * 1000);
    start.call(this, at);
  };
  new PerformanceObserver((list) =>
    state.tasks.push(...list.getEntries().map(({ duration }) => duration)),
  ).observe({
    type: 'longtask',
  });
  let word = '';
  new MutationObserver(() => {
    const now = /Now|Let go/.exec(document.querySelector('[data-figure]')?.textContent ?? '')?.[0] ?? '';
    if (now !== word && now !== '') requestAnimationFrame(() => state.seen.push(audio.currentTime * 1000));
    word = now;
  }).observe(document, { subtree: true, childList: true, characterData: true });
  globalThis.timed = {
    heard: state.heard,
    async begin(holdMs) {
      await audio.resume();
      if (!ear) {
        await audio.audioWorklet.addModule(
          URL.createObjectURL(new Blob([recorder], { type: 'text/javascript' })),
        );
        ear = new AudioWorkletNode(audio, 'onsets');
        ear.port.onmessage = ({ data }) => state.heard.push(data);
        connect.call(ear, audio.destination);
      }
      for (const list of Object.values(state)) list.length = 0;
      if (holdMs > 0)
        holding = setInterval(() => {
          const until = performance.now() + holdMs;
          while (performance.now() < until);
        }, 300);
    },
    end() {
      clearInterval(holding);
      return structuredClone(state);
    },
  };
}
