import { randomUUID } from "node:crypto";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { and, count, eq, gt, max, sql } from "drizzle-orm";
import type { Database } from "./database.ts";
import { problems } from "./schema.ts";
import { asProblemSet, bytesOf, createSet, findProblem, findSet, problemsOf, type StoredProblem, type StoredSet, shelf, touch } from "./sets.ts";
import { LimitReached, type Room } from "./usage.ts";

/** Whether a list names exactly the things that there are, each once. */
const isOrderOf = (ids: readonly string[], known: readonly { readonly id: string }[]): boolean =>
  ids.length === known.length && new Set(ids).size === ids.length && known.every(({ id }) => ids.includes(id));

/** Puts the problems of a set in an order; false where the list does not name exactly its problems. */
export async function orderProblems(database: Database, setId: string, ids: readonly string[]): Promise<boolean> {
  const known = await database.select({ id: problems.id }).from(problems).where(eq(problems.setId, setId));
  if (!isOrderOf(ids, known)) return false;
  await database.batch([
    database.run(sql`
      update problems set position = (select key from json_each(${JSON.stringify(ids)}) where value = problems.id)
      where set_id = ${setId} and id in (select value from json_each(${JSON.stringify(ids)}))`),
    touch(database, setId),
  ]);
  return true;
}

/** Puts an account's sets in an order; false where the list does not name exactly its sets. */
export async function orderSets(database: Database, accountId: string, ids: readonly string[]): Promise<boolean> {
  if (!isOrderOf(ids, await shelf(database, accountId))) return false;
  await database.run(sql`
    update sets set position = (select key from json_each(${JSON.stringify(ids)}) where value = sets.id)
    where account_id = ${accountId} and id in (select value from json_each(${JSON.stringify(ids)}))`);
  return true;
}

/**
 * Copies a problem: below itself, or to the end of another set of the account.
 * @throws LimitReached where there is no room for it
 * @returns undefined where there is no such problem or set
 */
export async function copyProblem(
  database: Database,
  accountId: string,
  id: string,
  toSet: string | undefined,
  room: Room,
): Promise<StoredProblem | undefined> {
  const original = await findProblem(database, accountId, id);
  const setId = toSet ?? original?.setId;
  if (!original || setId === undefined || !(await findSet(database, accountId, setId))) return undefined;
  await room.take(database, accountId, bytesOf(original.title, original.statement, original.working, original.remarks));
  const [there] = await database
    .select({ last: max(problems.position), count: count() })
    .from(problems)
    .where(eq(problems.setId, setId));
  if ((there?.count ?? 0) >= LIMITS.problems) throw new LimitReached(`a set may have ${LIMITS.problems} problems, and this one has as many`);
  const isBeside = setId === original.setId;
  const position = isBeside ? original.position + 1 : (there?.last ?? -1) + 1;
  const copy: StoredProblem = { ...original, id: randomUUID(), setId, position, version: 1 };
  const behind = and(eq(problems.setId, setId), gt(problems.position, original.position));
  await database.batch([
    database
      .update(problems)
      .set({ position: sql`${problems.position} + 1` })
      .where(isBeside ? behind : sql`0`),
    database.insert(problems).values(copy),
    touch(database, setId),
  ]);
  return copy;
}

/**
 * Copies a set with its problems, without what was published of it.
 * @throws LimitReached where there is no room for it
 */
export async function copySet(database: Database, accountId: string, original: StoredSet, room: Room): Promise<StoredSet> {
  const set = asProblemSet(original, await problemsOf(database, original.id));
  return createSet(database, accountId, { ...set, title: copyTitle(set.title) }, room);
}

const LONGEST_TITLE = 200;
const copyTitle = (title: string): string => `${title.slice(0, LONGEST_TITLE - " (copy)".length)} (copy)`;
