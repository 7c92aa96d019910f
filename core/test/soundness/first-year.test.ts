import { describe, expect, test } from "vitest";
import type { LineReport } from "../../src/instruction/line-report.ts";
import { answered, solutionsOf } from "../oracle.ts";
import { type Claim, expectTrue, Tally } from "./claims.ts";
import { type Complex, complexOf, type World } from "./complex-doubles.ts";
import { FIRST_YEAR } from "./first-year-problems.ts";

/** Values by the names solved for, with what is asked of the letters. */
function listed(report: LineReport): readonly string[] {
  return solutionsOf(report).solutions.map(({ values, conditions = [] }) =>
    [
      Object.values(values)
        .map(({ text }) => text)
        .join(", "),
      ...conditions,
    ].join(" | "),
  );
}

/** Where roots may lie that no change of sign betrays. */
const PROBES: Readonly<Record<World, readonly Complex[]>> = {
  real: Array.from({ length: 49 }, (_, k) => complexOf((k - 24) / 4)),
  complex: Array.from({ length: 13 * 13 }, (_, k) => complexOf(((k % 13) - 6) / 2, (Math.floor(k / 13) - 6) / 2)),
};

describe("equations of a first year", () => {
  test.each(FIRST_YEAR)("%j are nailed: %j", (lines, expected) => {
    const report = answered(...lines);
    expect(listed(report)).toEqual(expected);
    expect(report.verdict).toBe("nailed");
  });

  // Those with numbers alone, held against doubles.
  const plain = FIRST_YEAR.flatMap(([lines]): readonly Claim[] => {
    const sentence = /^solve ([^=]+ = [^=]+?)(?: for ([a-z]))?(?: in ([[(])(.+), (.+)([)\]])| over (complex))?$/;
    const [, equation = "", unknown = "x", open, low, high, close, over] = sentence.exec(lines.length === 1 ? (lines[0] ?? "") : "") ?? [];
    const letters = new Set((equation.match(/(?<![a-z])[a-zA-Z](?![a-z(])/g) ?? []).filter((letter) => letter !== "e" && letter !== "i"));
    if (equation === "" || letters.size !== 1 || !letters.has(unknown) || /_|!/.test(equation)) return [];
    // Roots that gather at 0 have numbers beyond those that are looked at.
    if (/[a-z]\((1|pi)\/x\)/.test(equation)) return [];
    const given = open === undefined ? {} : { given: `${low} ${open === "[" ? "<=" : "<"} ${unknown} and ${unknown} ${close === "]" ? "<=" : "<"} ${high}` };
    // A circle around another centre has another angle than its points have.
    if (/\|z - /.test(equation)) return [];
    const world = over === "complex" || /\bi\b/.test(equation) ? "complex" : "real";
    const window: readonly [number, number] = /sin|cos|tan|cot|sec/.test(equation) ? [-6, 6] : [-17, 17];
    return [{ lines, equation, unknown, world, probes: PROBES[over === "complex" ? "complex" : "real"], ...given, ...(world === "real" ? { window } : {}) }];
  });

  test.each(plain.map((claim) => [claim.lines[0], claim] as const))("%s has its roots and no others by doubles", (_, claim) => {
    const tally = new Tally();
    expectTrue(claim, tally);
    tally.demand(1);
  });

  test("with a letter in the exponent say that negative bases are not looked at", () => {
    const report = answered("solve V^n = 5 for V");
    expect(solutionsOf(report)).toMatchObject({ complete: false, reason: expect.stringContaining("V > 0") });
    expect(report.verdict).toBe("tacked");
  });

  test("list a repeated root once, with how often it counts", () =>
    expect(solutionsOf(answered("solve (x - 1)^1000 = 0")).solutions).toMatchObject([{ values: { x: { text: "1" } }, multiplicity: 1000 }]));
});
