import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4763);
let browser: Browser;
let author: User;

const titles = (label: string): Promise<readonly string[]> =>
  author.page.$$eval(`[aria-label="${label}"] a`, (links) => links.map((link) => link.textContent ?? ""));
const become = (label: string, ...expected: readonly string[]): Promise<unknown> =>
  author.page.waitForFunction(
    (list, wanted) => JSON.stringify([...document.querySelectorAll(`[aria-label="${list}"] a`)].map((link) => link.textContent)) === wanted,
    { timeout: 10_000 },
    label,
    JSON.stringify(expected),
  );
const chooses = async (title: string, entry: string): Promise<void> => {
  await author.page.locator(`button[aria-label="what can be done with ${title}"]`).click();
  await author.page.locator(`[role=menuitem] ::-p-text(${entry})`).click();
};

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

describe("an account of one's own", () => {
  it("begins with an empty shelf that says what to do, and a problem that works itself", async () => {
    await author.page.goto(served.origin);
    await author.press("I am new here");
    await author.fill("Name, as readers see it", "Wren Halyard");
    await author.fill("E-mail address", "wren@saltmere.example");
    await author.fill("Password, at least 10 characters", "three-red-buoys");
    await author.press("Sign up");
    await author.sees("Nothing here yet");
    expect(await author.barriers()).toEqual([]);
    await author.press("A first look");
    await author.sees("What is known comes first");
    for (const line of [1, 2, 3, 4, 5, 6]) {
      await author.page.waitForFunction(() => document.querySelector("textarea")?.value !== "");
      await author.page.keyboard.press("Enter");
      await author.page.waitForSelector(`[data-testid=line-${line}]`);
    }
    await author.seesVerdict(6, "nailed");
    await author.sees("15.3", "[data-testid=line-5]");
    await author.sees("That is all there is to it");
    await author.follow("Nail Down");
    await become("problem sets", "A first look");
  });

  it("takes copies of sample sets", async () => {
    await author.press("Sample sets");
    await author.press("take a copy of Swells and bearings");
    await author.page.waitForSelector("[aria-label=problems] a");
    expect(await titles("problems")).toHaveLength(3);
    await author.follow("Nail Down");
    await become("problem sets", "Swells and bearings", "A first look");
  });
});

describe("sets and problems", () => {
  it("are renamed, duplicated, and put in order by keys and by dragging", async () => {
    await chooses("A first look", "Rename");
    await author.page.keyboard.type("Second evening");
    await author.page.keyboard.press("Enter");
    await become("problem sets", "Swells and bearings", "Second evening");
    await chooses("Second evening", "Duplicate");
    await become("problem sets", "Second evening (copy)", "Swells and bearings", "Second evening");
    await author.page.focus("[aria-label='problem sets'] li:last-child a");
    await author.page.keyboard.down("Alt");
    await author.page.keyboard.press("ArrowUp");
    await author.page.keyboard.up("Alt");
    await become("problem sets", "Second evening (copy)", "Second evening", "Swells and bearings");
    await author.follow("Swells and bearings");
    await author.page.waitForSelector("[aria-label=problems] li:nth-child(3) a");
    const [first = "", second = "", third = ""] = await titles("problems");
    const grip = async (row: number) => (await author.page.$(`[aria-label=problems] li:nth-child(${row}) [title="drag to move it"]`))?.boundingBox();
    const [from, to] = [await grip(3), await grip(1)];
    await author.page.mouse.move((from?.x ?? 0) + 5, (from?.y ?? 0) + 8);
    await author.page.mouse.down();
    await author.page.mouse.move((to?.x ?? 0) + 5, (to?.y ?? 0) + 4, { steps: 10 });
    await author.page.mouse.up();
    await become("problems", third, first, second);
    await author.page.reload();
    await become("problems", third, first, second);
  });

  it("are deleted, and taken back; what is not taken back is gone when one leaves", async () => {
    const before = await titles("problems");
    const [first = "", second = "", third = ""] = before;
    await chooses(second, "Delete");
    await become("problems", first, third);
    await author.press("Take back");
    await become("problems", ...before);
    await chooses(third, "Delete");
    await become("problems", first, second);
    expect(await author.barriers()).toEqual([]);
    await author.follow("Nail Down");
    await author.sees("2 problems", "[aria-label='problem sets'] li:last-child");
    await chooses("Second evening (copy)", "Delete");
    await become("problem sets", "Second evening", "Swells and bearings");
    await author.page.reload();
    await become("problem sets", "Second evening", "Swells and bearings");
    expect(author.complaints).toEqual([]);
  });
});
