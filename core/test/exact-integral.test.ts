import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { differentiate } from "../src/calculus/derivative.ts";
import { judgeStep } from "../src/check/step.ts";
import { step } from "../src/derivation/step.ts";
import { call, name, number } from "../src/expression/construct.ts";
import { compile } from "../src/expression/double-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import { families } from "../src/expression/functions/registry.ts";
import { type DefiniteIntegral, isDefiniteIntegral } from "../src/expression/integral.ts";
import { substitute } from "../src/expression/substitute.ts";
import { text } from "../src/notation/text.ts";
import { equalityTest, simplify } from "../src/truth/index.ts";
import { answered } from "./oracle.ts";
import { read } from "./read.ts";

function integral(source: string): DefiniteIntegral {
  const e = read(source);
  if (!isDefiniteIntegral(e)) throw new Error(`${source} is no integral`);
  return e;
}

/** A definite integral by the midpoint rule: it knows nothing of antiderivatives. */
function byMidpoints(f: (x: number) => number, from: number, to: number): number {
  const pieces = 20_000;
  const width = (to - from) / pieces;
  let total = 0;
  for (let k = 0; k < pieces; k += 1) total += f(from + (k + 0.5) * width) * width;
  return total;
}

describe("integrals answered exactly", () => {
  test.each<[string, string]>([
    ["int_0^1 x^2 dx", "1/3"],
    ["int_0^2 x(x^2 + 1)^5 dx", "1302"],
    ["int_(-1)^2 |x| dx", "5/2"],
    ["int_0^4 |x^2 - 2| dx", "(40 + 8 sqrt(2))/3"],
    ["int_0^(2pi) |sin x| dx", "4"],
    ["int_2^0 |x - 1| dx", "-1"],
    ["int_0^2 cases(x^2 if x < 1, 2x - 1 otherwise) dx", "7/3"],
    ["int_0^1 max(x, 1 - x) dx", "3/4"],
    ["int_0^1 1/sqrt(x) dx", "2"],
    ["int_0^3 sqrt(9 - x^2) dx", "9pi/4"],
    ["int_0^1 sqrt(1 + 4x^2) dx", "(2 sqrt(5) + arsinh(2))/4"],
    ["int_0^(2pi) sqrt((1 - cos t)^2 + (sin t)^2) dt", "8"],
    ["int_1^2 sqrt(1 + (x^2/2 - 1/(2x^2))^2) dx", "17/12"],
    ["int_0^1 x^2 e^x dx", "e - 2"],
    ["int_1^e (ln x)^2 dx", "e - 2"],
    ["int_0^pi x sin x dx", "pi"],
    ["int_0^(pi/2) (sin x)^3 (cos x)^2 dx", "2/15"],
    ["int_0^(pi/2) e^(2x) sin(3x) dx", "(3 - 2 e^pi)/13"],
    ["int_2^3 1/(x^3 - x) dx", "(5 ln(2) - 3 ln(3))/2"],
    ["int_0^1 1/(x^2 + 1)^2 dx", "(2 + pi)/8"],
    ["int_0^1 1/(1 + sqrt(x)) dx", "2 - 2 ln(2)"],
    ["int_0^(2pi) 1/(2 + cos x) dx", "2 sqrt(3) pi/3"],
    ["int_(-2)^(-1) 1/x dx", "-ln(2)"],
    ["int_0^1 int_0^x x y dy dx", "1/8"],
    ["2 int_0^1 x dx + 3", "4"],
  ])("%s is %s, by steps that are nailed", (source, value) => {
    const report = answered(`evaluate ${source}`);
    expect(report.answer).toMatchObject({ value: { text: value } });
    expect(report.verdict).toBe("nailed");
    expect(report.steps?.every(({ verdict }) => verdict === "nailed")).toBe(true);
    expect(report.checks?.some(({ outcome }) => outcome === "bent")).toBe(false);
  });

  test.each<[readonly string[], string, readonly string[]]>([
    [["given R > 0", "evaluate int_0^R sqrt(R^2 - x^2) dx"], "pi R^2/4", []],
    [["given a > 0", "evaluate int_a^(2a) 1/x dx"], "ln(2)", []],
    [["evaluate int_0^1 e^(k x) dx"], "(e^k - 1)/k", ["k != 0"]],
    [["given omega > 0", "evaluate int_0^(2pi/omega) (sin(omega t))^2 dt"], "pi/omega", []],
    [["given x > 5", "evaluate int_0^4 |x - 3| dx"], "5", []],
  ])("%j: %s", (lines, value, conditions) => {
    const report = answered(...lines);
    expect(report.answer).toMatchObject({ value: { text: value } });
    expect((report.answer?.kind === "expression" ? report.answer.conditions : undefined) ?? []).toEqual(conditions);
    expect(report.verdict).toBe("nailed");
  });

  test.each<[string, string, RegExp]>([
    ["int_0^1 e^(-x^2) dx", "tacked", /known by the decimal/],
    ["int_1^2 sin(x)/x dx", "tacked", /known by the decimal/],
    ["int_(-1)^1 1/x dx", "loose", /perhaps it does not exist/],
    ["int_0^3 tan(x) dx", "loose", /perhaps it does not exist/],
    ["int e^(-x^2) dx", "loose", /no antiderivative of e\^\(-x\^2\) was found/],
  ])("%s stays and is %s", (source, verdict, words) => {
    const report = answered(`evaluate ${source}`);
    expect(report.verdict).toBe(verdict);
    expect(report.checks?.map(({ detail }) => detail).join(" ")).toMatch(words);
  });

  test.each<[string, string]>([
    ["int x^2 dx", "x^3/3 + C"],
    ["int x e^x dx", "x e^x - e^x + C"],
    ["int C x dx", "C x^2/2 + K"],
  ])("without bounds: %s is %s", (source, value) => {
    const report = answered(`evaluate ${source}`);
    expect(report.answer).toMatchObject({ value: { text: value } });
    expect(report.verdict).toBe("nailed");
  });

  test.each<[string, string]>([
    ["d/dx int_0^x t^2 dt", "x^2"],
    ["d/dx int_x^(x^2) e^(-t^2) dt", "2x e^(-x^4) - e^(-x^2)"],
  ])("%s is %s", (source, value) => expect(answered(`evaluate ${source}`).answer).toMatchObject({ value: { text: value } }));

  test.each(["d/dx int_0^x 1/t dt", "d/dx int_0^x floor(t) dt", "d/dx floor(x)"])("%s is refused in words", (source) =>
    expect(answered(`evaluate ${source}`).error?.message).toMatch(/not carried out|no derivative/),
  );

  it("stand in tables and graphs by their values, and where none is found by numbers", () => {
    expect(answered("tabulate int_0^x t^2 dt for x in 0, 1, 2")).toMatchObject({
      verdict: "nailed",
      answer: {
        rows: [
          [{}, { text: "0" }],
          [{}, { text: "1/3" }],
          [{}, { text: "8/3" }],
        ],
      },
    });
    const marks = (line: string): readonly string[] => {
      const { answer } = answered(line);
      return answer?.kind === "graph" ? answer.marks.map(({ kind, x }) => `${kind} ${x?.text ?? ""}`) : [];
    };
    expect(marks("graph y = int_0^x cos(t) dt for x from 0 to 3")).toContain("maximum pi/2");
    const erf = compile(read("int_0^x e^(-t^2) dt"), ["x"]);
    expect(erf(1)).toBeCloseTo(0.746824132812427, 12);
  });

  it("agree with the function they were made from, and with the midpoint rule", () => {
    const part = fc.constantFrom("x", "x^2", "x^3", "e^(x/2)", "sin(2x)", "cos(x)", "ln(x^2 + 1)", "sqrt(x + 4)", "arctan(x)", "1/(x + 3)", "cosh(x)");
    const whole = fc.tuple(part, part, fc.constantFrom("+", "*"), fc.integer({ min: -3, max: 3 })).map(([a, b, sign, k]) => `(${a}) ${sign} (${k} ${b} + 1)`);
    let exact = 0;
    fc.assert(
      fc.property(whole, fc.integer({ min: -2, max: 1 }), fc.integer({ min: 1, max: 3 }), (source, from, width) => {
        const made = read(source);
        const slope = simplify(differentiate(made, "x")).expression;
        const report = answered(`evaluate int_(${from})^(${from + width}) (${text(slope)}) dx`);
        expect(report.verdict, source).not.toBe("bent");
        const value = report.answer?.kind === "expression" ? Number(report.answer.value.re) : Number.NaN;
        const F = compile(made, ["x"]);
        expect(value).toBeCloseTo(F(from + width) - F(from), 6);
        expect(value).toBeCloseTo(byMidpoints(compile(slope, ["x"]), from, from + width), 4);
        if (report.verdict === "nailed") exact += 1;
      }),
      { numRuns: 60 },
    );
    expect(exact).toBeGreaterThan(50);
  });

  it("rest on antiderivatives of the function table whose derivatives are the functions", () => {
    const argument = name("x");
    for (const family of families()) {
      if (!family.antiderivative) continue;
      const args = family.arity === 2 ? [number(3), argument] : [argument];
      const own = call(family.name, ...args);
      const test = equalityTest(differentiate(family.antiderivative(args), "x"), own, [read("x > 1"), read("x < 3/2")]);
      expect(test.kind, family.name).not.toBe("nonzero");
    }
  });
});

describe("the judge of integrals", () => {
  /** What is claimed of an integral; without ends those that the antiderivative has at the bounds. */
  const claimed = (source: string, antiderivative: string, after: string, ends?: readonly [string, string]) => {
    const before = integral(source);
    const at = (bound: Expression): Expression => substitute(read(antiderivative), new Map([[before.variable, bound]]));
    const reached = ends ? ([read(ends[0]), read(ends[1])] as const) : ([at(before.lower), at(before.upper)] as const);
    return { kind: "integral", before, antiderivative: read(antiderivative), ends: reached, after: read(after) } as const;
  };
  const claim = (source: string, antiderivative: string, after: string, ends?: readonly [string, string]) =>
    judgeStep(step("evaluate", [], claimed(source, antiderivative, after, ends)), []).verdict;

  test.each<[string, string, string]>([
    ["int_(-1)^1 1/x^2 dx", "-1/x", "-2"],
    ["int_(-1)^1 1/x dx", "ln(|x|)", "0"],
    ["int_0^1 1/x dx", "ln(x)", "0"],
    ["int_0^(2pi) 1/(2 + cos x) dx", "2/sqrt(3) arctan(tan(x/2)/sqrt(3))", "0"],
    ["int_0^3 tan(x) dx", "-ln(|cos(x)|)", "-ln(|cos(3)|)"],
    ["int_0^2 floor(x) dx", "x floor(x)", "4"],
    ["int_(-1)^1 0 dx", "sgn(x)", "2"],
    ["int_0^1 x dx", "x^2/2", "1/3"],
    ["int_0^1 x dx", "x^2", "1"],
    ["int_(-1)^1 |x| dx", "x^2/2", "0"],
    ["int_0^4 1/(x - 2)^2 dx", "-1/(x - 2)", "-1"],
    ["int_0^a 1/(x - 1) dx", "ln(|x - 1|)", "ln(|a - 1|)"],
    ["int_0^2 1/(1 + x^2) dx", "arctan((1 + x)/(1 - x))", "arctan(-3) - pi/4"],
  ])("does not confirm %s by %s", (source, antiderivative, after) => expect(claim(source, antiderivative, after)).not.toBe("nailed"));

  test.each<[string, string, string]>([
    ["int_0^1 x dx", "x^2/2 + 7", "1/2"],
    ["int_0^4 1/sqrt(x) dx", "2 sqrt(x)", "4"],
    ["int_(-8)^1 cbrt(x) dx", "3/4 x cbrt(x)", "-45/4"],
    ["int_1^0 1/(1 + x^2) dx", "arctan(x)", "-pi/4"],
  ])("confirms %s by %s", (source, antiderivative, after) => expect(claim(source, antiderivative, after)).toBe("nailed"));

  test.each<[string, string, string, readonly [string, string]]>([
    ["int_0^1 ln(x) dx", "x ln(x) - x", "-1", ["0", "-1"]],
    ["int_1^infinity 1/x^2 dx", "-1/x", "1", ["-1", "0"]],
    ["int_1^infinity 1/x dx", "ln(x)", "infinity", ["0", "infinity"]],
    ["int_(-infinity)^infinity 1/(1 + x^2) dx", "arctan(x)", "pi", ["-pi/2", "pi/2"]],
    ["int_0^1 1/x^2 dx", "-1/x", "infinity", ["-infinity", "-1"]],
  ])("confirms the improper %s by %s", (source, antiderivative, after, ends) => expect(claim(source, antiderivative, after, ends)).toBe("nailed"));

  test.each<[string, string, string, readonly [string, string]]>([
    ["int_1^infinity 1/x^2 dx", "-1/x", "2", ["-1", "1"]],
    ["int_1^infinity 1/x dx", "ln(x)", "0", ["0", "0"]],
    ["int_(-1)^1 1/x^2 dx", "-1/x", "-2", ["1", "-1"]],
    ["int_0^infinity sin(x) dx", "-cos(x)", "1", ["-1", "0"]],
    ["int_0^infinity e^(-a x) dx", "-e^(-a x)/a", "1/a", ["-1/a", "0"]],
    ["int_0^1 1/x^2 dx", "-1/x", "-infinity", ["-infinity", "-1"]],
  ])("does not confirm the improper %s by %s as %s", (source, antiderivative, after, ends) =>
    expect(claim(source, antiderivative, after, ends)).not.toBe("nailed"),
  );

  test.each<[string, readonly string[]]>([
    ["int_(-1)^2 |x| dx", ["int_(-1)^0 x dx", "int_0^2 x dx"]],
    ["int_(-1)^2 |x| dx", ["int_(-1)^1 (-x) dx", "int_1^2 x dx"]],
    ["int_(-1)^2 |x| dx", ["int_0^2 x dx"]],
    ["int_0^3 |1/(x - 1)| dx", ["int_0^3 1/(x - 1) dx"]],
  ])("does not confirm %s in the pieces %j", (source, sources) => {
    const pieces = sources.map(integral);
    const after = read(sources.join(" + ")) satisfies Expression;
    expect(judgeStep(step("evaluate", [], { kind: "integral in pieces", before: integral(source), pieces, after }), []).verdict).not.toBe("nailed");
  });

  it("takes nothing that is known of a letter for its variable of integration", () => {
    const wrong = claimed("int_0^4 |x - 3| dx", "x^2/2 - 3x", "-4");
    expect(judgeStep(step("evaluate", [], wrong), [read("x > 5")]).verdict).not.toBe("nailed");
  });
});
