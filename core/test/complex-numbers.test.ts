import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { resultOf } from "../src/derivation/step.ts";
import { runWorking } from "../src/instruction/working.ts";
import { text, writtenText } from "../src/notation/text.ts";
import { answered, nailedValue } from "./oracle.ts";
import { cases } from "./seed.ts";

/** What the steps of the last line show. */
const shown = (...lines: readonly string[]): readonly string[] =>
  (runWorking(lines).lines.at(-1)?.outcome?.steps ?? []).map(({ written, claim }) => (written ? writtenText(written) : text(resultOf(claim))));

describe("arithmetic", () => {
  test.each<[string, string, readonly string[]]>([
    ["(2 + 3i)(1 - 4i)", "14 - 5i", ["(2 + 3i) (1 - 4i) = 2 - 8i + 3i - 12i^2 = 14 - 5i"]],
    [
      "(1 + 2i)/(3 - i)",
      "(1 + 7i)/10",
      ["(1 + 2i)/(3 - i) = (1 + 2i) (3 + i)/((3 - i) (3 + i))", "(1 + 2i)/(3 - i) = (3 + i + 6i + 2i^2)/(3^2 + 1^2) = (1 + 7i)/10"],
    ],
    [
      "((sqrt(3) + i)/2)^2027",
      "(sqrt(3) - i)/2",
      [
        "(sqrt(3) + i)/2 = cos(pi/6) + i sin(pi/6)",
        "((sqrt(3) + i)/2)^2027 = cos(2027pi/6) + i sin(2027pi/6)",
        "((sqrt(3) + i)/2)^2027 = cos(-pi/6) + i sin(-pi/6) = (sqrt(3) - i)/2",
      ],
    ],
    ["(2 - i)^5", "-38 - 41i", ["(2 - i)^2 = 4 - 4i + i^2 = 3 - 4i", "(2 - i)^5 = (3 - 4i)^2 (2 - i) = -38 - 41i"]],
    [
      "(1 + i)^-2",
      "-i/2",
      ["(1 + i)^(-2) = 1/(1 + i)^2", "(1 + i)^2 = 1 + 2i + i^2 = 2i", "1/(1 + i)^2 = 1/(2i) = (-2i)/(2i (-2i))", "1/(1 + i)^2 = (-2i)/4 = -i/2"],
    ],
    ["i^2027", "-i", ["i^2027 = i^3 = -i"]],
    ["(2 (cos(pi/9) + i sin(pi/9)))^3", "4 + 4 sqrt(3) i", ["(2 (cos(pi/9) + i sin(pi/9)))^3 = 8 (cos(pi/3) + i sin(pi/3)) = 4 + 4 sqrt(3) i"]],
    ["arg(-1 + 2i)", "pi - arctan(2)", ["arg(-1 + 2i) = pi - arctan(2)"]],
    ["sqrt(-5 + 12i)", "2 + 3i", ["sqrt(-5 + 12i) = 2 + 3i"]],
    ["|e^(i t)|", "1", ["e^(i t) = cos(t) + i sin(t)", "|e^(i t)| = sqrt(cos(t)^2 + sin(t)^2) = 1"]],
    ["3 e^(i pi/4)", "(3 sqrt(2) + 3 sqrt(2) i)/2", ["3 e^(i pi/4) = 3 (cos(pi/4) + i sin(pi/4)) = (3 sqrt(2) + 3 sqrt(2) i)/2"]],
    ["ln(-1 + i)", "(2 ln(2) + 3pi i)/4", ["ln(-1 + i) = ln(sqrt(2)) + 3pi/4 i = (2 ln(2) + 3pi i)/4"]],
    ["ln(-2)", "ln(2) + pi i", ["ln(-2) = ln(2) + pi i"]],
    ["i^i", "e^(-pi/2)", ["ln(i) = ln(1) + pi/2 i = pi i/2", "i^i = e^(-pi/2)"]],
    [
      "|(3 + 4i)/(1 - i)|",
      "5 sqrt(2)/2",
      ["|3 + 4i| = sqrt(3^2 + 4^2) = 5", "|1 - i| = sqrt(1^2 + 1^2) = sqrt(2)", "|(3 + 4i)/(1 - i)| = |3 + 4i|/|1 - i| = 5 sqrt(2)/2"],
    ],
    [
      "|(1 + 2i) (3 - i)|",
      "5 sqrt(2)",
      ["|1 + 2i| = sqrt(1^2 + 2^2) = sqrt(5)", "|3 - i| = sqrt(3^2 + 1^2) = sqrt(10)", "|(1 + 2i) (3 - i)| = |1 + 2i|*|3 - i| = 5 sqrt(2)"],
    ],
    ["3 + 2i - (1 - i)^2", "3 + 4i", ["(1 - i)^2 = 1 - 2i + i^2 = -2i", "3 + 2i - (1 - i)^2 = 3 + 2i - (-2i) = 3 + 4i"]],
  ])("%s is %s", (asked, value, steps) => {
    expect(nailedValue(`evaluate ${asked}`).text).toBe(value);
    expect(shown(`evaluate ${asked}`)).toEqual(steps);
  });

  test.each<[readonly string[], string]>([
    [["given V > 0, R > 0, omega > 0, L > 0", "evaluate |V/(R + i omega L)|"], "V/sqrt(R^2 + omega^2 L^2)"],
    [["given R > 0, omega > 0, C > 0", "evaluate |1/(1 + i omega R C)|"], "1/sqrt(omega^2 R^2 C^2 + 1)"],
    [["given R > 0, omega > 0, L > 0", "write R + i omega L in polar form"], "sqrt(R^2 + omega^2 L^2) (cos(arctan(omega L/R)) + i sin(arctan(omega L/R)))"],
    [["given w in complex", "simplify |w|^2 - w conj(w)"], "0"],
    [["simplify conj(conj(x) + 2i)"], "x - 2i"],
  ])("%j is %s, without a condition that always holds", (lines, value) => {
    const { verdict, answer } = answered(...lines);
    expect([verdict, answer?.kind === "expression" ? [answer.value.text, answer.conditions ?? []] : undefined]).toEqual(["nailed", [value, []]]);
  });

  const whole = fc.integer({ min: -5, max: 5 });
  const number = fc.tuple(whole, whole).filter(([re, im]) => re !== 0 || im !== 0);

  test("agrees with plain arithmetic", () => {
    fc.assert(
      fc.property(number, number, fc.integer({ min: -5, max: 9 }), fc.constantFrom("product", "quotient", "power", "both"), ([a, b], [c, d], n, kind) => {
        const [z, w] = [`(${a} + (${b}) i)`, `(${c} + (${d}) i)`];
        const quotient = divided([a, b], [c, d]);
        const asked = { product: `${z} ${w}`, quotient: `${z}/${w}`, power: `${z}^(${n})`, both: `${z} ${w} - ${z}/${w}` }[kind];
        const wanted = { product: times([a, b], [c, d]), quotient, power: raised([a, b], n), both: minus(times([a, b], [c, d]), quotient) }[kind];
        const value = nailedValue(`evaluate ${asked}`);
        const size = 1 + Math.hypot(...wanted);
        expect(value.re / size).toBeCloseTo(wanted[0] / size, 9);
        expect(value.im / size).toBeCloseTo(wanted[1] / size, 9);
      }),
      cases(60),
    );
  });

  test("modulus and angle agree with plain arithmetic", () => {
    fc.assert(
      fc.property(number, ([a, b]) => {
        expect(nailedValue(`evaluate arg(${a} + (${b}) i)`).re).toBeCloseTo(Math.atan2(b, a), 12);
        expect(nailedValue(`evaluate |${a} + (${b}) i|`).re).toBeCloseTo(Math.hypot(a, b), 12);
        const { re, im } = nailedValue(`rewrite ${a} + (${b}) i with polar`);
        expect([re, im].map((one) => Math.round(one * 1e9) / 1e9)).toEqual([a, b]);
      }),
      cases(25),
    );
  });
});

type Pair = readonly [number, number];
const times = ([a, b]: Pair, [c, d]: Pair): Pair => [a * c - b * d, a * d + b * c];
const minus = ([a, b]: Pair, [c, d]: Pair): Pair => [a - c, b - d];
const divided = (z: Pair, [c, d]: Pair): Pair => {
  const [re, im] = times(z, [c, -d]);
  return [re / (c * c + d * d), im / (c * c + d * d)];
};
const raised = (z: Pair, n: number): Pair => {
  const power = Array.from({ length: Math.abs(n) }, () => z).reduce(times, [1, 0]);
  return n < 0 ? divided([1, 0], power) : power;
};

describe("forms", () => {
  test.each<[string, string]>([
    ["rewrite 1 + i with polar", "sqrt(2) (cos(pi/4) + i sin(pi/4))"],
    ["write 1 - i in exponential form", "sqrt(2) e^(-i pi/4)"],
    ["rewrite -3 with polar", "3 (cos(pi) + i sin(pi))"],
    ["express 2 e^(i pi/3) in rectangular form", "1 + sqrt(3) i"],
    ["rewrite e^(i x) with sin, cos", "cos(x) + i sin(x)"],
    ["rewrite i 4 with polar", "4 (cos(pi/2) + i sin(pi/2))"],
  ])("%s", (line, value) => {
    expect(nailedValue(line).text).toBe(value);
  });

  test("the angle of 0 is asked for in vain", () => {
    expect(answered("rewrite 0 with polar").error?.message).toMatch(/not known/);
    expect(answered("rewrite R + i X with polar").error?.message).toMatch(/a given such as R > 0 may help/);
  });
});

describe("letters", () => {
  test.each<[string, string]>([
    ["simplify |R + i X|", "sqrt(R^2 + X^2)"],
    ["simplify Re(1/(R + i X))", "R/(R^2 + X^2)"],
    ["simplify Im((a + b i)/(c + d i))", "(b c - a d)/(c^2 + d^2)"],
    ["simplify conj((1 + i t)^2)", "1 - t^2 - 2i t"],
    ["simplify |1 + e^(i t)|", "2*|cos(t/2)|"],
    ["rewrite 1/(R + i X) with rectangular", "R/(R^2 + X^2) - i X/(R^2 + X^2)"],
  ])("%s", (line, value) => {
    expect(nailedValue(line).text).toBe(value);
  });

  test("angles need signs, and complex names stay", () => {
    expect(nailedValue("given R > 0", "simplify arg(R + i X)").text).toBe("arctan(X/R)");
    expect(nailedValue("given X < 0", "simplify arg(R + i X)").text).toBe("-pi/2 - arctan(R/X)");
    expect(nailedValue("simplify arg(R + i X)").text).toBe("arg(R + i X)");
    expect(nailedValue("given z in complex", "simplify z conj(z) + 1").text).not.toBe("z^2 + 1");
    expect(answered("given R > 0", "show arg(R + i w) = arctan(w/R)").verdict).toBe("nailed");
    expect(answered("show |1 + e^(i t)| = 2|cos(t/2)|").verdict).toBe("nailed");
  });
});

describe("roots of a number", () => {
  test.each<[string, readonly string[], number]>([
    ["z^3 = 8i", ["sqrt(3) + i", "-sqrt(3) + i", "-2i"], 3],
    ["2z^4 - 32 = 0", ["2", "2i", "-2", "-2i"], 3],
    ["z^5 = 32 i", ["2 e^(pi i/10)", "2i", "2 e^(9pi i/10)", "2 e^(13pi i/10)", "2 e^(17pi i/10)"], 3],
  ])("%s", (equation, values, steps) => {
    const report = answered(`solve ${equation} over complex`);
    expect(report.verdict).toBe("nailed");
    if (report.answer?.kind !== "solutions") throw new Error("no solutions");
    if (!equation.includes("32 i")) expect(report.answer.solutions.map((one) => one.values["z"]?.text)).toEqual(values);
    expect(report.answer.solutions).toHaveLength(values.length);
    expect(report.steps).toHaveLength(steps);
  });
});
