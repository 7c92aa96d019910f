import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { createClient, LibsqlError } from "@libsql/client";
import { sql } from "drizzle-orm";
import { drizzle, type LibSQLDatabase } from "drizzle-orm/libsql";
import { migrate } from "drizzle-orm/libsql/migrator";
import { ThreadedClient } from "./connection/threaded-client.ts";
import * as schema from "./schema.ts";

export type Database = LibSQLDatabase<typeof schema>;

export interface OpenDatabase {
  readonly database: Database;
  readonly close: () => Promise<void>;
}

/** The file of a database that is one. */
export const fileOf = (url: string): string | undefined => (url.startsWith("file:") ? url.slice("file:".length) : undefined);

/** Attempts to bring the tables up to date: another process may be doing the same, and then there is nothing left to do. */
const MIGRATION_ATTEMPTS = 5;
const BETWEEN_ATTEMPTS = 300;

/**
 * Opens the database (a `file:` URL or a libSQL server's) and brings its tables up to date.
 * @param migrations the folder of the migrations
 * @param thread the script of a thread that holds a connection (`connection/thread.ts`, built)
 * @throws the libSQL client's error where there is no such folder, no database in the file, or no server
 */
export async function openDatabase(url: string, migrations: URL, thread: URL): Promise<OpenDatabase> {
  const file = fileOf(url);
  if (file !== undefined) mkdirSync(dirname(file), { recursive: true });
  const client = file === undefined ? createClient({ url }) : new ThreadedClient(thread, url);
  const close = async (): Promise<void> => (client instanceof ThreadedClient ? client.ended() : client.close());
  const database = drizzle(client, { schema });
  try {
    await upToDate(database, fileURLToPath(migrations), MIGRATION_ATTEMPTS);
  } catch (error) {
    await close();
    throw error;
  }
  return { database, close };
}

async function upToDate(database: Database, folder: string, attempts: number): Promise<void> {
  try {
    await migrate(database, { migrationsFolder: folder });
  } catch (error) {
    if (attempts <= 1) throw error;
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_ATTEMPTS));
    await upToDate(database, folder, attempts - 1);
  }
}

/** Whether the database answers. */
export async function answers(database: Database): Promise<boolean> {
  try {
    await database.get(sql`select 1`);
    return true;
  } catch {
    return false;
  }
}

/** What the database said when it failed, found behind the errors that carry it; undefined for any other error. */
export function databaseFault(error: unknown): LibsqlError | undefined {
  if (error instanceof LibsqlError) return error;
  return error instanceof Error && error.cause !== undefined ? databaseFault(error.cause) : undefined;
}
