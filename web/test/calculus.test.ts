import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it, test } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4758);
let browser: Browser;
let author: User;

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
  await author.signsIn(served.origin);
  await author.makes("Rates of change", "The ferry drifts");
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

describe("limits, derivatives and series on the bench", () => {
  it("shows the way to a limit, and in its evidence the hole of the graph, the table and the chart of the approach", async () => {
    await author.write("limit of (sqrt(x + 7) - 3)/(x - 2) as x -> 2");
    await author.seesVerdict(1, "nailed");
    await author.press("2 steps");
    await author.sees("Multiply above and below by the conjugate", "[data-testid=line-1]");
    await author.sees("The function is continuous there", "[data-testid=line-1]");
    await author.page.click('[data-testid=line-1] button[aria-label="line 1 is nailed: show the evidence"]');
    await author.sees("each of the 2 steps was checked", "aside");
    await author.sees("0.1671322196", "aside");
    await author.sees("from the left full, from the right dashed", "aside");
    await author.page.waitForSelector('figure[aria-label="How the distance of the function from its limit falls"] svg path');
    await author.page.waitForSelector("aside svg circle");
  });

  // What is typed, the verdict, and what is then read on the line.
  test.each([
    ["limit of 1/x as x -> 0", "nailed", "does not exist"],
    ["limit of sin(1/x) as x -> 0", "nailed", "it tends to"],
    ["differentiate x^2 sin(x) by x", "nailed", "2 steps"],
    ["differentiate int_1^x 1/t dt by x", "nailed", "if"],
    ["series of cos(x) at x = 0 to order 4 in [-1, 1]", "nailed", "at most 0.0014"],
    ["limit of x^2 as x -> 2", "nailed", "4"],
  ])("%s is %s: %s", async (typed, verdict, seen) => {
    await author.write(typed);
    const line = (await author.page.$$("[data-testid^=line-]")).length;
    await author.seesVerdict(line, verdict);
    await author.sees(seen, `[data-testid=line-${line}]`);
  });

  it("says what is wrong with a wrong value by hand", async () => {
    await author.write("= 5");
    const line = (await author.page.$$("[data-testid^=line-]")).length;
    await author.seesVerdict(line, "bent");
  });

  it("shows the proof of an identity, where a false one fails, and the steps between two lines by hand", async () => {
    const lines = async (): Promise<number> => (await author.page.$$("[data-testid^=line-]")).length;
    await author.write("show (1 - cos 2x)/sin 2x = tan x");
    const proof = await lines();
    await author.seesVerdict(proof, "nailed");
    await (await author.page.waitForSelector(`[data-testid=line-${proof}] ::-p-text(3 steps)`))?.click();
    await author.sees("By the double-angle formula", `[data-testid=line-${proof}]`);
    await author.write("show sin 2x = 2 sin x");
    const wrong = await lines();
    await author.seesVerdict(wrong, "bent");
    await author.sees("it would be right with a factor more", `[data-testid=line-${wrong}]`);
    await author.page.click(`[data-testid=line-${wrong}] button[aria-label="line ${wrong} is bent: show the evidence"]`);
    await author.page.waitForSelector("aside svg path");
    await author.write("(x + 1)^2 - (x - 1)^2");
    await author.write("= 4 x");
    await author.seesVerdict(await lines(), "nailed");
    await author.write("fill in");
    await author.seesVerdict(await lines(), "nailed");
    const beside = (await lines()) - 1;
    await (await author.page.waitForSelector(`button[aria-label="write the reason beside line ${beside}"]`))?.click();
    await author.sees("difference of two squares", `[data-testid=line-${beside}]`);
    await author.write("= 4 x^2");
    await author.seesVerdict(await lines(), "bent");
    await author.sees("an exponent", `[data-testid=line-${await lines()}]`);
  });

  it("makes a line of each line that is pasted, and marks the one that went wrong", async () => {
    const before = (await author.page.$$("[data-testid^=line-]")).length;
    await author.pasteLines("writing line", ["solve 2 q + 3 = 11", "so 2 q = 8", "\\Rightarrow q = 6"]);
    await author.seesVerdict(before + 2, "nailed");
    await author.seesVerdict(before + 3, "bent");
    for (let line = before + 3; line > before; line -= 1) await author.removes(line);
  });

  it("publishes the way to the limit with its table", async () => {
    await author.press("Publish …");
    await author.press("Publish");
    const link = await author.page.waitForSelector("[data-testid=published-address]", { timeout: 20_000 });
    const address = await link?.evaluate((element) => element.textContent ?? "");
    const page = await fetch(new URL(address ?? "", served.origin)).then((answer) => answer.text());
    expect(page).toContain("Multiply above and below by the conjugate");
    expect(page).toContain("0.1671322196");
    expect(page).toContain("does not exist");
  });
});
