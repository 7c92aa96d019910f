import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it, test } from "vitest";
import { type Answer, Served, Visitor } from "./served.ts";

const served = new Served();
beforeAll(() => served.start());
afterAll(() => served.end());

const nested = (open: string, close: string): string => `${open.repeat(1900)}1${close.repeat(1900)}`;
const working = (...lines: readonly string[]): string => `# T\n## P\n\`\`\`working\n${lines.join("\n")}\n\`\`\`\n`;

/** Files that were expensive to read, and what is said of them. */
const FILES: readonly (readonly [string, string, RegExp])[] = [
  ["a title with 100,000 blanks", `# a${" ".repeat(100_000)}b`, /line 1: a title may have 200 characters/],
  ["50,000 keys", `---\n${Array.from({ length: 50_000 }, (_, k) => `k${k}: ${k}`).join("\n")}\n---\n# T`, /line 1: the front matter may have 20000 characters/],
  ["100,000 headings", `# T\n${"## P\n".repeat(100_000)}`, /line 202: a set may have 200 problems/],
  ["10,000 lines", working(...Array.from({ length: 10_000 }, () => "evaluate 1 + 1")), /line 304: a working may have 300 lines/],
  ["a number of 100,000 digits", working(`evaluate ${"7".repeat(100_000)}`), /line 4: a line of a working may have 4000 characters/],
  ["deep YAML", `---\na: ${"[".repeat(15_000)}\n---\n# T`, /line 2: the front matter is nested too deeply|line 2: .*valid YAML/],
  [
    "aliases that grow",
    `---\na: &a [x]\n${[..."bcdefghij"].map((key, k) => `${key}: &${key} [${`*${"abcdefghi"[k]}, `.repeat(9)}1]`).join("\n")}\n---\n# T`,
    /front matter cannot be read/,
  ],
];

/** Statements, reasons and titles that were hard to set, each in a working set that must be published. */
const CONTENTS: readonly (readonly [string, { readonly statement?: string; readonly title?: string; readonly working?: readonly string[] }, RegExp])[] = [
  ["brackets in a statement", { statement: `So $${nested("(", ")")}$.` }, /High|Deep/],
  ["braces in a statement", { statement: `So $\\frac{1}{${nested("{", "}")}}$.` }, /nested too deeply at its character \d+/],
  ["brackets that grow", { statement: `So $${"\\left(".repeat(1900)} x ${"\\right)".repeat(1900)}$.` }, /nested too deeply at its character \d+/],
  ["quotes in quotes", { statement: `${"> ".repeat(1900)}deep` }, /Deep/],
  ["links in links", { statement: `${"[".repeat(30_000)}a${"](b)".repeat(10_000)}` }, /Deep/],
  ["stars and backticks", { statement: "*`_".repeat(30_000) }, /Deep/],
  ["brackets in a title", { title: nested("(", ")").slice(0, 200) }, /\(\(\(\(/],
  ["brackets in a line", { working: [`evaluate ${nested("(", ")")}`] }, /at most 100 levels are read/],
  ["braces in a line", { working: [`evaluate ${nested("{", "}")}`] }, /at most 100 levels are read/],
  ["brackets in a reason", { working: [`evaluate 1 + 1 because "$${nested("{", "}")}$"`] }, /nested too deeply at its character/],
  ["a number of 3,900 digits", { working: [`evaluate ${"7".repeat(3900)}`] }, /a number of at most 1000 digits was expected, and this one has 3900/],
  ["a huge exponent", { working: ["evaluate 1e999999999"] }, /an exponent of at most 10000 was expected/],
  ["a result of 2,500 digits", { working: ["evaluate 7^3000"] }, /\(2536 digits\)/],
  ["a sum of 10,000 terms", { working: ["expand (a + b + c + d + f)^20"] }, /10626 terms, and at most 1000 are written/],
];

describe("one account stops nobody", () => {
  /** Carries an attack out while another author reads and saves; the other has done so many times before it has ended. */
  async function during(attack: () => Promise<Answer>): Promise<Answer> {
    const other = await Visitor.instructor(served);
    const { set, problem } = await other.newProblem();
    const attacked = attack();
    for (let version = 1; version <= 5; version++) {
      expect((await other.ask("GET", `/api/sets/${set.id}`)).status).toBe(200);
      expect((await other.ask("PUT", `/api/problems/${problem.id}`, { version, title: "T", statement: `${version}`, working: [] })).status).toBe(200);
    }
    return attacked;
  }

  test.each(FILES)("with a file with %s, whose place is told", async (_, file, message) => {
    const attacker = await Visitor.instructor(served);
    const { status, body } = await during(() => attacker.ask("POST", "/api/sets/import", { file }));
    expect([status, body.error.field]).toEqual([400, "file"]);
    expect(body.error.message).toMatch(message);
  });

  test.each(CONTENTS)("with %s, which is published with what is wrong with it", async (_, { statement = "", title = "Deep", working: lines = [] }, seen) => {
    const attacker = await Visitor.instructor(served);
    const { set, problem } = await attacker.newProblem();
    expect((await attacker.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title, statement, working: lines })).status).toBe(200);
    const { status, body } = await during(() => attacker.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" }));
    expect(status).toBe(201);
    expect((await new Visitor(served).ask("GET", `/p/${body.publication.address}`)).body).toMatch(seen);
  });

  it("with a body in any shape: the place is told, or that it is no JSON, or too long", async () => {
    const attacker = await Visitor.instructor(served);
    const { problem } = await attacker.newProblem();
    const put = (content: unknown) => attacker.ask("PUT", `/api/problems/${problem.id}`, content);
    const base = { version: 1, title: "T", statement: "", working: [] as readonly string[] };
    const said = async (content: unknown): Promise<readonly [number, string]> => {
      const { status, body } = await during(() => put(content));
      return [status, body.error.message];
    };
    expect(await said("[".repeat(500_000))).toEqual([400, expect.stringMatching(/no JSON/)]);
    expect(await said({ ...base, statement: "x".repeat(100_001) })).toEqual([400, expect.stringMatching(/statement must NOT have more than 100000/)]);
    expect(await said({ ...base, working: Array(301).fill("x") })).toEqual([400, expect.stringMatching(/working must NOT have more than 300/)]);
    expect(await said({ ...base, working: ["a\nb"] })).toEqual([400, expect.stringMatching(/working.0 must be one line/)]);
    expect(await said({ ...base, title: "\ud800" })).toEqual([400, expect.stringMatching(/title must be text/)]);
    expect(await said({ ...base, statement: "a\0b" })).toEqual([400, expect.stringMatching(/statement must be text/)]);
    expect(await said({ ...base, statement: "x".repeat(9_000_000) })).toEqual([413, expect.any(String)]);
    expect(await said({ ...base, extra: 1 })).toEqual([400, expect.stringMatching(/“extra”/)]);
    expect((await attacker.ask("PUT", `/api/problems/${problem.id}`, "x", { "content-type": "text/plain" })).status).toBe(415);
  });
});

describe("what is too large", () => {
  it("is said of a set before it is, and of a problem on its page, where the others stand", async () => {
    const author = await Visitor.instructor(served);
    const { set, problem } = await author.newProblem();
    const put = (id: string, version: number, statement: string, working: readonly string[] = []) =>
      author.ask("PUT", `/api/problems/${id}`, { version, title: "Large", statement, working });
    const lines = Array.from({ length: 300 }, () => "# ".padEnd(4000, "y"));
    expect((await put(problem.id, 1, "", lines)).status).toBe(200);
    const { body: second } = await author.ask("POST", `/api/sets/${set.id}/problems`, { title: "Second" });
    const refused = await put(second.id, 1, "", lines);
    expect([refused.status, refused.body.error.message]).toEqual([429, expect.stringMatching(/a set may hold 2000000 bytes/)]);
    expect((await put(second.id, 7, "", [])).status).toBe(409);
    expect((await put(second.id, 1, "$x$ ".repeat(24_000))).status).toBe(200);
    expect((await put(problem.id, 2, "It stands.", ["evaluate 6 * 7"])).status).toBe(200);
    const { status, body } = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    expect([status, body.notNailed]).toEqual([201, [{ index: 1, problem: "Large", line: 0, verdict: "error" }]]);
    const { body: page } = await author.ask("GET", `/p/${body.publication.address}`);
    expect(page).toMatch(/It stands\..*42.*This problem could not be set: it would have \d+ characters/s);
    expect(page.length).toBeLessThan(1_000_000);
  });

  it("goes no further than the set's file, which comes back as it was, whatever is in it", async () => {
    const author = await Visitor.instructor(served);
    const text = fc.oneof(
      fc
        .array(fc.constantFrom("## Part b", "# One", "```", "```working", "---", " ", "", "solve x = 1", "~~~~", "&#10;", "é∫🜁"), { maxLength: 6 })
        .map((all) => all.join("\n")),
      fc.string({ unit: "grapheme", maxLength: 40 }),
    );
    const line = text.map((own) => own.replace(/[\r\n]/g, " "));
    const content = fc.record({ title: text.map((own) => own || "-"), statement: text, working: fc.array(line, { maxLength: 4 }) });
    await fc.assert(
      fc.asyncProperty(fc.array(content, { minLength: 1, maxLength: 3 }), async (contents) => {
        const { body: set } = await author.ask("POST", "/api/sets", { title: "Hostile" });
        for (const own of contents) {
          const { body: problem } = await author.ask("POST", `/api/sets/${set.id}/problems`, { title: "-" });
          expect((await author.ask("PUT", `/api/problems/${problem.id}`, { version: 1, ...own })).status).toBe(200);
        }
        const { body: file } = await author.ask("GET", `/api/sets/${set.id}/file`);
        const { status, body: copy } = await author.ask("POST", "/api/sets/import", { file });
        expect(status).toBe(201);
        const { body: read } = await author.ask("GET", `/api/sets/${copy.id}`);
        expect(read.problems.map(({ title, statement, working: lines }: (typeof contents)[number]) => ({ title, statement, working: lines }))).toEqual(
          contents,
        );
        for (const { id } of [set, copy]) await author.ask("DELETE", `/api/sets/${id}`);
      }),
      { numRuns: 60 },
    );
  });
});

describe("an account that has all it may have", () => {
  const small = new Served({ SETS_OF_AN_ACCOUNT: "2", MEGABYTES_OF_AN_ACCOUNT: "1", REQUESTS_A_MINUTE: "60", SIGN_IN_ATTEMPTS: "6" });
  beforeAll(() => small.start());
  afterAll(() => small.end());

  it("is told so in words, and before, and goes on with what it has", async () => {
    const author = await Visitor.instructor(small);
    const { problem } = await author.newProblem();
    await author.ask("POST", "/api/sets", { title: "Second" });
    expect((await author.ask("GET", "/api/sets")).body.usage).toMatchObject({ sets: { used: 2, most: 2 }, bytes: { most: 1024 * 1024 } });
    const third = await author.ask("POST", "/api/sets", { title: "Third" });
    expect([third.status, third.body.error.message]).toEqual([429, expect.stringMatching(/2 sets/)]);
    let version = 1;
    const save = async (size: number) => {
      const lines = Array.from({ length: Math.floor(size / 3000) }, () => "x".repeat(3000));
      const answer = await author.ask("PUT", `/api/problems/${problem.id}`, { version, title: "T", statement: "", working: lines });
      if (answer.status === 200) version = answer.body.version;
      return answer;
    };
    expect((await save(800_000)).status).toBe(200);
    expect((await save(700_000)).status).toBe(200);
    // No more than a working may hold, so that a second problem fills the account.
    const { body: set } = await author.ask("GET", `/api/problems/${problem.id}`);
    const { body: second } = await author.ask("POST", `/api/sets/${set.setId}/problems`, { title: "More" });
    const more = await author.ask("PUT", `/api/problems/${second.id}`, {
      version: 1,
      title: "M",
      statement: "",
      working: Array.from({ length: 200 }, () => "y".repeat(3000)),
    });
    expect([more.status, more.body.error.message]).toEqual([429, expect.stringMatching(/may store 1 MB/)]);
    expect((await save(100_000)).status).toBe(200);
    expect(
      (
        await author.ask("PUT", `/api/problems/${second.id}`, {
          version: 1,
          title: "M",
          statement: "",
          working: Array.from({ length: 200 }, () => "y".repeat(3000)),
        })
      ).status,
    ).toBe(200);
  });

  it("may ask so often in a minute, and is told how often", async () => {
    const author = await Visitor.instructor(small);
    const answers = await Promise.all(Array.from({ length: 80 }, () => author.ask("GET", "/api/jobs")));
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200, 429]));
    expect(answers[0]?.headers.get("ratelimit")).toMatch(/r=\d+/);
    expect(answers.find(({ status }) => status === 429)?.body.error.message).toMatch(/too many requests in a minute/);
  });

  it("cannot be guessed at", async () => {
    const stranger = new Visitor(small);
    const tries: number[] = [];
    for (let k = 0; k < 8; k++) tries.push((await stranger.ask("POST", "/api/session", { email: "a@saltmere.example", password: "guess" })).status);
    expect(tries.at(-1)).toBe(429);
  });
});
