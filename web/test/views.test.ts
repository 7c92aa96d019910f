import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4764);
let browser: Browser;
let author: User;
/** The addresses of the views, once one is signed in. */
let views: Readonly<Record<string, string>> = {};

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
  await author.signsIn(served.origin);
  await author.follow("Ropes, cranes and falling weights");
  await author.page.waitForSelector("[aria-label=problems] a");
  const set = author.page.url();
  const problem = await author.page.$eval("[aria-label=problems] a", (link) => (link as HTMLAnchorElement).href);
  views = { shelf: served.origin, set, bench: problem };
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

/** Waits until a view stands. */
const stands = async (view: string): Promise<void> => {
  await author.page.waitForSelector({ shelf: "[aria-label='problem sets'] a", set: "[aria-label=problems] a", bench: "[data-testid=line-1]" }[view] ?? "main");
  if (view === "bench") await author.page.waitForSelector("[data-testid^=line-] [aria-label*='show the evidence']");
};

describe.each(["light", "dark"])("on %s paper", (theme) => {
  it.each(["shelf", "set", "bench"])("the %s has no barrier", async (view) => {
    await author.page.goto(views[view] ?? "");
    await author.page.evaluate((name) => localStorage.setItem("theme", name), theme);
    await author.page.reload();
    await stands(view);
    expect(await author.page.evaluate(() => document.documentElement.dataset["theme"] ?? "light")).toBe(theme);
    expect(await author.barriers()).toEqual([]);
  });

  it("neither have the dialogs, the menus, and what is offered while one writes", async () => {
    await author.page.goto(views["bench"] ?? "");
    await stands("bench");
    await author.page.click('textarea[aria-label="writing line"]');
    await author.page.keyboard.type("so");
    await author.page.waitForSelector("[role=option]");
    expect(await author.barriers()).toEqual([]);
    await author.fill("writing line", "");
    await author.press("Publish …");
    await author.sees("Every line is run and checked again");
    await author.page.waitForSelector("[role=radiogroup]");
    expect(await author.barriers()).toEqual([]);
    // The focus stays in the dialog, and comes back to where it was.
    for (let times = 0; times < 12; times += 1) await author.page.keyboard.press("Tab");
    expect(await author.page.evaluate(() => document.getElementById("root")?.contains(document.activeElement))).toBe(false);
    await author.page.keyboard.press("Escape");
    await author.page.waitForFunction(() => document.activeElement?.textContent === "Publish …");
  });
});

describe.each([
  ["a phone", 390],
  ["a tablet", 820],
])("on %s", (_, width) => {
  it.each(["shelf", "set", "bench"])("the %s is not wider than the screen", async (view) => {
    await author.page.setViewport({ width, height: 800 });
    await author.page.goto(views[view] ?? "");
    await stands(view);
    expect(await author.page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  });

  it("lines are read with their verdicts, the evidence unfolds, and one goes to another problem", async () => {
    await author.page.waitForFunction(() =>
      [...document.querySelectorAll("[data-testid^=line-] .katex")].some((one) => one.getBoundingClientRect().width > 30),
    );
    await author.press("Show the evidence");
    await author.sees(/Line \d/, "aside");
    expect(await author.barriers()).toEqual([]);
    const next = await author.page.$eval("select[aria-label='problem of the set'] option:nth-child(2)", (option) => (option as HTMLOptionElement).value);
    await author.page.select("select[aria-label='problem of the set']", next);
    await author.page.waitForFunction((id) => location.pathname.endsWith(id), {}, next);
    await stands("bench");
    expect(author.complaints).toEqual([]);
  });
});
