import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { type Expression, freeNames } from "../src/expression/expression.ts";
import { text } from "../src/notation/text.ts";
import { anglesIn } from "../src/proof/angles.ts";
import { FORMULAS } from "../src/proof/catalogue.ts";
import { movesFrom } from "../src/proof/moves.ts";
import { findSlip } from "../src/proof/slips/find-slip.ts";
import { findSlipOfEquation } from "../src/proof/slips/slip-of-equation.ts";
import { smallEdits } from "../src/proof/slips/small-edits.ts";
import { areSame, tidied } from "../src/proof/tidy.ts";
import { meant } from "./oracle.ts";
import { cases } from "./seed.ts";
import { Tally } from "./soundness/claims.ts";
import { pick, whole } from "./soundness/made-up.ts";

const FORMS = [
  "sin(2x)/(1 + cos(2x))",
  "tan(x) + cot(x)",
  "sec(x)^2 - tan(x)^2 + csc(2x)",
  "sin(x)^4 - cos(x)^4",
  "1 - 2 sin(x)^2 + cos(x)^2",
  "sin(x + y) cos(x - y)",
  "sin(x) cos(y) - cos(x) sin(y) + 2 cos(x)^2 - 1",
  "cos(x) cos(y) + sin(x) sin(y)",
  "sin(3x) + sin(x) - cos(3x) + tan(3x)",
  "(1 + sin(x))/cos(x) + cos(x)/(1 - sin(x))",
  "cosh(x)^2 - sinh(x)^2 + tanh(2x)",
  "sinh(x + y) + sinh(x - y) - 2 sinh(x) cosh(y)",
  "cosh(3x) - cosh(x) + sech(x)/csch(x)",
  "1 - cosh(x) + coth(x) sinh(x)",
  "1/(x + 1) + 1/(x - 1) - x/(x^2 - 1)",
  "(x^2 - y^2)/(x - y) + (x + y)^2",
  "1/(sqrt(x + 3) - sqrt(3)) + (x + 2)(x - 2)",
  "ln(x^2 y) - 2 ln(x) + log_3(x) + arsinh(x)",
  "2^(x + y) - 2^x + e^(x + 2)",
  "sin(x + pi/3) + cos(pi - x) + tan(x + pi/4)",
];

/** Numbers in the first quarter, where all of these have a value. */
const PLACES = [
  [0.31, 0.22],
  [0.57, 0.41],
  [0.73, 0.64],
] as const;

function expectEqual(a: Expression, b: Expression, where: string): void {
  for (const place of PLACES) {
    const [p, q] = [a, b].map((e) => compile(e, ["x", "y"])(...place));
    if (p === undefined || q === undefined || Number.isNaN(p) || Number.isNaN(q)) continue;
    expect(Math.abs(p - q) / Math.max(1, Math.abs(p)), where).toBeLessThan(1e-9);
  }
}

describe("what a proof may do", () => {
  const settingOf = (e: Expression) => ({ angles: anglesIn(e), assumptions: [meant("x > 0"), meant("y > 0")] });

  it.each(FORMS)("with %s leaves its value, in every formula and manipulation", (source) => {
    const e = meant(source);
    const moves = movesFrom(e, settingOf(e));
    expect(moves.length).toBeGreaterThan(1);
    for (const { rule, after } of moves) expectEqual(e, after, `${source} by ${rule} is ${text(after)}`);
  });

  it("shows formulas that are true, each of the catalogue", () => {
    const real = FORMULAS.filter(({ rule }) => !["parts of a complex number", "Euler's formula", "step of a factorial"].includes(rule));
    const used = new Set<string>();
    for (const source of FORMS) {
      for (const { rule, pieces } of movesFrom(meant(source), settingOf(meant(source)))) {
        used.add(rule);
        const formulas = pieces.flatMap((piece) => (Array.isArray(piece) ? piece : [piece])) as readonly Expression[];
        for (const formula of formulas)
          if (formula.kind === "relation") expectEqual(formula.operands[0] ?? formula, formula.operands[1] ?? formula, text(formula));
      }
    }
    for (const { rule } of real) expect([...used]).toContain(rule);
  });

  test.each([
    ["x/x + 2 (x + 1) - x", "x + 3"],
    ["(x^-1)^-2", "x^2"],
    ["0/x + y", "y"],
    ["1 - (1 - 2 x^2)", "2 x^2"],
  ])("tidies %s to %s", (source, form) => expect(text(tidied(meant(source)))).toBe(text(meant(form))));

  test.each([
    ["(y - x)/(2 x - 4)", "(x - y)/(4 - 2 x)"],
    ["2 (x + y)", "2 x + 2 y"],
    ["-(x - y)^3", "(y - x)^3"],
  ])("knows %s and %s for the same", (a, b) => expect(areSame(meant(a), meant(b))).toBe(true));
});

const RIGHT = ["u^2 + 2 a s", "m v^2/2", "sin(2x) cos(y)", "(v - u)/a", "2 pi sqrt(l/g)", "a x^2 + b x + c", "e^(-t) - t e^(-t)", "k q/r^2", "ln(x) - 2 ln(y)"];

describe("a slip", () => {
  it("that was made is found, and undone", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(pick(...RIGHT), whole(0, 200), (source, place) => {
        const right = meant(source);
        const edits = smallEdits(right).filter(({ after }) => !areSame(after, right) && freeNames(after).size > 0);
        const wrong = edits[place % edits.length];
        if (!wrong) return;
        const slip = findSlip(right, wrong.after, []);
        tally.count(slip !== undefined);
        if (slip)
          expect(areSame(tidied(slip.instead), tidied(right)) || slip.instead.kind === right.kind, `${text(wrong.after)} as ${text(slip.instead)}`).toBe(true);
      }),
      cases(150),
    );
    tally.demand(0.8);
  });

  it("in moving a term is found for every linear equation", () => {
    fc.assert(
      fc.property(whole(2, 9), whole(1, 9), whole(-20, 20), (a, b, c) => {
        fc.pre(c !== 0 && c !== b && c + b !== 0);
        const slip = findSlipOfEquation(meant(`${a} x + ${b} = ${c}`), meant(`${a} x = ${c + b}`));
        expect(slip && text(slip.instead)).toBe(`${a}x = ${c - b}`);
      }),
      cases(20),
    );
  });
});
