import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { constantPieces } from "../src/calculus/constant-pieces.ts";
import { differentiate } from "../src/calculus/derivative.ts";
import { boundsOfPiece } from "../src/calculus/pieces-where.ts";
import { realDomain } from "../src/expression/domain.ts";
import { compile } from "../src/expression/double-value.ts";
import { text } from "../src/notation/text.ts";
import { simplify } from "../src/truth/index.ts";
import { read } from "./read.ts";
import { cases } from "./seed.ts";

const PLACES = [-2.3, -1.1, -0.45, 0.3, 0.7, 1.4, 2.6, 4.2];

describe("derivatives", () => {
  test.each([
    ["x^3 - 2x", "3x^2 - 2"],
    ["1/x", "-1/x^2"],
    ["sqrt(x)", "1/(2 sqrt(x))"],
    ["e^(2x)", "2 e^(2x)"],
    ["ln x", "1/x"],
    ["sin(3x)", "3 cos(3x)"],
    ["cos^2 x", "-2 sin x cos x"],
    ["tan x", "1 + tan^2 x"],
    ["x e^(-x)", "(1 - x) e^(-x)"],
    ["arctan x", "1/(1 + x^2)"],
    ["arcsin x", "1/sqrt(1 - x^2)"],
    ["x^x", "x^x (ln x + 1)"],
    ["sinh x cosh x", "cosh(2x)"],
    ["(x + 1)/(x - 1)", "-2/(x - 1)^2"],
    ["2^x", "2^x ln 2"],
    ["ln(x^2 + 1)", "2x/(x^2 + 1)"],
  ])("of %s is %s", (f, slope) => {
    const [own, expected] = [compile(differentiate(read(f), "x"), ["x"]), compile(read(slope), ["x"])];
    for (const x of PLACES.filter((place) => Number.isFinite(expected(place)))) expect(own(x)).toBeCloseTo(expected(x), 9);
  });

  it("agree with differences of values, for any expression", () => {
    const leaf = fc.constantFrom("x", "2", "x^2", "(x + 1)", "0.5 x", "(1 - x)");
    const whole = fc.letrec<{ e: string }>((tie) => ({
      e: fc.oneof(
        { depthSize: "small" },
        leaf,
        fc.tuple(tie("e"), fc.constantFrom(" + ", " - ", " * "), tie("e")).map(([a, sign, b]) => `(${a}${sign}${b})`),
        fc.tuple(fc.constantFrom("sin", "cos", "exp", "arctan", "sinh", "tanh", "abs", "sqrt", "ln"), tie("e")).map(([f, a]) => `${f}(${a})`),
        tie("e").map((a) => `1/(${a})`),
      ),
    })).e;
    let looked = 0;
    fc.assert(
      fc.property(whole, (source) => {
        fc.pre(!source.includes("/(0"));
        const e = read(source);
        const [f, slope] = [compile(e, ["x"]), compile(differentiate(e, "x"), ["x"])];
        for (const x of PLACES) {
          const h = 1e-5;
          const [low, middle, high] = [f(x - h), f(x), f(x + h)];
          const difference = (high - low) / (2 * h);
          // Where values bend sharply, or are not there on both sides, differences say nothing.
          const isSmooth =
            [low, middle, high, difference, slope(x)].every(Number.isFinite) && Math.abs(high - 2 * middle + low) < 1e-7 && Math.abs(difference) < 1e4;
          if (!isSmooth) continue;
          looked += 1;
          expect(Math.abs(slope(x) - difference), `${source} at ${x}`).toBeLessThan(1e-3 * Math.max(1, Math.abs(difference)));
        }
      }),
      cases(150),
    );
    expect(looked).toBeGreaterThan(300);
  });
});

describe("functions that are constant on pieces", () => {
  test.each<[string, readonly string[] | undefined]>([
    ["arctan x + arctan(1/x) - pi/2", ["x < 0: no", "x > 0: yes"]],
    ["arcsin x + arccos x - pi/2", ["x >= -1, x <= 1: yes"]],
    ["arctan((1 + x)/(1 - x)) - arctan x - pi/4", ["x < 1: yes", "x > 1: no"]],
    ["ln(2x) - ln x - ln 2", ["x > 0: yes"]],
    ["sin^2 x + cos^2 x - 2", [": no"]],
    ["x^2 - x", undefined],
    ["floor(x)", undefined],
    ["|x|/x - 1", undefined],
  ])("%s: %j", (source, expected) => {
    const pieces = constantPieces(read(source), "x");
    expect(pieces?.map(({ piece, isZero }) => `${boundsOfPiece(piece, "x").map(text).join(", ")}: ${isZero ? "yes" : "no"}`)).toEqual(expected);
  });
});

describe("real domains", () => {
  test.each<[string, readonly string[]]>([
    ["1/x", ["x != 0"]],
    ["sqrt(x - 1)", ["x - 1 >= 0"]],
    ["ln(x + 2)", ["x + 2 > 0"]],
    ["1/sqrt(x)", ["x >= 0", "sqrt(x) != 0"]],
    ["arcsin(2x)", ["-1 <= 2x <= 1"]],
    ["tan x", ["cos(x) != 0"]],
    ["x/(x^2 - 1)", ["x^2 - 1 != 0"]],
    ["sqrt(x) + ln(y)", ["x >= 0", "y > 0"]],
    ["cbrt(x)", []],
    ["e^x", []],
    ["artanh(x)", ["-1 < x < 1"]],
    ["arcosh(x)", ["x >= 1"]],
  ])("of %s ask for %j", (source, expected) => {
    const e = read(source);
    const conditions = realDomain(e).map((condition) => text(simplify(condition).expression));
    expect(conditions).toEqual(expected);
    // Where a condition fails the value is not there, and where all hold it is.
    const f = compile(e, ["x", "y"]);
    const truths = realDomain(e).map((condition) => {
      const [left, right] = condition.kind === "relation" ? condition.operands.map((one) => compile(one, ["x", "y"])) : [];
      return condition.kind === "relation" && condition.comparisons.length === 1 && left && right
        ? (x: number): boolean => {
            const [a, b] = [left(x, 1.5), right(x, 1.5)];
            return { "!=": a !== b, ">": a > b, ">=": a >= b, "<": a < b, "<=": a <= b, "=": a === b }[condition.comparisons[0] ?? "="];
          }
        : undefined;
    });
    for (const x of PLACES)
      if (truths.every((truth) => truth !== undefined)) expect(Number.isFinite(f(x, 1.5)), `${source} at ${x}`).toBe(truths.every((truth) => truth?.(x)));
  });
});
