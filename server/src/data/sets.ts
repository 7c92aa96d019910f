import { randomUUID } from "node:crypto";
import { LIMITS } from "@nail-down/core/problemset/limits";
import type { ProblemSet } from "@nail-down/core/problemset/problem-set";
import { and, asc, count, desc, eq, inArray, max, min, sql } from "drizzle-orm";
import type { Database } from "./database.ts";
import { problems, publications, sets } from "./schema.ts";
import { LimitReached, type Room } from "./usage.ts";

export type StoredSet = typeof sets.$inferSelect;
export type StoredProblem = typeof problems.$inferSelect;

/** What came of a change that was made on top of a version. */
export type Change<T> = { readonly kind: "done"; readonly now: T } | { readonly kind: "conflict"; readonly now: T } | { readonly kind: "missing" };

export interface ShelfEntry {
  readonly id: string;
  readonly title: string;
  readonly problems: number;
  readonly updatedAt: number;
}

/** An account's sets in their order, those that were never moved by when they were last changed. */
export async function shelf(database: Database, accountId: string): Promise<readonly ShelfEntry[]> {
  return database
    .select({ id: sets.id, title: sets.title, updatedAt: sets.updatedAt, problems: count(problems.id) })
    .from(sets)
    .leftJoin(problems, eq(problems.setId, sets.id))
    .where(eq(sets.accountId, accountId))
    .groupBy(sets.id)
    .orderBy(asc(sets.position), desc(sets.updatedAt), asc(sets.title));
}

/** A set that belongs to the account, or undefined: to anyone else it does not exist. */
export async function findSet(database: Database, accountId: string, id: string): Promise<StoredSet | undefined> {
  const [found] = await database
    .select()
    .from(sets)
    .where(and(eq(sets.id, id), eq(sets.accountId, accountId)));
  return found;
}

/** The problems of a set in their order. */
export async function problemsOf(database: Database, setId: string): Promise<readonly StoredProblem[]> {
  return database.select().from(problems).where(eq(problems.setId, setId)).orderBy(asc(problems.position));
}

/** A problem of a set that belongs to the account, or undefined. */
export async function findProblem(database: Database, accountId: string, id: string): Promise<StoredProblem | undefined> {
  const [found] = await database
    .select({ problem: problems })
    .from(problems)
    .innerJoin(sets, eq(sets.id, problems.setId))
    .where(and(eq(problems.id, id), eq(sets.accountId, accountId)));
  return found?.problem;
}

/** The bytes of texts as they are stored. */
export const bytesOf = (...texts: readonly (string | readonly string[])[]): number =>
  texts.reduce((total, text) => total + (typeof text === "string" ? Buffer.byteLength(text) : bytesOf(...text)), 0);

const tooLarge = (): LimitReached => new LimitReached(`a set may hold ${LIMITS.set} bytes, and this would be more: begin another set`);

/** How large a set is as it is stored, without one of its problems; only the heads of the rows are read for it. */
const sizeWithout = (problemId: string) => sql`(
  select coalesce(sum(octet_length(other.title) + octet_length(other.statement) + octet_length(other.working) + octet_length(other.remarks)), 0)
  from problems other where other.set_id = ${problems.setId} and other.id <> ${problemId})`;

/** Stores all problems of a new set in one statement: it is taken apart where the database is, and not here. */
const storingProblems = (database: Database, setId: string, rows: readonly object[]) =>
  database.run(sql`
    insert into problems (id, set_id, position, title, statement, working, remarks, version)
    select value ->> 'id', ${setId}, key, value ->> 'title', value ->> 'statement', value -> 'working', value ->> 'remarks', 1
    from json_each(${JSON.stringify(rows)})`);

/**
 * Stores a whole set with its problems, at once.
 * @throws LimitReached where the account has no room for it
 */
export async function createSet(database: Database, accountId: string, set: ProblemSet, room: Room): Promise<StoredSet> {
  const bytes = set.problems.reduce(
    (total, { title, statement, working, remarks }) => total + bytesOf(title, statement, working, remarks),
    bytesOf(set.title, set.introduction, set.frontMatter),
  );
  if (bytes > LIMITS.set) throw tooLarge();
  await room.takeSet(database, accountId, bytes);
  const [first] = await database
    .select({ position: min(sets.position) })
    .from(sets)
    .where(eq(sets.accountId, accountId));
  const stored: StoredSet = {
    id: randomUUID(),
    accountId,
    title: set.title,
    introduction: set.introduction,
    frontMatter: set.frontMatter,
    version: 1,
    updatedAt: Date.now(),
    // On top of the shelf.
    position: (first?.position ?? 1) - 1,
  };
  const rows = set.problems.map(({ title, statement, working, remarks }) => ({ id: randomUUID(), title, statement, working, remarks }));
  await database.batch([database.insert(sets).values(stored), storingProblems(database, stored.id, rows)]);
  return stored;
}

/**
 * Changes what is said of a set on top of the version that the change was made from; another version since then is a conflict.
 * @throws LimitReached where the account has no room for it
 */
export async function changeSet(
  database: Database,
  accountId: string,
  id: string,
  version: number,
  change: { title?: string; introduction?: string; frontMatter?: string },
  room: Room,
): Promise<Change<StoredSet>> {
  const before = await findSet(database, accountId, id);
  if (!before) return { kind: "missing" };
  const after = { ...before, ...change };
  const sizeBefore = bytesOf(before.title, before.introduction, before.frontMatter);
  await room.take(database, accountId, bytesOf(after.title, after.introduction, after.frontMatter), async () => sizeBefore);
  const changed = await database
    .update(sets)
    .set({ ...change, version: version + 1, updatedAt: Date.now() })
    .where(and(eq(sets.id, id), eq(sets.accountId, accountId), eq(sets.version, version)))
    .returning();
  return outcome(changed[0], await findSet(database, accountId, id));
}

/** Deletes a set with all that belongs to it; the addresses where something of it was published, or undefined where there is no such set. */
export async function deleteSet(database: Database, accountId: string, id: string, room: Room): Promise<ReadonlySet<string> | undefined> {
  room.forget(accountId);
  const published = await database.select({ address: publications.address }).from(publications).where(eq(publications.setId, id));
  const gone = await database
    .delete(sets)
    .where(and(eq(sets.id, id), eq(sets.accountId, accountId)))
    .returning({ id: sets.id });
  return gone.length === 1 ? new Set(published.map(({ address }) => address)) : undefined;
}

/** @throws LimitReached where the set or the account has no room for it */
export async function addProblem(database: Database, accountId: string, setId: string, title: string, room: Room): Promise<StoredProblem> {
  await room.take(database, accountId, bytesOf(title));
  const [last] = await database
    .select({ position: max(problems.position), count: count() })
    .from(problems)
    .where(eq(problems.setId, setId));
  if ((last?.count ?? 0) >= LIMITS.problems) throw new LimitReached(`a set may have ${LIMITS.problems} problems, and this one has as many`);
  const problem: StoredProblem = { id: randomUUID(), setId, position: (last?.position ?? -1) + 1, title, statement: "", working: [], remarks: "", version: 1 };
  await database.batch([database.insert(problems).values(problem), touch(database, setId)]);
  return problem;
}

export interface ProblemChange {
  readonly title: string;
  readonly statement: string;
  readonly working: readonly string[];
}

/**
 * Replaces a problem's contents on top of the version they were made from; another version since then is a conflict.
 * @throws LimitReached where the account has no room for it
 */
export async function changeProblem(
  database: Database,
  accountId: string,
  id: string,
  version: number,
  change: ProblemChange,
  room: Room,
): Promise<Change<StoredProblem>> {
  const own = database.select({ id: sets.id }).from(sets).where(eq(sets.accountId, accountId));
  const ofProblem = database.select({ id: problems.setId }).from(problems).where(eq(problems.id, id));
  const bytes = bytesOf(change.title, change.statement, change.working);
  await room.take(database, accountId, bytes, async () => {
    const before = await findProblem(database, accountId, id);
    return before ? bytesOf(before.title, before.statement, before.working) : 0;
  });
  const [changed] = await database.batch([
    database
      .update(problems)
      .set({ ...change, version: version + 1 })
      .where(and(eq(problems.id, id), eq(problems.version, version), inArray(problems.setId, own), sql`${bytes} + ${sizeWithout(id)} <= ${LIMITS.set}`))
      .returning(),
    database
      .update(sets)
      .set({ updatedAt: sql`${Date.now()}` })
      .where(and(inArray(sets.id, ofProblem), eq(sets.accountId, accountId))),
  ]);
  if (changed[0]) return { kind: "done", now: changed[0] };
  const now = await findProblem(database, accountId, id);
  if (now?.version === version) throw tooLarge();
  return outcome(undefined, now);
}

/** Deletes a problem; false where the account has none of this id. */
export async function deleteProblem(database: Database, accountId: string, id: string, room: Room): Promise<boolean> {
  room.forget(accountId);
  const before = await findProblem(database, accountId, id);
  if (!before) return false;
  await database.batch([database.delete(problems).where(eq(problems.id, id)), touch(database, before.setId)]);
  return true;
}

/** Notes that something of a set was changed just now; a statement for a batch. */
export function touch(database: Database, setId: string) {
  return database
    .update(sets)
    .set({ updatedAt: sql`${Date.now()}` })
    .where(eq(sets.id, setId));
}

function outcome<T>(changed: T | undefined, now: T | undefined): Change<T> {
  if (changed) return { kind: "done", now: changed };
  return now ? { kind: "conflict", now } : { kind: "missing" };
}

/** A stored set in the form of the problem-set file. */
export function asProblemSet(set: StoredSet, rows: readonly StoredProblem[]): ProblemSet {
  return {
    title: set.title,
    frontMatter: set.frontMatter,
    introduction: set.introduction,
    problems: rows.map(({ title, statement, working, remarks }) => ({ title, statement, working, remarks })),
  };
}
