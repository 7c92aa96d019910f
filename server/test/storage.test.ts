import { execFileSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { createClient } from "@libsql/client";
import { hash } from "@node-rs/argon2";
import { describe, expect, it, onTestFinished, test } from "vitest";
import { ThreadedClient } from "../src/data/connection/threaded-client.ts";
import { freshFolder, Served, Visitor } from "./served.ts";

const ROOT = new URL("../../", import.meta.url);
const MIGRATIONS = new URL("server/migrations/", ROOT);
const THREAD = new URL("server/dist/database-thread.js", ROOT);
const TAGS = readdirSync(MIGRATIONS)
  .filter((name) => name.endsWith(".sql"))
  .sort();
const { entries: JOURNAL } = JSON.parse(readFileSync(new URL("meta/_journal.json", MIGRATIONS), "utf8")) as { entries: readonly { when: number }[] };

const rest = (milliseconds: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** A database as an earlier version left it: some migrations were made, and there is a set with a published page. */
async function earlier(file: string, migrations: number): Promise<void> {
  const client = createClient({ url: `file:${file}`, concurrency: 1 });
  await client.execute("CREATE TABLE __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)");
  for (const [index, tag] of TAGS.slice(0, migrations).entries()) {
    for (const statement of readFileSync(new URL(tag, MIGRATIONS), "utf8").split("--> statement-breakpoint")) await client.execute(statement);
    await client.execute({ sql: "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('', ?)", args: [JOURNAL[index]?.when ?? 0] });
  }
  const password = await hash("a long password");
  await client.batch([
    { sql: "INSERT INTO accounts VALUES ('a', 'old@saltmere.example', 'Old Hand', ?, 1)", args: [password] },
    "INSERT INTO sets (id, account_id, title, introduction, front_matter, version, updated_at) VALUES ('s', 'a', 'Old set', '', '', 3, 1)",
    `INSERT INTO problems VALUES ('p', 's', 0, 'Old problem', 'Was here.', '["solve x^2 = 4"]', '', 7)`,
    "INSERT INTO publications (id, set_id, kind, number, address, html, created_at) VALUES ('x', 's', 'worked', 1, 'old-address', '<p>As it was.</p>', 1)",
  ]);
  client.close();
}

async function oldHand(served: Served): Promise<Visitor> {
  const visitor = new Visitor(served);
  expect((await visitor.ask("POST", "/api/session", { email: "old@saltmere.example", password: "a long password" })).status).toBe(200);
  return visitor;
}

async function expectOldData(served: Served): Promise<void> {
  const visitor = await oldHand(served);
  expect((await visitor.ask("GET", "/api/sets/s")).body).toMatchObject({
    title: "Old set",
    version: 3,
    problems: [{ title: "Old problem", statement: "Was here.", working: ["solve x^2 = 4"], version: 7 }],
    publications: [{ number: 1, address: "old-address" }],
  });
  expect((await visitor.ask("GET", "/p/old-address")).body).toContain("As it was.");
}

describe("a database of an earlier version", () => {
  test.each(TAGS.map((tag, index) => [tag, index + 1] as const))("that ended with %s is brought up to date with what is in it", async (_, migrations) => {
    const file = join(freshFolder(), "old.db");
    await earlier(file, migrations);
    const served = new Served({ DATABASE_URL: `file:${file}` });
    await served.start();
    await expectOldData(served);
    const { body } = await (await oldHand(served)).ask("POST", "/api/sets/s/publications", { kind: "worked" });
    expect(body.publication).toMatchObject({ number: 2, address: "old-address" });
    await served.end();
  });

  it("is whole when the process is killed while it is brought up to date", async () => {
    const file = join(freshFolder(), "old.db");
    await earlier(file, 1);
    for (let round = 0; round < 8; round++) {
      const served = new Served({ DATABASE_URL: `file:${file}` });
      const started = served.start().catch(() => undefined);
      await rest(120 + 60 * round);
      await served.end("SIGKILL");
      await started;
    }
    const served = new Served({ DATABASE_URL: `file:${file}` });
    await served.start();
    await expectOldData(served);
    await served.end();
  });
});

describe("what was answered as stored", () => {
  it("is there after the process was killed thirty times, while it saved and published", { timeout: 300_000 }, async () => {
    const served = new Served({ DATABASE_URL: `file:${join(freshFolder(), "kill.db")}` });
    await served.start();
    const author = await Visitor.instructor(served);
    const { set, problem } = await author.newProblem();
    let [acknowledged, sent, published] = [problem.version, problem.version, 0];
    const saves = async (): Promise<void> => {
      for (;;) {
        sent = acknowledged + 1;
        const change = { version: acknowledged, title: "T", statement: `Version ${sent}`, working: ["solve x^2 = 2"] };
        const { status, body } = await author.ask("PUT", `/api/problems/${problem.id}`, change);
        if (status === 200) acknowledged = body.version;
        else throw new Error(`a save was answered with ${status}`);
      }
    };
    for (let round = 0; round < 30; round++) {
      const saving = saves().catch(() => undefined);
      if (round % 3 === 0) {
        const { status } = await author
          .ask("POST", `/api/sets/${set.id}/publications`, { kind: "key" }, { prefer: "respond-async" })
          .catch(() => ({ status: 0 }));
        if (status === 202) published += 1;
      }
      await rest(20 + ((round * 37) % 120));
      await served.end("SIGKILL");
      await saving;
      await served.start();
      const { body } = await author.ask("GET", `/api/problems/${problem.id}`);
      // What was on its way may have been stored before the answer was lost.
      expect([acknowledged, sent]).toContain(body.version);
      if (body.version > 1) expect(body.statement).toBe(`Version ${body.version}`);
      acknowledged = body.version;
    }
    expect(acknowledged).toBeGreaterThan(30);
    // Every publication that was accepted is made in the end, once.
    expect(published).toBeGreaterThan(2);
    const numbers = async (): Promise<readonly number[]> =>
      (await author.ask("GET", `/api/sets/${set.id}`)).body.publications.map((one: { number: number }) => one.number);
    await expect.poll(async () => (await numbers()).length, { timeout: 60_000, interval: 500 }).toBeGreaterThanOrEqual(published);
    const made = await numbers();
    expect(new Set(made).size).toBe(made.length);
    await served.end();
  });

  it("is on the disk: every connection waits for it, for others, and minds what belongs to what", async () => {
    const client = new ThreadedClient(THREAD, `file:${join(freshFolder(), "pragma.db")}`);
    await client.execute("CREATE TABLE t (a)");
    const setting = async (name: string): Promise<readonly unknown[]> => {
      // What begins with “select” is read by the one connection, everything else is carried out by the other.
      const [writing, reading] = [await client.execute(`PRAGMA ${name}`), await client.execute(`SELECT * FROM pragma_${name}`)];
      return [Object.values(writing.rows[0] ?? {})[0], Object.values(reading.rows[0] ?? {})[0]];
    };
    expect(await setting("synchronous")).toEqual([2, 2]);
    expect(await setting("foreign_keys")).toEqual([1, 1]);
    expect(await setting("journal_mode")).toEqual(["wal", "wal"]);
    expect(await setting("busy_timeout")).toEqual([10_000, 10_000]);
    await client.ended();
  });
});

/** A disk of its own, as small as a test needs it; undefined where one may not be mounted. */
function smallDisk(megabytes: number): { readonly folder: string; readonly remount: (how: string) => void; readonly unmount: () => void } | undefined {
  const folder = freshFolder();
  const run = (...words: readonly string[]): void => void execFileSync(words[0] ?? "", words.slice(1), { stdio: "ignore" });
  try {
    run("mount", "-t", "tmpfs", "-o", `size=${megabytes}m`, "tmpfs", folder);
  } catch {
    return undefined;
  }
  return { folder, remount: (how) => run("mount", "-o", `remount,${how}`, folder), unmount: () => run("umount", "-l", folder) };
}

const mayMount = ((): boolean => {
  const disk = smallDisk(1);
  disk?.unmount();
  return disk !== undefined;
})();

describe.skipIf(!mayMount)("a disk that does not write", () => {
  it("is told as what it is, loses nothing, and leaves nothing of anyone's text in the log", async () => {
    const disk = smallDisk(3);
    if (!disk) return;
    onTestFinished(disk.unmount);
    const served = new Served({ DATABASE_URL: `file:${join(disk.folder, "full.db")}`, LOG_LEVEL: "info" });
    await served.start();
    const author = await Visitor.instructor(served);
    const { problem } = await author.newProblem();
    const secret = "SECRETWORDS ".repeat(8000);
    let [version, full] = [1, 0];
    const save = (statement: string) =>
      author.ask("PUT", `/api/problems/${problem.id}`, { version, title: "T", statement, working: Array.from({ length: 60 }, () => "y".repeat(4000)) });
    for (let k = 0; k < 60 && full === 0; k++) {
      const { status, body } = await save(`${k} ${secret}`);
      if (status === 200) version = body.version;
      else {
        full = status;
        expect(body.error.message).toMatch(/disk is full.*was not stored; what was stored before is there/);
      }
      await author.ask("POST", "/api/sets/import", { file: `# Filler ${k}\n\n${secret}` });
    }
    expect(full).toBe(507);
    expect((await author.ask("GET", `/api/problems/${problem.id}`)).body.version).toBe(version);

    await served.end();
    // On a disk that can only be read, the server says so at once.
    disk.remount("ro");
    await expect(served.start()).rejects.toThrow(/The database at .* cannot be opened: .*DATABASE_URL chooses another/);
    disk.remount("rw,size=9m");
    await served.start();
    expect((await author.ask("GET", `/api/problems/${problem.id}`)).body.version).toBe(version);
    await served.end();
    expect(served.output).not.toMatch(/SECRETWORDS|saltmere|argon2|insert into|update "/i);
    expect(served.output).toMatch(/"code":"SQLITE_FULL|"code":"SQLITE_IOERR/);
  });
});

describe("a backup", () => {
  const backup = (DATABASE_URL: string, ...words: readonly string[]): string =>
    execFileSync("node", [fileURLToPath(new URL("server/dist/backup.js", ROOT)), ...words], {
      env: { ...process.env, DATABASE_URL },
      encoding: "utf8",
      stdio: "pipe",
    });

  it("is made while authors save, is whole, and is put back", async () => {
    const folder = freshFolder();
    const url = `file:${join(folder, "own.db")}`;
    const served = new Served({ DATABASE_URL: url });
    await served.start();
    const author = await Visitor.instructor(served);
    const { problem } = await author.newProblem();
    let [version, saving] = [1, true];
    const saves = (async () => {
      while (saving)
        version = (await author.ask("PUT", `/api/problems/${problem.id}`, { version, title: "T", statement: `At ${version}`, working: [] })).body.version;
    })();
    const before = version;
    const copy = join(folder, "copies", "copy.db");
    expect(backup(url, "make", copy)).toMatch(/1 accounts, 1 sets, 1 problems, 0 publications/);
    saving = false;
    await saves;
    await author.ask("DELETE", `/api/problems/${problem.id}`);
    await served.end();

    expect(backup(url, "verify", copy)).toMatch(/is whole/);
    expect(backup(url, "restore", copy)).toMatch(/what was there before is/);
    await served.start();
    const { body } = await author.ask("GET", `/api/problems/${problem.id}`);
    expect(body.version).toBeGreaterThanOrEqual(before);
    expect(body.version).toBeLessThanOrEqual(version);
    if (body.version > 1) expect(body.statement).toBe(`At ${body.version - 1}`);
    await served.end();
    expect(() => backup(url, "verify", fileURLToPath(new URL("package.json", ROOT)))).toThrow(/not a database/);
    expect(() => backup(url, "make", copy)).toThrow(/exists already/);
  });
});
