import { describe, expect, it, test } from "vitest";
import { lineReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import "./seed.ts";

/** The report of the last line of a working. */
function last(...lines: readonly string[]) {
  const reports = runWorking(lines).lines.map(lineReport);
  const report = reports[reports.length - 1];
  if (!report) throw new Error("no line");
  return report;
}

describe("rewriting lines", () => {
  test.each<[string, string, (readonly string[])?]>([
    ["expand (x + 1)^3", "x^3 + 3x^2 + 3x + 1"],
    ["expand (a + b)^2 c", "a^2 c + 2a b c + b^2 c"],
    ["expand (x^2 + 1)/x", "x + 1/x"],
    ["expand sin(2x)", "2 sin(x) cos(x)"],
    ["expand ln(x^2 y) only logs", "ln(y) + 2 ln(|x|)", ["x^2 y > 0"]],
    ["expand (x + 1)(x + 2) + (x + 3)^2 only products", "(x + 3)^2 + x^2 + 3x + 2"],
    ["expand (x + 1)(x + 2) + (x + 3)^2 only powers", "(x + 1) (x + 2) + x^2 + 6x + 9"],
    ["factor 6x^2 + x - 2", "(2x - 1) (3x + 2)"],
    ["factor 12x^3 y - 18x^2 y^2", "6x^2 y (2x - 3y)"],
    ["factor a x + a y + b x + b y", "(a + b) (x + y)"],
    ["factor x^4 - 1 over complex", "(x - 1) (x + 1) (x + i) (x - i)"],
    ["factor x^4 + 1 over reals", "(x^2 - sqrt(2) x + 1) (x^2 + sqrt(2) x + 1)"],
    ["factor x^4 - 5x^2 + 6 over sqrt(2)", "(x^2 - 3) (x + sqrt(2)) (x - sqrt(2))"],
    ["factor x^2 - 2sqrt(2) x + 2", "(x - sqrt(2))^2"],
    ["factor m g h + m v^2/2", "m (2g h + v^2)/2"],
    ["complete the square in 2x^2 - 3x + 1", "2 (x - 3/4)^2 - 1/8"],
    ["complete the square in a x^2 + b x + c for x", "a (x + b/(2a))^2 - b^2/(4a) + c"],
    ["complete the square in 2 + 14t - 4.9t^2", "-4.9 (t - 10/7)^2 + 12"],
    ["partial fractions of (x^3 + 2x + 1)/(x^2 - x - 2)", "x + 1 + 13/(3 (x - 2)) + 2/(3 (x + 1))"],
    ["partial fractions of 1/(x^3 + 1)", "(2 - x)/(3 (x^2 - x + 1)) + 1/(3 (x + 1))"],
    ["partial fractions of 1/((x - a)(x - b)) in x", "1/((b - a) (x - b)) - 1/((b - a) (x - a))"],
    ["combine 1/R_1 + 1/R_2", "(R_1 + R_2)/(R_1 R_2)"],
    ["combine (x^2 - 1)/(x - 1)", "x + 1", ["x - 1 != 0"]],
    ["combine 1/(1/a + 1/b)", "a b/(a + b)", ["a != 0", "b != 0"]],
    ["collect x y + x + 3y + 3 in x", "x (y + 1) + 3 (y + 1)"],
    ["rewrite tan x with sin, cos", "sin(x)/cos(x)"],
    ["rewrite sin x/cos x with tan", "tan(x)"],
    ["rewrite cos(2x) with sin", "1 - 2 sin(x)^2"],
    ["rewrite sin x cos y with sums", "sin(x + y)/2 + sin(x - y)/2"],
    ["rewrite sin x + sin y with products", "2 sin((x + y)/2) cos((x - y)/2)"],
    ["rewrite 3 sin x + 4 cos x with one sine", "5 sin(x + arctan(4/3))"],
    ["rewrite sin x + cos x with one cosine", "sqrt(2) cos(x - pi/4)"],
    ["rewrite log_2(x) with ln", "ln(x)/ln(2)"],
    ["rewrite ln x + 2ln y with one logarithm", "ln(x y^2)", ["x > 0", "y > 0"]],
    ["rewrite 1/(1 + cbrt(2)) with rational denominator", "(1 - cbrt(2) + cbrt(4))/3"],
    ["simplify cos(x)^4 - sin(x)^4", "cos(2x)"],
    ["simplify (x^6 - 1)/(x^3 - 1)", "x^3 + 1", ["x - 1 != 0"]],
    ["simplify sqrt(x^2)", "|x|"],
    ["simplify cbrt(2 + sqrt(5)) + cbrt(2 - sqrt(5))", "1"],
    ["simplify sinh(x) + cosh(x)", "e^x"],
    ["simplify x^(1/2) x^(1/3)", "x^(5/6)"],
    ["simplify (1/2) m v^2 - (1/2) m u^2", "m (u + v) (v - u)/2"],
    ["partial fractions of (x^4 + 1)/(x^2 (x^2 + 1)^2)", "1/x^2 - 2/(x^2 + 1)^2"],
    ["simplify sqrt(1 - sin(x)^2)", "|cos(x)|"],
    ["simplify sqrt(1 + tan(x)^2)", "1/|cos(x)|"],
    ["simplify sqrt(2 - 2 cos x)", "2*|sin(x/2)|"],
    ["simplify sqrt((1 + cos(4x))/2)", "|cos(2x)|"],
    ["simplify sqrt(cosh(x)^2 - 1)", "|sinh(x)|"],
    ["simplify ln(sin(x)^2 + cos(x)^2 + x)", "ln(x + 1)"],
    ["simplify ln(1 - cos(x)^2)", "ln(sin(x)^2)"],
    ["simplify (tan x + tan y)/(1 - tan x tan y)", "tan(x + y)", ["cos(x) != 0", "cos(y) != 0"]],
    ["simplify (1 - tan x)/(1 + tan x)", "-tan(x - pi/4)", ["cos(x) != 0"]],
    ["simplify (1 - cos x)/sin x", "(1 - cos(x))/sin(x)"],
    ["simplify sin(2x)/(1 + cos(2x))", "tan(x)"],
    ["simplify (x^3 - 8)/(x^2 - 4)", "(x^2 + 2x + 4)/(x + 2)", ["x - 2 != 0"]],
    ["simplify (x^100 - 1)/(x - 1)", "(x^100 - 1)/(x - 1)"],
    ["simplify 4^x/2^x", "2^x"],
    ["simplify (2^(n + 2) - 2^n)/2^n", "3"],
    ["simplify (12^x 5^x)/(6^x 10^x)", "1"],
    ["simplify 10^(2 lg x)", "x^2", ["x > 0"]],
    ["expand (x + 1/x)^3", "x^3 + 3x + 3/x + 1/x^3"],
    ["expand tan(x + pi/4)", "(1 + tan(x))/(1 - tan(x))"],
    ["expand tan(2x)", "2 tan(x)/(1 - tan(x)^2)"],
    ["expand tan(x + y) + sin(2x)", "(tan(x) + tan(y))/(1 - tan(x) tan(y)) + 2 sin(x) cos(x)"],
    ["expand 2^(3x + 3) only powers", "8*2^(3x)"],
    ["expand e^(x + 1) only powers", "e e^x"],
    ["rewrite cos(x)^4 with double angles", "3/8 + cos(2x)/2 + cos(4x)/8"],
    ["expand sqrt(x) (sqrt(x) + 1/sqrt(x))", "x + 1", ["x > 0"]],
    ["simplify 1/(1 + 1/x)", "x/(x + 1)", ["x != 0"]],
  ])("%s gives %s, nailed", (sentence, value, conditions) => {
    const report = last(sentence);
    expect(report.error).toBeUndefined();
    expect(report.answer).toMatchObject({ kind: "expression", value: { text: value } });
    expect(report.answer?.kind === "expression" ? (report.answer.conditions ?? []) : undefined).toEqual(conditions ?? []);
    expect(report.verdict).toBe("nailed");
    expect(report.steps.length).toBeGreaterThan(0);
    for (const step of report.steps) expect(step.verdict).toBe("nailed");
  });

  it("use what is given about signs", () => {
    expect(last("given x > 0", "simplify sqrt(x^2) + |x|").answer).toMatchObject({ value: { text: "2x" } });
    expect(last("given a < 0", "simplify sqrt(a^2 b^2)").answer).toMatchObject({ value: { text: "-a*|b|" } });
  });

  it("can be aimed at a part, in numerator or denominator, and leave the rest", () => {
    expect(last("(x^2 - 1)/(x^2 + 2x + 1)", "factor the part x^2 + 2x + 1 of (1)").answer).toMatchObject({ value: { text: "(x^2 - 1)/(x + 1)^2" } });
    expect(last("1/(x - 1) + 1/(x + 1) + y^2 + 2y", "combine the part 1/(x - 1) + 1/(x + 1) of (1)").answer).toMatchObject({
      value: { text: "y^2 + 2y + 2x/((x - 1) (x + 1))" },
    });
    expect(last("x^2 + 2x = 3", "factor (1)").answer).toMatchObject({ value: { text: "x (x + 2) = 3" } });
    expect(last("expand the part z of x + 1").error?.message).toMatch(/no part/);
  });

  test.each([
    ["show tan(x/2) = sin x/(1 + cos x)", true, ["cos(x/2) = 0", "1 + cos(x) = 0"]],
    ["show (x^2 - 1)/(x - 1) = x + 1", true, ["x = 1"]],
    ["show sqrt(x^2) = x for x in [0, infinity)", true, undefined],
    ["show sqrt(x^2) = x", false, undefined],
    ["show sin(2x) = 2 sin x", false, undefined],
    ["show 3 sin(k t) + 4 cos(k t) = 5 cos(k t - arctan(3/4))", true, undefined],
  ])("%s", (sentence, holds, exceptions) => {
    const { answer, verdict } = last(sentence);
    expect(answer).toMatchObject({ kind: "truth", holds });
    expect(answer?.kind === "truth" ? answer.exceptions : undefined).toEqual(exceptions);
    expect(verdict).toBe(holds ? "nailed" : "bent");
    if (!holds) expect(answer?.kind === "truth" ? answer.counterexample : undefined).toBeDefined();
  });

  test.each([
    ["complete the square in x^3", /no quadratic/],
    ["partial fractions of sin(x)", /no quotient/],
    ["rewrite x with nonsense", /one of these was expected/],
    ["factor x^2 - 1 over y", /domain/],
    ["show x + 1", /identity/],
    ["expand (a + b)^500", /more effort/],
    ["collect 1/x in x", /no polynomial/],
  ])("%s is refused in words", (sentence, message) => expect(last(sentence).error?.message).toMatch(message));
});
