import type { Browser, HTTPRequest } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { launch, Served, User } from "./browser.ts";

const served = new Served(4750);
let browser: Browser;
let author: User;

beforeAll(async () => {
  await served.start();
  browser = await launch();
  author = new User(await browser.newPage());
});

afterAll(async () => {
  await browser?.close();
  await served.kill();
});

describe("an instructor's whole way", () => {
  let address = "";

  it("signs in with what the demo shows, and makes a set and a problem", async () => {
    await author.page.goto(served.origin);
    await author.sees("This is a demonstration");
    await author.press("Fill in");
    await author.press("Sign in");
    await author.sees("Ropes, cranes and falling weights");
    await author.fill("title of a new set", "Lighthouse week");
    await author.press("New set");
    await author.fill("title of a new problem", "The swinging lamp");
    await author.press("New problem");
    await author.sees("Write the problem here");
  });

  it("states the problem with typeset mathematics", async () => {
    await author.press("Edit the statement");
    await author.fill("statement", "A lamp hangs $h = x^2 - 6x + 7$ above the rail. Where does it touch?");
    await author.page.keyboard.press("Escape");
    await author.page.waitForSelector("article .katex");
    await author.sees("A lamp hangs", "article");
  });

  it("sees a line typeset as it is typed, and the exact characters at fault", async () => {
    const area = await author.page.waitForSelector('textarea[aria-label="writing line"]');
    await area?.type("solve x^2 + $ = 7");
    await author.sees("the character “$” is not part of the notation");
    const fault = await author.page.waitForSelector("[data-testid=fault]");
    expect(await fault?.evaluate((element) => element.textContent)).toBe("$");
    await author.fill("writing line", "solve x^2 - 6x");
    await author.page.waitForSelector("[data-testid=preview] .katex");
    await author.fill("writing line", "sol");
    await author.sees("Tab takes");
    await area?.press("Tab");
    expect(await area?.evaluate((element) => element.value)).toBe("solve ");
    await author.fill("writing line", "");
  });

  it("pictures it first, then solves, unfolds the steps and reads the evidence", async () => {
    await author.write("graph y = x^2 - 6x + 7");
    await author.page.waitForSelector("[data-testid=line-1] svg[viewBox='0 0 440 290'] path");
    await author.write("solve x^2 - 6x + 7 = 0");
    await author.sees("≈", "[data-testid=line-2]");
    await author.sees("4.41421", "[data-testid=line-2]");
    await author.seesVerdict(2, "nailed");
    await author.press("4 steps");
    await author.sees("Complete the square", "[data-testid=line-2]");
    await author.sees("Put back", "aside");
    await author.sees(/both sides come to the same/, "aside");
    await author.sees(/they agree to 30 digits/, "aside");
    await author.sees(/there are 2 different ones, and these are they/, "aside");
    // Agreement of the numbers has a mark of its own beside a proof, and the theorem unfolds.
    await author.page.waitForSelector('aside [aria-label="the numbers agree"]');
    await author.page.locator("aside ::-p-text(how it is known)").click();
    await author.sees(/canonical form|normal form|rule with bisection/, "aside");
    await author.page.waitForSelector("aside svg path");
    expect(await author.barriers()).toEqual([]);
  });

  it("moves, zooms and restores a graph, and turns a surface", async () => {
    const drawing = (): Promise<string> =>
      author.page.evaluate(() => [...document.querySelectorAll("[role=application]")].at(-1)?.innerHTML.replace(/<title>.*?<\/title>/, "") ?? "");
    const changes = async (act: () => Promise<void>): Promise<string> => {
      const before = await drawing();
      await act();
      await author.page.waitForFunction(
        (old) => [...document.querySelectorAll("[role=application]")].at(-1)?.innerHTML.replace(/<title>.*?<\/title>/, "") !== old,
        {},
        before,
      );
      return drawing();
    };
    const hold = async (): Promise<{ x: number; y: number }> => {
      const box = await (await author.page.$$("[role=application]")).at(-1)?.boundingBox();
      return { x: (box?.x ?? 0) + 120, y: (box?.y ?? 0) + 90 };
    };
    const pull = async (): Promise<void> => {
      const { x, y } = await hold();
      await author.page.mouse.move(x, y);
      await author.page.mouse.down();
      await author.page.mouse.move(x + 70, y + 25, { steps: 4 });
      await author.page.mouse.up();
    };
    await author.write("graph y = tan x for x from -4 to 4");
    await author.page.waitForFunction(() => document.querySelectorAll("[role=application]").length === 2);
    await author.page.evaluate(() => [...document.querySelectorAll("[role=application]")].at(-1)?.scrollIntoView({ block: "center" }));
    const first = await drawing();
    await changes(pull);
    await changes(async () => {
      const { x, y } = await hold();
      await author.page.mouse.move(x, y);
      await author.page.mouse.wheel({ deltaY: 300 });
    });
    // Farther out there are more branches: the worker has sampled them.
    await author.page.waitForFunction(
      (count) =>
        ([...document.querySelectorAll("[role=application]")].at(-1)?.querySelector("svg svg path")?.getAttribute("d")?.split("M").length ?? 0) > count,
      {},
      4,
    );
    // The curve is read where the pointer meets it: tan x passes through the origin.
    await author.page.evaluate(() =>
      [...document.querySelectorAll('button[aria-label="as it was"]')].at(-1)?.dispatchEvent(new MouseEvent("click", { bubbles: true })),
    );
    const box = await (await author.page.$$("[role=application]")).at(-1)?.boundingBox();
    await author.page.mouse.move((box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2, { steps: 3 });
    await author.page.waitForFunction(() => /≈ \(−?0(\.0\d*)?, −?0(\.0\d*)?\)/.test([...document.querySelectorAll("output")].at(-1)?.textContent ?? ""));
    await changes(() => author.page.keyboard.press("ArrowLeft").then(() => author.press("closer")));
    await author.page.evaluate(() =>
      [...document.querySelectorAll('button[aria-label="as it was"]')].at(-1)?.dispatchEvent(new MouseEvent("click", { bubbles: true })),
    );
    await author.page.waitForFunction(
      (old) => [...document.querySelectorAll("[role=application]")].at(-1)?.innerHTML.replace(/<title>.*?<\/title>/, "") === old,
      {},
      first,
    );
    // A piece of the curve between two handles: the question becomes a line.
    await author.page.evaluate(() =>
      [...document.querySelectorAll('button[aria-label="bracket a piece"]')].at(-1)?.dispatchEvent(new MouseEvent("click", { bubbles: true })),
    );
    const handle = await author.page.waitForSelector('[aria-label="where the piece ends"]');
    await handle?.evaluate((element) => element.scrollIntoView({ block: "center" }));
    const edge = await handle?.boundingBox();
    await author.page.mouse.move((edge?.x ?? 0) + 6, (edge?.y ?? 0) + 60);
    await author.page.mouse.down();
    await author.page.mouse.move((edge?.x ?? 0) + 84, (edge?.y ?? 0) + 60, { steps: 4 });
    await author.page.mouse.up();
    await author.page.waitForFunction(() => Number(document.querySelector('[aria-label="where the piece ends"]')?.getAttribute("aria-valuenow")) > 2);
    await author.press("zeros");
    const asked = await author.page.$eval('textarea[aria-label="writing line"]', (area) => (area instanceof HTMLTextAreaElement ? area.value : ""));
    expect(asked).toMatch(/^solve tan\(x\) = 0 for x in \[-1\.\d+, [23](\.\d+)?\]$/);
    await author.fill("writing line", "");
    await author.write("graph z = x^2 - y^2");
    await author.page.waitForFunction(() => document.querySelectorAll("[role=application]").length === 3);
    await author.page.evaluate(() => [...document.querySelectorAll("[role=application]")].at(-1)?.scrollIntoView({ block: "center" }));
    await changes(pull);
    await author.undoes();
    await author.undoes();
    await author.page.waitForFunction(() => document.querySelectorAll("[role=application]").length === 1);
  });

  it("expects the right answer and a wrong one", async () => {
    await author.write("expect x = 3 + sqrt(2) or x = 3 - sqrt(2)");
    await author.sees("Agrees exactly with line 2", "[data-testid=line-3]");
    await author.seesVerdict(3, "nailed");
    await author.write("expect x = 4 or x = 3 - sqrt(2)");
    await author.sees("is not a solution of line 2; missing: ", "[data-testid=line-4]");
    await author.seesVerdict(4, "bent");
    await author.sees(/off by 0\.4142/, "aside");
  });

  it("keeps one root, with the reference put in by a click on its number", async () => {
    const area = await author.page.waitForSelector('textarea[aria-label="writing line"]');
    await area?.click();
    await area?.type("keep x > 3 from ");
    await author.press("refer to line 2");
    expect(await area?.evaluate((element) => element.value)).toBe("keep x > 3 from (2)");
    await author.page.keyboard.press("Enter");
    await author.sees("set aside:", "[data-testid=line-5]");
  });

  it("edits a line, undoes it and redoes it", async () => {
    await author.removes(4);
    await author.page.waitForFunction(() => document.querySelectorAll("[data-testid^=line-]").length === 4);
    await author.undoes();
    await author.page.waitForFunction(() => document.querySelectorAll("[data-testid^=line-]").length === 5);
    await author.redoes();
    await author.page.waitForFunction(() => document.querySelectorAll("[data-testid^=line-]").length === 4);
    await author.page.locator("[data-testid=line-2] button[aria-label^='edit line 2']").click();
    await author.fill("line 2", "solve x^2 - 6x + 8 = 0");
    await author.page.keyboard.press("Enter");
    await author.sees("4", "[data-testid=line-4]");
    await author.seesVerdict(3, "bent");
    await author.undoes();
    await author.sees("4.41421", "[data-testid=line-2]");
    await author.saved();
  });

  it("rewrites a result, and the part of it that is clicked", async () => {
    await author.write("combine 1/(x - 1) + 1/(x + 1)");
    await author.seesVerdict(5, "nailed");
    await author.page.evaluate(() => {
      const parts = [...document.querySelectorAll("[data-testid=line-5] .parted [data-part]")];
      const below = parts.find((part) => part.textContent === "(x−1)(x+1)");
      if (below instanceof HTMLElement) below.click();
    });
    await author.press("expand: 2x/(x² − 1)");
    await author.seesVerdict(6, "nailed");
    await author.sees("Expand the part", "[data-testid=line-6]");
    await author.sees("x2−1", "[data-testid=line-6] .parted");
    await author.sees("Multiply every term by every term; collect like terms", "[data-testid=line-6]");
    await author.page.locator("[data-testid=line-6] ::-p-text(steps)").click();
    await author.sees("Put the new form of", "[data-testid=line-6]");
    await author.saved();
  });

  it("walks through the parts of a stated equation with the arrow keys, and rewrites one of them", async () => {
    await author.write("y = (x + 1)^2 - e^(2x)");
    await (await author.page.waitForSelector("[data-testid=line-7] [role=group]"))?.focus();
    const chosen = (): Promise<string> => author.page.$eval("[data-testid=line-7] [aria-live]", (element) => element.textContent ?? "");
    const heard: string[] = [];
    for (const key of ["ArrowDown", "ArrowDown", "ArrowRight", "ArrowUp", "ArrowDown"] as const) {
      await author.page.keyboard.press(key);
      heard.push(await chosen());
    }
    expect(heard).toEqual(["(x + 1)² − e^(2x)", "(x + 1)²", "e^(2x)", "(x + 1)² − e^(2x)", "(x + 1)²"].map((part) => `chosen: ${part}`));
    await author.page.waitForSelector("[data-testid=line-7] li button");
    await author.page.keyboard.press("Enter");
    expect(await author.page.evaluate(() => document.activeElement?.getAttribute("aria-label"))).toMatch(/^expand: y = /);
    await author.page.keyboard.press("Enter");
    await author.seesVerdict(8, "nailed");
    await author.sees("x2+2x+1", "[data-testid=line-8] .parted");
    await author.removes(8);
    await author.removes(7);
    await author.saved();
  });

  it("publishes", async () => {
    await author.press("Publish …");
    await author.press("Publish");
    const link = await author.page.waitForSelector("[data-testid=published-address]", { timeout: 20_000 });
    address = (await link?.evaluate((element) => element.textContent)) ?? "";
    expect(address).toMatch(/\/p\/[\w-]{22}$/);
    await author.sees("Every line that claims something is nailed");
    await author.press("Close");
  });

  it("follows what takes long, line by line, and cancels it", async () => {
    const working = "solve x^2 = 9\nsolve x^9 + y^7 = 3 and x^5 y^3 - x = 2 and x y^4 + y = 1";
    const file = `# Long week\n## Two buoys\n\`\`\`working\n${working}\n\`\`\`\n`;
    const second = new User(await browser.newPage());
    await second.page.goto(served.origin);
    await second.sees("Ropes, cranes and falling weights");
    const id = await second.page.evaluate(async (own) => {
      const response = await fetch("/api/sets/import", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ file: own }),
      });
      return (await response.json()).id;
    }, file);
    await second.page.goto(`${served.origin}/sets/${id}`);
    await second.press("Publish …");
    await second.press("Publish");
    await second.sees("0 of 1 problems are done. At “Two buoys”, line 2.");
    expect(await second.barriers()).toEqual([]);
    await second.press("Cancel");
    await second.press("Close");
    await second.press("Publish …");
    await second.page.waitForSelector("button:not([disabled])::-p-text(Publish)");
    const states = await second.page.evaluate(async () => (await (await fetch("/api/jobs")).json()).jobs.map(({ state }: { state: string }) => state));
    expect(states).toContain("cancelled");
    await second.page.close();
    await author.page.bringToFront();
  });

  it("is read by a stranger without account or script, who gets nothing else", async () => {
    const other = await launch();
    try {
      const reader = new User(await other.newPage());
      await reader.page.setJavaScriptEnabled(false);
      const response = await reader.page.goto(address);
      expect(response?.status()).toBe(200);
      const text = await reader.page.$eval("main", (element) => element.textContent ?? "");
      expect(text).toContain("The swinging lamp");
      expect(text).toContain("≈ 4.41421".replace("≈ ", ""));
      expect(await reader.page.$$eval(".katex", (found) => found.length)).toBeGreaterThan(10);
      expect(await reader.page.$$eval("figure svg path", (found) => found.length)).toBe(1);
      await reader.page.click(".evidence summary:has(~ figure)");
      const picture = await reader.page.$eval(".evidence[open] img", async (image) => {
        await image.decode();
        return image.naturalWidth;
      });
      expect(picture).toBeGreaterThan(100);
      expect(await reader.page.$$eval("script", (found) => found.length)).toBe(0);
      const fonts = await reader.page.evaluate(() => document.fonts.check("16px KaTeX_Main"));
      expect(fonts).toBe(true);
      await reader.page.emulateMediaType("print");
      const onPaper = await reader.page.evaluate(() => {
        for (const one of document.querySelectorAll("details")) one.open = false;
        const steps = [...document.querySelectorAll(".derivation > li")];
        const running = getComputedStyle(document.documentElement).getPropertyValue("--running-title");
        return { running, steps: steps.length, printed: steps.filter((one) => one.checkVisibility()).length };
      });
      expect(onPaper.running).toMatch(/^".+ – Worked solutions"$/);
      expect(onPaper.steps).toBeGreaterThan(5);
      expect(onPaper.printed).toBe(onPaper.steps);
      await reader.page.emulateMediaType("screen");
      await reader.page.setJavaScriptEnabled(true);
      await reader.page.setViewport({ width: 360, height: 740 });
      await reader.page.goto(address);
      expect(await reader.page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
      expect(await reader.barriers()).toEqual([]);
      await reader.page.goto(author.page.url());
      await reader.sees("Sign in");
      const refused = await reader.page.evaluate(async () => (await fetch("/api/sets")).status);
      expect(refused).toBe(401);
      expect(reader.complaints).toEqual([]);
    } finally {
      await other.close();
    }
  });

  it("never saw a complaint of the page", () => expect(author.complaints).toEqual([]));
});

describe("nothing is lost", () => {
  it("when the server is killed while typing", async () => {
    await author.press("Edit the statement");
    const area = await author.page.waitForSelector("textarea[aria-label=statement]");
    await area?.evaluate((element) => element.setSelectionRange(element.value.length, element.value.length));
    await area?.type(" Before the crash.");
    await author.saved();
    await area?.type(" While it ");
    await served.kill();
    await area?.type("was away.");
    await author.sees("the server cannot be reached");
    await served.start();
    await author.saved();
    await author.page.reload();
    await author.sees("Before the crash. While it was away.", "article");
  });

  it("when the page is closed before it was saved", async () => {
    await author.press("Edit the statement");
    const area = await author.page.waitForSelector("textarea[aria-label=statement]");
    await served.kill();
    await area?.evaluate((element) => element.setSelectionRange(element.value.length, element.value.length));
    await area?.type(" Typed offline.");
    const url = author.page.url();
    await author.page.close();
    await served.start();
    author = new User(await browser.newPage());
    await author.page.goto(url);
    await author.sees("Typed offline.", "article");
    await author.saved();
  });

  it("when two people change the same problem", async () => {
    const second = new User(await browser.newPage());
    await second.page.goto(author.page.url());
    await second.sees("Typed offline.", "article");
    await second.write("evaluate 1 + 1");
    await second.saved();
    await author.page.bringToFront();
    await author.write("evaluate 2 + 2");
    await author.sees("This problem was changed elsewhere");
    await author.sees("Your text is kept in this browser");
    await author.press("Compare and merge …");
    await author.sees("evaluate 1 + 1", "[aria-label=Working]");
    // Both lines were added at the same place: both stay unless one is chosen, and the hand may write what it likes.
    const result = await author.page.waitForSelector('textarea[aria-label^="what becomes of Working"]');
    const text = (): Promise<string | undefined> => Promise.resolve(result?.evaluate((element) => (element as HTMLTextAreaElement).value));
    expect(await text()).toBe("evaluate 1 + 1\nevaluate 2 + 2");
    await author.page.locator('button[aria-label^="take this: yours, Working"]').click();
    expect(await text()).toBe("evaluate 2 + 2");
    await author.press("both");
    await result?.type(" + 0");
    expect(await author.barriers()).toEqual([]);
    await author.press("Store what it becomes");
    await author.saved();
    await second.page.reload();
    await second.page.bringToFront();
    await second.sees(/1\+1.*2\+2/s, "ol[aria-label=working]");
    await second.page.close();
  });

  it("when two people name the same set", async () => {
    const second = new User(await browser.newPage());
    const set = author.page.url().split("/problems/")[0] ?? "";
    await second.page.goto(set);
    await second.sees("The swinging lamp");
    const [id = ""] = set.split("/").slice(-1);
    const renamed = await second.page.evaluate(async (own) => {
      const { version } = await (await fetch(`/api/sets/${own}`)).json();
      const body = JSON.stringify({ version, title: "Lighthouse month" });
      return (await fetch(`/api/sets/${own}`, { method: "PATCH", headers: { "content-type": "application/json" }, body })).status;
    }, id);
    expect(renamed).toBe(200);
    await second.fill("title of the set", "Lighthouse year");
    await second.page.keyboard.press("Tab");
    await second.sees("This set was changed elsewhere after you opened it");
    await second.sees(/Yours.*Stored now.*Lighthouse year.*Lighthouse month/s, "section[aria-label='changed elsewhere']");
    expect(await second.barriers()).toEqual([]);
    await second.fill("what becomes of Title, place 1", "Lighthouse week");
    await second.press("Store what it becomes");
    await second.page.waitForFunction(() => !document.body.textContent?.includes("changed elsewhere"));
    await second.page.reload();
    await second.page.waitForFunction(() => document.querySelector<HTMLInputElement>("[aria-label='title of the set']")?.value === "Lighthouse week");
    await second.page.close();
    await author.page.bringToFront();
  });

  it("when the session ends while typing: one signs in again over the sheet", async () => {
    await author.page.evaluate(() => fetch("/api/session", { method: "DELETE" }));
    await author.write("evaluate 3 + 3");
    await author.sees("Sign in again");
    await author.sees("Your text is kept in this browser");
    expect(await author.barriers()).toEqual([]);
    await author.fill("Password", "wrong password");
    await author.press("Sign in");
    await author.sees("the password is not right");
    await author.fill("Password", "harbour-lights");
    await author.press("Sign in");
    await author.saved();
    await author.sees("3+3", "ol[aria-label=working]");
    await author.page.reload();
    await author.sees("3+3", "ol[aria-label=working]");
  });

  it("and says so where the browser keeps nothing either", async () => {
    await author.page.evaluate(() => {
      Storage.prototype.setItem = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    });
    await served.kill();
    await author.write("evaluate 4 + 4");
    await author.sees("This browser does not keep it either");
    await served.start();
    await author.saved();
    await author.page.reload();
    await author.sees("4+4", "ol[aria-label=working]");
  });
});

describe("a view that fails", () => {
  it("leaves the page, the text and the way on: a broken draft, a formula without end, an answer of another shape", async () => {
    const problem = author.page.url().split("/").at(-1) ?? "";
    await author.page.evaluate((id) => localStorage.setItem(`draft ${id}`, '{"draft":{"title":5,"statement":null,"working":[1]},"version":"x"'), problem);
    await author.page.reload();
    await author.sees("4+4", "ol[aria-label=working]");
    await author.press("Edit the statement");
    await author.paste("statement", `Deep: $${"\\left(".repeat(1900)} x ${"\\right)".repeat(1900)}$ and $${"{".repeat(900)}x${"}".repeat(900)}$.`);
    await author.page.keyboard.press("Escape");
    await author.sees("nested too deeply", "article");
    await author.saved();
    await author.paste("writing line", `evaluate ${"(".repeat(1900)}1${")".repeat(1900)}`);
    await author.page.keyboard.press("Enter");
    await author.sees("too deep inside other brackets", "ol[aria-label=working]");
    await author.page.setRequestInterception(true);
    const broken = (request: HTTPRequest): void => {
      if (/\/api\/sets\/[^/]+$/.test(request.url())) void request.respond({ status: 200, contentType: "application/json", body: '{"title":"T","problems":7}' });
      else void request.continue();
    };
    author.page.on("request", broken);
    const seen = author.complaints.length;
    await author.page.reload();
    await author.sees("This view could not be shown");
    author.page.off("request", broken);
    await author.page.setRequestInterception(false);
    author.complaints.splice(seen);
    await author.follow("To the shelf");
    await author.sees("Lighthouse week");
  });
});
