import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { compile } from "../src/expression/double-value.ts";
import { answered, meant } from "./oracle.ts";
import { cases } from "./seed.ts";

interface Found {
  readonly text: string;
  readonly verdict: string | undefined;
  readonly remainder: string | undefined;
  readonly conditions: readonly string[];
}

const seriesOf = (...lines: readonly string[]): Found => {
  const { answer, verdict, error } = answered(...lines);
  if (answer?.kind !== "expression") return { text: error?.message ?? "no value", verdict, remainder: undefined, conditions: [] };
  return { text: answer.value.text, verdict, remainder: answer.remainder, conditions: answer.conditions ?? [] };
};

/** A function, the place and the order; its series, like what the rest vanishes, and what is asked. */
const SERIES: readonly (readonly [of: string, value: string, remainder: string | undefined, condition?: string])[] = [
  ["sin(x) at x = 0 to order 5", "x - x^3/6 + x^5/120", "x^7"],
  ["e^x at x = 1 to order 2", "e + e (x - 1) + e (x - 1)^2/2", "(x - 1)^3"],
  ["ln(1 + x) at x = 0 to order 3", "x - x^2/2 + x^3/3", "x^4"],
  ["tan(x) at x = 0 to order 5", "x + x^3/3 + 2x^5/15", "x^7"],
  ["sin(x^2) at x = 0 to order 6", "x^2 - x^6/6", "x^10"],
  ["e^x sin(x) at x = 0 to order 5", "x + x^2 + x^3/3 - x^5/30", "x^6"],
  ["x^4 at x = 1 to order 2", "1 + 4 (x - 1) + 6 (x - 1)^2", "(x - 1)^3"],
  ["x^2 + 1 at x = 0 to order 4", "1 + x^2", undefined],
  ["|x| at x = 2 to order 2", "2 + (x - 2)", undefined],
  // Poles.
  ["1/sin(x) at x = 0 to order 3", "1/x + x/6 + 7x^3/360", "x^5"],
  ["cos(x)/x^2 at x = 0 to order 2", "1/x^2 - 1/2 + x^2/24", "x^4"],
  ["ln(1 + x)/(1 - cos(x)) at x = 0 to order 1", "2/x - 1 + 5x/6", "x^2"],
  ["tan(x) at x = pi/2 to order 1", "-1/(x - pi/2) + (x - pi/2)/3", "(x - pi/2)^3"],
  // Branch points and logarithms: one side.
  ["sqrt(sin(x)) at x = 0 to order 4", "sqrt(x) - x^(5/2)/12", "x^(9/2)", "x > 0"],
  ["arccos(x) at x = 1 to order 1", "sqrt(2) sqrt(1 - x)", "(1 - x)^(3/2)", "x < 1"],
  ["x^x at x = 0 to order 1", "1 + x ln(x)", "x^2 ln(x)^2/2", "x > 0"],
  // Far out.
  ["x/(x^2 + 1) at x = infinity to order 5", "1/x - 1/x^3 + 1/x^5", "1/x^7"],
  ["sqrt(1 + x^2) at x = -infinity to order 3", "-x - 1/(2x) + 1/(8x^3)", "-1/x^5"],
  ["arctan(x) at x = infinity to order 3", "pi/2 - 1/x + 1/(3x^3)", "1/x^5"],
  // With letters.
  ["m c^2/sqrt(1 - v^2/c^2) at v = 0 to order 4", "m c^2 + m v^2/2 + 3m v^4/(8c^2)", "v^6"],
  ["G M m/(R + h) at h = 0 to order 1", "G M m/R - G M m h/R^2", "h^2"],
  ["sqrt(x^2 + a^2) at x = 0 to order 2", "|a| + x^2*|a|/(2a^2)", "x^4", "a != 0"],
  ["(1 + x)^n at x = 0 to order 2", "1 + n x + n x^2 (n - 1)/2", "x^3"],
  ["v_0 e^(-k t/m) at t = 0 to order 2", "v_0 - k v_0 t/m + k^2 v_0 t^2/(2m^2)", "t^3"],
];

describe("series", () => {
  test.each(SERIES.map(([of, value, remainder, ...asked]) => ({ of, value, remainder, asked })))("of $of", ({ of, value, remainder, asked }) => {
    expect(seriesOf(`series of ${of}`)).toEqual({ text: value, verdict: "nailed", remainder, conditions: asked });
  });

  test.each([
    ["|x| at x = 0 to order 2", /from the left/],
    ["e^(1/x) at x = 0 to order 2", /like a power of e/],
    ["sin(1/x) at x = 0 to order 2", /oscillates/],
    ["ln(-1 - x^2) at x = 0 to order 2", /not real|not defined/],
    ["sin(x) at x = 0 to order 2.5", /whole number from 0/],
    ["sin(x) at x to order 2", /“=” and the place/],
    ["sin(x) at x = x to order 2", /cannot be at itself/],
  ])("of %s is refused in words", (of, message) => {
    expect(seriesOf(`series of ${of}`).text).toMatch(message);
  });

  const factor = fc.constantFrom("sin(x)", "cos(x)", "e^x", "ln(1 + x)", "1/(1 - x)", "sqrt(1 + x)", "arctan(x)", "tan(x)", "cosh(2x)", "e^(-x^2)");

  it("of a product or a quotient leave a rest like the power that is said, by plain doubles", () => {
    fc.assert(
      fc.property(factor, factor, fc.boolean(), fc.integer({ min: 1, max: 4 }), (u, v, divided, order) => {
        const e = divided ? `(${u})/(2 + ${v})` : `(${u}) (${v})`;
        const { text, verdict, remainder } = seriesOf(`series of ${e} at x = 0 to order ${order}`);
        expect(verdict, e).toBe("nailed");
        const [f, s] = [compile(meant(e), ["x"]), compile(meant(text), ["x"])];
        const error = (x: number): number => Math.abs(f(x) - s(x));
        if (remainder === undefined) return expect(error(0.3), e).toBeLessThan(1e-12);
        const power = Number(/x\^(\d+)/.exec(remainder)?.[1] ?? 1);
        expect(power).toBeGreaterThan(order);
        // Half the distance leaves about 2^−power of the rest.
        const ratio = Math.log2(error(0.02) / error(0.01));
        if (error(0.01) > 1e-13) expect(Math.abs(ratio - power), `${e}: ${text}`).toBeLessThan(0.5);
        return undefined;
      }),
      cases(40),
    );
  });

  test.each([
    ["cos(x)", "0", 4, -1, 1],
    ["e^x", "0", 5, 0, 1],
    ["ln(1 + x)", "0", 3, -0.5, 0.5],
    ["sqrt(x)", "4", 2, 3, 6],
    ["1/(1 + x^2)", "0", 6, -0.5, 0.25],
  ])("of %s at %s to order %i is off by no more than is said from %f to %f", (e, at, order, from, to) => {
    const report = answered(`series of ${e} at x = ${at} to order ${order} in [${from}, ${to}]`);
    const bound = Number(/at most (\S+)/.exec(report.notes?.[0] ?? "")?.[1]);
    const [f, terms] = [e, report.answer?.kind === "expression" ? report.answer.value.text : "0"].map((one) => compile(meant(one), ["x"]));
    const errors = Array.from({ length: 201 }, (_, k) => from + ((to - from) * k) / 200).map((x) => Math.abs((f?.(x) ?? 0) - (terms?.(x) ?? 0)));
    expect(Math.max(...errors)).toBeLessThanOrEqual(bound);
    expect(Math.max(...errors)).toBeGreaterThan(bound / 40);
  });

  it("is given without a bound where there is none, and the range must hold the place", () => {
    expect(answered("series of ln(1 + x) at x = 0 to order 2 in [-1, 1]").notes?.[0]).toMatch(/no bound/);
    expect(answered("series of e^x at x = 0 to order 2 in [1, 2]").error?.message).toMatch(/must hold the place/);
  });
});
