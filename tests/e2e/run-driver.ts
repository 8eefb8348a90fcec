import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import type { PlantedFault } from '@/core/benchcar/start/planted-faults';
import { isStep, type Part, type Step } from '@/core/procedure/document/procedure';
import { worldCauses, worldFile } from '../support/world-lists';
import { card, tool } from './run-steps';
import { expect } from './support';

const book = worldCauses();
// As the file has them: their documents are read by what no browser test can load.
const { lists } = JSON.parse(readFileSync(worldFile('procedures.json'), 'utf8')) as {
  lists: { procedures: { body: { steps: Part[] } }[] };
};
// The longest sentence first: one that is a parameter alone fits all.
const everyStep = lists.procedures
  .flatMap(({ body }) => body.steps.filter(isStep))
  .sort((a, b) => b.say.length - a.say.length);

/** Checks that somebody who looks answers by no while something is wrong. */
const noWhile: Readonly<Record<string, readonly PlantedFault[]>> = {
  article: ['wrongChip'],
  blank: ['notReset'],
  vin: ['swappedModule'],
  rank: ['valetAsMaster'],
  leads: ['looseLead', 'noAdapter'],
  keysAway: ['forgottenKey'],
};

/**
 * Somebody who goes through a run by its page alone, with a made-up car at the line of the device: does what it says, lets tool and hands
 * do the rest, and answers by what the page shows of the car, or by what a look at it would find.
 */
export class RunDriver {
  /** What was mended, in its order. */
  readonly mended: string[] = [];
  /** What was at hand, for whoever wants to know where it stood. */
  private readonly said: string[] = [];
  private isWrong: boolean;

  constructor(
    private readonly page: Page,
    private readonly fault: PlantedFault | null = null,
    /** What is looked at beside it, at each step. */
    private readonly onStep: () => Promise<void> = async () => {},
  ) {
    this.isWrong = fault !== null;
  }

  /** Goes on until the run is at an end. @returns what the end says */
  async goes(most = 160): Promise<string> {
    const end = this.page.getByRole('region', { name: 'The end' });
    const causes = this.page.getByRole('region', { name: 'What may be behind it' });
    for (let turn = 0; turn < most; turn += 1) {
      await expect(end.or(causes).or(card(this.page)).first()).toBeVisible();
      if (await end.isVisible()) return (await end.getByRole('heading').first().textContent()) ?? '';
      await this.onStep();
      const before = await this.at();
      if (await causes.isVisible()) await this.searches();
      else await this.steps();
      await expect.poll(() => this.isPast(before), { timeout: 90_000 }).toBe(true);
    }
    throw new Error(`no end: ${this.said.slice(-12).join(' | ')}`);
  }

  /** What is at hand, by its words; it is marked, so that the same step that comes again is told from it. */
  private async at(marks = true): Promise<string> {
    return this.page.locator('main').evaluate((main, marks) => {
      const regions = ['The step at hand', 'What may be behind it', 'The end'];
      const parts = regions.map((name) => main.querySelector<HTMLElement>(`[aria-label="${name}"]`));
      const isNew = parts.every((part) => part?.dataset.met === undefined);
      if (marks) for (const part of parts) if (part) part.dataset.met = 'yes';
      const buttons = parts.flatMap((part) => [...(part?.querySelectorAll('button') ?? [])]);
      const heads = parts.map((part) => part?.querySelector('[data-said]')?.textContent ?? '');
      const told = /It is told\. What came of it/.exec(parts[0]?.textContent ?? '')?.[0] ?? '';
      const words = [...heads, told, ...buttons.map(({ textContent }) => textContent)].join('|');
      return marks || !isNew ? words : `${words} anew`;
    }, marks);
  }

  private async isPast(before: string): Promise<boolean> {
    return (await this.at(false)) !== before;
  }

  private async steps(): Promise<void> {
    const here = card(this.page);
    const heading = (await here.getByRole('heading').first().textContent()) ?? '';
    const kind = (await here.locator('[data-said] p').first().textContent())?.split(' · ')[0] ?? '';
    this.said.push(`${kind}: ${heading}`);
    await expect(here.locator('[aria-busy=true]')).toHaveCount(0);
    const notOfStock = here.getByRole('button', { name: /^Not of the shop/ });
    if (await notOfStock.isVisible()) return notOfStock.click();
    const hands = tool(this.page).getByRole('button', { name: /^Let hands do/ });
    if (await hands.isVisible()) {
      await hands.click();
      // They may have done it before anybody could see them at it.
      await this.page.waitForTimeout(500);
      await expect(hands).not.toHaveAttribute('aria-busy', 'true', { timeout: 120_000 });
    }
    const step = everyStep.find((one) => patternOf(one.say, '$').test(heading));
    switch (step?.kind) {
      case 'command':
        return this.tells();
      case 'wait':
        return this.waits();
      case 'check':
        return this.answers((await this.sees(step)) ? 'Yes' : 'No');
      case 'enter':
        return this.enters();
      case 'choose':
        return this.chooses(step);
      case 'observe':
        return this.watches(step);
      default: {
        const inTime = here.getByRole('button', { name: /^(All \d+ i|I)n time/ });
        return (await inTime.count()) > 0 ? inTime.click() : here.locator('[data-main]').first().click();
      }
    }
  }

  private answers(words: string): Promise<void> {
    return card(this.page)
      .getByRole('button', { name: new RegExp(`^${words}`) })
      .first()
      .click();
  }

  private async sees({ of }: Extract<Step, { kind: 'check' }>): Promise<boolean> {
    if (of === 'starts' || of === 'remote')
      return !/did not/.test((await tool(this.page).locator('[data-said]').first().textContent()) ?? '');
    return !(this.isWrong && this.fault && noWhile[of]?.includes(this.fault));
  }

  private async tells(): Promise<void> {
    const before = await this.at();
    await card(this.page).getByRole('button', { name: /^Go: / }).click();
    const asks = tool(this.page).getByRole('button', { name: /ask the car$/i });
    await expect
      .poll(async () => (await asks.isVisible()) || (await this.isAnswered(before)), { timeout: 120_000 })
      .toBe(true);
    if (!(await asks.isVisible())) return;
    this.said.push('  the car is asked');
    await asks.click();
    const leavesOpen = tool(this.page).getByText(/its word leaves that open/);
    await expect
      .poll(async () => (await leavesOpen.isVisible()) || (await this.isAnswered(before)), {
        timeout: 60_000,
      })
      .toBe(true);
    // Nobody saw an answer, and the car cannot say.
    if (await leavesOpen.isVisible()) await this.answers('No answer');
  }

  /** Whether a command was answered: what was told has other buttons until it is. Both are read at one moment. */
  private async isAnswered(before: string): Promise<boolean> {
    const words = await this.at(false);
    return words !== before && !/It is told\. What came of it/.test(words);
  }

  private async waits(): Promise<void> {
    const proposed = card(this.page).getByText('the tool says so', { exact: true });
    const timer = card(this.page).getByRole('timer');
    await expect(proposed.or(timer.filter({ hasText: /over/ })).first()).toBeVisible({ timeout: 150_000 });
    await card(this.page).locator('[data-main]').first().click();
  }

  private async enters(): Promise<void> {
    const field = tool(this.page).getByLabel(/^PIN for the tool/);
    if ((await field.inputValue()) === '') await field.fill((await this.onPaper()) ?? '');
    await this.answers('Entered');
  }

  /** The PIN on the papers of the made-up car. */
  private async onPaper(): Promise<string | undefined> {
    const label = await tool(this.page).locator('label', { hasText: 'PIN for the tool' }).textContent();
    return /papers say (\d+)/.exec(label ?? '')?.[1];
  }

  private async chooses({ options }: Extract<Step, { kind: 'choose' }>): Promise<void> {
    const here = card(this.page);
    const words = (await here.locator('[data-main]').first().textContent()) ?? '';
    this.said.push(`  ${words}`);
    // What cannot be is not offered, and the likeliest stands first.
    const first = options.find(({ say }) => patternOf(say).test(words));
    if (first?.when === 'pinOnPaper' && !(await this.onPaper())) return this.answers('The tool reads it');
    await here.locator('[data-main]').first().click();
  }

  private async watches({ answers }: Extract<Step, { kind: 'observe' }>): Promise<void> {
    const proposed = card(this.page).getByText('the tool says so', { exact: true });
    if (answers.some(({ by }) => by?.tool !== undefined)) {
      await expect(proposed).toBeVisible({ timeout: 120_000 });
      return card(this.page).locator('[data-main]').first().click();
    }
    const shown = (await tool(this.page).locator('[data-said]').first().textContent()) ?? '';
    const told = answers.find(
      ({ by }) =>
        by !== undefined &&
        ((by.sign !== undefined && shown.includes(`seen last ${by.sign}`)) ||
          (by.lamp !== undefined && shown.includes(`lamp ${by.lamp}`))),
    );
    const chosen = told ?? answers.find(({ by }) => by === undefined);
    return chosen
      ? card(this.page)
          .getByRole('button', { name: patternOf(chosen.say) })
          .first()
          .click()
      : this.answers('Cannot tell');
  }

  private async searches(): Promise<void> {
    const causes = this.page.getByRole('region', { name: 'What may be behind it' });
    const asked = (await causes.getByRole('heading').textContent()) ?? '';
    await expect(causes.locator('[aria-busy=true]')).toHaveCount(0);
    const look = book.looks.find(({ asks }) => asks === asked);
    if (look) {
      const finds =
        look.name === 'contacts'
          ? /contacts are dirty/.test((await tool(this.page).textContent()) ?? '')
          : this.isWrong && this.fault !== null && (look.tells[this.fault] ?? 0) > 0.5;
      this.said.push(`  ${asked} ${finds ? 'yes' : 'no'}`);
      return causes.getByRole('button', { name: finds ? 'Yes' : 'No', exact: true }).click();
    }
    const first = causes.getByRole('listitem').first();
    const words = (await first.textContent()) ?? '';
    const cause = book.causes.find(({ says }) => words.includes(says));
    const chance = Number(/^(?:some )?(\d+)/.exec(words)?.[1] ?? 0);
    this.said.push(`  it was ${words}`);
    if (!cause || chance < 50) return causes.getByRole('button', { name: 'None of them' }).click();
    await this.mends(cause.name);
    this.mended.push(cause.name);
    return first.getByRole('button', { name: /^Mended/ }).click();
  }

  /** Everything of the car, opened where it is folded. */
  private async parts(): Promise<Locator> {
    const look = tool(this.page).getByRole('button', { name: 'Look in the bag' });
    if (!(await look.isVisible())) await tool(this.page).getByText('All parts and keys of the car').click();
    await expect(look).toBeVisible();
    return tool(this.page);
  }

  private async hand(words: string): Promise<void> {
    await (await this.parts()).getByRole('button', { name: words }).click();
  }

  /** Puts away, at the car, what was behind it. */
  private async mends(cause: string): Promise<void> {
    const keys = (await this.parts()).getByRole('list', { name: 'Keys' });
    switch (cause) {
      case 'forgottenKey':
      case 'sameRing': {
        const place = cause === 'sameRing' ? 'ring' : 'bag';
        await this.hand(cause === 'sameRing' ? 'Look at the ring' : 'Look in the bag');
        for (const where of await keys.getByRole('combobox', { name: /^Where key/ }).all())
          if ((await where.inputValue()) === place) await where.selectOption('away');
        break;
      }
      case 'looseLead':
      case 'noAdapter':
      case 'linkLost':
        await this.hand('Go along the leads');
        break;
      case 'lowVoltage':
        await this.hand('Supply');
        await expect(tool(this.page).locator('[data-said]').first()).toContainText(/battery 1[23]/, {
          timeout: 60_000,
        });
        break;
      case 'weakCell':
        for (const cell of await keys.getByRole('button', { name: /^Cell of key/ }).all()) {
          await cell.click();
          await expect(cell).toHaveText('Cell out');
          await cell.click();
          await expect(cell).toHaveText('Cell in');
        }
        break;
      case 'wrongChip':
      case 'notReset':
        await this.hand('Fetch another blank');
        // Another one is hung on the ring: the run takes it from there.
        await this.page.getByRole('button', { name: 'New key', exact: true }).click();
        await this.page.getByRole('dialog').locator('[data-main]').click();
        await expect(this.page.getByRole('dialog')).toBeHidden();
        await this.page.getByRole('button', { name: 'Another in its place' }).first().click();
        await this.page
          .getByText(/^In the place of/)
          .locator('..')
          .getByRole('button')
          .first()
          .click();
        await expect(this.page.getByText(/^In the place of/)).toBeHidden();
        break;
      case 'doorAjar':
        for (const door of ['driver door', 'passenger door', 'rear door']) {
          const part = tool(this.page).getByRole('button', { name: new RegExp(`^${door} ?ajar`, 'i') });
          if (await part.isVisible()) await part.click();
        }
        break;
    }
    if (cause === this.fault) this.isWrong = false;
  }
}

/** A sentence as it may stand on the page, whatever key is in it. */
function patternOf(say: string, end = ''): RegExp {
  const plain = say
    .split(/\{[A-Za-z]+\}/)
    .map((part) => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    .join('.+');
  return new RegExp(`^${plain}${end}`, 'i');
}
