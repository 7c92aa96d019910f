import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Browser } from "puppeteer-core";
import { extractText, getDocumentProxy } from "unpdf";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4757);
let browser: Browser;
let author: User;
let address = "";

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
  await author.signsIn(served.origin);
  await author.makes("Handed back", "The thrown ring");
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

const LINES = [
  "given g = 9.8, t >= 0",
  "let h(t) = 2 + 14t - g t^2/2",
  'part "When does the ring fall into the water?" for 3 points',
  'hint "There the height is nothing."',
  'solve h(t) = 0 for t because "In the water the height is $0$."',
  "evaluate (5) to 3 figures, the answer",
  'say "So the ring is in the air for $(6)$ seconds."',
  'part "How fast is it then?" for 2 points',
  "evaluate |14 - g t| with (5) to 3 figures, every step, the answer",
  "expect 15.3, not printed",
];

/** Letters and digits alone: a printed line breaks where it has to. */
const letters = (text: string): string => text.replace(/[^A-Za-z0-9]/g, "");

/** The reasons of every row of the derivations of a page. */
const reasonsIn = (user: User): Promise<readonly string[]> =>
  user.page.$$eval(".derivation .because", (all) =>
    all.map((one) => [...one.childNodes].flatMap((node) => (node.nodeType === Node.TEXT_NODE ? [node.textContent ?? ""] : [])).join("\n")),
  );

describe("from the board to the paper", () => {
  it("takes paragraphs, parts, hints and endings as lines", async () => {
    for (const line of LINES) await author.write(line);
    await author.seesVerdict(10, "nailed");
    await author.sees("(b)", "[data-testid=line-8]");
    await author.sees("2 points", "[data-testid=line-8]");
    // The value of a line stands in the author's words, and follows when that line changes.
    await author.sees("2.99", "[data-testid=line-7]");
    await author.page.locator("[data-testid=line-2] button[aria-label^='edit line 2']").click();
    await author.fill("line 2", "let h(t) = 3 + 14t - g t^2/2");
    await author.page.keyboard.press("Enter");
    await author.sees("3.06", "[data-testid=line-7]");
    await author.saved();
  });

  it("offers the endings of lines behind a comma", async () => {
    await author.fill("writing line", "evaluate (5), th");
    await author.sees("the final answer of the problem");
    await author.page.keyboard.press("Tab");
    const area = await author.page.waitForSelector('textarea[aria-label="writing line"]');
    expect(await area?.evaluate((element) => element.value)).toBe("evaluate (5), the answer ");
    await author.fill("writing line", " ");
  });

  it("shows in the dialog what readers will get, and what is not nailed with the way to its line", async () => {
    await author.press("Publish …");
    const link = await author.page.waitForSelector("::-p-aria([name='The thrown ring, line 10'][role='link'])", { timeout: 20_000 });
    const frame = await (await author.page.waitForSelector("iframe[title=preview]"))?.contentFrame();
    const seen = async (): Promise<string> => (await frame?.$eval("main", (main) => main.textContent ?? "")) ?? "";
    expect(await seen()).toMatch(/\(a\).*When does the ring.*3 points.*So the ring is in the air/s);
    expect(await author.barriers()).toEqual([]);
    await link?.click();
    await author.page.waitForFunction(() => location.search === "?line=10");
    await author.page.locator("[data-testid=line-10] button[aria-label^='edit line 10']").click();
    await author.fill("line 10", "expect 16.0, not printed");
    await author.page.keyboard.press("Enter");
    await author.seesVerdict(10, "nailed");
    await author.saved();
  });

  it("publishes what was seen", async () => {
    await author.press("Publish …");
    await author.sees("Every line that claims something is nailed");
    await author.press("Publish");
    const link = await author.page.waitForSelector("[data-testid=published-address]", { timeout: 20_000 });
    address = (await link?.evaluate((element) => element.textContent)) ?? "";
    await author.press("Close");
    expect(author.complaints).toEqual([]);
  });

  it("is read with its parts, each with its answer, and without what is not printed", async () => {
    const reader = new User(await browser.newPage());
    await reader.page.setJavaScriptEnabled(false);
    await reader.page.goto(address);
    expect(await reader.page.$$eval(".answer", (all) => all.map((one) => one.getAttribute("aria-label")))).toEqual(["answer to part a", "answer to part b"]);
    const text = await reader.page.$eval("main", (main) => main.textContent ?? "");
    expect(text).toContain("So the ring is in the air for");
    expect(text).not.toContain("Expected");
    // The hint is closed until its reader opens it.
    expect(await reader.page.$eval(".hint p", (hint) => hint.checkVisibility())).toBe(false);
    await reader.page.click(".hint summary");
    expect(await reader.page.$eval(".hint p", (hint) => hint.checkVisibility())).toBe(true);
    await reader.page.close();
  });

  it("is on paper with every step that is on the page, on A4 and on Letter", async () => {
    const reader = new User(await browser.newPage());
    await reader.page.goto(address);
    const reasons = await reasonsIn(reader);
    expect(reasons.length).toBeGreaterThan(5);
    // Signs that stand far down the page only have their fonts too.
    expect(
      await reader.page.evaluate(async () => [...(await document.fonts.ready)].filter(({ status }) => status === "loaded").map(({ family }) => family)),
    ).toEqual(expect.arrayContaining(["KaTeX_Size1", "KaTeX_Size2", "KaTeX_Size3", "KaTeX_Size4"]));
    for (const format of ["A4", "Letter"] as const) {
      const pdf = await getDocumentProxy(new Uint8Array(await reader.page.pdf({ format })));
      const { text, totalPages } = await extractText(pdf, { mergePages: true });
      const printed = letters(text);
      for (const reason of reasons) for (const part of reason.split("\n")) expect(printed).toContain(letters(part));
      expect(printed).toContain(letters("Handed back – Worked solutions"));
      expect(printed).toContain(`1of${totalPages}`);
      expect(printed).toContain("3points");
    }
    await reader.page.close();
  });

  it("goes out as one file that opens with the network off", async () => {
    const setPage = author.page
      .url()
      .replace(/\/problems.*/, "")
      .replace("/sets/", "/api/sets/");
    const html = await author.page.evaluate(async (url) => (await fetch(`${url}/export/html?kind=worked`)).text(), setPage);
    const file = join(mkdtempSync(join(tmpdir(), "nail-")), "set.html");
    writeFileSync(file, html);
    const reader = new User(await browser.newPage());
    await reader.page.setOfflineMode(true);
    await reader.page.goto(pathToFileURL(file).href);
    expect(await reader.page.evaluate(async () => (await document.fonts.ready).check("16px KaTeX_Main"))).toBe(true);
    expect(await reasonsIn(reader)).toHaveLength((html.match(/class="because"/g) ?? []).length);
    expect(await reader.barriers()).toEqual([]);
    expect(reader.complaints).toEqual([]);
    await reader.page.close();
  });

  it("shows numbers as the set says", async () => {
    await author.page.bringToFront();
    await author.follow("Handed back");
    await author.page.waitForSelector("select[id$=figures]");
    await author.page.select("select[id$=figures]", "2");
    await author.page.waitForFunction(async () => {
      const id = location.pathname.split("/")[2];
      return (await (await fetch(`/api/sets/${id}`)).json()).frontMatter === "figures: 2";
    });
    expect(await author.barriers()).toEqual([]);
    expect(author.complaints).toEqual([]);
  });
});
