import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { createClient } from "@libsql/client";
import { afterAll, beforeAll, describe, expect, it, test } from "vitest";
import { ConfigError, readConfig } from "../src/config.ts";
import { DEMO } from "../src/demo.ts";
import { freshFolder, Served, Visitor } from "./served.ts";

const ROOT = new URL("../../", import.meta.url);
const DATABASE_URL = `file:${freshFolder()}/test.db`;
const served = new Served({ DATABASE_URL, DEMO: "1", PROXIES: "1" });

beforeAll(() => served.start());
afterAll(() => served.end());

const visitor = (): Visitor => new Visitor(served);
const instructor = (): Promise<Visitor> => Visitor.instructor(served);

describe("accounts", () => {
  it("sign up, in and out, with a cookie that scripts and other sites do not get", async () => {
    const someone = visitor();
    const up = await someone.ask(
      "POST",
      "/api/accounts",
      { name: "Ines Reef", email: "Ines@Saltmere.example", password: "a long password" },
      { "x-forwarded-proto": "https" },
    );
    expect(up.status).toBe(201);
    expect(up.headers.get("set-cookie")).toMatch(/HttpOnly; Secure; SameSite=Lax/);
    expect((await someone.ask("GET", "/api/session")).body.account).toEqual({ name: "Ines Reef", email: "ines@saltmere.example" });
    await someone.ask("DELETE", "/api/session");
    expect((await someone.ask("GET", "/api/session")).body.account).toBeNull();
    expect((await someone.ask("POST", "/api/session", { email: "ines@saltmere.example", password: "a wrong password" })).status).toBe(401);
    expect((await someone.ask("POST", "/api/session", { email: "ines@saltmere.example ", password: "a long password" })).status).toBe(200);
    expect((await someone.ask("POST", "/api/accounts", { name: "X", email: "ines@saltmere.example", password: "another password" })).status).toBe(409);
  });

  test.each<[string, unknown, RegExp]>([
    ["/api/accounts", { name: "A", email: "no address", password: "a long password" }, /email must match format/],
    ["/api/accounts", { name: "A", email: "a@b.example", password: "short" }, /password must NOT have fewer than 10/],
    ["/api/accounts", { name: "A", email: "a@b.example", password: "a long password", admin: true }, /additional properties/],
    ["/api/session", {}, /email/],
    ["/api/session", "{no json", /JSON/],
  ])("refuses %s with %j", async (path, content, message) => {
    const { status, body } = await visitor().ask("POST", path, content);
    expect(status).toBe(400);
    expect(body.error.message).toMatch(message);
  });

  it("refuses requests from another site's pages", async () => {
    const { status } = await visitor().ask("POST", "/api/session", { email: "a", password: "b" }, { origin: "https://elsewhere.example" });
    expect(status).toBe(403);
  });
});

describe("sets and problems", () => {
  it("are nobody else's", async () => {
    const [owner, stranger, reader] = [await instructor(), await instructor(), visitor()];
    const { set, problem } = await owner.newProblem();
    for (const [method, path, content] of [
      ["GET", `/api/sets/${set.id}`, undefined],
      ["GET", `/api/sets/${set.id}/file`, undefined],
      ["PATCH", `/api/sets/${set.id}`, { version: 1, title: "Mine" }],
      ["DELETE", `/api/sets/${set.id}`, undefined],
      ["POST", `/api/sets/${set.id}/problems`, { title: "Mine" }],
      ["POST", `/api/sets/${set.id}/publications`, { kind: "worked" }],
      ["GET", `/api/problems/${problem.id}`, undefined],
      ["PUT", `/api/problems/${problem.id}`, { version: 1, title: "Mine", statement: "", working: [] }],
      ["DELETE", `/api/problems/${problem.id}`, undefined],
      ["POST", `/api/problems/${problem.id}/copy`, {}],
      ["POST", `/api/sets/${set.id}/copy`, undefined],
      ["PUT", `/api/sets/${set.id}/order`, { ids: [problem.id] }],
    ] as const) {
      expect((await stranger.ask(method, path, content)).status, `${method} ${path}`).toBe(404);
      expect((await reader.ask(method, path, content)).status, `${method} ${path}`).toBe(401);
    }
    expect((await owner.ask("GET", `/api/sets/${set.id}`)).body.title).toBe("Tides");
    expect((await stranger.ask("GET", "/api/sets")).body.sets).toEqual([]);
  });

  it("are never overwritten silently by a second editor", async () => {
    const owner = await instructor();
    const { problem } = await owner.newProblem();
    const change = { title: "High water", statement: "When?", working: ["solve x^2 = 4"] };
    const first = await owner.ask("PUT", `/api/problems/${problem.id}`, { ...change, version: problem.version });
    expect(first).toMatchObject({ status: 200, body: { version: problem.version + 1, statement: "When?" } });
    const late = await owner.ask("PUT", `/api/problems/${problem.id}`, { ...change, statement: "Late", version: problem.version });
    expect(late).toMatchObject({ status: 409, body: { error: { current: { statement: "When?", version: problem.version + 1 } } } });
    const both = await Promise.all(
      [1, 2].map((n) => owner.ask("PUT", `/api/problems/${problem.id}`, { ...change, statement: `At once ${n}`, version: problem.version + 1 })),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it("come from a file and go into one, the same", async () => {
    const owner = await instructor();
    const file = readFileSync(new URL("examples/saltmere-harbour.nail.md", ROOT), "utf8");
    const { body: set } = await owner.ask("POST", "/api/sets/import", { file });
    const out = await owner.ask("GET", `/api/sets/${set.id}/file`);
    expect(out.headers.get("content-disposition")).toMatch(/ropes-cranes-and-falling-weights\.nail\.md/);
    expect(out.body.replace(/\n+/g, "\n")).toBe(file.replace(/\n+/g, "\n"));
    const faulty = await owner.ask("POST", "/api/sets/import", { file: "no title" });
    expect(faulty).toMatchObject({ status: 400, body: { error: { field: "file", line: 1 } } });
  });

  it("are put in order, and copied with what is in them", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: problem.version, title: "High water", statement: "When?", working: ["solve x^2 = 4"] });
    const { body: second } = await owner.ask("POST", `/api/sets/${set.id}/problems`, { title: "Low water" });
    const { body: copy } = await owner.ask("POST", `/api/problems/${problem.id}/copy`, {});
    expect(copy).toMatchObject({ title: "High water", statement: "When?", working: ["solve x^2 = 4"], version: 1 });
    const inOrder = async (): Promise<readonly string[]> => (await owner.ask("GET", `/api/sets/${set.id}`)).body.problems.map(({ id }: { id: string }) => id);
    expect(await inOrder()).toEqual([problem.id, copy.id, second.id]);
    expect((await owner.ask("PUT", `/api/sets/${set.id}/order`, { ids: [second.id, problem.id, copy.id] })).status).toBe(204);
    expect(await inOrder()).toEqual([second.id, problem.id, copy.id]);
    for (const ids of [
      [second.id, problem.id],
      [second.id, problem.id, problem.id],
      [second.id, problem.id, copy.id, "other"],
    ])
      expect((await owner.ask("PUT", `/api/sets/${set.id}/order`, { ids })).status, ids.join()).toBe(409);
    const { body: whole } = await owner.ask("POST", `/api/sets/${set.id}/copy`);
    expect(whole.title).toBe(`${set.title} (copy)`);
    expect((await owner.ask("GET", `/api/sets/${whole.id}`)).body.problems.map(({ title }: { title: string }) => title)).toEqual([
      "Low water",
      "High water",
      "High water",
    ]);
    await owner.ask("POST", `/api/problems/${second.id}/copy`, { setId: whole.id });
    expect((await owner.ask("GET", `/api/sets/${whole.id}`)).body.problems.at(-1).title).toBe("Low water");
    const { body: shelf } = await owner.ask("GET", "/api/sets");
    expect(shelf.sets.map(({ id }: { id: string }) => id)).toEqual([whole.id, set.id]);
    expect((await owner.ask("PUT", "/api/shelf/order", { ids: [set.id, whole.id] })).status).toBe(204);
    expect((await owner.ask("GET", "/api/sets")).body.sets[0].id).toBe(set.id);
    expect((await owner.ask("PUT", "/api/shelf/order", { ids: [set.id] })).status).toBe(409);
  });

  it("are taken from the samples", async () => {
    const owner = await instructor();
    const { samples } = (await owner.ask("GET", "/api/samples")).body;
    const sample = samples.find(({ name }: { name: string }) => name === "saltmere-harbour");
    const { status, body: set } = await owner.ask("POST", `/api/samples/${sample.name}/copy`);
    expect([status, set.title]).toEqual([201, sample.title]);
    expect((await owner.ask("GET", `/api/sets/${set.id}`)).body.problems).toHaveLength(sample.problems);
    expect((await owner.ask("POST", "/api/samples/none/copy")).status).toBe(404);
  });

  it("are deleted with what belongs to them", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    expect((await owner.ask("DELETE", `/api/sets/${set.id}`)).status).toBe(204);
    expect((await owner.ask("GET", `/api/problems/${problem.id}`)).status).toBe(404);
  });
});

describe("publishing", () => {
  it("checks anew, says what is not nailed, and shows readers the page without script", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    const working = ["graph y = x^2 - 5x + 6", "solve x^2 - 5x + 6 = 0", "expect x = 2 or x = 4"];
    await owner.ask("PUT", `/api/problems/${problem.id}`, {
      version: 1,
      title: "High water",
      statement: "When is $x^2 - 5x + 6 = 0$? <script>alert(1)</script>",
      working,
    });
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    expect(body.notNailed).toEqual([{ index: 0, problem: "High water", line: 3, verdict: "bent" }]);
    const page = await visitor().ask("GET", `/p/${body.publication.address}`);
    expect(page.status).toBe(200);
    expect(page.headers.get("content-security-policy")).toMatch(/default-src 'none'/);
    expect(page.body).toMatch(/<svg[^>]*role="img"/);
    expect(page.body).toContain('class="katex"');
    expect(page.body).toContain("<math");
    expect(page.body).not.toMatch(/<script|onerror=/);
    expect(page.body).toMatch(/missing: .{0,200}<mi>x<\/mi><mo>=<\/mo><mn>3<\/mn>/);

    const handout = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "handout" });
    const problemsOnly = await visitor().ask("GET", `/p/${handout.body.publication.address}`);
    expect(problemsOnly.body).toContain("High water");
    expect(problemsOnly.body).not.toContain('class="derivation"');
    expect(problemsOnly.body).toContain('class="name-line"');
    expect(page.body).not.toContain('class="name-line"');
  });

  it("names the set at the head of every printed page, whatever its title is", async () => {
    const owner = await instructor();
    const { body: set } = await owner.ask("POST", "/api/sets", { title: 'Say "A\\B" <now>' });
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "key" });
    const page = await visitor().ask("GET", `/p/${body.publication.address}`);
    expect(page.body).toContain('style="--running-title: &quot;Say \\22 A\\5c B\\22  &lt;now&gt; – Answer key&quot;"');
  });

  it("sends the page compressed to browsers that take it, and draws each nail once", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    const working = ["solve x^2 - 5x + 6 = 0", "solve x^3 - 8 = 0", "evaluate 2^10"];
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "Weights", statement: "", working });
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    const address = `${served.origin}/p/${body.publication.address}`;
    const sent = async (encoding: string) => {
      const response = await fetch(address, { headers: { "Accept-Encoding": encoding } });
      return {
        encoding: response.headers.get("content-encoding"),
        size: Number(response.headers.get("content-length")),
        vary: response.headers.get("vary"),
        text: await response.text(),
      };
    };
    const [plain, gzip, brotli] = [await sent("identity"), await sent("gzip"), await sent("br, gzip")];
    expect([plain.encoding, gzip.encoding, brotli.encoding]).toEqual([null, "gzip", "br"]);
    expect(brotli.vary).toMatch(/Accept-Encoding/);
    expect([gzip.text, brotli.text]).toEqual([plain.text, plain.text]);
    expect(brotli.size).toBeLessThan(gzip.size);
    expect(gzip.size).toBeLessThan(plain.size / 5);
    expect(plain.text.match(/<symbol id="nail-nailed"/g)).toHaveLength(1);
    expect(plain.text.match(/<use href="#nail-nailed"/g)?.length).toBeGreaterThan(5);
  });

  it("sends the pictures of the evidence to those who open it, and to nobody when the page is withdrawn", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "Roots", statement: "", working: ["solve x^2 - 5x + 6 = 0"] });
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    const { body: page } = await visitor().ask("GET", `/p/${body.publication.address}`);
    const evidence = page.slice(page.indexOf('<details class="evidence">'));
    expect(evidence).not.toContain("<path");
    const [, source] = /<img loading="lazy"[^>]*src="([^"]+)"[^>]*alt="[^"]{20,}"/.exec(evidence) ?? [];
    const picture = await fetch(`${served.origin}${source}`);
    expect([picture.status, picture.headers.get("content-type"), picture.headers.get("cache-control")]).toEqual([
      200,
      "image/svg+xml",
      "public, max-age=31536000, immutable",
    ]);
    expect(await picture.text()).toMatch(/^<svg.*<path/s);
    await owner.ask("DELETE", `/api/sets/${set.id}/publications/worked`);
    expect((await fetch(`${served.origin}${source}`)).status).toBe(404);
    // What is shown before publishing, and what goes out as a file, has its pictures in it.
    expect((await owner.ask("POST", `/api/sets/${set.id}/preview`, { kind: "worked" })).body.html).not.toContain("<img");
  });

  it("sends the styles of all pages as one sheet, and those of earlier pages as they were", async () => {
    const owner = await instructor();
    const { set } = await owner.newProblem();
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "handout" });
    const { body: page } = await visitor().ask("GET", `/p/${body.publication.address}`);
    const sheets = [...page.matchAll(/<link rel="stylesheet" href="([^"]+)">/g)].map(([, href]) => href);
    expect(sheets).toHaveLength(1);
    const styles = await fetch(`${served.origin}${sheets[0]}`, { headers: { "Accept-Encoding": "br" } });
    const css = await styles.text();
    expect([styles.status, styles.headers.get("content-encoding"), styles.headers.get("content-type")]).toEqual([200, "br", "text/css; charset=utf-8"]);
    expect(css).toMatch(/KaTeX_Main.*\.derivation/s);
    const [, font] = /url\((fonts\/KaTeX_Main-Regular\.woff2)\)/.exec(css) ?? [];
    expect((await fetch(`${served.origin}/typesetting/${font}`)).status).toBe(200);
    // A page that was published with other styles keeps them.
    const stored = createClient({ url: DATABASE_URL });
    await stored.execute({ sql: "INSERT INTO page_styles (name, css) VALUES ('earlier', ?)", args: [gzipSync("p { color: red }")] });
    stored.close();
    const earlier = await fetch(`${served.origin}/typesetting/page-earlier.css`);
    expect([earlier.status, await earlier.text()]).toEqual([200, "p { color: red }"]);
    expect((await fetch(`${served.origin}/typesetting/page-never.css`)).status).toBe(404);
  });

  it("sends a page once to a browser that has it", async () => {
    const owner = await instructor();
    const { set } = await owner.newProblem();
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "handout" });
    const url = `${served.origin}/p/${body.publication.address}`;
    const first = await fetch(url);
    const again = await fetch(url, { headers: { "If-None-Match": first.headers.get("etag") ?? "" } });
    expect([first.status, again.status, (await again.text()).length]).toEqual([200, 304, 0]);
  });

  it("says what is given together, the way before the answer, and numbers only what is referred to", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    const working = ["given g = 9.8", "given t >= 0", 'given h = 20 because "The hook."', "solve h = 1/2 g t^2 for t", "evaluate 2 + 2", "expect 4"];
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "Falling", statement: "", working });
    const { body } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    const { body: page } = await visitor().ask("GET", `/p/${body.publication.address}`);
    expect(page.match(/>Given:<\/span>/g)).toHaveLength(1);
    expect(page).toContain("The hook.");
    // The evaluation has no number either, since what refers to it is not said.
    expect([...page.matchAll(/class="line-number">\((\d)\)/g)].map(([, number]) => number)).toEqual(["5"]);
    const solved = page.slice(page.indexOf(">Solve"), page.indexOf(">Evaluate"));
    expect(solved).toMatch(/class="derivation".*class="left".*class="sign">=<.*class="because"/s);
    expect(page.match(/class="answer"/g)).toHaveLength(1);
  });

  it("shows the page before it is published, as much of the way as is chosen", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    const working = ['part "When?" for 2 points', 'hint "Halve it."', "solve 2x + 3 = 15 - x, the answer", 'part "How much?"', "evaluate 7^2, the answer"];
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "Two parts", statement: "", working });
    const seen = async (choices: object): Promise<string> => (await owner.ask("POST", `/api/sets/${set.id}/preview`, choices)).body.html;
    const rows = (page: string): number => page.match(/class="because"/g)?.length ?? 0;
    const [every, main, answers] = [
      await seen({ kind: "worked", detail: "every step" }),
      await seen({ kind: "worked" }),
      await seen({ kind: "worked", detail: "answer" }),
    ];
    expect(rows(every)).toBeGreaterThan(rows(main));
    expect(rows(main)).toBeGreaterThan(0);
    expect(rows(answers)).toBe(0);
    const handout = await seen({ kind: "handout", space: true });
    expect(handout).toMatch(/\(a\).*When\?.*2 points.*Hint.*Halve it\..*class="space".*\(b\).*How much\?/s);
    expect(handout).not.toContain('class="answer"');
    const key = await seen({ kind: "key" });
    expect([...key.matchAll(/aria-label="answer to part (\w)"/g)].map(([, letter]) => letter)).toEqual(["a", "b"]);
    expect((await owner.ask("GET", `/api/sets/${set.id}`)).body.publications).toEqual([]);
    expect((await owner.ask("POST", `/api/sets/${set.id}/preview`, { kind: "worked", detail: "some" })).body.error.message).toMatch(/detail/);
  });

  it("goes out as one file that needs no network, as LaTeX and as Markdown", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "High & low", statement: "", working: ["solve x^2 = 4", "graph y = x^2"] });
    const sent = async (format: string) => owner.ask("GET", `/api/sets/${set.id}/export/${format}?kind=worked`);
    const page = await sent("html");
    expect(page.headers.get("content-disposition")).toMatch(/attachment; filename=\S+\.html/);
    expect(page.body).toContain("data:font/woff2;base64,");
    expect(page.body).not.toMatch(/<link|url\((?!data:)|<script/);
    expect((await sent("latex")).body).toMatch(/\\documentclass.*High \\& low.*\\begin\{axis\}.*\\end\{document\}/s);
    expect((await sent("markdown")).body).toMatch(/^# .*## 1 High & low.*\$x = 2\$/s);
    expect((await sent("docx")).status).toBe(404);
  });

  it("takes how numbers are shown from the set, and says what a setting may be", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "Roots", statement: "", working: ["evaluate sqrt(2)"] });
    const shown = async (): Promise<string> => (await owner.ask("POST", `/api/sets/${set.id}/preview`, { kind: "key" })).body.html;
    expect(await shown()).toContain("1.41421");
    expect((await owner.ask("PATCH", `/api/sets/${set.id}`, { version: 1, frontMatter: "course: harbour\nfigures: 3" })).status).toBe(200);
    const page = await shown();
    expect(page).toContain("1.41");
    expect(page).not.toContain("1.414");
    const { status, body } = await owner.ask("PATCH", `/api/sets/${set.id}`, { version: 2, frontMatter: "figures: three" });
    expect([status, body.error.message]).toEqual([400, "line 1 of the settings: “figures” was expected to be a whole number from 1 to 100"]);
  });

  it("keeps the address for a new snapshot and takes it away when it is withdrawn", async () => {
    const owner = await instructor();
    const { set, problem } = await owner.newProblem();
    const first = (await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "handout" })).body.publication;
    await owner.ask("PUT", `/api/problems/${problem.id}`, { version: 1, title: "Low water", statement: "", working: [] });
    expect((await visitor().ask("GET", `/p/${first.address}`)).body).toContain("High water");
    const second = (await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "handout" })).body.publication;
    expect(second).toMatchObject({ number: 2, address: first.address });
    expect((await visitor().ask("GET", `/p/${first.address}`)).body).toContain("Low water");
    await owner.ask("DELETE", `/api/sets/${set.id}/publications/handout`);
    expect((await visitor().ask("GET", `/p/${first.address}`)).status).toBe(404);
  });
});

describe("the server", () => {
  it("makes the demo once, with a published handout", async () => {
    const demo = visitor();
    await demo.ask("POST", "/api/session", DEMO && { email: DEMO.email, password: DEMO.password });
    const { body } = await demo.ask("GET", "/api/sets");
    const ropes = body.sets.find((set: { title: string }) => set.title === "Ropes, cranes and falling weights");
    expect(ropes).toMatchObject({ problems: 7 });
    const { body: set } = await demo.ask("GET", `/api/sets/${ropes.id}`);
    expect(set.publications.map((one: { kind: string }) => one.kind).sort()).toEqual(["handout", "worked"]);
    const worked = set.publications.find(({ kind }: { kind: string }) => kind === "worked");
    const { body: page } = await visitor().ask("GET", `/p/${worked.address}`);
    const articles = String(page).split("<article ").slice(1);
    // Figures are numbered within their problem.
    const numbers = articles.flatMap((article, index) => [...article.matchAll(/<b>Figure (\d+)\.(\d+)<\/b>/g)].map(([, of]) => [index + 1, Number(of)]));
    expect(articles).toHaveLength(7);
    expect(numbers.length).toBeGreaterThan(2);
    for (const [problem, of] of numbers) expect(of).toBe(problem);
  });

  it("describes its API and answers what is not there in words", async () => {
    const someone = visitor();
    expect((await someone.ask("GET", "/api/openapi.json")).body).toMatchObject({ openapi: "3.1.0", paths: { "/api/sets": { post: { requestBody: {} } } } });
    expect((await someone.ask("GET", "/api/nothing")).body.error.message).toMatch(/nothing at this address/);
    expect((await someone.ask("GET", "/p/unknown")).status).toBe(404);
    expect((await someone.ask("GET", "/")).headers.get("content-security-policy")).toMatch(/script-src 'self' 'wasm-unsafe-eval';/);
  });

  it("names the setting that is wrong", () => {
    expect(() => readConfig({ PORT: "abc" })).toThrow(ConfigError);
    expect(readConfig({})).toMatchObject({ port: 4600, demo: true });
  });
});
