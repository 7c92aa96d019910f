import { createHash } from "node:crypto";
import { eq, lt, sql } from "drizzle-orm";
import type { Checked } from "../pool/pool.ts";
import type { Database } from "./database.ts";
import { checkedWorkings } from "./schema.ts";

const DAY = 24 * 3600 * 1000;
const KEPT = 7 * DAY;
/** What took too much is tried again before long: the machine may have been busy. */
const KEPT_WITH_GIVEN_UP = 15 * 60_000;
const MOST_BYTES = 500 * 1024 * 1024;

/** What a check is a check of: the engine, the settings, and the lines. */
export const workingKey = (engine: string, frontMatter: string, lines: readonly string[]): string =>
  createHash("sha256")
    .update(JSON.stringify([engine, frontMatter, lines]))
    .digest("base64url");

/** A check that is kept; undefined where there is none, or where it gave lines up and is old enough to be tried again. */
export async function keptCheck(database: Database, key: string): Promise<Checked | undefined> {
  const [found] = await database.select().from(checkedWorkings).where(eq(checkedWorkings.key, key));
  if (!found) return undefined;
  const { reports, givenUp, checkedAt } = found;
  return givenUp.length > 0 && checkedAt < Date.now() - KEPT_WITH_GIVEN_UP ? undefined : { reports, givenUp };
}

/** Keeps a check in place of an older one. */
export async function keepCheck(database: Database, key: string, { reports, givenUp }: Checked): Promise<void> {
  const values = { reports: Buffer.from(reports), givenUp, checkedAt: Date.now() };
  await database
    .insert(checkedWorkings)
    .values({ key, ...values })
    .onConflictDoUpdate({ target: checkedWorkings.key, set: values });
}

/** Clears old checks away, and the oldest of more than there is room for. */
export async function clearChecks(database: Database): Promise<void> {
  await database.delete(checkedWorkings).where(lt(checkedWorkings.checkedAt, Date.now() - KEPT));
  await database.run(sql`
    delete from checked_workings where key in (
      select key from (select key, sum(octet_length(reports)) over (order by checked_at desc) as together from checked_workings) where together > ${MOST_BYTES})`);
}
