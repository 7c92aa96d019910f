import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { answered, meant } from "./oracle.ts";
import { cases } from "./seed.ts";

interface Found {
  readonly text: string;
  readonly verdict: string | undefined;
  readonly conditions: readonly string[];
  readonly steps: readonly string[];
}

const derivativeOf = (...lines: readonly string[]): Found => {
  const { answer, verdict, steps, error } = answered(...lines);
  if (answer?.kind !== "expression") return { text: error?.message ?? "no value", verdict, conditions: [], steps: [] };
  return { text: answer.value.text, verdict, conditions: answer.conditions ?? [], steps: steps.map((one) => one.text ?? "") };
};

/** A line, its derivative as a book prints it, and what is left out. */
const DERIVATIVES: readonly (readonly [line: string, value: string, condition?: string])[] = [
  ["differentiate x^5 by x 3 times", "60x^2"],
  ["differentiate x^2 sin(x) by x", "x (x cos(x) + 2 sin(x))"],
  ["differentiate sin(x)/x by x", "(x cos(x) - sin(x))/x^2"],
  ["differentiate (x^2 + 1)/(x - 1) by x", "(x^2 - 2x - 1)/(x - 1)^2"],
  ["differentiate ln(sin(x^2)) by x", "2x cos(x^2)/sin(x^2)"],
  ["differentiate sqrt(x^2 + a^2) by x", "x/sqrt(a^2 + x^2)"],
  ["differentiate x^x by x", "x^x (1 + ln(x))"],
  ["differentiate 2^x by x", "2^x ln(2)"],
  ["differentiate x^2 y by x then y", "2x"],
  ["differentiate sin(x) by x 4 times", "sin(x)"],
  ["differentiate |x| by x", "|x|/x"],
  ["differentiate x |x| by x", "2*|x|"],
  ["differentiate ln|x| by x", "1/x"],
  ["differentiate x/|x| by x", "0", "|x| != 0"],
  ["differentiate (x^2 - 1)/(x - 1) by x", "1", "x != 1"],
  ["differentiate arcsin(x) by x", "1/sqrt(1 - x^2)"],
  ["differentiate arctan(x/a) by x", "a/(a^2 + x^2)", "a != 0"],
  ["differentiate m c^2/sqrt(1 - v^2/c^2) by v", "m v/(1 - v^2/c^2)^(3/2)"],
  ["differentiate m_1 x_1^2 by x_1", "2m_1 x_1"],
  ["differentiate (t cos(t), t^2, e^(-t)) by t", "(cos(t) - t sin(t), 2t, -e^(-t))"],
  ["differentiate ((x^2, x y), (sin(x y), 1)) by x", "((2x, y), (y cos(x y), 0))"],
  ["differentiate x^2 + y^2 = 25 by x", "-x/y", "y != 0"],
  ["differentiate x^3 + y^3 = 3 x y by x", "(x^2 - y)/(x - y^2)", "y^2 != x"],
  ["gradient of x^2 y + z by x, y, z", "(2x y, x^2, 1)"],
  ["derivative of x^3", "3x^2"],
];

/** Functions in cases: the derivative, and the kink that is left out. */
const IN_CASES: readonly (readonly [branches: string, value: string, condition?: string])[] = [
  ["x^2 if x < 1, 2x - 1 otherwise", "cases(2x if x < 1, 2 otherwise)"],
  ["x^2 if x < 1, 3x - 2 otherwise", "cases(2x if x < 1, 3 otherwise)", "x != 1"],
  ["x^2 if x < 1, 5 otherwise", "cases(2x if x < 1, 0 otherwise)", "x != 1"],
  ["sin(x)/x if x != 0, 1 otherwise", "cases((x cos(x) - sin(x))/x^2 if x != 0, 0 otherwise)"],
  ["(e^x - 1)/x if x != 0, 1 otherwise", "cases((1 + x e^x - e^x)/x^2 if x != 0, 0 otherwise)", "x != 0"],
  ["x^2 if |x| < 1, 2x - 1 otherwise", "cases(2x if |x| < 1, 2 otherwise)", "x != -1"],
];

describe("derivatives", () => {
  test.each(DERIVATIVES.map(([line, value, ...left]) => ({ line, value, left })))("$line: $value", ({ line, value, left }) => {
    const found = derivativeOf(line);
    expect([found.text, found.verdict, found.conditions]).toEqual([value, "nailed", left]);
    expect(found.steps.length).toBeGreaterThan(0);
  });

  test.each(IN_CASES.map(([branches, value, ...left]) => ({ branches, value, left })))("of cases($branches): $value", ({ branches, value, left }) => {
    const found = derivativeOf(`differentiate cases(${branches}) by x`);
    expect([found.text, found.verdict, found.conditions]).toEqual([value, "nailed", left]);
  });

  it("name the rule, and the inner function of a chain", () => {
    const { steps } = derivativeOf("differentiate x e^(sin x) by x");
    expect(steps.some((step) => step.includes("Chain rule") && step.includes("sin(x)"))).toBe(true);
    expect(steps.some((step) => step.includes("Product rule"))).toBe(true);
  });

  test.each([
    ["differentiate int_0^(x^2) sin(t^2) dt by x", "2x sin(x^4)", []],
    ["differentiate int_1^x 1/t dt by x", "1/x", ["x > 0"]],
    ["differentiate int_x^(x^2) sin(t)/t dt by x", "(2 sin(x^2) - sin(x))/x", ["x > 0"]],
    ["differentiate int_0^x sin(x t) dt by x", "(int_0^x t cos(x t) dt) + sin(x^2)", []],
    ["differentiate int_1^x ln(t) dt by x", "ln(x)", ["x > 0"]],
    ["differentiate E = m v^2/2 by v", "m v", []],
    ["differentiate max(x, 1) by x", "cases(1 if x >= 1, 0 otherwise)", ["x != 1"]],
    ["differentiate floor(x) + x by x", "1", ["floor(x) != x"]],
    ["differentiate x sgn(x) by x", "sgn(x)", ["x != 0"]],
    ["differentiate cbrt(x) by x", "1/(3 cbrt(x)^2)", []],
    ["differentiate (sin x)/(1 + cos x) by x", "1/(1 + cos(x))", []],
  ])("%s is %s, with what it leaves out said", (line, value, conditions) => {
    const { answer, verdict } = answered(line);
    expect([answer?.kind === "expression" ? [answer.value.text, answer.conditions ?? []] : answer, verdict]).toEqual([[value, conditions], "nailed"]);
  });

  test.each([
    ["differentiate x! by x", /factorial has no derivative/],
    ["differentiate x^2 + y^2 = z by x", /which name depends on x/],
    ["differentiate a x by x 2.5 times", /whole number of times/],
    ["differentiate a x", /“by” and the variable/],
    ["differentiate 1/0 by x", /division by zero/],
  ])("%s is refused in words", (line, message) => {
    expect(derivativeOf(line).text).toMatch(message);
  });

  const grown = fc.letrec<{ e: string }>((tie) => ({
    e: fc.oneof(
      { depthSize: "small", withCrossShrink: true },
      fc.constantFrom("x", "x^2", "3", "a", "2x + 1"),
      fc.tuple(tie("e"), tie("e")).map(([u, v]) => `((${u}) + (${v}))`),
      fc.tuple(tie("e"), tie("e")).map(([u, v]) => `((${u}) (${v}))`),
      fc.tuple(tie("e"), tie("e")).map(([u, v]) => `((${u})/(1 + (${v})^2))`),
      fc.tuple(fc.constantFrom("sin", "cos", "arctan", "tanh", "arsinh"), tie("e")).map(([f, u]) => `${f}(${u})`),
      tie("e").map((u) => `e^(-(${u})^2)`),
      tie("e").map((u) => `sqrt(4 + (${u})^2)`),
      tie("e").map((u) => `ln(2 + cos(${u}))`),
    ),
  })).e;

  it("are what the chords of plain doubles come to, and most are nailed", () => {
    let nailed = 0;
    let all = 0;
    fc.assert(
      fc.property(grown, (e) => {
        const { text, verdict } = derivativeOf(`differentiate ${e} by x`);
        all += 1;
        if (verdict === "nailed") nailed += 1;
        expect(verdict, e).not.toBe("bent");
        const [f, slope] = [compile(meant(e), ["x", "a"]), compile(meant(text), ["x", "a"])];
        for (const [x, a] of [
          [0.37, 1.2],
          [-0.81, 0.4],
        ] as const) {
          const h = 1e-4;
          const chord = (8 * (f(x + h, a) - f(x - h, a)) - (f(x + 2 * h, a) - f(x - 2 * h, a))) / (12 * h);
          expect(Math.abs(chord - slope(x, a)), e).toBeLessThan(1e-6 * (1 + Math.abs(chord) + Math.abs(f(x, a))));
        }
      }),
      cases(45),
    );
    expect(nailed / all).toBeGreaterThan(0.9);
  });

  test.each([
    ["e^(a x)", "a^n e^(a x)", "n >= 0"],
    ["sin(2x)", "2^n sin(2x + pi n/2)", "n >= 0"],
    ["ln(x)", "x^(-n) (-1)^(n - 1) (n - 1)!", "n >= 1"],
    ["1/(x + a)^2", "(-1)^n (a + x)^(-n - 2) (n + 1)!", "n >= 0"],
    ["x e^x", "e^x (x + n)", "n >= 0"],
    ["2^x", "2^x ln(2)^n", "n >= 0"],
  ])("of order n of %s is %s, by induction", (e, value, condition) => {
    const { answer, verdict, steps } = answered("given n in integers", `differentiate ${e} by x n times`);
    expect([answer?.kind === "expression" ? [answer.value.text, answer.conditions] : answer, verdict]).toEqual([[value, [condition]], "nailed"]);
    expect(steps).toHaveLength(2);
    // The formula at n = 3 is the third derivative.
    const third = answered(
      "given n in integers",
      `differentiate ${e} by x n times`,
      "substitute n = 3 into (2)",
      `differentiate ${e} by x 3 times`,
      "show (3) = (4)",
    );
    expect(third.verdict).toBe("nailed");
  });

  it("of order n ask for a whole n, and are refused where no formula is known", () => {
    expect(answered("differentiate x^2 by x n times").error?.message).toMatch(/given n in integers/);
    expect(answered("given n in integers", "differentiate tan x by x n times").error?.message).toMatch(/no formula/);
  });
});
