import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Served, Visitor } from "./served.ts";

/** A line that takes many seconds, and one that takes none. */
const SLOW = "solve x^9 + y^7 = 3 and x^5 y^3 - x = 2 and x y^4 + y = 1";
const QUICK = "solve x^2 - 5x + 6 = 0";
const ASYNC = { prefer: "respond-async" };

const served = new Served({ LINE_SECONDS: "5", CHECK_THREADS: "2" });
beforeAll(() => served.start());
afterAll(() => served.end());

const eventsOf = async (author: Visitor, id: string) => {
  const { body } = await author.ask("GET", `/api/jobs/${id}/events`);
  return [...String(body).matchAll(/^data: (.*)$/gm)].map(([, data = ""]) => JSON.parse(data));
};

describe("publishing as a job", () => {
  it("gives up the line that takes too long, names it, and publishes the others", async () => {
    const author = await Visitor.instructor(served);
    const { set, problem } = await author.working([QUICK, SLOW, "evaluate 2^10", "expect x = 7 from (2)"]);
    const { body } = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    expect(body.notNailed).toEqual([
      { index: 0, problem: "High water", line: 2, verdict: "not decided" },
      { index: 0, problem: "High water", line: 4, verdict: "error" },
    ]);
    const { body: page } = await new Visitor(served).ask("GET", `/p/${body.publication.address}`);
    expect(page).toContain("not decided: it was stopped after 5 seconds");
    expect(page).toContain("1024");
    // What was checked is not worked out again: this preview waits for nothing that takes seconds.
    const { body: job } = await author.ask("POST", `/api/sets/${set.id}/preview`, { kind: "worked" }, ASYNC);
    const { body: preview } = await author.ask("GET", `/api/jobs/${job.id}/preview`);
    expect(preview.notNailed).toEqual(body.notNailed);
    expect((await author.ask("GET", `/api/problems/${problem.id}`)).status).toBe(200);
  });

  it("tells how far it is, problem by problem and line by line, and is cancelled", async () => {
    const author = await Visitor.instructor(served);
    const file = `# Long\n${[1, 2, 3].map((k) => `## Problem ${k}\n\n\`\`\`working\n${QUICK}\n${SLOW} + ${k} - ${k}\n\`\`\`\n`).join("")}`;
    const { body: set } = await author.ask("POST", "/api/sets/import", { file });
    const begun = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" }, ASYNC);
    expect(begun).toMatchObject({ status: 202, body: { state: "waiting", kind: "publish", progress: { problems: 3, done: 0 } } });
    const events = eventsOf(author, begun.body.id);
    expect(await author.firstOf(`/api/jobs/${begun.body.id}/events`)).toMatch(/^data: .*"state":"(waiting|running)"/);
    await expect
      .poll(async () => (await author.ask("GET", `/api/jobs/${begun.body.id}`)).body.progress, { timeout: 20_000 })
      .toMatchObject({
        at: { problem: expect.stringMatching(/^Problem \d$/), line: 2 },
      });
    expect((await author.ask("DELETE", `/api/jobs/${begun.body.id}`)).status).toBe(204);
    expect((await events).map(({ state }) => state)).toEqual(expect.arrayContaining(["running", "cancelled"]));
    expect((await author.ask("GET", `/api/sets/${set.id}`)).body.publications).toEqual([]);
    expect((await author.ask("DELETE", `/api/jobs/${begun.body.id}`)).status).toBe(409);
  });

  it("takes turns: a short set of one is published before a long one of another has ended", async () => {
    const [busy, other] = [await Visitor.instructor(served), await Visitor.instructor(served)];
    const file = `# Long\n${Array.from({ length: 8 }, (_, k) => `## P${k}\n\n\`\`\`working\n${SLOW} + ${k} - ${k}\n\`\`\`\n`).join("")}`;
    const { body: long } = await busy.ask("POST", "/api/sets/import", { file });
    const { body: job } = await busy.ask("POST", `/api/sets/${long.id}/publications`, { kind: "key" }, ASYNC);
    const { set } = await other.working([QUICK, "evaluate 3 + 4"]);
    expect((await other.ask("POST", `/api/sets/${set.id}/publications`, { kind: "key" })).status).toBe(201);
    expect((await busy.ask("GET", `/api/jobs/${job.id}`)).body.state).toBe("running");
    // Nobody else sees, follows or cancels it.
    for (const [method, path] of [
      ["GET", ""],
      ["GET", "/events"],
      ["GET", "/publication"],
      ["DELETE", ""],
    ] as const)
      expect((await other.ask(method, `/api/jobs/${job.id}${path}`)).status).toBe(404);
    for (let k = 0; k < 4; k++) await busy.ask("POST", `/api/sets/${long.id}/preview`, { kind: "key" }, ASYNC);
    const refused = await busy.ask("POST", `/api/sets/${long.id}/preview`, { kind: "key" }, ASYNC);
    expect([refused.status, refused.body.error.message]).toEqual([429, expect.stringMatching(/5 sets worked on at the same time/)]);
    for (const { id } of (await busy.ask("GET", "/api/jobs")).body.jobs) await busy.ask("DELETE", `/api/jobs/${id}`);
  });

  it("goes on after a restart, with the set as it was when it was asked for", async () => {
    const author = await Visitor.instructor(served);
    const { set, problem } = await author.working([`${SLOW} + 9 - 9`, QUICK], "As it was.");
    const { body: job } = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" }, ASYNC);
    await author.ask("PUT", `/api/problems/${problem.id}`, { version: 2, title: "Changed", statement: "Later.", working: [] });
    expect(await served.end()).toBe(0);
    await served.start();
    const events = await eventsOf(author, job.id);
    expect(events.at(-1)).toMatchObject({ state: "done" });
    const { body } = await author.ask("GET", `/api/jobs/${job.id}/publication`);
    const { body: page } = await new Visitor(served).ask("GET", `/p/${body.publication.address}`);
    expect(page).toMatch(/High water.*As it was\./s);
    expect(page).not.toContain("Later.");
  });
});
