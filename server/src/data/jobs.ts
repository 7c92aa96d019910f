import { randomUUID } from "node:crypto";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { and, asc, count, desc, eq, inArray, isNotNull, lt, notInArray, or, type SQL, sql } from "drizzle-orm";
import type { Database } from "./database.ts";
import { type JobProgress, type JobRequest, jobs } from "./schema.ts";
import { LimitReached } from "./usage.ts";

const ENTRY = {
  id: jobs.id,
  accountId: jobs.accountId,
  setId: jobs.setId,
  kind: jobs.kind,
  request: jobs.request,
  state: jobs.state,
  progress: jobs.progress,
  message: jobs.message,
  createdAt: jobs.createdAt,
};

/** A job without the set that it is about and without its result. */
export type Job = Pick<typeof jobs.$inferSelect, keyof typeof ENTRY>;
export type JobKind = Job["kind"];

/** How many that have ended are known. */
const MOST_ENDED = 10;
const ACTIVE: readonly Job["state"][] = ["waiting", "running"];
const isActive = inArray(jobs.state, [...ACTIVE]);

export const hasEnded = ({ state }: Job): boolean => !ACTIVE.includes(state);

export interface NewJob {
  readonly accountId: string;
  readonly setId: string;
  readonly kind: JobKind;
  readonly request: JobRequest;
  readonly snapshot: Buffer;
  /** How many problems there are. */
  readonly problems: number;
}

/** @throws LimitReached where the account has as many as it may have */
export async function addJob(database: Database, { problems, ...job }: NewJob): Promise<Job> {
  const [active] = await database
    .select({ jobs: count() })
    .from(jobs)
    .where(and(eq(jobs.accountId, job.accountId), isActive));
  if ((active?.jobs ?? 0) >= LIMITS.jobs)
    throw new LimitReached(`an account may have ${LIMITS.jobs} sets worked on at the same time: wait for one to end, or cancel one`);
  const stored = { ...job, id: randomUUID(), state: "waiting", progress: { problems, done: 0, at: null }, message: null, createdAt: Date.now() } as const;
  const isOver = and(eq(jobs.accountId, job.accountId), isNotNull(jobs.endedAt));
  const newest = database.select({ id: jobs.id }).from(jobs).where(isOver).orderBy(desc(jobs.createdAt)).limit(MOST_ENDED);
  await database.batch([database.insert(jobs).values({ ...stored, ownedUntil: 0 }), database.delete(jobs).where(and(isOver, notInArray(jobs.id, newest)))]);
  return stored;
}

/** A job of the account; to anyone else it does not exist. */
export async function findJob(database: Database, accountId: string, id: string): Promise<Job | undefined> {
  const [found] = await database
    .select(ENTRY)
    .from(jobs)
    .where(and(eq(jobs.id, id), eq(jobs.accountId, accountId)));
  return found;
}

/** An account's jobs that are known, the newest first. */
export const jobsOf = (database: Database, accountId: string): Promise<readonly Job[]> =>
  database.select(ENTRY).from(jobs).where(eq(jobs.accountId, accountId)).orderBy(desc(jobs.createdAt));

/** What a job came to, compressed with gzip. */
export async function resultOf(database: Database, id: string): Promise<Buffer | undefined> {
  const [found] = await database.select({ result: jobs.result }).from(jobs).where(eq(jobs.id, id));
  return found?.result ?? undefined;
}

/** The set that a job is about, as JSON, compressed with gzip. */
export async function snapshotOf(database: Database, id: string): Promise<Buffer | undefined> {
  const [found] = await database.select({ snapshot: jobs.snapshot }).from(jobs).where(eq(jobs.id, id));
  return found?.snapshot;
}

/** Jobs that wait, and those whose owner has not been heard of. */
const isFree = (now: number): SQL | undefined => or(eq(jobs.state, "waiting"), and(eq(jobs.state, "running"), lt(jobs.ownedUntil, now)));

/** Takes the next job: the oldest of an account that has fewest running. */
export async function claimJob(database: Database, owner: string, ownedUntil: number): Promise<Job | undefined> {
  const now = Date.now();
  const running = sql`(select count(*) from jobs other where other.account_id = ${jobs.accountId} and other.state = 'running' and other.owned_until >= ${now})`;
  const [next] = await database.select({ id: jobs.id }).from(jobs).where(isFree(now)).orderBy(running, asc(jobs.createdAt)).limit(1);
  if (!next) return undefined;
  const [claimed] = await database
    .update(jobs)
    .set({ state: "running", owner, ownedUntil })
    .where(and(eq(jobs.id, next.id), isFree(now)))
    .returning(ENTRY);
  return claimed;
}

const isOwn = (owner: string): SQL | undefined => and(eq(jobs.owner, owner), eq(jobs.state, "running"));

/** Keeps the jobs of an owner for longer; those that are still its own. */
export async function keepJobs(database: Database, owner: string, ownedUntil: number): Promise<ReadonlySet<string>> {
  const kept = await database.update(jobs).set({ ownedUntil }).where(isOwn(owner)).returning({ id: jobs.id });
  return new Set(kept.map(({ id }) => id));
}

/** Gives the jobs of an owner back, for whoever goes on with them. */
export async function releaseJobs(database: Database, owner: string): Promise<void> {
  await database.update(jobs).set({ state: "waiting", owner: null }).where(isOwn(owner));
}

/** Stores how far a job is, unless it has ended. */
export async function tellProgress(database: Database, id: string, progress: JobProgress): Promise<void> {
  await database
    .update(jobs)
    .set({ progress })
    .where(and(eq(jobs.id, id), eq(jobs.state, "running")));
}

/** Ends a job, together with what it stores: where it is no longer the owner's, because it was cancelled or taken over, nothing of it is done. */
export const ended = (database: Database, id: string, owner: string, result: Buffer) =>
  database
    .update(jobs)
    .set({
      // A state may not be missing: that undoes whatever is stored with it.
      state: sql`case when ${jobs.state} = 'running' and ${jobs.owner} = ${owner} then 'done' end`,
      result,
      endedAt: Date.now(),
    })
    .where(eq(jobs.id, id));

/** Ends a job of an owner with what went wrong, in words for its author. */
export async function failJob(database: Database, id: string, owner: string, message: string): Promise<void> {
  await database
    .update(jobs)
    .set({ state: "failed", message, endedAt: Date.now() })
    .where(and(eq(jobs.id, id), isOwn(owner)));
}

/** Cancels a job that has not ended; whether there was one. */
export async function cancelJob(database: Database, accountId: string, id: string): Promise<boolean> {
  const cancelled = await database
    .update(jobs)
    .set({ state: "cancelled", endedAt: Date.now() })
    .where(and(eq(jobs.id, id), eq(jobs.accountId, accountId), isActive))
    .returning({ id: jobs.id });
  return cancelled.length > 0;
}

/** Clears jobs away that ended before a time. */
export async function clearJobs(database: Database, before: number): Promise<void> {
  await database.delete(jobs).where(lt(jobs.endedAt, before));
}
