import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { LIMITS, LIMITS_WITH_LETTERS } from "./limit-problems.ts";
import { answered, meant } from "./oracle.ts";
import { cases } from "./seed.ts";

const limitOf = (...lines: readonly string[]): { text: string; verdict: string | undefined; steps: number; left?: string; right?: string } => {
  const { answer, verdict, steps, error } = answered(...lines);
  if (answer?.kind !== "expression") return { text: error?.message ?? "no value", verdict, steps: 0 };
  const { value, left, right } = answer;
  return { text: value.text, verdict, steps: steps.length, ...(left && right ? { left: left.text, right: right.text } : {}) };
};

/** What plain doubles say near a place: the values that the function comes to from a side, if they settle. */
function seen(e: string, to: string): readonly (number | undefined)[] {
  const [, place = "0", side] = /x -> (\S+)(?: from the (left|right))?/.exec(to) ?? [];
  const f = compile(meant(e), ["x"]);
  const settled = (at: (k: number) => number): number | undefined => {
    const values = [5, 7, 9, 11].map((k) => f(at(k)));
    const [a = 0, b = 0, c = 0, d = 0] = values;
    if (!values.every(Number.isFinite)) return undefined;
    return Math.abs(d - c) <= 0.7 * Math.abs(c - b) + 1e-7 && Math.abs(c - b) <= 0.7 * Math.abs(b - a) + 1e-7 ? d : undefined;
  };
  if (place.includes("infinity")) return [settled((k) => (place.startsWith("-") ? -1 : 1) * 2 ** k)];
  const at = compile(meant(place), ["x"])(0);
  return [...(side === "right" ? [] : [settled((k) => at - 2 ** -k)]), ...(side === "left" ? [] : [settled((k) => at + 2 ** -k)])];
}

describe("limits", () => {
  test.each(LIMITS)("of %s as %s: %s", (e, to, value) => {
    const found = limitOf(`limit of ${e} as ${to}`);
    const wanted = value === "none" || value.includes("|") ? "does not exist" : value;
    expect([found.text, found.verdict], JSON.stringify(found)).toEqual([wanted, "nailed"]);
    if (value.includes("|")) expect(`${found.left} | ${found.right}`).toBe(value);
    if (value !== "none") expect(found.steps).toBeGreaterThan(0);
  });

  it("are what plain doubles settle at", () => {
    let compared = 0;
    for (const [e, to, value] of LIMITS) {
      if (value === "none" || value.includes("infinity")) continue;
      const wanted = value.split(" | ").map((one) => compile(meant(one), ["x"])(0));
      const near = seen(e, to);
      near.forEach((own, k) => {
        if (own === undefined) return;
        compared += 1;
        expect(Math.abs(own - (wanted[k] ?? wanted[0] ?? 0)), `${e} as ${to}`).toBeLessThan(0.08 + 0.02 * Math.abs(wanted[k] ?? wanted[0] ?? 0));
      });
    }
    expect(compared).toBeGreaterThan(60);
  });

  test.each(LIMITS_WITH_LETTERS)("%j: %s", (lines, value) => {
    const { text, verdict } = limitOf(...lines);
    expect([text, verdict]).toEqual([value, "nailed"]);
  });

  // x^k (c + …) built from functions whose expansions are known, so that lower terms cancel.
  const vanishing = fc.constantFrom<readonly [string, number, number]>(
    ["sin(x) - x", 3, -1 / 6],
    ["1 - cos(x)", 2, 1 / 2],
    ["e^x - 1 - x", 2, 1 / 2],
    ["ln(1 + x) - x", 2, -1 / 2],
    ["tan(x) - x", 3, 1 / 3],
    ["sqrt(1 + x) - 1", 1, 1 / 2],
    ["arctan(x) - x", 3, -1 / 3],
    ["sinh(x) - x", 3, 1 / 6],
    ["1/(1 - x) - 1 - x", 2, 1],
    ["arcsin(x)", 1, 1],
    ["cos(x) - 1 + x^2/2", 4, 1 / 24],
  );

  it("of quotients of what vanishes are the quotients of the leading coefficients", () => {
    fc.assert(
      fc.property(vanishing, vanishing, fc.integer({ min: 1, max: 5 }), ([above, high, a], [below, low, b], c) => {
        const { text, verdict } = limitOf(`limit of ${c} (${above}) x^${low}/((${below}) x^${high}) as x -> 0`);
        expect(verdict).toBe("nailed");
        expect(compile(meant(text), ["x"])(0)).toBeCloseTo((c * a) / b, 9);
      }),
      cases(40),
    );
  });

  it("of oscillating functions without bounds are not taken for 0", () => {
    for (const e of ["e^(-x) tan x", "tan(x)/x", "1/(x sin x)"]) expect(limitOf(`limit of ${e} as x -> infinity`).text).not.toBe("0");
  });

  it("are refused in words where the function is not defined, or the variable goes to itself", () => {
    expect(answered("limit of ln x as x -> 0 from the left").error?.message).toMatch(/not defined/);
    expect(answered("limit of x^2 as x -> x").error?.message).toMatch(/cannot go to itself/);
  });

  it("can be expected and gone on from by hand", () => {
    expect(answered("limit of sin(3x)/x as x -> 0", "expect 3").verdict).toBe("nailed");
    expect(answered("limit of (x^2 - 9)/(x - 3) as x -> 3", "= 6").verdict).toBe("nailed");
    expect(answered("limit of (x^2 - 9)/(x - 3) as x -> 3", "= 5").verdict).toBe("bent");
  });
});
