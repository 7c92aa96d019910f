import { eq } from "drizzle-orm";
import type { Database } from "./database.ts";
import { pageStyles } from "./schema.ts";

/** Keeps the styles of pages that are published from now on. */
export async function keepStyles(database: Database, name: string, css: Buffer): Promise<void> {
  await database.insert(pageStyles).values({ name, css }).onConflictDoNothing();
}

/** The styles of pages that were published with them, compressed with gzip. */
export async function keptStyles(database: Database, name: string): Promise<Buffer | undefined> {
  const [found] = await database.select({ css: pageStyles.css }).from(pageStyles).where(eq(pageStyles.name, name));
  return found?.css;
}
