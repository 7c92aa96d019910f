import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import type { ClaimedAnswer } from "../src/check/answer.ts";
import { substitutionCheck } from "../src/check/answer.ts";
import { completenessCheck } from "../src/check/completeness/completeness.ts";
import { judgeStep } from "../src/check/step.ts";
import { verdictOf } from "../src/check/verdict.ts";
import { step } from "../src/derivation/step.ts";
import * as build from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { judgeSolutions } from "../src/instruction/judging/judge-solutions.ts";
import { linePlain } from "../src/notation/line-plain.ts";
import { parse as parseWritten } from "../src/notation/parse.ts";
import { text } from "../src/notation/text.ts";
import { solveEquation } from "../src/solve/equation.ts";
import type { Domain, Solved } from "../src/solve/solution.ts";
import { equalityTest, expand } from "../src/truth/index.ts";
import { smallRational } from "./arbitrary.ts";
import { read } from "./read.ts";

interface Options {
  readonly unknown?: string;
  readonly domain?: Domain;
  readonly given?: readonly string[];
}

function equationOf(source: string): Expression & { kind: "relation" } {
  const equation = read(source);
  if (equation.kind !== "relation") throw new Error(`${source} is no equation`);
  return equation;
}

function solve(source: string, { unknown = "x", domain = "real", given = [] }: Options = {}): Solved {
  return solveEquation({ equation: equationOf(source), unknown, domain, assumptions: given.map(read) });
}

const valuesOf = (solved: Solved, unknown = "x"): readonly string[] => solved.set.solutions.map((solution) => text(solution.values.get(unknown) ?? build.ZERO));

/** Solved, judged, and nailed in every check. */
function expectNailed(source: string, options: Options = {}): Solved {
  const solved = solve(source, options);
  const known = (options.given ?? []).map(read).filter((fact) => !text(fact).includes(options.unknown ?? "x"));
  const judged = judgeSolutions(
    equationOf(source),
    solved.set,
    solved.steps,
    known,
    (options.given ?? []).map(read).filter((fact) => !known.includes(fact)),
  );
  expect({ source, verdict: judged.verdict, checks: judged.checks.map(({ kind, outcome, detail }) => `${kind} ${outcome}: ${detail}`) }).toMatchObject({
    verdict: "nailed",
  });
  expect(judged.stepVerdicts.map(({ verdict }) => verdict)).toEqual(solved.steps.map(() => "nailed"));
  return solved;
}

describe("equations of first and second degree", () => {
  test.each<[string, readonly string[], string]>([
    ["2x + 3 = 7 - x", ["4/3"], "divide both sides"],
    ["0.4x - 1.2 = 0", ["3"], "divide both sides"],
    ["x^2 - 5x + 6 = 0", ["2", "3"], "zero product"],
    ["6x^2 + x = 2", ["-2/3", "1/2"], "factor"],
    ["(x - 1)(x + 2) = 0", ["1", "-2"], "zero product"],
    ["3x^2 = 12x", ["0", "4"], "take out a factor"],
    ["x^2 = 7", ["sqrt(7)", "-sqrt(7)"], "take square roots"],
    ["(2x - 1)^2 = 9", ["2", "-1"], "take square roots"],
    ["x^2 + 6x + 7 = 0", ["sqrt(2) - 3", "-3 - sqrt(2)"], "complete the square"],
    ["3x^2 - 4x - 5 = 0", ["(2 + sqrt(19))/3", "(2 - sqrt(19))/3"], "quadratic formula"],
    ["4.9x^2 - 12x - 3 = 0", ["(60 + 13 sqrt(30))/49", "(60 - 13 sqrt(30))/49"], "quadratic formula"],
    ["x^2 - 6x + 9 = 0", ["3"], "the square is zero"],
    ["x^2 - 2 sqrt(2) x + 2 = 0", ["sqrt(2)"], "quadratic formula"],
    ["x^2 - (sqrt(2) + sqrt(3)) x + sqrt(6) = 0", ["sqrt(3)", "sqrt(2)"], "quadratic formula"],
    ["x^2 = 3 + 2 sqrt(2)", ["1 + sqrt(2)", "-1 - sqrt(2)"], "take square roots"],
    ["6/x = x - 1", ["-2", "3"], "multiply both sides"],
    ["1/(x-1) + 1/(x+1) = 3/4", ["-1/3", "3"], "multiply both sides"],
    [
      "x^2 - 10^30 x + 1 = 0",
      [
        "500000000000000000000000000000 + sqrt(249999999999999999999999999999999999999999999999999999999999)",
        "500000000000000000000000000000 - sqrt(249999999999999999999999999999999999999999999999999999999999)",
      ],
      "quadratic formula",
    ],
    ["pi x^2 - x = 0", ["0", "1/pi"], "take out a factor"],
  ])("%s gives %j by “%s”", (source, values, rule) => {
    const solved = expectNailed(source);
    expect(valuesOf(solved)).toEqual(values);
    expect(solved.steps.map((one) => one.rule)).toContain(rule);
  });

  test.each<[string, string, readonly string[], readonly string[], readonly string[]]>([
    ["a x^2 + b x + c = 0", "x", [], ["(-b + sqrt(b^2 - 4a c))/(2a)", "(-b - sqrt(b^2 - 4a c))/(2a)"], ["a != 0", "b^2 - 4a c >= 0"]],
    ["a x^2 + b x + c = 0", "b", [], ["-(a x^2 + c)/x"], ["x != 0"]],
    ["m v^2/2 = E", "v", ["m > 0", "E > 0"], ["sqrt(2E/m)", "-sqrt(2E/m)"], []],
    ["m v^2/2 = E", "m", [], ["2E/v^2"], ["v != 0"]],
    ["T^2 = 4pi^2 L/g", "L", [], ["T^2 g/(4pi^2)"], []],
    ["x^2 - (a+b) x + a b = 0", "x", [], ["a", "b"], []],
    ["x^2 + 2a x + a^2 = 0", "x", [], ["-a"], []],
    ["a x + b = c x + d", "x", [], ["(d - b)/(a - c)"], ["a != c"]],
    ["a x + b = c x + d", "x", ["a > c"], ["(d - b)/(a - c)"], []],
    ["h = v t - g t^2/2", "t", ["g > 0"], ["(v + sqrt(v^2 - 2g h))/g", "(v - sqrt(v^2 - 2g h))/g"], ["v^2 - 2g h >= 0"]],
  ])("%s for %s given %j is %j if %j", (source, unknown, given, values, conditions) => {
    const solved = expectNailed(source, { unknown, given });
    expect(valuesOf(solved, unknown)).toEqual(values);
    expect(solved.set.solutions[0]?.conditions.map(text)).toEqual(conditions);
  });

  it("says in words that there is no real solution and gives the complex ones apart", () => {
    const { set } = expectNailed("x^2 + 2x + 5 = 0");
    expect(set.solutions).toEqual([]);
    expect(set.complexSolutions.map((one) => text(one.values.get("x") ?? build.ZERO))).toEqual(["-1 + 2i", "-1 - 2i"]);
    expect(linePlain(set.reason)).toMatch(/no real x/);
    expect(valuesOf(expectNailed("x^2 + 2x + 5 = 0", { domain: "complex" }))).toEqual(["-1 + 2i", "-1 - 2i"]);
  });

  it("answers identities and contradictions", () => {
    expect(expectNailed("2(x+1) = 2x + 2").set.solutions[0]?.free).toEqual(["x"]);
    expect(expectNailed("x = x + 1").set).toMatchObject({ solutions: [], complete: true });
    expect(expectNailed("x + a = x + b").set.solutions[0]?.conditions.map(text)).toEqual(["a = b"]);
  });

  it("sets aside candidates at which the equation is not defined, or which the givens forbid", () => {
    const undefinedThere = expectNailed("x^2/x = 0").set;
    expect(undefinedThere.solutions).toEqual([]);
    expect(undefinedThere.rejected.map(({ reason }) => linePlain(reason)).join()).toMatch(/x ≠ 0/);
    expect(valuesOf(expectNailed("(x^2 - 1)/(x - 1) = 3"))).toEqual(["2"]);
    expect(expectNailed("x/(x-2) = 2/(x-2)").set.solutions).toEqual([]);
    const positive = expectNailed("x^2 - x - 6 = 0", { given: ["x > 0"] });
    expect(valuesOf(positive)).toEqual(["3"]);
    expect(positive.set.rejected).toHaveLength(1);
  });

  it("finds exactly the roots that an equation was built from", () => {
    const root = fc.oneof(
      smallRational.map((value) => build.number(value)),
      fc.tuple(smallRational, smallRational, fc.constantFrom(2, 3, 5, 7)).map(([p, q, d]) => ({ pair: [p, q, d] as const })),
    );
    fc.assert(
      fc.property(root, root, fc.integer({ min: 1, max: 6 }), (first, second, scale) => {
        // A surd comes with its conjugate, so that the coefficients are rational.
        const surd = (p: { num: number | bigint; den: number | bigint }, q: typeof p, d: number, sign: 1 | -1) =>
          build.sum(build.number(p), build.product(build.number(sign), build.number(q), build.sqrt(build.number(d))));
        const pair = "pair" in first ? first.pair : "pair" in second ? second.pair : undefined;
        const roots: readonly Expression[] = pair
          ? [surd(pair[0], pair[1], pair[2], 1), surd(pair[0], pair[1], pair[2], -1)]
          : [first as Expression, second as Expression];
        const x = build.name("x");
        const [r, s] = roots;
        if (!r || !s) return;
        const polynomial = expand(build.product(build.number(scale), build.subtract(x, r), build.subtract(x, s)));
        const source = `${text(polynomial)} = 0`;
        const solved = expectNailed(source);
        const found = solved.set.solutions.map((one) => one.values.get("x") ?? build.ZERO);
        for (const wanted of roots)
          expect(
            found.some((value) => equalityTest(value, wanted).kind === "zero"),
            `${source} has ${text(wanted)}`,
          ).toBe(true);
        expect(solved.set.solutions.reduce((count, one) => count + one.multiplicity, 0)).toBe(2);
      }),
      { numRuns: 200, interruptAfterTimeLimit: 20_000 },
    );
  });
});

describe("equations of higher degree", () => {
  test.each<[string, readonly string[], Options?]>([
    ["x^3 - 6x^2 + 11x - 6 = 0", ["3", "2", "1"]],
    ["x^3 = 8", ["2"]],
    ["x^3 = 2", ["cbrt(2)"]],
    ["x^4 - 5x^2 + 6 = 0", ["sqrt(3)", "-sqrt(3)", "sqrt(2)", "-sqrt(2)"]],
    ["x^4 - 10x^2 + 1 = 0", ["sqrt(2) + sqrt(3)", "-sqrt(2) - sqrt(3)", "sqrt(3) - sqrt(2)", "sqrt(2) - sqrt(3)"]],
    ["x^4 + x^2 - 1 = 0", ["sqrt((sqrt(5) - 1)/2)", "-sqrt((sqrt(5) - 1)/2)"]],
    ["x^4 + 1 = 0", []],
    ["(x - 1)^3 (x + 2) = 0", ["1", "-2"]],
    ["x^5 = x", ["0", "1", "-1"]],
    ["x^3 - a^3 = 0", ["a"], { given: [] }],
    ["x^3 + a x^2 = 0", ["0", "-a"]],
    ["1/x + 1/(x - 1) + 1/(x - 2) = 0", ["(3 + sqrt(3))/3", "(3 - sqrt(3))/3"]],
    ["x^4 + 4 = 0", ["1 + i", "1 - i", "-1 + i", "-1 - i"], { domain: "complex" }],
  ])("%s gives %j", (source, values, options) => {
    const solved = expectNailed(source, options);
    expect([...valuesOf(solved)].sort()).toEqual([...values].sort());
  });

  it("counts every root as often as its factor was taken, and sets complex ones aside", () => {
    const factor = fc.tuple(smallRational, fc.integer({ min: 1, max: 3 }));
    fc.assert(
      fc.property(fc.array(factor, { minLength: 1, maxLength: 3 }), fc.boolean(), (factors, withPair) => {
        const x = build.name("x");
        const parts = factors.map(([root, times]) => build.power(build.subtract(x, build.number(root)), build.number(times)));
        const pair = withPair ? [build.sum(build.power(x, build.TWO), build.ONE)] : [];
        const polynomial = expand(build.product(...parts, ...pair));
        const solved = expectNailed(`${text(polynomial)} = 0`);
        for (const [root] of factors) {
          const wanted = factors.filter(([other]) => text(build.number(other)) === text(build.number(root))).reduce((total, [, times]) => total + times, 0);
          const found = solved.set.solutions.find((one) => text(one.values.get("x") ?? build.ZERO) === text(build.number(root)));
          expect(found?.multiplicity).toBe(wanted);
        }
        expect(solved.set.rejected).toHaveLength(withPair ? 2 : 0);
      }),
      { numRuns: 120 },
    );
  });
});

describe("equations with the unknown in one place", () => {
  test.each<[string, readonly string[], Options?]>([
    ["5e^(2x) = 20", ["ln(2)"]],
    ["1000e^(-0.05x) = 500", ["20 ln(2)"]],
    ["ln(x + 1) = 3", ["e^3 - 1"]],
    ["lg(x) = 2", ["100"]],
    ["2^(x - 1) = 16", ["5"]],
    ["3^x = 7", ["ln(7)/ln(3)"]],
    ["e^x = -2", []],
    ["|x - 3| = 5", ["8", "-2"]],
    ["|x^2 - 5| = 4", ["3", "-3", "1", "-1"]],
    ["|x - 3| = -1", []],
    ["ln(x^2) = 4", ["e^2", "-e^2"]],
    ["sqrt(2x + 1) = 5", ["12"]],
    ["sqrt(2x + 1) = -5", []],
    ["sqrt(x^2 - 5x + 10) = 2", ["2", "3"]],
    ["cosh(x) = 2", ["arcosh(2)", "-arcosh(2)"]],
    ["tanh(x) = 2", []],
    ["1/(1 + e^(-x)) = 3/4", ["ln(3)"]],
    ["(x + 1)^(3/2) = 8", ["3"]],
    ["T = 2pi sqrt(x/g)", ["T^2 g/(4pi^2)"], { given: ["T > 0", "g > 0"] }],
    ["(x + 1)^5 = 32", ["1"]],
    ["x^5 = 3", ["root(5, 3)"]],
    ["arctan(x) = pi/4", ["1"]],
    ["arcsin(x) = 2", []],
    ["a e^(k x) = b", ["ln(b/a)/k"], { given: ["a > 0", "b > 0", "k > 0"] }],
  ])("%s gives %j", (source, values, options) => expect([...valuesOf(expectNailed(source, options))].sort()).toEqual([...values].sort()));

  test.each<[string, readonly string[], readonly string[]]>([
    ["sqrt(x) = x - 2", ["4"], ["1"]],
    ["sqrt(x + 3) = x - 3", ["6"], ["1"]],
    ["x + sqrt(x) = 6", ["4"], ["9"]],
    ["sqrt(x + 5) + sqrt(x) = 5", ["4"], []],
    ["sqrt(2x + 3) - sqrt(x + 1) = 1", ["-1", "3"], []],
    ["sqrt(x + 1) = sqrt(2x - 3)", ["4"], []],
    ["sqrt(x - 1) + sqrt(x + 1) = 0", [], []],
    ["cbrt(x^3 + 7) = x + 1", ["1", "-2"], []],
  ])("%s gives %j and sets %j aside", (source, values, aside) => {
    const solved = expectNailed(source);
    expect([...valuesOf(solved)].sort()).toEqual([...values].sort());
    expect(solved.set.rejected.map((one) => text(one.values.get("x") ?? build.ZERO))).toEqual(aside);
  });

  it("find exactly the root that a radical equation was built from", () => {
    const whole = fc.integer({ min: 0, max: 12 });
    fc.assert(
      fc.property(whole, fc.integer({ min: 1, max: 5 }), fc.integer({ min: -6, max: 6 }), (root, slope, offset) => {
        // sqrt(s x + c) = x + d at x = root, with c chosen so that the radicand is the square of root + d.
        const value = root + offset;
        const constant = value * value - slope * root;
        const source = `sqrt(${slope}x + ${constant}) = x + ${offset}`.replaceAll("+ -", "- ");
        const found = valuesOf(expectNailed(source));
        if (value >= 0) expect(found).toContain(`${root}`);
        else expect(found).not.toContain(`${root}`);
      }),
      { numRuns: 150 },
    );
  });
});

describe("what must not be lost or made up", () => {
  test.each<[string, readonly string[]]>([
    ["x^(x^2 - 4) = 1", ["-2", "1", "2"]],
    ["(x^2 - 5x + 5)^(x^2 - 9x + 20) = 1", ["1", "2", "3", "4", "5"]],
    ["x^(2x + 1) = -1", ["-1"]],
    ["x^x = x", ["-1", "1"]],
    ["x^x = 1/4", ["-2"]],
    ["x^x = 0", []],
    ["(-2)^x = 4", ["2"]],
    ["(-2)^x = 3", []],
    ["(x - 2)^(x^2 - x) = (x - 2)^12", ["-3", "1", "2", "3", "4"]],
    ["cases(sqrt(x) if x >= 0, -x otherwise) = 4", ["16", "-4"]],
    ["|cases(sqrt(x) if x >= 0, -x otherwise)| = 4", ["16", "-4"]],
    ["cases(ln(x) if x > 1, 1/(x - 1) if x < 1, x - 1 otherwise) = 0", ["1"]],
  ])("%s is solved by %j, where a negative base has whole powers and a case asks for its own domain only", (source, values) =>
    expect(valuesOf(expectNailed(source))).toEqual(values),
  );
});

describe("what the judge says of undoing", () => {
  test.each<[string, string, string]>([
    ["e^x = 5", "x = ln(5)", "nailed"],
    ["e^x = 5", "x = ln(6)", "not nailed"],
    ["ln(x) = 2", "x = e^2", "nailed"],
    ["|x| = 3", "x = 3 or x = -3", "nailed"],
    ["|x| = 3", "x = 3", "not nailed"],
    ["sqrt(x) = -3", "x = 9", "not nailed"],
    ["x^4 = 16", "x = 2", "not nailed"],
    ["sqrt(x) = 3", "x = 9", "nailed"],
    ["2x + sqrt(x) = 7", "sqrt(x) = 7 - 2x", "nailed"],
    ["arctan(x) = 2", "x = tan(2)", "not nailed"],
  ])("from %s to %s: %s", (before, after, expected) => {
    const { verdict } = judgeStep(step("undo the function", ["it"], { kind: "equivalent", unknown: "x", before: read(before), after: read(after) }), []);
    expect(verdict === "nailed" ? "nailed" : "not nailed").toBe(expected);
  });
});

describe("the judge", () => {
  const claimed = (source: string, values: readonly string[], more: Partial<ClaimedAnswer> = {}): ClaimedAnswer => ({
    equation: equationOf(source),
    unknown: "x",
    solutions: values.map((value) => ({ value: read(value), multiplicity: 1, conditions: [], everywhere: false, integers: [] })),
    apart: [],
    rejected: [],
    assumptions: [],
    facts: [],
    domain: "real",
    ...more,
  });

  test.each<[string, readonly string[]]>([
    ["x^2 - 5x + 6 = 0", ["2", "4"]],
    ["x^2 - 5x + 6 = 0", ["2"]],
    ["x^2 - 5x + 6 = 0", ["2", "3", "3"]],
    ["x^2 - 5x + 6 = 0", ["2", "2"]],
    ["x^2 = 2", ["1.4142135623730950488", "-sqrt(2)"]],
    ["x^2 = 2", ["sqrt(2) + 10^-60", "-sqrt(2)"]],
    ["x^2 + 1 = 0", ["1", "-1"]],
    ["x^2/x = 0", ["0"]],
    ["2x = 4", []],
    ["x = x + 1", ["3"]],
  ])("bends %s with %j", (source, values) => {
    const answer = claimed(source, values);
    expect(verdictOf([substitutionCheck(answer), completenessCheck(answer)])).toBe("bent");
  });

  it("nails what is right, whoever found it", () => {
    const answer = claimed("x^2 - x - 1 = 0", ["(1 + sqrt(5))/2", "(1 - sqrt(5))/2"]);
    expect(verdictOf([substitutionCheck(answer), completenessCheck(answer)])).toBe("nailed");
  });

  test.each<[string, string, readonly string[], string]>([
    ["x^2 = 9", "x = 3 or x = -3", [], "nailed"],
    ["x^2 = 9", "x = 3", [], "bent"],
    ["x^2 = 3x", "x = 3", [], "bent"],
    ["(x-3)^2 = 0", "x = 3", [], "nailed"],
    ["k x = 3k", "x = 3", [], "loose"],
    ["k x = 3k", "x = 3", ["k != 0"], "nailed"],
    ["2x = 3", "x = 2/3", [], "bent"],
    ["x^2 + 1 = 0", "0 = 1", [], "bent"],
  ])("calls the step from %s to %s given %j %s…", (before, after, given, verdict) => {
    const judged = judgeStep(step("simplify values", [], { kind: "equivalent", unknown: "x", before: read(before), after: read(after) }), given.map(read));
    expect(judged.verdict).toBe(verdict);
  });

  it("bends a step whose written form means something else", () => {
    const claim = { kind: "equivalent", unknown: "x", before: read("x^2 = 2"), after: read("x = sqrt(2) or x = -sqrt(2)") } as const;
    const written = (source: string) => judgeStep(step("take square roots", [], claim, { written: parseWritten(source) }), []).verdict;
    expect(written("x = ±sqrt(2)")).toBe("nailed");
    expect(written("x = sqrt(2)")).toBe("bent");
    expect(written("x = ±sqrt(3)")).toBe("bent");
  });
});
