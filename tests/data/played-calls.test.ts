import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { factsOfLine } from '@/core/job/told-call';
import type { PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { noReturnWords } from '@/core/programming/route';
import { optionKinds } from '@/core/quote/option-kinds';
import { firstOption } from '@/core/quote/options';
import { paperOf } from '@/core/quote/paper';
import { readCsv } from '@/formats/csv';
import type { KeyInput } from '@/inputs/job-inputs';
import { sentPerson } from '@/screens/call/person-fields';
import { database } from '@/usecases/database';
import { changeRing, chooseCandidate } from '@/usecases/jobs/decide';
import { openJob } from '@/usecases/jobs/open-job';
import type { JobView } from '@/usecases/view/job-view';
import { readLine } from '@/usecases/view/read-line';
import { sendEvent, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

// From the caller's sentence to the paper: situations written by hand, each with its reason.

testDatabase('world');

const rows = readCsv(readFileSync(join(import.meta.dirname, 'played-calls.csv'), 'utf8')).rows.map(
  ({ cells }) => cells,
);

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
});

const edit = async (number: number) => ({
  number,
  version: (await viewOf(locksmith, number)).job.version,
});

/** A key of the ring by its word; 'copy1' is a copy of the first. */
function keyOf(word: string, ids: readonly string[], at: number): KeyInput {
  const original = /^copy(\d)$/.exec(word)?.[1];
  const [known, where] = word.includes(':') ? word.split(':') : [word, word];
  return {
    id: ids[at] ?? '',
    name: `Key ${at + 1}`,
    presence: where === 'elsewhere' || where === 'lost' || where === 'stolen' ? where : 'here',
    rank: word === 'valet' ? 'valet' : 'unknown',
    blade: word === 'broken' ? 'broken' : word === 'new' ? 'uncut' : 'good',
    faults: [],
    madeHere: word === 'new',
    known: known === 'strange' || word === 'new' ? 'no' : word === 'untested' ? 'untested' : 'yes',
    cloneOf: original ? (ids[Number(original) - 1] ?? null) : null,
  };
}

/** Opens the job of a row as its screens would: the line read, the ring hung, the count noted, the likeliest car taken. */
async function play(cells: Readonly<Record<string, string>>): Promise<JobView> {
  const { reading } = await readLine(
    database(),
    cells.line ?? '',
    localMoment(locksmith.at, 'America/Chicago'),
  );
  expect(reading.unknown).toEqual([]);
  const nobody = { name: '', phone: '', vin: reading.vin?.value ?? '', placeDetail: '', note: '' };
  const opened = await openJob(locksmith, {
    ...factsOfLine(reading),
    ...sentPerson(nobody),
    keyCode: null,
    line: cells.line ?? '',
  } as never);
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  const { number } = opened.value;
  const words = cells.ring ? cells.ring.split(' ') : [];
  if (words.length > 0) {
    const ids = words.map(() => uuid());
    const keys = words.map((word, at) => keyOf(word, ids, at));
    expect(await changeRing(locksmith, { ...(await edit(number)), keys })).toMatchObject({ ok: true });
  }
  if (cells.count)
    await sendEvent(locksmith, number, 'countRead', { moment: 'before', answer: Number(cells.count) });
  const applicationId = (await viewOf(locksmith, number)).candidates[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit(number)), applicationId, reason: 'likeliest' });
  return viewOf(locksmith, number);
}

/** Everything that the stations and the paper of the option to say first would show. */
function saidBy(view: JobView): string {
  const { quote } = view;
  const first = firstOption(quote?.options ?? []);
  const paper = quote && first && paperOf(first.kind, quote, 'the car');
  return [
    view.advice?.why,
    ...(view.advice?.order.left.map(({ why }) => why) ?? []),
    ...view.ring.notes,
    ...view.ring.tags.map(({ word }) => word),
    ...view.choices.flatMap(({ why, consequences }) => [why, ...Object.values(consequences)]),
    ...view.routes.flatMap(({ verdict, how, needs, effect, noReturn }) =>
      verdict.feasible
        ? [how, effect, ...needs.map(({ words }) => words), ...noReturn.map((mark) => noReturnWords[mark])]
        : [verdict.fact],
    ),
    ...(quote?.options.flatMap((option) =>
      option.available ? [...option.notes, ...option.lines.map(({ label }) => label)] : [option.reason],
    ) ?? []),
    paper?.authority,
    ...(paper?.cautions ?? []),
  ].join(' · ');
}

describe('calls that were played', () => {
  it('are at least 45, each with its reason', () => {
    expect(rows.length).toBeGreaterThanOrEqual(45);
    expect(rows.filter(({ reason }) => !reason)).toEqual([]);
  });

  it.each(rows.map((cells) => [`${cells.line} [${cells.ring}]: ${cells.reason}`, cells] as const))(
    '%s',
    async (_name, cells) => {
      const view = await play(cells);
      expect(view.advice?.kind ?? '').toBe(cells.advised ?? '');
      const options = view.quote?.options ?? [];
      expect(options.map(({ kind }) => kind)).toEqual([...optionKinds]);
      for (const word of (cells.offered ?? '').split(' ').filter(Boolean)) {
        const kind = word.replace('!', '');
        expect(options.find((option) => option.kind === kind)?.available, kind).toBe(!word.startsWith('!'));
      }
      const said = saidBy(view);
      for (const text of (cells.says ?? '').split('; ').filter(Boolean))
        if (text.startsWith('!')) expect(said).not.toContain(text.slice(1));
        else expect(said).toContain(text);
    },
  );
});
