import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { answered } from "./oracle.ts";
import { cases } from "./seed.ts";
import { Tally } from "./soundness/claims.ts";
import { whole } from "./soundness/made-up.ts";

describe("the steps between two lines", () => {
  test.each([
    [
      ["given a > 0", "v = u + a t", "so t = (v - u)/a", "fill in"],
      ["Swap the sides", "Subtract $u$ from both sides", "Divide both sides by $a$"],
    ],
    [
      ["solve 2x + 3 = 7", "so x = 2", "fill in (1) to (2)"],
      ["Subtract $3$ from both sides", "Divide both sides by $2$"],
    ],
    [
      ["given R_1 > 0, R_2 > 0, R > 0", "1/R = 1/R_1 + 1/R_2", "so R = R_1 R_2/(R_1 + R_2)", "show the steps from (2) to (3)"],
      ["Bring everything over the common denominator $R_1 R_2$", "Take the reciprocal of both sides"],
    ],
    [
      ["solve x^2 + 4x = 5", "so (x + 2)^2 = 9", "fill in between (1) and (2)"],
      ["Add $4$ to both sides", "Factor: $x^2 + 4x + 4 = (x + 2)^2$"],
    ],
    [["sin 2x = cos x", "so 2 sin x cos x = cos x", "fill in"], ["By the double-angle formula $sin(2x) = 2 sin(x) cos(x)$"]],
    [["solve x^2 = 4", "so x = ±2", "fill in"], ["Take the square root of both sides: both signs are possible"]],
    [
      ["solve x^2 - 5x + 6 = 0", "so x = 2 or x = 3", "fill in"],
      ["Factor: $x^2 - 5x + 6 = (x - 3) (x - 2)$", "A product is 0 exactly when one of its factors is 0"],
    ],
    [
      ["solve x^2 + 4x = 5", "so x + 2 = ±3", "fill in"],
      ["Add $4$ to both sides", "Factor: $x^2 + 4x + 4 = (x + 2)^2$", "Take the square root of both sides: both signs are possible"],
    ],
    [
      ["sin(2x) = cos(x)", "so cos x = 0 or 2 sin x = 1", "fill in"],
      [
        "Subtract $cos(x)$ from both sides",
        "By the double-angle formula $sin(2x) = 2 sin(x) cos(x)$",
        "Factor: $2 sin(x) cos(x) - cos(x) = (2 sin(x) - 1) cos(x)$",
        "A product is 0 exactly when one of its factors is 0",
        "Bring terms over in each of them",
      ],
    ],
    [["solve 2^x = 32", "so x = 5", "fill in"], ["Take logarithms on both sides: $2$ to a power has each value only once"]],
    [
      ["x + y = 4 and x - y = 2", "so x = 3 and y = 1", "fill in"],
      ["Solve $x + y = 4$ for $x$", "Put $x = 4 - y$ into the other equation", "Solve $4 - 2y = 2$ for $y$", "Put back y = 1"],
    ],
    [
      ["(1 + sin x)(1 - sin x)", "= cos^2 x", "fill in"],
      ["Multiply out: $(1 - sin(x)) (1 + sin(x)) = 1 - sin(x)^2$", "By the Pythagorean identity $1 - sin(x)^2 = cos(x)^2$"],
    ],
  ])("%j", (lines, texts) => {
    const { verdict, steps } = answered(...lines);
    expect(steps.map(({ text }) => text)).toEqual(texts);
    expect(verdict).toBe("nailed");
  });

  test.each([
    [["x^2 = 4", "fill in"], "there are no two lines above between which steps could be filled in"],
    [["solve 2x = 4", "fill in (1) to (5)"], "there is no line 5 before this one"],
    [["solve x^5 + x = 3", "so x = 2", "fill in"], "no short way was found from line 1 to line 2"],
  ])("%j is refused in words", (lines, message) => expect(answered(...lines).error?.message).toBe(message));

  it("are offered as the reason beside the later line, where they are few", () => {
    const reasonOf = (...lines: readonly string[]): unknown => {
      const { answer } = answered(...lines);
      return answer?.kind === "truth" ? answer.reason : undefined;
    };
    expect(reasonOf("solve 2x + 3 = 7", "so 2x = 4", "fill in")).toEqual({ line: 2, words: "Subtract $3$ from both sides" });
    expect(reasonOf("solve 2x + 3 = 7", "so x = 2", "fill in")).toEqual({ line: 2, words: "Subtract $3$ from both sides; divide both sides by $2$" });
    expect(reasonOf("sin(2x) = cos(x)", "so cos x = 0 or 2 sin x = 1", "fill in")).toBeUndefined();
  });

  it("of quadratic equations with whole roots lead to both", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(whole(-6, 6), whole(-6, 6), whole(1, 3), (p, q, a) => {
        fc.pre(p !== q);
        const { verdict, steps, error } = answered(`solve ${a} x^2 + ${-a * (p + q)} x + ${a * p * q} = 0`, `so x = ${p} or x = ${q}`, "fill in");
        tally.count(error === undefined);
        if (error) return;
        expect(verdict).toBe("nailed");
        expect(steps.length).toBeLessThan(7);
      }),
      cases(25),
    );
    tally.demand(0.95);
  });

  it("of linear equations lead from each to its solution", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(whole(-5, 5), whole(1, 6), whole(-9, 9), whole(-3, 3), (root, a, b, c) => {
        fc.pre(a !== c && b !== 0);
        const { verdict, steps, error } = answered(`solve ${a} x + ${b} = ${c} x + ${(a - c) * root + b}`, `so x = ${root}`, "fill in");
        tally.count(error === undefined);
        if (error) return;
        expect(verdict).toBe("nailed");
        expect(steps.length).toBeLessThan(6);
      }),
      cases(25),
    );
    tally.demand(0.95);
  });
});
