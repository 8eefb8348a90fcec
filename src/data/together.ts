import pg from 'pg';
import type { Db } from './db';

type Asked<Questions extends readonly (() => Promise<unknown>)[]> = {
  -readonly [At in keyof Questions]: Awaited<ReturnType<Questions[At]>>;
};

/**
 * Asks several things: at once where each gets a connection of its own, one after the other on the one connection of a
 * transaction, which answers a single question at a time.
 * @example await together(db, () => readRules(db), () => readRates(db)) // [rules, rates]
 */
export async function together<const Questions extends readonly (() => Promise<unknown>)[]>(
  db: Db,
  ...questions: Questions
): Promise<Asked<Questions>> {
  if (db instanceof pg.Pool) return Promise.all(questions.map((ask) => ask())) as Promise<Asked<Questions>>;
  const answers: unknown[] = [];
  for (const ask of questions) answers.push(await ask());
  return answers as Asked<Questions>;
}
