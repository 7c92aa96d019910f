import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4761);
let browser: Browser;
let author: User;

const WRITING = 'textarea[aria-label="writing line"]';
/** What stands in the writing line, and what of it is selected. */
const line = (): Promise<{ readonly text: string; readonly selected: string }> =>
  author.page.$eval(WRITING, (element) => {
    const { value, selectionStart, selectionEnd } = element as HTMLTextAreaElement;
    return { text: value, selected: value.slice(selectionStart, selectionEnd) };
  });
const types = (text: string): Promise<void> => author.page.keyboard.type(text);
const keys = async (...names: Parameters<typeof author.page.keyboard.press>[0][]): Promise<void> => {
  for (const name of names) await author.page.keyboard.press(name);
};
const withControl = async (key: Parameters<typeof author.page.keyboard.press>[0]): Promise<void> => {
  await author.page.keyboard.down("Control");
  await author.page.keyboard.press(key);
  await author.page.keyboard.up("Control");
};
const empties = async (): Promise<void> => {
  await author.fill("writing line", "");
  await author.page.waitForFunction(() => document.querySelector("[role=listbox]") === null);
};
const offered = (): Promise<readonly string[]> => author.page.$$eval("[role=option]", (options) => options.map((option) => option.textContent ?? ""));
const waitsForOffer = (text: string): Promise<unknown> => author.page.waitForSelector(`[role=option] ::-p-text(${text})`);

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
  await author.signsIn(served.origin);
  await author.makes("Harbour walls", "The falling anchor");
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

describe("the writing line", () => {
  it("offers instructions with what they are for, and leaves places to fill in that Tab walks through", async () => {
    await author.page.click(WRITING);
    await types("lim");
    await waitsForOffer("limit of E as x");
    expect((await offered())[0]).toMatch(/Finds what a function or a sequence tends to/);
    await keys("Tab");
    expect(await line()).toEqual({ text: "limit of □ as □ -> □", selected: "□" });
    await types("sin(3x)/x");
    await keys("Tab");
    await types("x");
    await keys("Tab");
    expect(await line()).toEqual({ text: "limit of sin(3x)/x as x -> □", selected: "□" });
    await keys("Enter");
    await author.sees("still to be filled in");
    expect(await author.page.$$("[data-testid^=line-]")).toHaveLength(0);
    await types("0");
    await keys("Enter");
    await author.sees("3", "[data-testid=line-1]");
    await author.seesVerdict(1, "nailed");
  });

  it("says what may follow, and takes it by arrows and Enter; Escape leaves the list and not the line", async () => {
    await types("solve x^2 = 4 ");
    await author.sees("may follow:");
    await types("o");
    await waitsForOffer("over DOMAIN");
    await keys("Escape");
    await author.page.waitForFunction(() => document.querySelector("[role=listbox]") === null);
    await types("v");
    await waitsForOffer("over DOMAIN");
    await keys("ArrowDown", "Enter");
    await waitsForOffer("reals");
    await keys("ArrowDown", "ArrowDown", "Enter");
    expect((await line()).text).toBe("solve x^2 = 4 over complex ");
    await keys("Enter");
    await author.seesVerdict(2, "nailed");
  });

  it("is not in the way of plain typing: Enter writes what was typed", async () => {
    await types("so x = 2 or x = -2");
    await keys("Enter");
    await author.seesVerdict(3, "nailed");
  });

  it("closes brackets, steps over them, and lets intervals close otherwise", async () => {
    await types("evaluate sqrt(");
    expect((await line()).text).toBe("evaluate sqrt()");
    await types("2 + (1/4)) + cos(0)");
    expect((await line()).text).toBe("evaluate sqrt(2 + (1/4)) + cos(0)");
    await empties();
    await types("solve sin(x) = 0 for x in [0, 2 pi)");
    expect((await line()).text).toBe("solve sin(x) = 0 for x in [0, 2 pi)");
    await empties();
    await types("evaluate (");
    await keys("Backspace");
    expect((await line()).text).toBe("evaluate ");
    await types('so x = 2 because "both sides"');
    expect((await line()).text).toBe('evaluate so x = 2 because "both sides"');
    await empties();
  });

  it("offers the problem's names, functions, units, lines and Greek letters, each with what it is", async () => {
    await author.write("given depth = 12 m, g = 9.81 m/s^2");
    await author.write("let speed(h) = sqrt(2 g h)");
    await types("evaluate spe");
    await waitsForOffer("speed(h)");
    await keys("Tab");
    expect(await line()).toEqual({ text: "evaluate speed(□)", selected: "□" });
    await types("dep");
    await waitsForOffer("12 m");
    await keys("Tab");
    expect((await line()).text).toBe("evaluate speed(depth)");
    await keys("Enter");
    await author.sees("15.34", "[data-testid=line-6]");
    await types("given d = 3 k");
    await waitsForOffer("kilometre per hour");
    await empties();
    await types("evaluate cos(ome");
    await waitsForOffer("ω");
    await keys("Tab");
    expect((await line()).text).toBe("evaluate cos(omega)");
    await empties();
    await types("evaluate 2 (");
    await waitsForOffer("(6)");
    expect((await offered())[0]).toMatch(/^\(6\)/);
    await keys("Tab", "Enter");
    await author.sees("30.68", "[data-testid=line-7]");
  });

  it("says how it reads what could be meant otherwise, and a key writes the other reading", async () => {
    await types("evaluate 1/2x");
    await author.sees("is read as (1/2) x");
    await withControl("Enter");
    expect((await line()).text).toBe("evaluate 1/(2x)");
    await author.page.waitForSelector("[data-testid=preview] .katex");
    await empties();
  });

  it("offers the sentence that was meant, and a key takes it", async () => {
    await types("slove x^2 = 9");
    await author.sees("perhaps this was meant");
    await withControl("Enter");
    expect((await line()).text).toBe("solve x^2 = 9");
    await keys("Enter");
    await author.seesVerdict(8, "nailed");
  });

  it("offers whole sentences for what could come next, each with what it comes to, and a key writes the line", async () => {
    await keys("ArrowDown");
    await author.page.waitForSelector("section[aria-label='what could come next'] ::-p-text(keep x > 0 from (8))");
    expect(await author.page.evaluate(() => document.activeElement?.textContent)).toMatch(/^keep x > 0 from \(8\)x=3/);
    await keys("Enter");
    await author.sees("set aside:", "[data-testid=line-9]");
    expect(await author.page.evaluate(() => document.activeElement?.getAttribute("aria-label"))).toBe("writing line");
    await author.write("(x + 1)^2");
    await author.press("What could come next?");
    await author.page.locator("section[aria-label='what could come next'] ::-p-text(expand (10))").click();
    await author.sees("x2+2x+1", "[data-testid=line-11]");
  });

  it("takes LaTeX, several lines and a spreadsheet from the clipboard", async () => {
    await author.pasteLines("writing line", ["$\\frac{x}{2} = 3$"]);
    expect((await line()).text).toBe("\\frac{x}{2} = 3");
    await keys("Enter");
    await author.page.waitForSelector("[data-testid=line-12] .katex");
    await author.pasteLines("writing line", ["\\begin{align*}", "2y + 3 &= 11 \\\\", "\\Rightarrow y &= 4", "\\end{align*}"]);
    await author.seesVerdict(14, "nailed");
    await author.pasteLines("writing line", ["time in s\tdepth in m", "0\t1.2", "1\t2,9", "2\t4.1"]);
    expect((await line()).text).toBe('graph data ((0, 1.2), (1, 2.9), (2, 4.1)) with axis x "time in s", axis y "depth in m"');
    await keys("Enter");
    await author.page.waitForSelector("[data-testid=line-15] svg[viewBox]");
    expect(author.complaints).toEqual([]);
  });
});
