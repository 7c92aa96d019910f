import { createHash } from "node:crypto";
import { lt, sql } from "drizzle-orm";
import type { ClientRateLimitInfo, Store } from "express-rate-limit";
import type { Database } from "./database.ts";
import { attempts } from "./schema.ts";

/** Addresses are nobody's business: their hashes are kept, for as long as attempts count. */
const hashOf = (address: string): string => createHash("sha256").update(address).digest("base64url");

/** Attempts to sign in, counted in the database for all processes together. */
export class AttemptStore implements Store {
  readonly #database: Database;
  readonly #windowMilliseconds: number;
  /** Counts are shared by all processes. */
  readonly localKeys = false;

  constructor(database: Database, windowMilliseconds: number) {
    this.#database = database;
    this.#windowMilliseconds = windowMilliseconds;
  }

  async increment(key: string): Promise<ClientRateLimitInfo> {
    const now = Date.now();
    const until = now + this.#windowMilliseconds;
    const counts = sql`${attempts.until} > ${now}`;
    const [found] = await this.#database
      .insert(attempts)
      .values({ who: hashOf(key), count: 1, until })
      .onConflictDoUpdate({
        target: attempts.who,
        set: {
          count: sql`case when ${counts} then ${attempts.count} + 1 else 1 end`,
          until: sql`case when ${counts} then ${attempts.until} else ${until} end`,
        },
      })
      .returning();
    return { totalHits: found?.count ?? 1, resetTime: new Date(found?.until ?? until) };
  }

  async decrement(key: string): Promise<void> {
    await this.#database
      .update(attempts)
      .set({ count: sql`max(0, ${attempts.count} - 1)` })
      .where(sql`${attempts.who} = ${hashOf(key)}`);
  }

  async resetKey(key: string): Promise<void> {
    await this.#database.delete(attempts).where(sql`${attempts.who} = ${hashOf(key)}`);
  }
}

/** Clears away what does not count any more. */
export async function clearAttempts(database: Database): Promise<void> {
  await database.delete(attempts).where(lt(attempts.until, Date.now()));
}
