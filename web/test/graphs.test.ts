import type { Browser, ElementHandle } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4391);
let browser: Browser;
let author: User;

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
  await author.signsIn(served.origin);
  await author.sees("Winds and lines");
}, 60_000);

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

/** Goes to a problem of the demo set about graphs. */
async function opens(title: string): Promise<void> {
  // What is left before it is saved stays in the browser alone, and is not published.
  await author.page.waitForFunction(() => !document.body.innerText.includes("Saving …"));
  await author.page.goto(served.origin);
  for (const link of ["Winds and lines", title]) {
    await author.sees(link);
    const address = await author.page.$$eval("a", (all, text) => all.find((one) => one.textContent?.includes(text))?.href ?? "", link);
    await author.page.goto(address);
  }
  await author.page.waitForSelector("[role=application] svg");
}

async function found(selector: string): Promise<ElementHandle> {
  const element = await author.page.waitForSelector(selector);
  if (!element) throw new Error(`nothing is ${selector}`);
  await element.evaluate((one) => one.scrollIntoView({ block: "center" }));
  return element;
}

/** Drags an element by some pixels, in steps as a hand does. */
async function drag(selector: string, right: number, down: number): Promise<void> {
  const box = await (await found(selector)).boundingBox();
  if (!box) throw new Error(`${selector} is not to be seen`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await author.page.mouse.move(x, y);
  await author.page.mouse.down();
  await author.page.mouse.move(x + right, y + down, { steps: 6 });
  await author.page.mouse.up();
}

const sourceOf = (line: number): Promise<string> =>
  author.page.$eval(
    `[data-testid=line-${line}] button[aria-label^="edit line"]`,
    (button) => button.getAttribute("aria-label")?.replace(/^edit line \d+: /, "") ?? "",
  );

async function lineBecomes(line: number, pattern: RegExp): Promise<void> {
  await author.page.waitForFunction(
    (selector, source) => new RegExp(source).test(document.querySelector(selector)?.getAttribute("aria-label") ?? ""),
    { timeout: 10_000 },
    `[data-testid=line-${line}] button[aria-label^="edit line"]`,
    pattern.source,
  );
}

describe("graphs under the hand", () => {
  it("come closer under two fingers that move apart", async () => {
    await author.page.setViewport({ width: 1280, height: 800, hasTouch: true });
    await opens("The two gates");
    const box = await (await found("[role=application]")).boundingBox();
    const [x, y] = [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2];
    const numbers = (): Promise<string> => author.page.$$eval("[role=application] text", (all) => all.map((one) => one.textContent).join(" "));
    expect(await numbers()).not.toMatch(/0\.2/);
    const { touchscreen } = author.page;
    const [one, other] = [await touchscreen.touchStart(x - 20, y), await touchscreen.touchStart(x + 20, y)];
    await one.move(x - 100, y);
    await other.move(x + 100, y);
    await one.end();
    await other.end();
    await author.page.waitForFunction(() => /0\.2/.test(document.querySelector("[role=application]")?.textContent ?? ""));
  });

  it("follow a slider, and the line keeps its value", async () => {
    await opens("The slack of the mooring rope");
    const slider = await found('[data-testid=line-2] input[aria-label="value of a"]');
    const before = await author.page.$eval("[data-testid=line-2] [role=application]", (graph) => graph.innerHTML);
    const box = await slider.boundingBox();
    const y = (box?.y ?? 0) + (box?.height ?? 0) / 2;
    await author.page.mouse.move((box?.x ?? 0) + (box?.width ?? 0) * 0.3, y);
    await author.page.mouse.down();
    await author.page.mouse.move((box?.x ?? 0) + (box?.width ?? 0) * 0.9, y, { steps: 5 });
    // The curve has moved before the hand lets go.
    await author.page.waitForFunction((old) => document.querySelector("[data-testid=line-2] [role=application]")?.innerHTML !== old, {}, before);
    expect(await sourceOf(2)).toContain("with a = 0.5");
    await author.page.mouse.up();
    await lineBecomes(2, /with a = 1\.[0-9]+$/);
    await author.seesVerdict(2, "nailed");
    await author.undoes();
    await lineBecomes(2, /with a = 0\.5$/);
  });

  it("show several states side by side", async () => {
    await author.sees("a = 0.25", "[data-testid=line-3]");
    expect(await author.page.$$eval("[data-testid=line-3] figure > div > svg", (all) => all.length)).toBe(3);
  });

  it("move a number of the line that was chosen", async () => {
    await author.write("graph y = 3x - 2");
    await author.page.waitForSelector("[data-testid=line-5] [role=application]");
    await (await found('[data-testid=line-5] button[aria-label="choose marks"]')).evaluate((button) =>
      button.dispatchEvent(new MouseEvent("click", { bubbles: true })),
    );
    await author.page.select('[data-testid=line-5] select[aria-label="number to move"]', "0");
    const slider = await found('[data-testid=line-5] input[aria-label="value of #"]');
    await slider.focus();
    await author.page.keyboard.press("ArrowRight");
    await lineBecomes(5, /graph y = 3\.0[0-9]x - 2$/);
  });

  it("hide a mark and take a label where it is dragged", async () => {
    await author.page.waitForFunction(() => document.querySelectorAll("[data-testid=line-5] fieldset input[type=checkbox]").length === 2);
    await (await found("[data-testid=line-5] fieldset input[type=checkbox]")).click();
    await lineBecomes(5, /without mark 1$/);
    await author.page.waitForFunction(() => document.querySelector('[data-testid=line-5] [data-mark="1"]') === null);
    await drag('[data-testid=line-5] [data-mark="2"]', 60, -30);
    await lineBecomes(5, /with mark 2 at \(-?[0-9.]+, -?[0-9.]+\) without mark 1$/);
    await author.seesVerdict(5, "nailed");
  });

  it("give the tangent at a bracket's end as a line that is nailed", async () => {
    await (await found('[data-testid=line-5] button[aria-label="bracket a piece"]')).evaluate((button) =>
      button.dispatchEvent(new MouseEvent("click", { bubbles: true })),
    );
    await author.press("tangent there");
    await author.page.keyboard.press("Enter");
    await author.seesVerdict(6, "nailed");
    await author.page.waitForSelector('textarea[aria-label="writing line"]');
    await author.press("area");
    await author.page.keyboard.press("Enter");
    await author.seesVerdict(7, "nailed");
  });
});

describe("units", () => {
  const named = (line: number): Promise<readonly string[]> =>
    author.page.$$eval(`[data-testid=line-${line}] [role=application] text`, (all) =>
      all.map((one) => one.textContent ?? "").filter((text) => / in /.test(text)),
    );

  it("stand at the axes and behind the answers", async () => {
    await opens("The heaving line");
    expect(await named(5)).toEqual(["h in m", "t in s"]);
    await author.sees(/13\s*m/, "[data-testid=line-6]");
    await author.sees(/3\.05739\s*s/, "[data-testid=line-7]");
    await author.sees(/15\.9625\s*m\/s/, "[data-testid=line-8]");
  });

  it("that do not go together bend a line, and what is no unit is pointed out", async () => {
    await author.write("evaluate h_0 + v_0");
    await author.seesVerdict(9, "bent");
    const area = await author.page.waitForSelector('textarea[aria-label="writing line"]');
    await area?.click();
    await area?.type("given k = 3 furlong");
    await author.sees("“furlong” is no unit");
    await author.page.keyboard.down("Control");
    await author.page.keyboard.press("a");
    await author.page.keyboard.up("Control");
    await author.page.keyboard.press("Backspace");
    await author.undoes();
  });
});

describe("figures under the hand", () => {
  it("measure exactly, and a point with a free coordinate is dragged", async () => {
    await opens("The shortest way by the quay");
    await author.sees("distance(A, P)", "[data-testid=line-2]");
    await drag('[data-testid=line-2] [data-point="P"]', 120, 40);
    await lineBecomes(2, /with x = [0-9.]+$/);
    const x = Number(/with x = ([0-9.]+)$/.exec(await sourceOf(2))?.[1]);
    expect(x).toBeGreaterThan(2);
    await author.seesVerdict(2, "nailed");
    // A fixed point stays where it is.
    const line = await sourceOf(2);
    await drag('[data-testid=line-2] [data-point="B"]', -50, 0);
    expect(await sourceOf(2)).toBe(line);
  });

  it("put a measure into the next line", async () => {
    await (await found("[data-testid=line-2] ul button")).click();
    const asked = await author.page.$eval('textarea[aria-label="writing line"]', (area) => (area instanceof HTMLTextAreaElement ? area.value : ""));
    expect(asked).toMatch(/^distance\(/);
  });
});

describe("tables", () => {
  it("have a chart beside them and go to the clipboard", async () => {
    await opens("Depth at the sill");
    await author.page.waitForSelector("[data-testid=line-2] table");
    await author.page.waitForSelector("[data-testid=line-2] figure .recharts-line path");
    await browser.defaultBrowserContext().overridePermissions(served.origin, ["clipboard-read", "clipboard-write", "clipboard-sanitized-write"]);
    await (await found("[data-testid=line-2] button.underline")).click();
    await author.sees("copied", "[data-testid=line-2]");
    const copied = await author.page.evaluate(() => navigator.clipboard.readText());
    expect(copied.split("\r\n").slice(0, 4)).toEqual([
      "t,2 sin(pi t/6) + 3,2 sin(pi t/6) + 3 (decimal)",
      "0,3,3",
      "1,4,4",
      expect.stringMatching(/^2,3 \+ sqrt\(3\),4\.7320508/),
    ]);
  });
});

describe("the published page", () => {
  it("shows every kind of graph without script, each with its number and words", async () => {
    await author.press("Publish …");
    await author.page.evaluate(() => [...document.querySelectorAll("label")].find((one) => one.textContent?.includes("Worked solutions"))?.click());
    await author.press("Publish");
    const link = await author.page.waitForSelector("[data-testid=published-address]", { timeout: 60_000 });
    const address = await link?.evaluate((one) => one.getAttribute("href"));
    const reader = await browser.newPage();
    await reader.setJavaScriptEnabled(false);
    await reader.goto(`${served.origin}${address}`);
    const graphs = await reader.$$eval("figure.graph:not(.evidence *)", (all) =>
      all.map((one) => ({
        drawn: one.querySelectorAll("svg[role=img]").length,
        words: one.querySelector("svg title")?.textContent ?? "",
        caption: one.querySelector("figcaption")?.textContent ?? "",
      })),
    );
    // The thirteen of the set, and the one that was written above.
    expect(graphs.length).toBe(14);
    expect(graphs.every(({ drawn, words, caption }) => drawn > 0 && words.length > 20 && caption.length > 3)).toBe(true);
    expect(graphs.filter(({ drawn }) => drawn === 3)).toHaveLength(1);
    expect(await reader.$$eval("script", (all) => all.length)).toBe(0);
    await reader.close();
  });

  it("was made without a complaint of the browser", () => expect(author.complaints).toEqual([]));
});
