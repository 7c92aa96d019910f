import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const ROOT = fileURLToPath(new URL("../..", import.meta.url));

/** A folder of its own for the files of a test. */
export const freshFolder = (): string => mkdtempSync(join(tmpdir(), "nail-"));

/** The built server as an operator starts it, on a port of its own. */
export class Served {
  readonly #environment: Readonly<Record<string, string>>;
  #process: ChildProcess | undefined;
  origin = "";
  /** What it wrote: its log, and its complaints. */
  output = "";

  constructor(environment: Readonly<Record<string, string>> = {}) {
    const file = `file:${join(freshFolder(), "test.db")}`;
    this.#environment = { HOST: "127.0.0.1", PORT: "0", DATABASE_URL: file, DEMO: "0", LOG_LEVEL: "warn", SIGN_IN_ATTEMPTS: "100000", ...environment };
  }

  async start(): Promise<void> {
    const child = spawn("node", [join(ROOT, "server/dist/main.js")], { cwd: ROOT, env: { ...process.env, ...this.#environment } });
    this.#process = child;
    await new Promise<void>((resolve, reject) => {
      const hear = (data: unknown): void => {
        this.output += String(data);
        const ready = /ready at (http:\S+)/.exec(String(data));
        if (ready) this.origin = ready[1] ?? "";
        if (ready) resolve();
      };
      child.stdout.on("data", hear);
      child.stderr.on("data", hear);
      child.on("exit", (status) => reject(new Error(`the server ended with ${status}: ${this.output}`)));
    });
  }

  /** Ends it with a signal, and waits for it; its exit status, or the signal that it died of. */
  async end(signal: "SIGTERM" | "SIGKILL" = "SIGTERM"): Promise<number | string | null> {
    const child = this.#process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return child?.exitCode ?? null;
    const gone = new Promise<number | string | null>((resolve) => child.once("exit", (status, died) => resolve(status ?? died)));
    child.kill(signal);
    return gone;
  }
}

export interface Answer {
  readonly status: number;
  // biome-ignore lint/suspicious/noExplicitAny: the tests look at answers of every shape
  readonly body: any;
  readonly headers: Headers;
}

let people = 0;

/** Someone at a browser, with a cookie of their own. */
export class Visitor {
  readonly #served: { readonly origin: string };
  #cookie = "";

  constructor(served: { readonly origin: string }) {
    this.#served = served;
  }

  /** A visitor who has signed up. */
  static async instructor(served: { readonly origin: string }): Promise<Visitor> {
    const visitor = new Visitor(served);
    people += 1;
    const details = { name: `Instructor ${people}`, email: `i${people}.${process.pid}@saltmere.example`, password: "a long password" };
    const { status, body } = await visitor.ask("POST", "/api/accounts", details);
    if (status !== 201) throw new Error(`no account: ${JSON.stringify(body)}`);
    return visitor;
  }

  /** The same person at another server. */
  at(served: { readonly origin: string }): Visitor {
    const visitor = new Visitor(served);
    visitor.#cookie = this.#cookie;
    return visitor;
  }

  async ask(method: string, path: string, content?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const response = await fetch(this.#served.origin + path, {
      method,
      headers: { ...(this.#cookie ? { cookie: this.#cookie } : {}), ...(content === undefined ? {} : { "content-type": "application/json" }), ...headers },
      ...(content === undefined ? {} : { body: typeof content === "string" ? content : JSON.stringify(content) }),
    });
    const cookie = response.headers.get("set-cookie");
    if (cookie) this.#cookie = cookie.split(";")[0] ?? "";
    const text = await response.text();
    const isJson = response.headers.get("content-type")?.includes("json");
    return { status: response.status, body: isJson ? JSON.parse(text) : text, headers: response.headers };
  }

  /** What is sent first, before the answer has ended. */
  async firstOf(path: string): Promise<string> {
    const response = await fetch(this.#served.origin + path, { headers: { cookie: this.#cookie } });
    const reader = response.body?.getReader();
    const { value } = (await reader?.read()) ?? {};
    await reader?.cancel();
    return new TextDecoder().decode(value);
  }

  async newProblem() {
    const { body: set } = await this.ask("POST", "/api/sets", { title: "Tides" });
    const { body: problem } = await this.ask("POST", `/api/sets/${set.id}/problems`, { title: "High water" });
    return { set, problem };
  }

  /** A problem with a working, in a set of its own. */
  async working(lines: readonly string[], statement = "") {
    const { set, problem } = await this.newProblem();
    await this.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "High water", statement, working: lines });
    return { set, problem };
  }
}
