import { describe, expect, test } from "vitest";
import { answered } from "./oracle.ts";
import { complexOf, valueAt } from "./soundness/complex-doubles.ts";

const PANELS = 2000;

/** By the midpoint rule, with the panels closer at both ends, where roots may be steep. */
function byMidpoints(f: (x: number) => number, from: number, to: number): number {
  const place = (t: number): number => from + ((to - from) * (1 - Math.cos(Math.PI * t))) / 2;
  let total = 0;
  for (let k = 0; k < PANELS; k += 1) total += f(place((k + 0.5) / PANELS)) * (place((k + 1) / PANELS) - place(k / PANELS));
  return total;
}

describe("definite integrals", () => {
  test.each<[readonly string[], string, readonly string[]]>([
    [["evaluate int_0^pi x sin(x)/(1 + cos(x)^2) dx"], "pi^2/4", []],
    [["evaluate int_(-pi/2)^(pi/2) cos(x)/(1 + e^x) dx"], "1", []],
    [["evaluate int_0^(pi/4) ln(1 + tan(x)) dx"], "pi ln(2)/8", []],
    [["evaluate int_0^3 sqrt(x)/(sqrt(x) + sqrt(3 - x)) dx"], "3/2", []],
    [["evaluate int_0^1 x^3 dx"], "1/4", []],
    [["evaluate int_1^2 1/x^2 dx"], "1/2", []],
    [["evaluate int_0^1 sqrt(x) dx"], "2/3", []],
    [["evaluate int_0^pi sin(x) dx"], "2", []],
    [["evaluate int_0^(pi/2) cos(x) dx"], "1", []],
    [["evaluate int_0^(pi/4) 1/cos(x)^2 dx"], "1", []],
    [["evaluate int_0^1 e^x dx"], "e - 1", []],
    [["evaluate int_0^1 e^(-2x) dx"], "(1 - 1/e^2)/2", []],
    [["evaluate int_1^e 1/x dx"], "1", []],
    [["evaluate int_0^1 1/(1 + x^2) dx"], "pi/4", []],
    [["evaluate int_0^(1/2) 1/sqrt(1 - x^2) dx"], "pi/6", []],
    [["evaluate int_0^1 x e^x dx"], "1", []],
    [["evaluate int_0^pi x sin(x) dx"], "pi", []],
    [["evaluate int_1^e ln(x) dx"], "1", []],
    [["evaluate int_0^pi sin(x)^2 dx"], "pi/2", []],
    [["evaluate int_0^(2pi) cos(x)^2 dx"], "pi", []],
    [["evaluate int_0^(pi/2) sin(x) cos(x) dx"], "1/2", []],
    [["evaluate int_0^1 x/(x^2 + 1) dx"], "ln(2)/2", []],
    [["evaluate int_2^3 1/(x^2 - 1) dx"], "(ln(3) - ln(2))/2", []],
    [["evaluate int_0^1 (x + 1)/(x^2 + 2x + 2) dx"], "(ln(5) - ln(2))/2", []],
    [["evaluate int_0^3 |x - 1| dx"], "5/2", []],
    [["evaluate int_0^2 (x^2 - 2x) dx"], "-4/3", []],
    [["evaluate int_0^1 2^x dx"], "1/ln(2)", []],
    [["evaluate int_0^1 cosh(x) dx"], "sinh(1)", []],
    [["evaluate int_0^1 tanh(x) dx"], "ln(cosh(1))", []],
    [["evaluate int_0^1 x^2 e^(-x) dx"], "2 - 5/e", []],
    [["evaluate int_0^(pi) e^x sin(x) dx"], "(1 + e^pi)/2", []],
    [["evaluate int_0^4 1/(1 + sqrt(x)) dx"], "4 - 2 ln(3)", []],
    [["evaluate int_1^2 (x^2 + 1)/x dx"], "(3 + 2 ln(2))/2", []],
    [["evaluate int_0^1 (2x - 1)^5 dx"], "0", []],
    [["evaluate int_0^1 x sqrt(1 - x^2) dx"], "1/3", []],
    [["evaluate int_0^1 sqrt(1 - x^2) dx"], "pi/4", []],
    [["evaluate int_0^2 sqrt(4 - x^2) dx"], "pi", []],
    [["evaluate int_1^4 (1/sqrt(x) + x) dx"], "19/2", []],
    [["evaluate int_0^(pi/3) tan(x) dx"], "ln(2)", []],
    [["evaluate int_0^1 arctan(x) dx"], "(pi - 2 ln(2))/4", []],
    [["evaluate int_0^1 0.5 x^2 + 1.5 dx"], "5/3", []],
    [["evaluate int_0^1 x^3/(x^2 + 1) dx"], "(1 - ln(2))/2", []],
  ])("%j is %s", (lines, value) => {
    const report = answered(...lines);
    expect(report.verdict).toBe("nailed");
    expect(report.answer).toMatchObject({ kind: "expression", value: { text: value } });
    const [, low = "0", high = "1", integrand = ""] = /int_(-?[^^]+)\^(\([^)]*\)|[a-z0-9]+) (.*) dx$/.exec(lines[0] ?? "") ?? [];
    const f = (x: number): number => valueAt(integrand, { x: complexOf(x) }, "real").re;
    expect(byMidpoints(f, valueAt(low, {}).re, valueAt(high, {}).re)).toBeCloseTo(valueAt(value, {}).re, 4);
  });
});
