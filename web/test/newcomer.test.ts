import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it, test } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4756);
let browser: Browser;
let newcomer: User;

beforeAll(async () => {
  await served.start();
  browser = await launch();
  newcomer = new User(await browser.newPage());
  await newcomer.signsIn(served.origin);
  await newcomer.makes("First evening", "Trying things");
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

let line = 0;

describe("someone who has never seen the application", () => {
  // What is typed, and what is then seen on the line.
  test.each([
    ["given v = 72 km/h, d = 60 m", "72"],
    ["find the roots of x^2 - 5x + 6", "second degree"],
    ["calculate 3/4 + 1/4", "1"],
    ["solve v t = d for t", "first degree"],
    ["expect t = 3 s", "Agrees exactly"],
    ["evaluate v in m/s", "20"],
    ["solve x^2 - 5x + 6 >= 0", "and differ; one number of each interval"],
    ["prove that sin^2 x + cos^2 x = 1", "holds wherever both sides are defined"],
    ["what is 35 % of", "“of” is a word of the sentences"],
    ["evaluate 35 % * 200.", "70"],
    ["solve 2x + y = 3, x - y = 0 for x, y", "solution"],
    ["factorise x^2 - 1", "(x"],
    ["solve y = 15 m for y", "is read as the unit"],
  ])("types %s and sees %s", async (typed, seen) => {
    await newcomer.write(typed);
    line += 1;
    await newcomer.sees(seen, `[data-testid=line-${line}]`);
  });

  // What is offered under the writing line, and taken with a click before anything is entered.
  test.each([
    ["find t when 3t + 2 = 8", "solve 3t + 2 = 8 for t"],
    ["slove x^2 = 4", "solve x^2 = 4"],
    ["evaluate sin(pir)", "evaluate sin(pi r)"],
    ["the depth is 3", "given depth = 3"],
    ["simplify xsinx + x", "simplify x sin x + x"],
    ["evaluate 5 squared", "evaluate 5 ^2"],
    ["what is x if 2x = 8?", "solve 2x = 8 for x"],
  ])("types %s, is offered %s and takes it", async (typed, offered) => {
    await newcomer.fill("writing line", typed);
    await newcomer.press(`write ${offered} instead`);
    const area = await newcomer.page.waitForSelector('textarea[aria-label="writing line"]');
    expect(await area?.evaluate((element) => element.value)).toBe(offered);
    await newcomer.page.waitForSelector("[data-testid=preview] .katex");
    await newcomer.fill("writing line", "");
  });

  it("takes what is offered on a line that was entered, too", async () => {
    await newcomer.write("resolve x^2 = 4 for x");
    line += 1;
    await newcomer.sees("perhaps this was meant", `[data-testid=line-${line}]`);
    await newcomer.press("write solve x^2 = 4 for x instead");
    await newcomer.sees("second degree", `[data-testid=line-${line}]`);
    expect(newcomer.complaints).toEqual([]);
  });
});
