import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { createClient } from "@libsql/client";
import { drizzle, type LibSQLDatabase } from "drizzle-orm/libsql";
import { migrate } from "drizzle-orm/libsql/migrator";
import * as schema from "./schema.ts";

export type Database = LibSQLDatabase<typeof schema>;

/** Opens the database (a `file:` URL or a libSQL server's), brings its tables up to date and sets what SQLite needs. */
export async function openDatabase(url: string, migrations: URL): Promise<{ database: Database; close: () => void }> {
  if (url.startsWith("file:")) mkdirSync(dirname(url.slice("file:".length)), { recursive: true });
  const client = createClient({ url });
  const database = drizzle(client, { schema });
  await migrate(database, { migrationsFolder: fileURLToPath(migrations) });
  if (url.startsWith("file:")) {
    await client.execute("PRAGMA journal_mode = WAL");
    await client.execute("PRAGMA synchronous = NORMAL");
    await client.execute("PRAGMA busy_timeout = 5000");
    await client.execute("PRAGMA foreign_keys = ON");
  }
  return { database, close: () => client.close() };
}
