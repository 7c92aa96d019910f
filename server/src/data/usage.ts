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
/** How long what is known of an account is taken for true, in milliseconds; what it adds meanwhile is counted. */
const KNOWN_FOR = 30_000;
/** Of so many accounts. */
const MOST_KNOWN = 10_000;

/** Whether there is room for what an account adds. Looking at everything that it has is not done at every key. */
export class Room {
  readonly #limits: AccountLimits;
  readonly #known = new Map<string, { bytes: number; readonly until: number }>();

  constructor(limits: AccountLimits) {
    this.#limits = limits;
  }

  usage(database: Database, accountId: string): Promise<Usage> {
    return usageOf(database, accountId, this.#limits);
  }

  /**
   * Makes sure that there is room for some bytes in place of others, and counts them. What they replace is asked for only where it matters.
   * @throws LimitReached in words that say what is full
   */
  async take(database: Database, accountId: string, bytes: number, replaced: () => Promise<number> = async () => 0): Promise<void> {
    const known = this.#known.get(accountId);
    if (known && known.until > Date.now() && known.bytes + bytes <= this.#limits.bytes) {
      known.bytes += bytes;
      return;
    }
    const [own, before] = await Promise.all([this.#look(database, accountId), replaced()]);
    const more = Math.max(0, bytes - before);
    if (more > 0 && own.bytes + more > this.#limits.bytes)
      throw new LimitReached(
        `an account may store ${Math.round(this.#limits.bytes / MEGABYTE)} MB, and this would be more: delete a set that is not needed any more`,
      );
    own.bytes += more;
  }

  /** As `take`, for one more set. */
  async takeSet(database: Database, accountId: string, bytes: number): Promise<void> {
    const { sets: own } = await this.usage(database, accountId);
    if (own.used >= own.most) throw new LimitReached(`an account may have ${own.most} sets, and this one has ${own.used}: delete one first`);
    await this.take(database, accountId, bytes);
  }

  /** What is known of an account does not hold any more: it has deleted something. */
  forget(accountId: string): void {
    this.#known.delete(accountId);
  }

  async #look(database: Database, accountId: string): Promise<{ bytes: number }> {
    if (this.#known.size >= MOST_KNOWN) this.#known.clear();
    const found = { bytes: (await this.usage(database, accountId)).bytes.used, until: Date.now() + KNOWN_FOR };
    this.#known.set(accountId, found);
    return found;
  }
}
