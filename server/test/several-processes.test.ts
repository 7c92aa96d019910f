import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { hranaServer } from "./hrana.ts";
import { freshFolder, Served, Visitor } from "./served.ts";

/** A proxy that sends each request to the next process: here, an origin that changes at every request. */
const inTurn = (...served: readonly Served[]): { readonly origin: string } => {
  let turn = 0;
  return {
    get origin() {
      turn += 1;
      return served[turn % served.length]?.origin ?? "";
    },
  };
};

/** Databases that several processes can share. */
const DATABASES = {
  file: async () => ({ url: `file:${join(freshFolder(), "shared.db")}`, stop: async () => {} }),
  "libSQL server": () => hranaServer(join(freshFolder(), "shared.db")),
} as const;

describe.each(Object.entries(DATABASES))("two processes on one database, a %s", (_, open) => {
  let database: { readonly url: string; readonly stop: () => Promise<void> };
  let processes: readonly [Served, Served];

  beforeAll(async () => {
    database = await open();
    processes = [new Served({ DATABASE_URL: database.url }), new Served({ DATABASE_URL: database.url })];
    // Both bring the same empty database up to date at the same time.
    await Promise.all(processes.map((one) => one.start()));
  });
  afterAll(async () => {
    await Promise.all(processes.map((one) => one.end()));
    await database.stop();
  });

  it("know each other's sessions, sets, publications and withdrawals", async () => {
    const author = await Visitor.instructor(inTurn(...processes));
    const { set, problem } = await author.working(["solve x^2 - 5x + 6 = 0"]);
    expect((await author.ask("GET", `/api/problems/${problem.id}`)).body).toMatchObject({ version: 2, working: ["solve x^2 - 5x + 6 = 0"] });
    const { status, body } = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    expect(status).toBe(201);
    for (const one of processes) expect((await new Visitor(one).ask("GET", `/p/${body.publication.address}`)).body).toContain("High water");
    await author.ask("DELETE", `/api/sets/${set.id}/publications/worked`);
    await expect.poll(async () => (await new Visitor(processes[0]).ask("GET", `/p/${body.publication.address}`)).status, { timeout: 10_000 }).toBe(404);
    await expect.poll(async () => (await new Visitor(processes[1]).ask("GET", `/p/${body.publication.address}`)).status, { timeout: 10_000 }).toBe(404);
  });

  it("save at the same time, and wait for each other", async () => {
    const authors = await Promise.all(Array.from({ length: 8 }, (_unused, k) => Visitor.instructor(processes[k % 2] ?? processes[0])));
    const saved = await Promise.all(
      authors.map(async (author) => {
        const { problem } = await author.newProblem();
        const statuses: number[] = [];
        for (let version = 1; version <= 12; version++)
          statuses.push((await author.ask("PUT", `/api/problems/${problem.id}`, { version, title: "T", statement: `At ${version}`, working: [] })).status);
        return { statuses, version: (await author.at(processes[0]).ask("GET", `/api/problems/${problem.id}`)).body.version };
      }),
    );
    for (const { statuses, version } of saved) expect([...new Set(statuses), version]).toEqual([200, 13]);
  });

  it("take over the jobs of one that dies", async () => {
    const author = await Visitor.instructor(processes[1]);
    const { set } = await author.working(["solve x^3 - 2x = 1", "evaluate 2^10"]);
    const { body: job } = await author.at(processes[0]).ask("POST", `/api/sets/${set.id}/publications`, { kind: "key" }, { prefer: "respond-async" });
    await processes[0].end("SIGKILL");
    const events = await author.ask("GET", `/api/jobs/${job.id}/events`);
    expect(events.body).toMatch(/"state":"done"/);
    const { body } = await author.ask("GET", `/api/sets/${set.id}`);
    expect(body.publications).toHaveLength(1);
  });
});
