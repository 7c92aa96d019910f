import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { answered, solutionsOf } from "../oracle.ts";
import { cases } from "../seed.ts";
import { type Claim, expectTrue, Tally } from "./claims.ts";
import { type Complex, complexOf, holdsAt, isDefined, isNear, type Values, valueAt } from "./complex-doubles.ts";
import { pick, whole } from "./made-up.ts";

const TURNS = Array.from({ length: 97 }, (_, k) => complexOf(((k - 48) * Math.PI) / 24));
const THIRDS = Array.from({ length: 61 }, (_, k) => complexOf((k - 30) / 3));
const POSITIVE = [0.5, 1, 2, 3].flatMap((p) => [0.25, 1, 1.5, 4].map((q) => ({ a: complexOf(p), b: complexOf(q) })));

function property(claims: fc.Arbitrary<Claim>, count: number, share: number): void {
  const tally = new Tally();
  fc.assert(
    fc.property(claims, (claim) => expectTrue(claim, tally)),
    cases(count),
  );
  tally.demand(share);
}

function given(conditions: readonly string[], equation: string, more: Partial<Claim> = {}): Claim {
  return {
    lines: [...conditions.map((condition) => `given ${condition}`), `solve ${equation} for x`],
    equation,
    unknown: "x",
    world: "real",
    given: conditions.join(" and "),
    ...more,
  };
}

describe("givens", () => {
  it("restrict the unknown: the roots that satisfy them are there, and no others", () => {
    const range = fc.oneof(
      fc.tuple(whole(-4, 3), whole(1, 5)).map(([low, width]) => [`${low} < x < ${low + width}`]),
      fc.tuple(pick("<", "<=", ">", ">=", "!="), whole(-3, 3)).map(([sign, c]) => [`x ${sign} ${c}`]),
      fc.tuple(whole(-3, 0), whole(1, 4)).map(([low, high]) => [`x >= ${low}`, `x <= ${high}`]),
      pick(["x > 0", "x != 2"], ["-1 <= x <= 1"]),
    );
    const polynomial = fc.uniqueArray(whole(-4, 4), { minLength: 1, maxLength: 3 }).map((roots) => `${roots.map((r) => `(x - (${r}))`).join(" ")} = 0`);
    const circular = fc.tuple(pick("sin", "cos", "tan"), pick("x", "2x"), pick("0", "1", "1/2", "-1")).map(([f, u, c]) => `${f}(${u}) = ${c}`);
    property(
      fc.tuple(range, fc.oneof(polynomial, circular)).map(([conditions, equation]) => given(conditions, equation, { probes: [...TURNS, ...THIRDS] })),
      80,
      0.7,
    );
  });

  it("about letters settle which roots there are", () => {
    const order = pick(["a > 0", "x > 0"], ["a > 0", "b > 0", "x > 0"], ["a > 0"], ["0 < a < b", "x > 0"], ["a > b", "b > 0"]);
    const equation = pick(
      ...["x^2 - a x - a^2 = 0", "x^2 = a^2", "x^2 - a x - 2 a^2 = 0", "x^2 = a", "|x| = a", "a x^2 = b", "x^2 + a x = b", "(x - a)(x + b) = 0", "x^2 = a b"],
      ...["sqrt(x) = a", "a/x = b", "x^2 - (a + b) x + a b = 0", "e^x = a", "x^3 = a^3", "1/x + 1/a = 1/b", "x^a = b", "x^a = 5", "a x = x^2"],
    );
    // Everything that may be a root comes from changes of sign; a window of positive and negative numbers is enough.
    property(
      fc.tuple(order, equation).map(([conditions, one]) => given(conditions, one, { letters: POSITIVE, window: [-9, 30] })),
      60,
      0.75,
    );
  });

  it("restrict what is rewritten: the value stays the same wherever they hold", () => {
    const tally = new Tally();
    const facts = pick(
      ...[["0 < a < b"], ["a > 0", "b > 0"], ["a > b"], ["x in (0, a)", "a > 0"], ["a >= 0"], ["-1 < x < 1"], ["x < 0", "a > 0"], ["b > a", "a > 0", "x > b"]],
    );
    const form = pick(
      ...["sqrt((a - b)^2)", "|a - b|", "|x - a|", "sqrt(a^2)", "|x| + |a|", "sqrt(x^2 a^2)", "|a b|", "sqrt(a^2 - 2 a b + b^2)", "ln(a^2)", "max(a, b)"],
      ...["|x - 1| + |x + 1|", "sqrt((x - b)^2)", "|x - a| + |x - b|", "sqrt(a) sqrt(b)", "sgn(x - a)", "arctan(tan(x))", "arcsin(sin(x))", "sqrt(1 - x)^2"],
    );
    const numbers = [-3.2, -1.5, -0.7, 0.4, 0.9, 1.6, 2.3, 4.1];
    const grid: readonly Values[] = numbers.flatMap((p) => numbers.flatMap((q) => numbers.map((x) => ({ a: complexOf(p), b: complexOf(q), x: complexOf(x) }))));
    fc.assert(
      fc.property(facts, form, (conditions, e) => {
        const lines = [...conditions.map((fact) => `given ${fact}`), `simplify ${e}`];
        const report = answered(...lines);
        const where = lines.join("; ");
        expect(report.verdict, where).not.toBe("bent");
        const { answer } = report;
        tally.count(answer?.kind === "expression" && report.verdict === "nailed");
        if (answer?.kind !== "expression") return;
        const holds = (values: Values): boolean => conditions.every((fact) => holdsAt(fact.replace("x in (0, a)", "0 < x < a"), values) === true);
        for (const values of grid.filter(holds)) {
          const [before, after]: readonly Complex[] = [valueAt(e, values, "real"), valueAt(answer.value.text, values, "real")];
          if (before && after && isDefined(before)) expect(isNear(before, after), `${where} is ${answer.value.text} at ${JSON.stringify(values)}`).toBe(true);
        }
      }),
      cases(100),
    );
    tally.demand(0.9);
  });

  test.each<[readonly string[], readonly string[]]>([
    [["given theta in (0, pi/2)", "given r > 0", "solve tan theta = r for theta"], ["arctan(r)"]],
    [["given R > 0, x > 0", "solve x^2 - R x - R^2 = 0 for x"], ["(R + sqrt(5) R)/2"]],
    [["given F > 0", "given theta in (0, pi/2)", "solve F sin theta = 5 and F cos theta = 12 for F, theta"], ["13"]],
  ])("%j has one solution", (lines, expected) => {
    const report = answered(...lines);
    const { solutions } = solutionsOf(report);
    expect(report.verdict).toBe("nailed");
    expect(solutions.map(({ values }) => Object.values(values)[0]?.text)).toEqual(expected);
    expect(solutions.map(({ conditions = [] }) => conditions)).toEqual([[]]);
  });
});
