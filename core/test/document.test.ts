import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import type { Block } from "../src/document/block.ts";
import { blocksHtml } from "../src/document/html.ts";
import { blocksPlain } from "../src/document/plain.ts";
import { answered } from "./oracle.ts";

/** A typesetter that marks what it was given, so that formulas are told from words. */
const marked = (latex: string): string => `«${latex.replace("\\displaystyle ", "")}»`;
const html = (...lines: readonly string[]): string => blocksHtml(answered(...lines).blocks, marked);
const plain = (...lines: readonly string[]): string => blocksPlain(answered(...lines).blocks);

describe("what a line came to, as blocks", () => {
  test.each<[readonly string[], readonly Block["kind"][]]>([
    [["solve x^2 = 4"], ["results", "paragraph"]],
    [["solve sqrt(x + 2) = x"], ["results", "paragraph", "set aside"]],
    [["solve x^2 = -4"], ["paragraph", "paragraph"]],
    [["evaluate 1/3"], ["display"]],
    [["series of e^x at x = 0 to order 2"], ["display", "paragraph"]],
    [["limit of 1/x as x -> 0"], ["display", "paragraph"]],
    [["show (x + 1)^2 = x^2 + 2x + 1"], ["paragraph"]],
    [["maximise x (2 - x)"], ["results"]],
    [["maximise x^3"], ["results", "paragraph"]],
    [["tabulate x^2 for x in 1, 2"], ["table"]],
    [["graph y = x"], ["graph"]],
    [["figure point A = (0, 0), point B = (3, 4), segment A B"], ["figure", "measures"]],
  ])("%j are %j", (lines, kinds) => expect(answered(...lines).blocks.map(({ kind }) => kind)).toEqual(kinds));

  test.each<[readonly string[], string]>([
    [["solve x^2 = 2"], "x = √2 ≈ 1.41421\nx = −√2 ≈ −1.41421"],
    [["solve (x - 1)^2 = 0"], "x = 1 (counts 2 times)"],
    [["solve sin x = 1/2 in [0°, 90°]"], "x = π/6 = 30°"],
    [["solve sin x = 1/2"], "x = π/6 + 2π n (for every integer n)\nx = 5π/6 + 2π n (for every integer n)"],
    [["solve a x = 1 for x"], "x = 1/a (if a ≠ 0)"],
    [["solve x^2 < 4"], "−2 < x < 2"],
    [["given t in [0, 12] h", "solve t = 22320 for t"], "t = 22320 s = 6.2 h"],
    [["solve x + y = 3 and x - y = 1 for x, y"], "x = 2, y = 1"],
    [["maximise x (2 - x)"], "greatest value 1 at x = 1"],
    // What an optimum asks for was once left out.
    [["stationary points of x^3 - 3 a x over x"], "(minimum where a > 0) −2a √a at x = √a (if a ≥ 0)\n(maximum where a > 0) 2a √a at x = −√a (if a ≥ 0)"],
    [["simplify x/x"], "1 (if x ≠ 0)"],
    [["tabulate x^2 for x in 1, 2"], "x; x²\n1; 1\n2; 4"],
  ])("%j in plain words: %s", (lines, expected) => {
    const shown = plain(...lines).split("\n");
    expect(shown.slice(0, expected.split("\n").length).join("\n")).toBe(expected);
  });

  it("hold mathematics as it is written, which needs no reading again", () => {
    expect(html("let r_1 = 3", "solve r_1 x = 1")).toContain("«x = \\frac{1}{3}»");
    expect(html("given t >= 0", "solve t^2 = 2 for t")).toContain('<span class="decimal">≈ «1.41421»</span>');
  });

  test.each<[string, string]>([
    ["keep x > 0 from (1)", "x = 2\nSet aside: x = −2: x > 0 does not hold"],
    ["keep x != 5 from (1)", "x = 2\nx = −2\nAll solutions of line 1 are kept."],
    ["keep x > 7 from (1)", "None of the solutions of line 1 is kept."],
  ])("say of %s what was done with the solutions, not again why there are no more", (line, expected) => {
    expect(plain("solve x^2 = 4", line)).toContain(expected);
  });

  it("escape words in HTML and keep every solution, its conditions and what was set aside", () => {
    const page = html("solve sqrt(x + 2) = x");
    expect(page).toContain("«x = 2»");
    expect(page).toContain('<ul class="rejected" aria-label="set aside"><li>');
    expect(page).toContain("«x = -1»");
    expect(page).not.toMatch(/undefined|\[object/);
  });

  it("say of every root of a polynomial what was put in", () => {
    const roots = fc.uniqueArray(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(roots, (list) => {
        const product = list.map((root) => `(x - (${root}))`).join("");
        const shown = plain(`solve ${product} = 0`).split("\n");
        const named = html(`solve ${product} = 0`);
        for (const root of list) {
          expect(shown).toContain(`x = ${String(root).replace("-", "−")}`);
          expect(named).toContain(`«x = ${root}»`);
        }
      }),
      { numRuns: 30 },
    );
  });
});
