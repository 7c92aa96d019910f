import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import axe from "axe-core";
import puppeteer, { type Browser, type Page } from "puppeteer-core";

const ROOT = fileURLToPath(new URL("../..", import.meta.url));

declare global {
  interface Window {
    readonly axe: typeof axe;
  }
}

/** The application as it is served, with a database of its own; it can be killed and started again. */
export class Served {
  readonly #folder = mkdtempSync(join(tmpdir(), "nail-"));
  readonly #port: number;
  #process: ChildProcess | undefined;

  constructor(port: number) {
    this.#port = port;
  }

  get origin(): string {
    return `http://127.0.0.1:${this.#port}`;
  }

  async start(): Promise<void> {
    const child = spawn("node", ["server/dist/main.js"], {
      cwd: ROOT,
      env: { ...process.env, PORT: String(this.#port), DATABASE_URL: `file:${join(this.#folder, "test.db")}`, LOG_LEVEL: "silent", SIGN_IN_ATTEMPTS: "1000" },
    });
    this.#process = child;
    await new Promise<void>((resolve, reject) => {
      child.stdout?.on("data", (data) => String(data).includes("ready") && resolve());
      child.on("exit", (status) => reject(new Error(`the server ended with ${status}`)));
    });
  }

  /** Ends it at once, as a crash would. */
  async kill(): Promise<void> {
    const child = this.#process;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGKILL");
    await gone;
  }
}

/** A browser with a fresh profile. */
export function launch(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: process.env["CHROMIUM"] ?? "/usr/bin/chromium",
    userDataDir: mkdtempSync(join(tmpdir(), "profile-")),
    args: [
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
    defaultViewport: { width: 1280, height: 800 },
  });
}

/** A page as its user sees it: by labels and words. */
export class User {
  readonly page: Page;
  /** What the page complained about. */
  readonly complaints: string[] = [];

  constructor(page: Page) {
    this.page = page;
    page.on("pageerror", (error) => this.complaints.push(String(error)));
    page.on("console", (message) => {
      if (message.type() === "error" && !/Failed to load resource/.test(message.text())) this.complaints.push(message.text());
    });
  }

  async press(name: string): Promise<void> {
    // What is out of sight is not drawn before one scrolls there.
    const button = await this.page.waitForSelector(`::-p-aria([name="${name}"][role="button"])`);
    await button?.evaluate((element) => element.scrollIntoView({ block: "nearest" }));
    await this.page.locator(`::-p-aria([name="${name}"][role="button"])`).click();
  }

  async follow(name: string): Promise<void> {
    await this.page.locator(`::-p-aria([name="${name}"][role="link"])`).click();
  }

  /** Replaces what stands in a field by typing, as a hand would. */
  async fill(label: string, text: string): Promise<void> {
    await this.page.locator(`::-p-aria([name="${label}"])`).click();
    await this.page.keyboard.down("Control");
    await this.page.keyboard.press("a");
    await this.page.keyboard.up("Control");
    await this.page.keyboard.press("Backspace");
    await this.page.keyboard.type(text);
  }

  /** Puts a text into a field at once, as from the clipboard. */
  async paste(label: string, text: string): Promise<void> {
    await this.page.locator(`::-p-aria([name="${label}"])`).click();
    await this.page.keyboard.sendCharacter(text);
  }

  /** Pastes several lines where the author is writing. */
  async pasteLines(label: string, lines: readonly string[]): Promise<void> {
    const area = await this.page.waitForSelector(`textarea[aria-label="${label}"]`);
    await area?.evaluate((element, text) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData("text/plain", text);
      element.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
    }, lines.join("\n"));
  }

  /** Signs in with what the demonstration shows. */
  async signsIn(origin: string): Promise<void> {
    await this.page.goto(origin);
    await this.press("Fill in");
    await this.press("Sign in");
  }

  /** Makes a set on the shelf, and a problem in it. */
  async makes(set: string, problem: string): Promise<void> {
    await this.fill("title of a new set", set);
    await this.press("New set");
    await this.fill("title of a new problem", problem);
    await this.press("New problem");
    await this.sees("Write the problem here");
  }

  /** Types an instruction into the writing line and waits for the line's result. */
  async write(instruction: string): Promise<void> {
    const area = await this.page.waitForSelector('textarea[aria-label="writing line"]');
    const before = (await this.page.$$("[data-testid^=line-]")).length;
    await area?.click();
    await area?.type(instruction);
    await this.page.keyboard.press("Enter");
    await this.page.waitForFunction((count) => document.querySelectorAll("[data-testid^=line-]").length === count, {}, before + 1);
  }

  async undoes(): Promise<void> {
    await this.page.locator('button[title^="take back"]').click();
  }

  async redoes(): Promise<void> {
    await this.page.locator('button[title^="once more"]').click();
  }

  /** Removes a line from its own menu. */
  async removes(line: number): Promise<void> {
    const before = (await this.page.$$("[data-testid^=line-]")).length;
    const menu = `button[aria-label="what can be done with line ${line}"]`;
    await this.page.$eval(`[data-testid=line-${line}]`, (element) => element.scrollIntoView({ block: "nearest" }));
    await this.page.locator(menu).click();
    await this.page.locator("[role=menuitem] ::-p-text(Remove)").click();
    await this.page.waitForFunction((count) => document.querySelectorAll("[data-testid^=line-]").length === count, {}, before - 1);
  }

  async sees(text: string | RegExp, within = "body"): Promise<void> {
    const [source, flags] = typeof text === "string" ? [text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&"), ""] : [text.source, text.flags];
    await this.page.waitForFunction(
      (selector, pattern, how) => new RegExp(pattern, how).test(document.querySelector(selector)?.textContent ?? ""),
      { timeout: 15_000 },
      within,
      source,
      flags,
    );
  }

  /**
   * What keeps readers who do not see or point from the page, in the words of the rules that find it. Two rules do not read
   * MathML, so that a cell or a button with a formula is empty to them: what they say of formulas does not count.
   */
  async barriers(): Promise<readonly string[]> {
    await this.page.evaluate(axe.source);
    return this.page.evaluate(async () => {
      const { violations } = await window.axe.run({ elementRef: true });
      const blindToFormulas = ["empty-table-header", "label-content-name-mismatch"];
      return violations.flatMap(({ id, help, nodes }) =>
        nodes.filter(({ element }) => !(blindToFormulas.includes(id) && element?.querySelector("math"))).map(({ html }) => `${help}: ${html}`),
      );
    });
  }

  async saved(): Promise<void> {
    await this.page.waitForFunction(() => document.querySelector("[data-testid=save-state]")?.textContent === "Saved", { timeout: 15_000 });
  }

  async seesVerdict(line: number, verdict: string): Promise<void> {
    await this.page.waitForSelector(`[data-testid=line-${line}] button[aria-label="line ${line} is ${verdict}: show the evidence"]`, { timeout: 15_000 });
  }
}
