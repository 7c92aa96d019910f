import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4765);
let browser: Browser;
let newcomer: User;

beforeAll(async () => {
  await served.start();
  browser = await launch();
  newcomer = new User(await browser.newPage());
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

it("someone who has never seen the application states, works, checks and publishes a first problem by what it offers", async () => {
  const { page } = newcomer;
  await page.goto(served.origin);
  await newcomer.press("I am new here");
  await newcomer.fill("Name, as readers see it", "Wren Halyard");
  await newcomer.fill("E-mail address", "wren@saltmere.example");
  await newcomer.fill("Password, at least 10 characters", "three-red-buoys");
  await newcomer.press("Sign up");
  await newcomer.sees("Nothing here yet");
  await newcomer.makes("First problems", "The rope that slips");
  await newcomer.press("Edit the statement");
  await newcomer.fill("statement", "A rope slips from a quay 5 m above the water. When does it land?");
  await page.keyboard.press("Escape");
  // Instructions come with what they are for; Tab takes them and walks through what is to be filled in.
  await page.click('textarea[aria-label="writing line"]');
  await page.keyboard.type("giv");
  await page.waitForSelector("[role=option]");
  await page.keyboard.press("Escape");
  await page.keyboard.type("en h = 5 m, g = 9.81 m/s^2");
  await page.keyboard.press("Enter");
  await page.waitForSelector("[data-testid=line-1]");
  await page.keyboard.type("h = 1/2 g t^2");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Enter");
  await page.waitForSelector("[data-testid=line-2] .katex");
  // What could come next is offered with what it comes to, and written by a key.
  for (const [line, wanted] of [
    [3, "solve (2)"],
    [4, "keep t > 0 from (3)"],
  ] as const) {
    await page.keyboard.press("ArrowDown");
    await page.waitForSelector(`section[aria-label="what could come next"] ::-p-text(${wanted})`);
    await page.locator(`section[aria-label="what could come next"] ::-p-text(${wanted})`).click();
    await newcomer.seesVerdict(line, "nailed");
  }
  await newcomer.sees(/1\.009.*s/, "[data-testid=line-4]");
  await newcomer.sees(/the degree is 2|second degree/);
  await newcomer.saved();
  await newcomer.press("Publish …");
  await newcomer.press("Publish");
  const link = await page.waitForSelector("[data-testid=published-address]", { timeout: 20_000 });
  const address = await link?.evaluate((element) => element.textContent ?? "");
  const published = await fetch(new URL(address ?? "", served.origin)).then((answer) => answer.text());
  expect(published).toContain("The rope that slips");
  expect(published).toContain("When does it land?");
  expect(newcomer.complaints).toEqual([]);
});
