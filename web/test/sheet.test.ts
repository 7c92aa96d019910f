import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4762);
let browser: Browser;
let author: User;

type Key = Parameters<typeof author.page.keyboard.press>[0];
const keys = async (...names: readonly Key[]): Promise<void> => {
  for (const name of names) await author.page.keyboard.press(name);
};
const holding = async (modifier: Key, ...names: readonly Key[]): Promise<void> => {
  await author.page.keyboard.down(modifier);
  await keys(...names);
  await author.page.keyboard.up(modifier);
};
/** Waits until these are the texts of the lines, in their order. */
const become = (...expected: readonly string[]): Promise<unknown> =>
  author.page.waitForFunction(
    (wanted) =>
      JSON.stringify([...document.querySelectorAll("[data-testid^=line-]")].map((line) => line.getAttribute("aria-label")?.replace(/^line \d+[^:]*: /, ""))) ===
      wanted,
    { timeout: 10_000 },
    JSON.stringify(expected),
  );
/** The number of the line that has the focus. */
const focused = (): Promise<string | undefined> => author.page.evaluate(() => document.activeElement?.getAttribute("data-testid") ?? undefined);
const goes = (line: number): Promise<void> => author.page.focus(`[data-testid=line-${line}]`);

const FIRST = ["x^2 = 9", "solve (1)", "keep x > 0 from (2)", "evaluate 2 (3)"];

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
  await author.signsIn(served.origin);
  await author.makes("Tides", "Arranging lines");
  for (const line of FIRST) await author.write(line);
  await author.seesVerdict(4, "nailed");
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

describe("lines on the sheet", () => {
  it("are walked through, written above and below, and what refers to them follows", async () => {
    await goes(2);
    await keys("ArrowDown");
    expect(await focused()).toBe("line-3");
    await keys("ArrowUp", "a");
    await author.page.keyboard.type("given x > -5");
    await keys("Enter");
    await become("x^2 = 9", "given x > -5", "solve (1)", "keep x > 0 from (3)", "evaluate 2 (4)");
    expect(await focused()).toBe("line-2");
    await author.seesVerdict(5, "nailed");
    await keys("b", "Escape");
    expect(await focused()).toBe("line-2");
    await keys("Delete");
    await become(...FIRST);
    await author.seesVerdict(4, "nailed");
  });

  it("are edited in place, duplicated and moved by keys; undo says what it takes back", async () => {
    await goes(4);
    await keys("Enter");
    await author.page.keyboard.type(" + 1");
    await keys("Enter");
    await become(...FIRST.slice(0, 3), "evaluate 2 (3) + 1");
    expect(await focused()).toBe("line-4");
    await author.page.waitForFunction(() => [...document.querySelectorAll("article [aria-live]")].some((heard) => heard.textContent === "line 4 is nailed"));
    await keys("d");
    await become(...FIRST.slice(0, 3), "evaluate 2 (3) + 1", "evaluate 2 (3) + 1");
    await holding("Alt", "ArrowUp", "ArrowUp");
    await become("x^2 = 9", "solve (1)", "evaluate 2 (?) + 1", "keep x > 0 from (2)", "evaluate 2 (4) + 1");
    await author.sees("the line that was meant here is gone", "[data-testid=line-3]");
    expect(await author.page.$eval('button[title^="take back"]', (button) => button.getAttribute("title"))).toBe("take back: line 4 moved (Ctrl Z)");
    for (let times = 0; times < 4; times += 1) await author.undoes();
    await become(...FIRST);
    await author.redoes();
    await become(...FIRST.slice(0, 3), "evaluate 2 (3) + 1");
    await author.undoes();
  });

  it("are dragged by their numbers", async () => {
    const handle = async (line: number) => (await author.page.waitForSelector(`button[aria-label="refer to line ${line}"]`))?.boundingBox();
    const [from, to] = [await handle(4), await handle(1)];
    await author.page.mouse.move((from?.x ?? 0) + 8, (from?.y ?? 0) + 8);
    await author.page.mouse.down();
    await author.page.mouse.move((to?.x ?? 0) + 8, (to?.y ?? 0) + 4, { steps: 12 });
    await author.page.mouse.up();
    await become("evaluate 2 (?)", "x^2 = 9", "solve (2)", "keep x > 0 from (3)");
    await author.undoes();
    await become(...FIRST);
  });

  it("are chosen several at once, copied as text and put into another problem", async () => {
    await goes(2);
    await holding("Shift", "ArrowDown");
    expect(await author.page.$$eval("[data-testid^=line-][aria-label*=', chosen']", (lines) => lines.length)).toBe(2);
    await browser.defaultBrowserContext().overridePermissions(served.origin, ["clipboard-read", "clipboard-write"]);
    await holding("Control", "c");
    const text = await author.page.evaluate(() => navigator.clipboard.readText());
    expect(text).toBe("solve (?)\nkeep x > 0 from (1)");
    await keys("Delete");
    await become("x^2 = 9", "evaluate 2 (?)");
    await author.undoes();
    await become(...FIRST);
    await goes(4);
    await holding("Control", "v");
    await become(...FIRST, "solve (?)", "keep x > 0 from (5)");
    await author.undoes();
    await become(...FIRST);
    await author.saved();
  });

  it("keep what can be undone over a reload", async () => {
    await goes(4);
    await keys("Delete");
    await become(...FIRST.slice(0, 3));
    await author.saved();
    await author.page.reload();
    await become(...FIRST.slice(0, 3));
    await author.undoes();
    await become(...FIRST);
    await author.seesVerdict(4, "nailed");
  });

  it("say that they follow from a bent line", async () => {
    await author.write("x^2 = 16");
    await author.write("so x = 5");
    await author.seesVerdict(6, "bent");
    await author.write("so x + 1 = 6");
    await author.sees("this follows from line 6, which is bent", "[data-testid=line-7]");
    await goes(7);
    await keys("Delete", "Delete");
    await author.page.waitForFunction(() => document.querySelectorAll("[data-testid^=line-]").length === 5);
    await goes(5);
    await keys("Delete");
    await become(...FIRST);
  });

  it("show how long one takes, and one alone is stopped and tried again", async () => {
    await author.page.click('textarea[aria-label="writing line"]');
    await author.page.keyboard.type("maximise |x y| + x subject to x^4 + x y + y^4 = 1");
    await keys("Enter");
    await author.sees("Working on line 5");
    await author.write("evaluate 3 + 4");
    await author.page.waitForSelector("[data-testid=line-5][data-stale]");
    await author.page.waitForFunction(() => /Working on line 5 · [1-9]/.test(document.body.textContent ?? ""));
    await author.press("Stop this line");
    await author.sees("it was stopped after", "[data-testid=line-5]");
    await author.sees("7", "[data-testid=line-6]");
    await author.seesVerdict(6, "nailed");
    await author.press("Try again");
    await author.sees("Working on line 5");
    await author.press("Stop all");
    await author.sees("Stopped.");
    await goes(5);
    await keys("Delete", "Delete");
    await become(...FIRST);
  });

  it("have their keys on a sheet of keys, which gives the focus back", async () => {
    await goes(1);
    await author.page.keyboard.type("?");
    await author.sees("On a line", "[role=dialog]");
    expect(await author.barriers()).toEqual([]);
    await keys("Escape");
    await author.page.waitForFunction(() => document.querySelector("[role=dialog]") === null);
    expect(await focused()).toBe("line-1");
    expect(author.complaints).toEqual([]);
  });
});
