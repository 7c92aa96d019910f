import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { dirname, resolve } from "node:path";
import { type Client, createClient, LibsqlError } from "@libsql/client";
import { ConfigError, readConfig } from "../config.ts";
import { fileOf } from "../data/database.ts";

/** What cannot be done, in one sentence. */
class Refused extends Error {
  override readonly name = "Refused";
}

const USAGE = `npm run backup -- make FILE      a consistent copy of the database, while the server runs
npm run backup -- verify FILE    whether a copy is whole
npm run backup -- restore FILE   puts a copy in the place of the database; stop the server first`;

const TABLES = ["accounts", "sets", "problems", "publications"] as const;

async function withFile<T>(file: string, work: (client: Client) => Promise<T>): Promise<T> {
  const client = createClient({ url: `file:${file}`, concurrency: 1, timeout: 10_000 });
  try {
    return await work(client);
  } finally {
    client.close();
  }
}

/** The file of the database that the settings name. */
function ownFile(): string {
  const file = fileOf(readConfig(process.env).databaseUrl);
  if (file === undefined) throw new Refused("DATABASE_URL is no file: a libSQL server has its own backups");
  return resolve(file);
}

/**
 * Whether a database is whole (PRAGMA integrity_check, foreign_key_check), and what it holds.
 * @throws Refused with what is wrong
 */
async function verified(file: string): Promise<string> {
  if (!existsSync(file)) throw new Refused(`there is no file ${file}`);
  return withFile(file, async (client) => {
    const { rows: faults } = await client.execute("PRAGMA integrity_check");
    const fault = String(faults[0]?.["integrity_check"] ?? "no answer");
    if (fault !== "ok") throw new Refused(`${file} is damaged: ${fault}`);
    const { rows: orphans } = await client.execute("PRAGMA foreign_key_check");
    if (orphans.length > 0) throw new Refused(`${file} holds ${orphans.length} rows that belong to nothing`);
    const counts: string[] = [];
    for (const table of TABLES) {
      const { rows } = await client.execute(`SELECT count(*) AS count FROM ${table}`);
      counts.push(`${rows[0]?.["count"]} ${table}`);
    }
    return counts.join(", ");
  });
}

async function make(target: string): Promise<string> {
  const [source, file] = [ownFile(), resolve(target)];
  if (!existsSync(source)) throw new Refused(`there is no database at ${source}`);
  if (existsSync(file)) throw new Refused(`${file} exists already: a copy is made into a new file`);
  mkdirSync(dirname(file), { recursive: true });
  // VACUUM INTO reads one state of the database, whatever is written meanwhile (SQLite, VACUUM, §3).
  await withFile(source, (client) => client.execute({ sql: "VACUUM INTO ?", args: [file] }));
  return `${file} holds ${await verified(file)}`;
}

async function restore(from: string): Promise<string> {
  const [file, target] = [resolve(from), ownFile()];
  const held = await verified(file);
  mkdirSync(dirname(target), { recursive: true });
  const before = `${target}.before-restore`;
  // The copy is whole beside the database before it takes its place.
  copyFileSync(file, `${target}.restoring`);
  if (existsSync(target)) {
    // What is still in the log goes into the file that is kept.
    await withFile(target, (client) => client.execute("PRAGMA wal_checkpoint(TRUNCATE)"));
    renameSync(target, before);
  }
  for (const rest of ["-wal", "-shm"]) rmSync(`${target}${rest}`, { force: true });
  renameSync(`${target}.restoring`, target);
  return `${target} holds ${held}; what was there before is ${existsSync(before) ? before : "nothing"}`;
}

const COMMANDS: Readonly<Record<string, (file: string) => Promise<string>>> = {
  make,
  restore,
  verify: async (file) => `${file} is whole: ${await verified(file)}`,
};

const [name = "", file] = process.argv.slice(2);
const command = COMMANDS[name];
if (!command || file === undefined) {
  process.stderr.write(`${USAGE}\n`);
  process.exitCode = 2;
} else {
  try {
    process.stdout.write(`${await command(file)}\n`);
  } catch (error) {
    if (!(error instanceof Refused || error instanceof ConfigError || error instanceof LibsqlError || (error instanceof Error && "code" in error))) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 1;
  }
}
