import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { type Claim, expectReadsAs, expectTrue, Tally } from "./claims.ts";
import { type Complex, complexOf, isDefined, isNear, valueAt } from "./complex-doubles.ts";
import { pick, tidy, whole } from "./made-up.ts";

/** Numbers as they stand in a first-year problem: decimals, fractions, roots, parts of a turn. */
const number = fc.oneof(
  fc.tuple(whole(1, 98), pick(10, 100)).map(([n, d]) => `${n / d}`),
  pick("9.8", "4.9", "0.5", "1.6e-1", "6.02e0", "2.5", "0.2", "1.25"),
  fc.tuple(whole(1, 9), whole(2, 9)).map(([p, q]) => `${p}/${q}`),
  whole(1, 12).map(String),
  pick("sqrt(2)", "sqrt(3)/2", "pi/3", "2 pi", "pi/4"),
);
/** The number in brackets, so that it may stand anywhere. */
const n = number.map((text) => (/^[\d.]+$/.test(text) ? text : `(${text})`));

function property(equations: fc.Arbitrary<string>, count: number, share: number, more: Partial<Claim>): void {
  const tally = new Tally();
  fc.assert(
    fc.property(equations.map(tidy), (equation) => {
      expectTrue({ lines: [`solve ${equation} for x`], equation, unknown: "x", world: "real", ...more }, tally);
    }),
    cases(count),
  );
  tally.demand(share);
}

describe("everyday numbers", () => {
  it("as coefficients leave every root of a polynomial", () => {
    property(
      fc.oneof(
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} x + ${b} = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} x^2 - ${b} x = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} x^2 - ${b} x + ${c} = 0`),
        fc.tuple(n, n, n).map(([a, b, c]) => `(x - ${a})(x + ${b})(x - ${c}) = 0`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} (x + ${b}) = ${c} (x - ${b})`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a}/x + ${b} = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} (${b} + x/${c}) = 1`),
      ),
      100,
      0.97,
      { window: [-40, 40] },
    );
  });

  it("inside of roots, exponentials, logarithms and angles leave every root", () => {
    property(
      fc.oneof(
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} e^(-${b} x) = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} (1 - e^(-x/${b})) = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} ln(${b} x) = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `sqrt(${a} x + ${b}) = ${c}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} sqrt(x) - ${b} = ${c} sqrt(x)`),
        fc.tuple(n, n).map(([a, b]) => `|${a} x - ${b}| = ${a}`),
        fc.tuple(n, n).map(([a, b]) => `${a}^x = ${b}`),
      ),
      70,
      0.85,
      { window: [-15, 15] },
    );
    property(
      fc.oneof(
        fc.tuple(n, n, pick("sin", "cos")).map(([a, b, f]) => `${a} ${f}(x) = ${b}`),
        fc.tuple(n, n).map(([a, b]) => `${a} tan(x) = ${b}`),
        fc.tuple(n, n).map(([a, b]) => `cos(${a} x) = ${b}`),
        fc.tuple(n, n, n).map(([a, b, c]) => `${a} sin(x) + ${b} cos(x) = ${c}`),
      ),
      40,
      0.8,
      { window: [-4, 4] },
    );
  });

  it("stay what they are through every rewriting", () => {
    const tally = new Tally();
    const form = fc.oneof(
      fc.tuple(n, n, n).map(([a, b, c]) => `${a} (${b} + ${c} x)`),
      fc.tuple(n, n, n).map(([a, b, c]) => `(${a} x + ${b})^2/${c}`),
      fc.tuple(n, n, n).map(([a, b, c]) => `${a} x/${b} - ${c} x`),
      fc.tuple(n, n, n).map(([a, b, c]) => `(${a} + x)/(${b}) + ${c}/x`),
      fc.tuple(n, n, n).map(([a, b, c]) => `${a} (${b} + sqrt(2)/${c}) x`),
      fc.tuple(n, n, n).map(([a, b, c]) => `${a} e^(${b} x) e^(-${c} x)`),
      fc.tuple(n, n, n).map(([a, b, c]) => `${a} sin(x)^2 + ${a} cos(x)^2 + ${b} x/${c}`),
      fc.tuple(n, n).map(([a, b]) => `ln(${a} |x|) - ln(${b})`),
    );
    fc.assert(
      fc.property(form, pick("simplify", "expand", "factor", "combine", "collect", "evaluate"), (source, verb) => {
        const line = verb === "collect" ? `collect ${source} in x` : verb === "evaluate" ? `evaluate ${source} with x = 1.5` : `${verb} ${source}`;
        const report = answered(line);
        const { answer } = report;
        expect(report.verdict, line).not.toBe("bent");
        tally.count(answer?.kind === "expression" && report.verdict === "nailed");
        if (answer?.kind !== "expression") return;
        expectReadsAs(answer.value, line);
        for (const at of verb === "evaluate" ? [1.5] : [-1.3, 0.6, 2.2]) {
          const [before, after]: readonly Complex[] = [source, answer.value.text].map((text) => valueAt(text, { x: complexOf(at) }, "real"));
          if (before && after && isDefined(before)) expect(isNear(before, after, 1e-7), `${line} is ${answer.value.text}, at ${at}`).toBe(true);
        }
      }),
      cases(120),
    );
    tally.demand(0.95);
  });

  it("agree between a formula solved for a letter and the numbers put in", () => {
    const tally = new Tally();
    const formula = pick(
      ...([
        "v = u + a t",
        "s = u t + a t^2/2",
        "v^2 = u^2 + 2 a s",
        "1/f = 1/u + 1/v",
        "u = 2 pi sqrt(a/t)",
        "s = u (1 - a t)",
        "v = u e^(-a t)",
        "s/u = a t/(1 + a)",
      ] as const),
    );
    fc.assert(
      fc.property(formula, fc.tuple(number, number, number, number), whole(0, 4), (source, values, which) => {
        const letters = [...new Set(source.match(/\b[a-z]\b/g))].filter((letter) => letter !== "e");
        const unknown = letters[which % letters.length] ?? "t";
        const given = letters.filter((letter) => letter !== unknown).map((letter, k) => `${letter} = ${values[k] ?? "1"}`);
        const [general, special] = [answered(`solve ${source} for ${unknown}`), answered(`given ${given.join(", ")}`, `solve ${source} for ${unknown}`)];
        if (general.answer?.kind !== "solutions" || special.answer?.kind !== "solutions") return tally.count(false);
        tally.count(general.verdict === "nailed" && special.verdict === "nailed");
        const at = Object.fromEntries(given.map((one) => one.split(" = ")).map(([letter = "", text = "0"]) => [letter, valueAt(text, {})]));
        const fromFormula = general.answer.solutions.map(({ values: own }) => valueAt(own[unknown]?.text ?? "", at, "real")).filter(isDefined);
        // Every number that comes from the numbers is one of those that come from the formula.
        for (const { values: own } of special.answer.solutions) {
          const value = complexOf(Number(own[unknown]?.re));
          expect(
            fromFormula.some((other) => isNear(other, value, 1e-7)),
            `${source} for ${unknown} with ${given.join(", ")}: ${own[unknown]?.text}`,
          ).toBe(true);
        }
      }),
      cases(60),
    );
    tally.demand(0.85);
  });
});
