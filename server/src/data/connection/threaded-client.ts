import { Worker } from "node:worker_threads";
import { type Client, type InArgs, type InStatement, LibsqlError, type ResultSet } from "@libsql/client";
import { type Answered, type Asked, type Call, resultSet } from "./message.ts";

/** A thread with a connection, and who waits for it. */
class Connection {
  readonly #worker: Worker;
  readonly #waiting = new Map<number, { readonly resolve: (results: ResultSet[]) => void; readonly reject: (fault: Error) => void }>();
  #asked = 0;

  constructor(script: URL, url: string) {
    this.#worker = new Worker(script, { workerData: { url } });
    this.#worker.on("message", (answered: Answered) => {
      const asker = this.#waiting.get(answered.id);
      this.#waiting.delete(answered.id);
      if (answered.kind === "done") asker?.resolve(answered.results.map(resultSet));
      else asker?.reject(new LibsqlError(answered.message, answered.code));
    });
  }

  ask(call: Call): Promise<ResultSet[]> {
    return new Promise((resolve, reject) => {
      this.#asked += 1;
      this.#waiting.set(this.#asked, { resolve, reject });
      this.#worker.postMessage({ id: this.#asked, call } satisfies Asked);
    });
  }

  close(): Promise<void> {
    const gone = new Promise<void>((resolve) => this.#worker.once("exit", () => resolve()));
    this.#worker.postMessage("close");
    return gone;
  }
}

const notOffered = (what: string): never => {
  throw new LibsqlError(`${what} is not offered for a database in a thread: use batch`, "NOT_OFFERED");
};

const isReading = (statement: InStatement): boolean => /^select\b/i.test(typeof statement === "string" ? statement : statement.sql);

/**
 * A libSQL client for a file, whose connections live in threads of their own: one that writes and one that reads, so that reading never
 * waits for the disk of somebody else's saving (SQLite, Write-Ahead Logging, §2.2). What was awaited is seen by every later reading.
 */
export class ThreadedClient implements Client {
  readonly #writing: Connection;
  readonly #reading: Connection;
  readonly protocol = "file";
  closed = false;

  constructor(script: URL, url: string) {
    this.#writing = new Connection(script, url);
    this.#reading = new Connection(script, url);
  }

  async execute(statement: InStatement | string, args?: InArgs): Promise<ResultSet> {
    const whole = typeof statement === "string" ? { sql: statement, args: args ?? [] } : statement;
    const [result] = await (isReading(whole) ? this.#reading : this.#writing).ask({ kind: "execute", statement: whole });
    if (!result) throw new LibsqlError("the statement had no result", "UNKNOWN");
    return result;
  }

  batch(statements: (InStatement | [string, InArgs?])[]): Promise<ResultSet[]> {
    return this.#writing.ask({ kind: "batch", statements: statements.map((one) => (Array.isArray(one) ? { sql: one[0], args: one[1] ?? [] } : one)) });
  }

  migrate(statements: InStatement[]): Promise<ResultSet[]> {
    return this.#writing.ask({ kind: "migrate", statements });
  }

  transaction(): never {
    return notOffered("a transaction that waits in between");
  }

  executeMultiple(): never {
    return notOffered("a script");
  }

  sync(): never {
    return notOffered("a replica");
  }

  reconnect(): never {
    return notOffered("connecting anew");
  }

  close(): void {
    void this.ended();
  }

  /** Closes both connections when they have done what they were asked. */
  async ended(): Promise<void> {
    if (this.closed) return;
    this.closed = true;
    await Promise.all([this.#writing.close(), this.#reading.close()]);
  }
}
