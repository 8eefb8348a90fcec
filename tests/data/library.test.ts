import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Cells } from '@/core/catalogue/lists/description';
import type { ListName } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { listRows } from '@/data/library/rows';
import { database } from '@/usecases/database';
import { readChoices, readLibrary, readListPage, readRow } from '@/usecases/library/browse';
import { readConflicts, readGaps, readStandings } from '@/usecases/library/check';
import { removeRow, saveRow, undoChange } from '@/usecases/library/edit-library';
import { settle } from '@/usecases/library/settle';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('locksmith');
});

const why = { source: 'K-1042 at the car', reason: 'Seen with a torch' };

async function firstRow(list: ListName, search: string) {
  const [row] = (await readListPage(actor, list, search, undefined)).rows;
  if (!row) throw new Error(`no ${search} in ${list}`);
  return row;
}

async function change(list: ListName, search: string, cells: Cells) {
  const row = await firstRow(list, search);
  return saveRow(actor, { list, id: row.id, cells: { ...row.cells, ...cells }, seen: row.cells, ...why });
}

describe('a row of the library', () => {
  it('is changed with who, when, why and source, and undone', async () => {
    const before = await firstRow('chips', 'CHL80-Rowan');
    expect((await change('chips', 'CHL80-Rowan', { mark: 'a notch and a dot' })).ok).toBe(true);
    const view = await readRow(actor, 'chips', before.id);
    expect(view?.row?.cells.mark).toBe('a notch and a dot');
    const [latest] = view?.changes ?? [];
    expect(latest).toMatchObject({ by: actor.name, reason: why.reason, source: why.source });
    expect(latest?.before?.mark).toBe(before.cells.mark);
    expect((await undoChange(actor, { id: latest?.id ?? '' })).ok).toBe(true);
    expect((await firstRow('chips', 'CHL80-Rowan')).cells).toEqual(before.cells);
    expect((await undoChange(actor, { id: latest?.id ?? '' })).ok).toBe(false);
    expect((await readLibrary(actor)).changes[0]?.rowName).toBe('CHL80-Rowan');
  });

  it('changed by somebody else meanwhile is refused with how it stands, and nothing is stored', async () => {
    const row = await firstRow('pockets', 'Column shroud');
    expect((await change('pockets', 'Column shroud', { how: 'Key upright' })).ok).toBe(true);
    const late = await saveRow(actor, {
      list: 'pockets',
      id: row.id,
      cells: { ...row.cells, how: 'Key flat' },
      seen: row.cells,
      ...why,
    });
    expect(late).toMatchObject({ ok: false, theirs: { how: 'Key upright' } });
    expect((await firstRow('pockets', 'Column shroud')).cells.how).toBe('Key upright');
  });

  it('is added, found, and taken out, and comes back by undoing that', async () => {
    const cells = {
      article: 'REM-9001',
      badge: 'Fenholt',
      buttons: '2',
      frequency_mhz: '433.92',
      board: 'FB 9',
      layout: 'lock unlock',
      seat: 'flip',
      retainer: 'screw',
    };
    const added = await saveRow(actor, { list: 'remotes', id: null, cells, seen: null, ...why });
    expect(added.ok && added.value.id).toBe('REM-9001');
    const row = await firstRow('remotes', 'REM-9001');
    expect((await removeRow(actor, { list: 'remotes', id: row.id, seen: row.cells, ...why })).ok).toBe(true);
    const gone = await readRow(actor, 'remotes', 'REM-9001');
    expect(gone?.row).toBeNull();
    expect((await undoChange(actor, { id: gone?.changes[0]?.id ?? '' })).ok).toBe(true);
    expect((await firstRow('remotes', 'REM-9001')).cells).toEqual(cells);
  });

  it.each([
    ['an unknown keyway', 'blanks', 'BLANK-2041', { keyway: 'Wren 3' }, /does not have/],
    ['a word where a number stands', 'keyways', 'Siskin', { spaces: 'eleven' }, /number/i],
    ['more slots at least than at most', 'platforms', 'Heddle 2', { slots_minimum: '60' }, /maximum/],
    ['a year before the first', 'applications', 'Merrowdale', { to_year: '1990' }, /before it begins/],
    ['buttons that the layout does not have', 'remotes', 'REM-5530', { buttons: '9' }, /9 words/],
    ['the name of another row', 'makes', 'Halvorn', { name: 'Fenholt' }, /already/],
    ['an unknown chip family', 'chips', 'FIX-Hazel', { family: 'AES512' }, /one of/i],
    ['another article number', 'chips', 'FIX-Hazel', { article: 'FIX-Oak' }, /keeps its name/],
    [
      'a source of a fact that is none',
      'applications',
      'Merrowdale',
      { fact_sources: 'what: ever' },
      /Expected such as/,
    ],
  ] as const)('with %s is refused in words, and stays as it was', async (_, list, search, cells, words) => {
    const before = await firstRow(list, search);
    const refused = await change(list, search, cells as Cells);
    expect(refused.ok).toBe(false);
    expect(refused.ok ? '' : refused.problems.map(({ message }) => message).join(' ')).toMatch(words);
    expect(await firstRow(list, search)).toEqual(before);
  });

  it('that another row or a job names cannot be taken out', async () => {
    const row = await firstRow('chips', 'CHL80-Rowan');
    const refused = await removeRow(actor, { list: 'chips', id: row.id, seen: row.cells, ...why });
    expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/names this chip/);
  });

  it('renamed is found under its new name while typing, and not under the old one', async () => {
    expect((await change('makes', 'Tavanni', { name: 'Tavannetti' })).ok).toBe(true);
    const words = await database().query<{ word: string }>(
      "SELECT word FROM name_word WHERE kind = 'make' AND word LIKE 'tavan%'",
    );
    expect(words.rows.map(({ word }) => word)).toEqual(['tavannetti']);
    expect((await change('makes', 'Tavannetti', { name: 'Tavanni' })).ok).toBe(true);
  });
});

describe('what applications name', () => {
  const db = () => database();
  const codeOf = (error: unknown) => (error as { code?: string }).code;

  it('must be there, whoever writes: the database itself refuses', async () => {
    const [first] = (await db().query<{ id: string }>('SELECT id FROM application ORDER BY id LIMIT 1')).rows;
    for (const set of [
      "chip = 'CHL80-Nowhere'",
      "blank = 'BLANK-0'",
      "remote = 'REM-0'",
      "pocket = 'Nowhere'",
      'platform_id = gen_random_uuid()',
      'generation_id = gen_random_uuid()',
    ]) {
      const refused = await db()
        .query(`UPDATE application SET ${set} WHERE id = $1`, [first?.id])
        .catch(codeOf);
      expect(refused, set).toBe('23503');
    }
  });

  it('cannot be taken out while it is named, and a pocket that is renamed keeps its applications', async () => {
    for (const [table, column] of [
      ['chip', 'chip'],
      ['blank', 'blank'],
      ['remote', 'remote'],
    ]) {
      const refused = await db()
        .query(`DELETE FROM ${table} WHERE article = (SELECT max(${column}) FROM application)`)
        .catch(codeOf);
      expect(refused, table).toBe('23503');
    }
    expect(await db().query('DELETE FROM platform').catch(codeOf)).toBe('23503');
    const counted = async (pocket: string) =>
      (
        await db().query<{ count: number }>(
          'SELECT count(*)::int AS count FROM application WHERE pocket = $1',
          [pocket],
        )
      ).rows[0]?.count;
    const before = await counted('Cup holder, right');
    expect(before).toBeGreaterThan(0);
    // By its name: the words of one pocket may stand in another's description.
    const rename = async (name: string, to: string) => {
      const { rows } = await readListPage(actor, 'pockets', '', undefined);
      const row = rows.find(({ cells }) => cells.name === name);
      return saveRow(actor, {
        list: 'pockets',
        id: row?.id ?? '',
        cells: { ...row?.cells, name: to },
        seen: row?.cells ?? null,
        ...why,
      });
    };
    expect((await rename('Cup holder, right', 'Cup holder, middle')).ok).toBe(true);
    expect(await counted('Cup holder, middle')).toBe(before);
    expect((await rename('Cup holder, middle', 'Cup holder, right')).ok).toBe(true);
    expect(await counted('Cup holder, right')).toBe(before);
  });

  it('is not lost between two people: one writes a row, the other takes out what it names', async () => {
    const article = {
      article: 'CHL80-Medlar',
      family: 'CHL80',
      mark: 'a ring',
      sign: 'none',
      cloneable: 'no',
    };
    for (let round = 0; round < 5; round += 1) {
      expect((await saveRow(actor, { list: 'chips', id: null, cells: article, seen: null, ...why })).ok).toBe(
        true,
      );
      const row = await firstRow('applications', 'Merrowdale 2011');
      const [named, gone] = await Promise.all([
        saveRow(actor, {
          list: 'applications',
          id: row.id,
          cells: { ...row.cells, chip: article.article },
          seen: row.cells,
          ...why,
        }),
        removeRow(actor, { list: 'chips', id: article.article, seen: article, ...why }),
      ]);
      expect([named.ok, gone.ok].filter(Boolean).length).toBe(1);
      if (named.ok) {
        await saveRow(actor, {
          list: 'applications',
          id: row.id,
          cells: row.cells,
          seen: { ...row.cells, chip: article.article },
          ...why,
        });
        expect(
          (await removeRow(actor, { list: 'chips', id: article.article, seen: article, ...why })).ok,
        ).toBe(true);
      }
    }
  });
});

describe('a list', () => {
  it('is paged by its key: every row once, in one order', async () => {
    const seen: string[] = [];
    let after: readonly string[] | undefined;
    for (let page = 0; page < 20; page += 1) {
      const { rows, next, total } = await readListPage(actor, 'applications', '', after);
      expect(total).toBe(275);
      seen.push(...rows.map(({ id }) => id));
      after = next;
      if (!next) break;
    }
    expect(seen.length).toBe(275);
    expect(new Set(seen).size).toBe(275);
  });

  it('is searched by words that stand anywhere in the row, signs taken as they are', async () => {
    const { rows } = await readListPage(actor, 'applications', 'merrowdale aes128 continent', undefined);
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.every(({ cells }) => cells.market === 'Continent')).toBe(true);
    expect((await readListPage(actor, 'applications', '100% _', undefined)).total).toBe(0);
  });

  it('finds of the applications exactly the rows that hold every word, few or many, page by page', async () => {
    const whole = await listRows(database(), 'applications', { limit: 400 });
    const looked =
      'make model market generation ignition from_year to_year equipment made_mark blank chip remote platform'
        .split(' ')
        .concat('pocket', 'source', 'fact_sources');
    const holds = (cells: Cells, word: string) =>
      looked.some((column) => cells[column]?.toLowerCase().includes(word.toLowerCase()));
    const texts = whole.rows.flatMap(({ cells }) => looked.flatMap((column) => cells[column] ?? []));
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom(...texts), fc.nat(8), fc.integer({ min: 1, max: 6 })), {
          minLength: 1,
          maxLength: 3,
        }),
        fc.constantFrom(0, 5, 4000),
        async (parts, mostFound) => {
          const words = parts
            .map(([text, from, length]) => text.slice(from % text.length).slice(0, length))
            .flatMap((part) => part.split(/\s+/).filter(Boolean));
          if (words.length === 0) return;
          const expected = whole.rows.filter(({ cells }) => words.every((word) => holds(cells, word)));
          const found: string[] = [];
          for (let after: readonly string[] | undefined; ; ) {
            const page = await listRows(database(), 'applications', {
              search: words.join(' '),
              limit: 40,
              after,
              mostFound,
            });
            found.push(...page.rows.map(({ id }) => id));
            after = page.next;
            if (!after) break;
          }
          expect(found, words.join(' ')).toEqual(expected.map(({ id }) => id));
        },
      ),
      { numRuns: 120 },
    );
  });

  it('offers what can stand in the columns that name other rows', async () => {
    const choices = await readChoices(actor, 'applications');
    expect(choices.make).toContain('Halvorn');
    expect(choices.chip).toContain('AES128-Elm');
    expect(choices.platform).toContain('Heddle 2');
  });
});

describe('facts that jobs contradict', () => {
  it('come with the jobs as evidence, least certain first, and are settled by a split of the years', async () => {
    const conflicts = await readConflicts(actor);
    expect(conflicts.length).toBeGreaterThanOrEqual(3);
    expect(conflicts.map(({ certainty }) => certainty)).toEqual(
      [...conflicts.map(({ certainty }) => certainty)].sort((a, b) => a - b),
    );
    const conflict = conflicts.find(({ split }) => split !== undefined);
    if (!conflict?.split) throw new Error('the world plants one that splits');
    const { application, kind, value, split } = conflict;
    const before = await readRow(actor, 'applications', application.id);
    const found = split.later === value ? split.earlier : split.later;
    const settled = await settle(actor, {
      applicationId: application.id,
      kind,
      seen: value,
      how: 'split',
      value: found,
      fromYear: split.fromYear,
      reason: 'The jobs part here',
    });
    expect(settled.ok).toBe(true);
    const other = settled.ok ? await readRow(actor, 'applications', settled.value.id) : undefined;
    const own = await readRow(actor, 'applications', application.id);
    expect(own?.row?.cells[kind]).toBe(value);
    expect(other?.row?.cells[kind]).toBe(found);
    const spans = [own, other].map((row) => [row?.row?.cells.from_year, row?.row?.cells.to_year]);
    expect(spans.flat().sort()).toEqual(
      [
        before?.row?.cells.from_year,
        String(split.fromYear - 1),
        String(split.fromYear),
        before?.row?.cells.to_year,
      ].sort(),
    );
    const left = await readConflicts(actor);
    expect(left.some((one) => one.applicationId === application.id && one.kind === kind)).toBe(false);
    expect(left.length).toBe(conflicts.length - 1);
  });

  it('are corrected, with the jobs as the source of that one fact', async () => {
    const [conflict] = await readConflicts(actor);
    if (!conflict) throw new Error('the world plants more than one');
    const { application, kind, value, found } = conflict;
    const other = found[0]?.value ?? '';
    const input = {
      applicationId: application.id,
      kind,
      seen: value,
      how: 'correct',
      value: other,
      reason: 'Seen',
    } as const;
    expect((await settle(actor, { ...input, value: 'REM-0000' })).ok).toBe(false);
    expect((await settle(actor, { ...input, seen: 'something else' })).ok).toBe(false);
    expect((await settle(actor, input)).ok).toBe(true);
    const standings = await readStandings(actor, application.id);
    const standing = standings.find((one) => one.value === other);
    expect(standing?.source).toMatch(/^K-\d+/);
    expect(standing?.contradicted).toBe(0);
    expect(standing?.confirmed).toBe(found[0]?.jobs.length);
    expect((await settle(actor, input)).ok).toBe(false);
  });

  it('are kept, and those jobs are not asked about again', async () => {
    const [conflict] = await readConflicts(actor);
    if (!conflict) throw new Error('the world plants more than two');
    const { application, kind, value } = conflict;
    const before = await readRow(actor, 'applications', application.id);
    const kept = await settle(actor, {
      applicationId: application.id,
      kind,
      seen: value,
      how: 'keep',
      reason: 'Another car',
    });
    expect(kept.ok).toBe(true);
    expect((await readRow(actor, 'applications', application.id))?.row).toEqual(before?.row);
    expect(
      (await readConflicts(actor)).some((one) => one.applicationId === application.id && one.kind === kind),
    ).toBe(false);
  });
});

describe('overlaps and gaps', () => {
  it('are found where the world plants them, and nowhere else', async () => {
    const { overlaps, gaps, make } = await readGaps(actor, undefined);
    expect(make).toBeNull();
    expect(overlaps.map(({ one }) => one.model)).toEqual(['Pontavelle']);
    expect(gaps.map(({ generation }) => generation.model)).toEqual(['Fiorazza']);
    expect((await readGaps(actor, 'Halvorn')).overlaps).toEqual([]);
  });
});
