import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import type { PathTo } from "../src/calculus/place.ts";
import { judgeLimit, judgeParting } from "../src/check/calculus/limit.ts";
import type { LimitPlace } from "../src/derivation/step.ts";
import { ballValue } from "../src/expression/ball-value.ts";
import { HALF, number, PI, product, ZERO } from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { infinityOf } from "../src/expression/infinity.ts";
import { substitute } from "../src/expression/substitute.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import { answered, meant } from "./oracle.ts";
import { cases } from "./seed.ts";

function placeAt(at: string, side?: "left" | "right", whole = false): LimitPlace {
  return { variable: "x", at: meant(at), whole, ...(side ? { side } : {}) };
}

const judged = (e: string, place: LimitPlace, value: string, ...given: readonly string[]): string =>
  judgeLimit({ kind: "limit", place, before: meant(e), after: meant(value) }, given.map(meant)).verdict;

describe("expansions with a remainder", () => {
  test.each([
    ["sin(x)/x", "0", "1"],
    ["(x - sin x)/x^3", "0", "1/6"],
    ["(e^x - 1 - x - x^2/2 - x^3/6 - x^4/24 - x^5/120 - x^6/720)/x^7", "0", "1/5040"],
    ["(cos x)^(1/x^2)", "0", "e^(-1/2)"],
    ["(cbrt(x) - 2)/(x - 8)", "8", "1/12"],
    ["arccos(1 - x^2)/|x|", "0", "sqrt(2)"],
    ["x sin(1/x)", "0", "0"],
    ["(sin x - sin 1)/(x - 1)", "1", "cos(1)"],
    ["1/(x - 3)^2", "3", "infinity"],
    ["(ln x)^9/x", "infinity", "0"],
    ["x^(ln x)/e^(sqrt x)", "infinity", "0"],
    ["x^(ln(2)/(1 + ln x))", "infinity", "2"],
    ["e^(x + e^(-x)) - e^x", "infinity", "1"],
    ["e^(e^(x + 1/x))/e^(e^x)", "infinity", "infinity"],
    ["x! e^x/(x^x sqrt(x))", "infinity", "sqrt(2 pi)"],
    ["x (2 + sin x)", "infinity", "infinity"],
    ["x/(3 + cos x) - x/(3 + cos x)", "infinity", "0"],
    ["arsinh(x) + ln(-x)", "-infinity", "-ln(2)"],
    ["floor(x)/x", "infinity", "1"],
    ["(int_0^x e^(-t^2) dt)/x", "0", "1"],
  ])("confirm that %s at %s tends to %s", (e, at, value) => {
    expect(judged(e, placeAt(at), value)).toBe("nailed");
  });

  test.each([
    ["sin(x)/x", "0", "0"],
    ["(x - sin x)/x^3", "0", "1/3"],
    ["(1 + 1/x)^x", "infinity", "1"],
    ["sqrt(x^2 + x) - x", "infinity", "0"],
    ["1/(x - 3)^2", "3", "-infinity"],
    ["1/(x - 3)", "3", "infinity"],
    ["|x|/x", "0", "1"],
    ["floor(x)", "2", "2"],
    ["e^x/x^100", "infinity", "0"],
    ["arctan(1/x)", "0", "pi/2"],
  ])("contradict that %s at %s tends to %s", (e, at, value) => {
    expect(judged(e, placeAt(at), value)).toBe("bent");
  });

  test.each([
    ["x sin x", "infinity", "0"],
    ["sin x", "infinity", "0"],
    ["tan(x)/x", "infinity", "0"],
    ["1/(x sin x)", "infinity", "0"],
    ["1/(1 + sin x)", "infinity", "1"],
    ["x/(1 - x + floor(x))", "infinity", "infinity"],
  ])("do not confirm that %s at %s tends to %s", (e, at, value) => {
    expect(judged(e, placeAt(at), value)).not.toBe("nailed");
  });

  test.each([
    [["a > 0"], "e^(-a x) x^3", "0", "nailed"],
    [[], "e^(-a x) x^3", "0", "bent"],
    [["-1 < a", "a < 1"], "a^x", "0", "nailed"],
    [["a > 1"], "a^x", "infinity", "nailed"],
  ])("with %j: the sequence %s tends to %s: %s", (given, e, value, verdict) => {
    expect(judged(e, placeAt("infinity", undefined, true), value, ...given)).toBe(verdict);
  });

  it("tell two ways on which a function parts, and see through ways on which it does not", () => {
    const place = placeAt("infinity");
    const angle = (value: Expression): PathTo => ({ kind: "angle", of: meant("x"), value });
    const on = (value: Expression, limit: string): { along: PathTo; limit: Expression } => ({ along: angle(value), limit: meant(limit) });
    const quarter = product(HALF, PI);
    expect(judgeParting(meant("sin x"), place, [on(ZERO, "0"), on(quarter, "1")], []).verdict).toBe("nailed");
    expect(judgeParting(meant("sin x"), place, [on(ZERO, "0"), on(quarter, "0")], []).verdict).toBe("bent");
    expect(judgeParting(meant("sin(x)/x"), place, [on(ZERO, "0"), on(quarter, "0")], []).verdict).not.toBe("nailed");
    const remainder = (value: number, limit: string): { along: PathTo; limit: Expression } => ({
      along: { kind: "remainder", period: 2, value },
      limit: meant(limit),
    });
    expect(judgeParting(meant("(-1)^x"), placeAt("infinity", undefined, true), [remainder(0, "1"), remainder(1, "-1")], []).verdict).toBe("nailed");
  });

  // Functions that vanish, or grow, put together at random; what they tend to is seen by arithmetic with hundreds of digits very near the place.
  const vanishing = fc.constantFrom(
    "x",
    "sin x",
    "tan(2x)",
    "e^x - 1",
    "ln(1 + x)",
    "1 - cos x",
    "sqrt(1 + x) - 1",
    "arctan x",
    "x^2",
    "sinh(3x)",
    "arcsin x",
    "x - sin x",
  );
  const outer = fc.constantFrom("u", "sin(u)", "e^u - 1", "ln(1 + u)", "u^2", "u/(1 + u)", "arctan(u)", "sqrt(1 + u) - 1");
  const composed = fc.tuple(vanishing, outer).map(([inside, f]) => f.replaceAll("u", `(${inside})`));
  const quotient = fc.tuple(composed, composed, composed).map(([a, b, c]) => `((${a}) + (${b}))/(${c})`);
  const growing = fc
    .tuple(fc.constantFrom("x", "ln x", "sqrt(x)", "x + ln x", "e^(-x) + x"), fc.constantFrom("u", "u^2", "u + 1/u", "e^(-u)", "ln(1 + u)", "sqrt(u^2 + 1)"))
    .map(([inside, f]) => f.replaceAll("u", `(${inside})`));
  const ratio = fc.tuple(growing, growing, growing).map(([a, b, c]) => `((${a}) - (${b}))/(${c})`);

  const PRECISION = 3000;
  function near(e: Expression, place: LimitPlace): number | undefined {
    const far = infinityOf(place.at) !== undefined;
    const at = rational.power(rational.rational(2), far ? 30 : -700);
    const ball = ballValue(substitute(e, new Map([["x", number(at)]])), PRECISION);
    const value = real.toNumber(ball.re);
    return Number.isFinite(value) ? value : undefined;
  }

  it("agree with arithmetic near 0, and contradict any other value", () => {
    let [nailed, seen] = [0, 0];
    const count = cases(40);
    fc.assert(
      fc.property(quotient, (e) => {
        const place = placeAt("0", "right");
        const { answer, verdict } = answered(`limit of ${e} as x -> 0 from the right`);
        if (answer?.kind !== "expression") return;
        seen += 1;
        if (verdict === "nailed") nailed += 1;
        const value = near(meant(e), place);
        if (value === undefined) return;
        const { text } = answer.value;
        if (text.endsWith("infinity")) {
          expect(Math.abs(value), e).toBeGreaterThan(1e50);
          expect(text.startsWith("-"), e).toBe(value < 0);
        } else {
          expect(value, `${e} -> ${text}`).toBeCloseTo(Number(answer.value.re), 9);
          expect(judged(e, place, `${text} + 1/7`), e).toBe("bent");
        }
      }),
      count,
    );
    expect(nailed).toBeGreaterThan(0.95 * seen);
    expect(seen).toBeGreaterThan(0.8 * count.numRuns);
  });

  it("agree with arithmetic far out, and contradict any other value", () => {
    let [nailed, seen] = [0, 0];
    const count = cases(40);
    fc.assert(
      fc.property(ratio, (e) => {
        const place = placeAt("infinity");
        const { answer, verdict } = answered(`limit of ${e} as x -> infinity`);
        if (answer?.kind !== "expression") return;
        seen += 1;
        if (verdict === "nailed") nailed += 1;
        const value = near(meant(e), place);
        if (value === undefined) return;
        const { text } = answer.value;
        // Logarithms are slow: only the direction can be seen.
        if (text.endsWith("infinity")) expect(text.startsWith("-"), e).toBe(value < 0);
        else {
          expect(Math.abs(value - Number(answer.value.re)), `${e} -> ${text}`).toBeLessThan(0.6);
          expect(judged(e, place, `${text} + 1/7`), e).toBe("bent");
        }
      }),
      count,
    );
    expect(nailed).toBeGreaterThan(0.9 * seen);
    expect(seen).toBeGreaterThan(0.8 * count.numRuns);
  });
});
