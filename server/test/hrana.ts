import { createServer, type Server } from "node:http";
import Database from "libsql";

/**
 * A small stand-in for a libSQL server: the Hrana protocol over HTTP, version 3 in JSON (github.com/tursodatabase/libsql, docs/HRANA_3_SPEC.md),
 * over an SQLite file. Every request has a connection of its own, which ends with it.
 */
type HranaValue =
  | { readonly type: "null" }
  | { readonly type: "integer" | "text"; readonly value: string }
  | { readonly type: "float"; readonly value: number }
  | { readonly type: "blob"; readonly base64: string };

interface Statement {
  readonly sql?: string;
  /** A text that was stored for this stream before. */
  readonly sql_id?: number;
  readonly args?: readonly HranaValue[];
}

type Condition =
  | { readonly type: "ok" | "error"; readonly step: number }
  | { readonly type: "not"; readonly cond: Condition }
  | { readonly type: "and" | "or"; readonly conds: readonly Condition[] }
  | { readonly type: "is_autocommit" };

type Asked =
  | { readonly type: "execute"; readonly stmt: Statement }
  | { readonly type: "batch"; readonly batch: { readonly steps: readonly { readonly condition?: Condition | null; readonly stmt: Statement }[] } }
  | { readonly type: "store_sql"; readonly sql_id: number; readonly sql: string }
  | { readonly type: "close_sql" | "close" | "get_autocommit" };

/** A connection with the texts that were stored for it. */
interface Stream {
  readonly database: Database.Database;
  readonly texts: Map<number, string>;
}

function toSql(value: HranaValue): unknown {
  switch (value.type) {
    case "null":
      return null;
    case "integer":
      return BigInt(value.value);
    case "float":
    case "text":
      return value.value;
    case "blob":
      return Buffer.from(value.base64, "base64");
  }
}

function fromSql(value: unknown): HranaValue {
  if (value === null || value === undefined) return { type: "null" };
  if (typeof value === "bigint") return { type: "integer", value: value.toString() };
  if (typeof value === "number") return Number.isInteger(value) ? { type: "integer", value: String(value) } : { type: "float", value };
  if (typeof value === "string") return { type: "text", value };
  return { type: "blob", base64: Buffer.from(value as Uint8Array).toString("base64") };
}

function executed({ database, texts }: Stream, { sql: own, sql_id, args = [] }: Statement): object {
  const sql = own ?? texts.get(sql_id ?? -1) ?? "";
  const statement = database.prepare(sql);
  const values = args.map(toSql);
  if (!statement.reader) {
    const { changes, lastInsertRowid } = statement.run(...values);
    return { cols: [], rows: [], affected_row_count: changes, last_insert_rowid: String(lastInsertRowid) };
  }
  const cols = statement.columns().map(({ name, type }) => ({ name, decltype: type }));
  const rows = (statement.raw(true).all(...values) as unknown[][]).map((row) => row.map(fromSql));
  return { cols, rows, affected_row_count: /^\s*select/i.test(sql) ? 0 : rows.length, last_insert_rowid: null };
}

const faultOf = (error: unknown): object => ({
  message: error instanceof Error ? error.message : String(error),
  code: error instanceof Error && "code" in error ? String(error.code) : "UNKNOWN",
});

function batched(stream: Stream, steps: (Asked & { type: "batch" })["batch"]["steps"]): object {
  const results: (object | null)[] = [];
  const errors: (object | null)[] = [];
  const holds = (condition: Condition): boolean => {
    switch (condition.type) {
      case "ok":
        return results[condition.step] != null;
      case "error":
        return errors[condition.step] != null;
      case "not":
        return !holds(condition.cond);
      case "and":
        return condition.conds.every(holds);
      case "or":
        return condition.conds.some(holds);
      case "is_autocommit":
        return !stream.database.inTransaction;
    }
  };
  for (const { condition, stmt } of steps) {
    let [result, error]: [object | null, object | null] = [null, null];
    try {
      if (!condition || holds(condition)) result = executed(stream, stmt);
    } catch (failure) {
      error = faultOf(failure);
    }
    results.push(result);
    errors.push(error);
  }
  return { step_results: results, step_errors: errors };
}

function answered(stream: Stream, asked: Asked): object {
  try {
    switch (asked.type) {
      case "execute":
        return { type: "ok", response: { type: "execute", result: executed(stream, asked.stmt) } };
      case "batch":
        return { type: "ok", response: { type: "batch", result: batched(stream, asked.batch.steps) } };
      case "get_autocommit":
        return { type: "ok", response: { type: "get_autocommit", is_autocommit: !stream.database.inTransaction } };
      case "store_sql":
        stream.texts.set(asked.sql_id, asked.sql);
        return { type: "ok", response: { type: asked.type } };
      case "close_sql":
      case "close":
        return { type: "ok", response: { type: asked.type } };
    }
  } catch (error) {
    return { type: "error", error: faultOf(error) };
  }
}

/** Serves the database in a file; its address, and how it is stopped. */
export async function hranaServer(file: string): Promise<{ readonly url: string; readonly requests: () => number; readonly stop: () => Promise<void> }> {
  let count = 0;
  const server: Server = createServer((request, response) => {
    // Version 3 in JSON is spoken, and not in protocol buffers.
    if (request.method === "GET") return void response.writeHead(request.url?.endsWith("/v3") ? 200 : 404).end();
    const parts: Buffer[] = [];
    request.on("data", (part: Buffer) => parts.push(part));
    request.on("end", () => {
      count += 1;
      const { requests } = JSON.parse(Buffer.concat(parts).toString()) as { readonly requests: readonly Asked[] };
      const texts = new Map<number, string>();
      const database = new Database(file, { timeout: 10_000 });
      database.exec("PRAGMA foreign_keys = ON");
      const results = requests.map((one) => answered({ database, texts }, one));
      database.close();
      response.writeHead(200, { "content-type": "application/json" }).end(JSON.stringify({ baton: null, base_url: null, results }));
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : 0;
  const stop = async (): Promise<void> => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  };
  return { url: `http://127.0.0.1:${port}`, requests: () => count, stop };
}
