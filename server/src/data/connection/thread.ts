import { parentPort, workerData } from "node:worker_threads";
import { type Client, createClient, type InStatement, LibsqlError, type ResultSet } from "@libsql/client";
import { type Answered, type Asked, type Call, plainResult } from "./message.ts";

/** How long a statement waits for another process that is writing. */
const BUSY_MILLISECONDS = 10_000;

/**
 * The thread that holds a connection to an SQLite file. SQLite works in the thread that calls it and may wait for the disk or for a lock:
 * here nobody else waits with it. There is one connection a thread, so that what is set below holds for every statement.
 */
async function connected(url: string): Promise<Client> {
  const client = createClient({ url, concurrency: 1, timeout: BUSY_MILLISECONDS });
  // What was answered as stored is on the disk, whatever happens to the machine: FULL waits for it at every commit.
  for (const setting of ["journal_mode = WAL", "synchronous = FULL", "foreign_keys = ON"]) await client.execute(`PRAGMA ${setting}`);
  return client;
}

async function carriedOut(client: Client, call: Call): Promise<readonly ResultSet[]> {
  switch (call.kind) {
    case "execute":
      return [await client.execute(bound(call.statement))];
    case "batch":
      return client.batch(call.statements.map(bound), "write");
    case "migrate":
      return client.migrate(call.statements.map(bound));
  }
}

/** A statement whose bytes are buffers again: they lose that on their way between threads. */
function bound(statement: InStatement): InStatement {
  if (typeof statement === "string" || !Array.isArray(statement.args)) return statement;
  return { ...statement, args: statement.args.map((value) => (value instanceof Uint8Array ? Buffer.from(value) : value)) };
}

const { url } = workerData as { readonly url: string };
let connection: Promise<Client> | undefined;

async function answer({ id, call }: Asked): Promise<Answered> {
  try {
    connection ??= connected(url);
    return { id, kind: "done", results: (await carriedOut(await connection, call)).map(plainResult) };
  } catch (error) {
    // A connection that could not be opened is opened anew for whoever asks next.
    await connection?.catch(() => {
      connection = undefined;
    });
    const { message, code } = error instanceof LibsqlError ? error : { message: String(error), code: "UNKNOWN" };
    return { id, kind: "failed", message, code };
  }
}

// One after the other, in the order in which they were asked.
let last: Promise<void> = Promise.resolve();
parentPort?.on("message", (asked: Asked | "close") => {
  last = last.then(async () => {
    if (asked !== "close") return parentPort?.postMessage(await answer(asked));
    (await connection?.catch(() => undefined))?.close();
    parentPort?.close();
  });
});
