import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { factsOfLine } from '@/core/job/told-call';
import type { PersonActor } from '@/core/kinds/actor';
import { instantOf, localMoment } from '@/core/kinds/local-time';
import { firstOption, tripOf } from '@/core/quote/options';
import { paperOf, readyWords } from '@/core/quote/paper';
import { readCsv } from '@/formats/csv';
import { sentPerson } from '@/screens/call/person-fields';
import { database } from '@/usecases/database';
import { openJob } from '@/usecases/jobs/open-job';
import { computeView, type JobView } from '@/usecases/view/job-view';
import { readLine } from '@/usecases/view/read-line';
import { chipsOf } from '../support/chips';
import { viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

// What is said on the phone is what is charged at the car: calls played from the sentence to the customer's page, each
// written by hand with its reason before it was run.

testDatabase('world');

const zone = 'America/Chicago';
const rows = readCsv(readFileSync(join(import.meta.dirname, 'caller-calls.csv'), 'utf8')).rows.map(
  ({ cells }) => cells,
);

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
});

interface Played {
  readonly chips: Readonly<Record<string, unknown>>;
  readonly view: JobView;
}

/** Reads the line as the page does, opens the job, and takes the likeliest car. */
async function play({ line = '', at }: Readonly<Record<string, string>>): Promise<Played> {
  const [day = '', hour = ''] = at?.split(' ') ?? [];
  const actor = at ? { ...locksmith, at: instantOf({ day, hour }, zone) } : locksmith;
  const { reading, lexicon } = await readLine(database(), line, localMoment(actor.at, zone));
  const named = (list: readonly { readonly id: string; readonly name: string }[], id: string | undefined) =>
    list.find((one) => one.id === id)?.name;
  const chips: Readonly<Record<string, unknown>> = {
    ...chipsOf(reading, {
      make: named(lexicon.makes, reading.make?.value),
      model: named(lexicon.models, reading.model?.value),
      place: named(lexicon.places, reading.place?.value),
    }),
  };
  const nobody = { name: '', phone: '', vin: reading.vin?.value ?? '', placeDetail: '', note: '' };
  const opened = await openJob(actor, {
    ...factsOfLine(reading),
    ...sentPerson(nobody),
    keyCode: null,
    line: reading.safeText,
  } as never);
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  const { job, candidates } = await viewOf(actor, opened.value.number);
  const applicationId = candidates[0]?.application.id ?? null;
  return { chips, view: await computeView(database(), actor, { ...job, applicationId }) };
}

/** Everything that the stations show. */
function pageOf({ quote, advice, choices, routes }: JobView): string {
  return [
    advice?.why,
    ...(advice?.order.left.map(({ why }) => why) ?? []),
    ...choices.flatMap(({ why }) => why),
    ...routes.map(({ how }) => how),
    ...(quote?.options.flatMap((option) =>
      option.available
        ? [...option.notes, ...option.comeback.rests, ...option.lines.map(({ label }) => label)]
        : [option.reason],
    ) ?? []),
  ].join(' · ');
}

/** The paper of the option to say first, and the customer's page made of it. */
function paperText({ quote }: JobView): string {
  const first = firstOption(quote?.options ?? []);
  const paper = quote && first && paperOf(first.kind, quote, 'the car');
  if (!paper) return '';
  return [
    paper.work,
    ...[paper.chosen, ...paper.alternatives].flatMap((option) => [
      option.name,
      ...option.notes,
      option.lost ?? '',
      `Ready by ${readyWords(option)}`,
      ...option.lines.map(({ label }) => label),
    ]),
    ...paper.included,
    ...paper.notIncluded,
    ...paper.terms.map(({ words }) => words),
    ...paper.cautions,
    paper.authority ?? '',
  ].join(' · ');
}

const texts = (cell: string | undefined) => (cell ? cell.split('; ') : []);

function expectTexts(said: string, cell: string | undefined): void {
  for (const text of texts(cell))
    if (text.startsWith('!')) expect(said).not.toContain(text.slice(1));
    else expect(said).toContain(text);
}

/** 'year=2018 street=27 mill lane' as pairs. */
const chipPairs = (cell: string | undefined) =>
  [...(cell ?? '').matchAll(/(\w+)=(.*?)(?= \w+=|$)/g)].map(
    ([, name = '', value = '']) => [name, value] as const,
  );

describe('calls of people who know nothing of keys', () => {
  it('are at least 45, each with its reason', () => {
    expect(rows.length).toBeGreaterThanOrEqual(45);
    expect(rows.filter(({ reason }) => !reason)).toEqual([]);
  });

  it.each(rows.map((cells) => [`${cells.line} [${cells.at ?? ''}]: ${cells.reason}`, cells] as const))(
    '%s',
    async (_name, cells) => {
      const { chips, view } = await play(cells);
      for (const [name, value] of chipPairs(cells.chips))
        expect([name, String(chips[name])]).toEqual([name, value]);
      const options = view.quote?.options ?? [];
      for (const word of (cells.offered ?? '').split(' ').filter(Boolean)) {
        const [kind = '', day] = word.replace('!', '').split('@');
        const option = options.find((one) => one.kind === kind);
        expect([kind, option?.available], JSON.stringify(option)?.slice(0, 120)).toEqual([
          kind,
          !word.startsWith('!'),
        ]);
        if (day) expect([kind, option?.available && option.earliestOn]).toEqual([kind, day]);
      }
      const trip = view.quote && tripOf(firstOption(options), view.quote.snapshot);
      if (cells.trip === '-') expect(trip ?? null).toBeNull();
      else if (cells.trip) expect(trip && `${trip.from}>${trip.to}`).toBe(cells.trip);
      expectTexts(pageOf(view), cells.says);
      expectTexts(paperText(view), cells.paper);
      // No code of ours on a customer's paper, and its amounts add up by themselves.
      expect(paperText(view)).not.toMatch(/\b(REM|BLANK|CHIP|MODULE|UNI)-\d/);
      for (const option of options)
        if (option.available)
          expect(option.lines.reduce((sum, one) => sum + one.netMinor + one.taxMinor, 0)).toBe(
            option.totalMinor,
          );
    },
  );
});
