import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { name, subtract, ZERO } from "../../src/expression/construct.ts";
import type { Expression } from "../../src/expression/expression.ts";
import { withRanges } from "../../src/expression/substitute.ts";
import { text } from "../../src/notation/text.ts";
import { byName, constantSign, decide, possibleSigns, untangled, workedOut, zeroTest } from "../../src/truth/index.ts";
import { numericRange } from "../../src/truth/numeric-range.ts";
import { read } from "../read.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { complexOf, holdsAt, isDefined, isNear, type Values, valueAt } from "./complex-doubles.ts";
import { pick } from "./made-up.ts";

const NUMBERS = [-3.1, -1.7, -0.6, 0.35, 0.8, 1.3, 2.2, 4.7];
/** Every choice of numbers for three letters. */
const GRID: readonly Values[] = NUMBERS.flatMap((a) => NUMBERS.flatMap((b) => NUMBERS.map((c) => ({ a: complexOf(a), b: complexOf(b), c: complexOf(c) }))));
const holds = (fact: string, values: Values): boolean => holdsAt(fact, values, "real") === true;

/** What is decided is so at every point of the grid that the givens allow and at which the condition has a value. */
function expectDecided(givens: readonly string[], condition: string, truth: boolean | undefined): void {
  if (truth === undefined) return;
  for (const values of GRID.filter((point) => givens.every((fact) => holds(fact, point)))) {
    const there = holdsAt(condition, values, "real");
    if (there !== undefined) expect(there, `${condition} under ${givens.join(", ")} at ${JSON.stringify(values)}`).toBe(truth);
  }
}

describe("relations under givens", () => {
  test.each<[readonly string[], string, boolean | undefined]>([
    // signs of parts
    [["a > 0"], "a^2 > 0", true],
    [[], "a^2 >= 0", true],
    [[], "a^2 > 0", undefined],
    [["a != 0"], "a^2 > 0", true],
    [[], "a^2 + 1 > 0", true],
    [[], "a^2 - 2a + 1 >= 0", true],
    // a square below a root says nothing of what stands beside it, however far out its sign changes
    [["a > 0", "b > 0"], "(1 + sqrt(b))^2 (100000 - a) >= 0", undefined],
    [["a > 0", "b > 0"], "(1 + sqrt(b))^2 (sqrt(a) + 7 - a/1000) >= 0", undefined],
    [["a > 0"], "100000 - sqrt(a + 1 + 2 sqrt(a)) >= 0", undefined],
    [["a > 0"], "a + 1 - 2 sqrt(a) >= 0", true],
    [[], "a^2 + a + 1 > 0", true],
    [[], "a^2 + a - 1 > 0", undefined],
    [["a > 0", "b > 0"], "a b > 0", true],
    [["a < 0", "b > 0"], "a b < 0", true],
    [["a < 0", "b < 0"], "a/b > 0", true],
    [["a > 0", "b > 0"], "a + b > 0", true],
    [["a > 0", "b < 0"], "a + b > 0", undefined],
    [["a > 0"], "1/a > 0", true],
    [["a < 0"], "a^3 < 0", true],
    [["a > 0"], "sqrt(a) > 0", true],
    [[], "|a| >= 0", true],
    [[], "|a| + 1 > 0", true],
    [["a < 0"], "|a| = -a", true],
    [[], "e^a > 0", true],
    [[], "e^a + e^(-a) > 0", true],
    [[], "cosh a >= 0", true],
    // linear consequences
    [["a > b", "b > 0"], "a > 0", true],
    [["a > b", "b > c"], "a > c", true],
    [["a >= b", "b >= c"], "a > c", undefined],
    [["a + b > 3", "b < 1"], "a > 2", true],
    [["a > 1", "b > 2"], "a + b > 3", true],
    [["a > 1", "b > 2"], "a + b > 4", undefined],
    [["0 < a < b"], "b - a > 0", true],
    [["0 < a < b"], "a - b >= 0", false],
    [["0 < a < b"], "b > 0", true],
    [["a - b = 2", "b > 0"], "a > 2", true],
    [["2 < a < 3"], "a > 2", true],
    [["2 < a < 3"], "a >= 3", false],
    [["-1 < a < 1"], "|a| < 1", true],
    [["|a| < 1"], "a < 1", true],
    // quadratic consequences
    [["a > 0", "b > 0", "a > b"], "a^2 > b^2", true],
    [["a > b", "b > 0"], "a^2 - b^2 > 0", true],
    [["a > 1"], "a^2 > 1", true],
    [["a > 1"], "a^2 > a", true],
    [["0 < a < 1"], "a^2 < a", true],
    [["-1 < a < 1"], "1 - a^2 > 0", true],
    [["a > 0", "b > 0"], "a^2 + a b + b^2 > 0", true],
    [["a^2 > 1", "a > 0"], "a > 1", true],
    [["a > 0", "b > 0"], "(a + b)^2 > 0", true],
    [["a < -1"], "a^2 > 1", true],
    [["0 < a < 1"], "1/a > 1", true],
    [["a > 1"], "1/a < 1", true],
    [["a >= b", "b >= a"], "a = b", true],
    [["a > 0"], "a + 1/a > 0", true],
    [["a > 0", "b > a", "c > b"], "c^2 > a^2", true],
    [["a b > 0", "a > 0"], "b > 0", true],
    // monotone functions
    [["a > 1"], "ln a > 0", true],
    [["0 < a < 1"], "ln a < 0", true],
    [["a > 4"], "sqrt(a) > 2", true],
    [["a < 4"], "sqrt(a) < 2", true],
    [["a > 0"], "arctan a > 0", true],
    [[], "arctan a < pi/2", true],
    [[], "arctan a < 1", undefined],
    [[], "arcsin a <= pi/2", true],
    [[], "arcsin a > 2", false],
    [[], "pi - arccos a >= 0", true],
    [["a > 0"], "e^a > 1", true],
    [["a < 0"], "2^a < 1", true],
    [["a > 0"], "tanh a > 0", true],
    [[], "tanh a < 1", true],
    // angles
    [["0 < a < pi"], "sin a > 0", true],
    [["0 < a < pi/2"], "cos a > 0", true],
    [["0 < a < pi/2"], "tan a > 0", true],
    [["pi/2 < a < pi"], "cos a < 0", true],
    [["0 < a < 2pi"], "sin a > 0", undefined],
    [[], "sin a <= 1", true],
    [[], "2 sin a < 3", true],
    [[], "cos a + 1 >= 0", true],
    [[], "sin a + cos a < 2", undefined],
    // conjugates and roots of roots
    [["a > 0"], "sqrt(a^2 + 1) - a > 0", true],
    [["a > 0", "b > 0"], "sqrt(a^2 + b) > a", true],
    [["a > 1"], "a - sqrt(a^2 - 1) > 0", true],
    [[], "a + 2 - 2 sqrt(a + 1) >= 0", true],
    // what is false
    [["a > 0"], "a < 0", false],
    [["a > 0"], "a = 0", false],
    [["a != 0"], "a = 0", false],
    [[], "a^2 < 0", false],
    [[], "a^2 + 1 = 0", false],
    [[], "|a| < 0", false],
    [["a > b"], "a = b", false],
  ])("under %j, %s is %s", (givens, condition, truth) => {
    expect(decide(read(condition), givens.map(read))).toBe(truth);
    expectDecided(givens, condition, truth);
  });

  it("are never decided against a point that the givens allow", () => {
    const tally = new Tally();
    const letter = pick("a", "b", "c");
    const number = pick("0", "1", "-1", "2", "1/2");
    const side = fc.oneof(
      letter,
      number,
      fc.tuple(letter, letter).map(([p, q]) => `${p} + ${q}`),
      letter.map((p) => `2 ${p}`),
    );
    const order = pick("<", "<=", ">", ">=", "!=");
    const fact = fc.tuple(letter, order, side).map(([p, sign, q]) => `${p} ${sign} ${q}`);
    const form = pick(
      ...(["a - b", "a b", "a^2 - b^2", "a + b - c", "a/b", "a^2 + b^2 - 1", "|a| - |b|", "|a - b|", "sqrt(a) - sqrt(b)", "a^3 - a", "1 - a^2"] as const),
      ...([
        "ln(a) - 1",
        "e^a - 1",
        "a - sqrt(a^2 + 1)",
        "sin(a)",
        "arctan(a) - 1",
        "1/a - 1/b",
        "a b - c",
        "(a - b)(b - c)",
        "a^2 - 2 a b + b^2",
        "max(a, b) - c",
      ] as const),
      ...([
        "a e^(-b)",
        "sqrt(a^2) - a",
        "cos(a) + 1",
        "a^2 b",
        "a - floor(a)",
        "cosh(a) - 1",
        "sqrt(a + 2 sqrt(a - 1)) - 1",
        "arcsin(a) + 2",
        "a^4 + a^2",
        "(a + b)/(a - b)",
      ] as const),
    );
    fc.assert(
      fc.property(fc.array(fact, { maxLength: 3 }), form, pick("<", "<=", ">", ">=", "!=", "="), (givens, e, sign) => {
        const condition = `${e} ${sign} 0`;
        const truth = decide(read(condition), givens.map(read));
        tally.count(truth !== undefined);
        expectDecided(givens, condition, truth);
      }),
      cases(400),
    );
    tally.demand(0.15);
  });
});

describe("comparisons with a number", () => {
  test.each([
    ["2x - 1 >= 0", "x >= 1/2"],
    ["3 - x > 0", "x < 3"],
    ["sqrt(2x - 1) - 3 <= 0", "x <= 5"],
    ["ln(x) - 2 > 0", "x > e^2"],
    ["5 - e^(2x) > 0", "x < ln(5)/2"],
    ["arctan(x - 1) >= pi/4", "x >= 2"],
    ["arccos(x) > pi/3", "x < 1/2"],
    ["(1/2)^x < 8", "x > -3"],
    ["pi - 2 arcsin(x) <= 0", "x = 1"],
    ["2 (3 - sqrt(x)) < 0", "x > 9"],
    ["sinh(x) > 0", "x > 0"],
  ])("%s is %s", (relation, expected) => {
    const e = read(relation);
    const [left = ZERO, right = ZERO] = e.kind === "relation" ? e.operands : [];
    const found = byName(subtract(left, right), (e.kind === "relation" ? e.comparisons[0] : undefined) ?? "=");
    expect(typeof found === "object" ? text(found) : found).toBe(expected);
    for (const x of [-4.3, -1.1, 0.2, 0.45, 0.9, 1.5, 2.4, 6, 8, 12]) {
      const before = holdsAt(relation, { x: complexOf(x) }, "real");
      if (before !== undefined) expect(holdsAt(expected, { x: complexOf(x) }, "real"), `${relation} at ${x}`).toBe(before);
    }
  });

  test.each<[string, "<" | ">" | "<=" | ">=", boolean]>([
    ["arctan(x) - 2", "<", true],
    ["arctan(x) + 2", "<", false],
    ["sqrt(x) + 1", ">", true],
    ["e^x + 1", "<=", false],
    ["tanh(x) - 1", ">=", false],
    ["arcsin(x) - pi/2", ">", false],
  ])("%s %s 0 is %s wherever it has a value", (e, comparison, truth) => expect(byName(read(e), comparison)).toBe(truth));

  test.each(["x^2 - 1", "sin(x)", "x + 1/x", "|x|", "x y"])("%s is on one side of 0 for no half of the line", (e) =>
    expect(byName(read(e), ">")).toBeUndefined(),
  );
});

describe("conditions on a whole number", () => {
  const whole = (relation: string): Expression => withRanges(read(relation), new Map([["n", "integer"]]));
  test.each<[readonly string[], readonly string[]]>([
    [["0 < 1/(2pi n) < 1", "n != 0"], ["n >= 1"]],
    [["-1 <= 1/(pi n) <= 1", "n != 0"], ["n != 0"]],
    [["2 pi n + pi/3 > 0"], ["n >= 0"]],
    [["2 pi n - pi/3 > 0"], ["n >= 1"]],
    [["pi n >= 0"], ["n >= 0"]],
    [["n^2 >= 2"], ["n != -1", "n != 0", "n != 1"]],
    [["0 <= pi n <= 10"], ["n >= 0", "n <= 3"]],
    [["n + 1/2 != 0"], []],
    [["a n > 0"], ["a n > 0"]],
  ])("%j come to %j", (conditions, expected) => {
    const found = workedOut(conditions.map(whole), "n");
    expect(found.map(text).sort()).toEqual([...expected].sort());
  });

  test.each<[string, boolean | undefined]>([
    ["n + 1/4 != 0", true],
    ["2 n = 3", false],
    ["n (n - 1) >= 0", true],
    ["n > 0", undefined],
  ])("%s is %s for all whole numbers", (condition, truth) => expect(decide(whole(condition), [])).toBe(truth));
});

describe("roots of roots", () => {
  test.each([
    ["sqrt(x + 2 sqrt(x - 1))", ["x >= 1"], "1 + sqrt(x - 1)"],
    ["sqrt(x - 2 sqrt(x - 1))", ["x >= 1"], "|1 - sqrt(x - 1)|"],
    ["sqrt(x + 3 - 4 sqrt(x - 1))", ["x >= 1"], "|2 - sqrt(x - 1)|"],
    ["sqrt(a + b + 2 sqrt(a b))", ["a > 0", "b > 0"], "sqrt(a) + sqrt(b)"],
    ["sqrt(x + sqrt(x))", ["x > 0"], "sqrt(x + sqrt(x))"],
    ["sqrt(x + 2 sqrt(x - 2))", ["x >= 2"], "sqrt(x + 2 sqrt(x - 2))"],
  ] as const)("%s under %j is %s", (source, known, expected) => {
    const found = untangled(read(source), known.map(read));
    expect(zeroTest(subtract(found, read(expected)), known.map(read)).kind).toBe("zero");
    for (const x of [1.2, 2.7, 5.3, 11]) {
      const values = { x: complexOf(x), a: complexOf(x), b: complexOf(x / 3) };
      const [before, after] = [valueAt(source, values, "real"), valueAt(text(found), values, "real")];
      if (isDefined(before)) expect(isNear(before, after)).toBe(true);
    }
  });
});

describe("bounds and signs", () => {
  test.each<[string, readonly string[], number, number]>([
    ["a + b", ["0 < a < 1", "2 < b < 3"], 2, 4],
    ["a b", ["1 < a < 2", "-1 < b < 3"], -2, 6],
    ["sin(a)", [], -1, 1],
    ["3 cos(a) + 1", [], -2, 4],
    ["a^2", ["-2 < a < 1"], 0, 4],
    ["1/a", ["2 < a < 4"], 0.25, 0.5],
    ["arctan(a)", [], -Math.PI / 2, Math.PI / 2],
    ["e^a", ["a < 0"], 0, 1],
  ])("%s under %j lies between %d and %d", (e, givens, low, high) => {
    const range = numericRange(read(e), givens.map(read));
    expect(range.low).toBeLessThanOrEqual(low);
    expect(range.high).toBeGreaterThanOrEqual(high);
    expect(range.low).toBeGreaterThan(low - 0.1);
    expect(range.high).toBeLessThan(high + 0.1);
  });

  test.each([
    ["sqrt(2) + sqrt(3) - sqrt(10)", -1],
    ["sqrt(2) + sqrt(3) - sqrt(5 + 2 sqrt(6))", 0],
    ["pi - 22/7", -1],
    ["e^pi - pi^e", 1],
    ["cos(pi/7) - cos(2pi/7) + cos(3pi/7) - 1/2", 0],
    ["arctan(1/2) + arctan(1/3) - pi/4", 0],
    ["ln(2) + ln(3) - ln(6)", 0],
    ["2^(1/3) - 1.26", -1],
    ["i", undefined],
  ] as const)("the sign of %s is %s", (e, sign) => expect(constantSign(read(e))).toBe(sign));

  it("of a complex number are not asked", () => {
    const z = name("z", "complex");
    expect(possibleSigns(z, [])).toBe(7);
    expect(decide(withRanges(read("z^2 >= 0"), new Map([["z", "complex"]])), [])).toBeUndefined();
  });
});
