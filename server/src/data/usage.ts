import { eq, sql } from "drizzle-orm";
import type { Database } from "./database.ts";
import { problems, publications, sets } from "./schema.ts";

/** What one account may have. */
export interface AccountLimits {
  readonly sets: number;
  /** Of everything that it wrote and published. */
  readonly bytes: number;
}

export interface Usage {
  readonly sets: { readonly used: number; readonly most: number };
  readonly bytes: { readonly used: number; readonly most: number };
}

/** Something was not stored because an account has as much as it may have, or a set. */
export class LimitReached extends Error {
  override readonly name = "LimitReached";
}

/** How large texts are as they are stored; only the heads of the rows are read for it. */
const size = (...columns: readonly unknown[]) =>
  sql<number>`coalesce(sum(${sql.join(
    columns.map((column) => sql`coalesce(octet_length(${column}), 0)`),
    sql` + `,
  )}), 0)`;

/** How much an account has of what it may have. */
export async function usageOf(database: Database, accountId: string, limits: AccountLimits): Promise<Usage> {
  const ofAccount = eq(sets.accountId, accountId);
  const [[own], [written], [published]] = await Promise.all([
    database
      .select({ sets: sql<number>`count(*)`, bytes: size(sets.introduction, sets.frontMatter, sets.title) })
      .from(sets)
      .where(ofAccount),
    database
      .select({ bytes: size(problems.title, problems.statement, problems.working, problems.remarks) })
      .from(problems)
      .innerJoin(sets, eq(sets.id, problems.setId))
      .where(ofAccount),
    database
      .select({ bytes: size(publications.html, publications.brotli, publications.gzip) })
      .from(publications)
      .innerJoin(sets, eq(sets.id, publications.setId))
      .where(ofAccount),
  ]);
  const used = (own?.bytes ?? 0) + (written?.bytes ?? 0) + (published?.bytes ?? 0);
  return { sets: { used: own?.sets ?? 0, most: limits.sets }, bytes: { used, most: limits.bytes } };
}

const MEGABYTE = 1024 * 1024;

/**
 * Makes sure that there is room.
 * @throws LimitReached in words that say what is full
 */
export async function checkRoom(
  database: Database,
  accountId: string,
  limits: AccountLimits,
  more: { readonly sets: number; readonly bytes: number },
): Promise<void> {
  const { sets: own, bytes } = await usageOf(database, accountId, limits);
  if (own.used + more.sets > own.most) throw new LimitReached(`an account may have ${own.most} sets, and this one has ${own.used}: delete one first`);
  if (bytes.used + more.bytes > bytes.most)
    throw new LimitReached(`an account may store ${Math.round(bytes.most / MEGABYTE)} MB, and this would be more: delete a set that is not needed any more`);
}
