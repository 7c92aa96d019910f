import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { withoutEnds } from "../src/calculus/open-ends.ts";
import { outwardPaths } from "../src/calculus/outward-paths.ts";
import { isOnePiece } from "../src/calculus/plain-bounds.ts";
import { compile, compileCondition } from "../src/expression/double-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import { isReal } from "../src/expression/realness.ts";
import { text } from "../src/notation/text.ts";
import { decide } from "../src/truth/index.ts";
import { isSeenOpen } from "../src/truth/open-by-samples.ts";
import { answered, bestValue, meant, optimumOf } from "./oracle.ts";
import { read } from "./read.ts";

describe("an optimum with letters", () => {
  test.each<[readonly string[], string | undefined, RegExp | undefined]>([
    // A place left out of the middle makes two pieces of the line: each of these was once said to have the best value on the other one.
    [["given V > 0, r != 0", "minimise 2 pi r^2 + 2 V/r over r"], undefined, /as r approaches 0/],
    [["given a > 0, x != 0", "minimise x^2 + a/x over x"], undefined, /as x approaches 0/],
    [["given V > 0", "minimise 2 pi r^2 + 2 pi r h subject to pi r^2 h = V over r, h"], undefined, /smaller than any number/],
    [["minimise 2 pi r^2 + 2 pi r h subject to pi r^2 h = 54 pi over r, h"], undefined, /smaller than any number/],
    [["given V > 0, r > 0", "minimise 2 pi r^2 + 2 V/r over r"], "3V/cbrt(V/(2pi))", undefined],
    [["given a > 0, b > 0, c > 0", "maximise x y z (1 - x/a - y/b - z/c) over x, y, z"], undefined, /greater than any number/],
    [["given b > 0", "maximise (b - 2x + x cos t) x sin t over x, t"], undefined, /for x = s and t = 5pi\/3/],
    [["maximise x y e^(-x - y) over x, y"], undefined, /greater than any number/],
    [["maximise e^(-x) sin x over x"], undefined, /n approaches -infinity/],
    [["given n > 0", "maximise x^n e^(-x) over x in [0, infinity)"], "n^n e^(-n)", undefined],
    [["given p > 0, q > 0", "maximise x^p (1 - x)^q over x in [0, 1]"], "(p/(p + q))^p (q/(p + q))^q", undefined],
    [["given a > 0, n > 0", "maximise x^n (a - x) over x in [0, a]"], "a (a n/(n + 1))^n/(n + 1)", undefined],
    [["maximise e^(-x) sin x over x in [0, infinity)"], "sqrt(2) e^(-pi/4)/2", undefined],
    [["minimise 3 e^(-2t) sin(5t) over t in [0, infinity)"], "-15 sqrt(29) e^((-2pi - 2 arctan(5/2))/5)/29", undefined],
    [["given b > 0, w > 0", "maximise e^(-b t) sin(w t) over t in [0, infinity)"], "w e^(-b arctan(w/b)/w)/sqrt(b^2 + w^2)", undefined],
    [["given v > 0, g > 0, h > 0", "maximise v cos(t) (v sin(t) + sqrt(v^2 sin(t)^2 + 2 g h))/g over t in (0, pi/2)"], "v sqrt(2g h + v^2)/g", undefined],
    [["given mu > 0", "minimise mu/(cos t + mu sin t) over t in (0, pi/2)"], "mu/sqrt(mu^2 + 1)", undefined],
    [["maximise cos(t) (sin(t) + sqrt(sin(t)^2 + 1)) over t in [0, pi/2]"], "sqrt(2)", undefined],
  ])("%j is %s", (lines, expected, none) => {
    const report = answered(...lines);
    expect([report.verdict, bestValue(report)]).toEqual(["nailed", expected]);
    if (none) expect(optimumOf(report).none).toMatch(none);
  });

  it.each(["e^(-t) cos(t) over t in (0, infinity)", "e^t sin(t) over t in [0, infinity)", "e^(-t) sin(t) over t"])(
    "is not claimed of the first period alone: %s",
    (sentence) => {
      const report = answered(`maximise ${sentence}`);
      expect(bestValue(report)).toBeUndefined();
    },
  );

  it("is beaten nowhere on either side of a pole", () => {
    let [nailed, asked] = [0, 0];
    const letter = fc.constantFrom("given a > 0", "given a > 0, x != 0", "given a > 0, x > 0");
    const whole = fc.integer({ min: -3, max: 3 });
    fc.assert(
      fc.property(letter, whole, fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 }), fc.boolean(), (given, c, p, q, isLeast) => {
        fc.pre(c !== 0);
        const objective = `${c} x^${p} + a/x^${q}`;
        const { answer, verdict } = answered(given, `${isLeast ? "minimise" : "maximise"} ${objective} over x`);
        asked += 1;
        if (verdict !== "nailed" || answer?.kind !== "optimum") return;
        nailed += 1;
        const f = compile(meant(objective), ["x", "a"]);
        const best = answer.points.filter(({ global }) => global).map(({ value }) => compile(meant(value.text), ["a"])(2));
        const sides = given.includes("x > 0") ? [1] : [1, -1];
        const values = sides.flatMap((side) => Array.from({ length: 400 }, (_, k) => f(side * 1.03 ** (k - 200), 2)));
        for (const value of best) expect(isLeast ? value : -value).toBeLessThan(Math.min(...values.map((one) => (isLeast ? one : -one))) + 1e-9);
        if (best.length === 0) expect(Math.min(...values.map((one) => (isLeast ? one : -one)))).toBeLessThan(-20);
      }),
      { numRuns: 40 },
    );
    expect(nailed / asked).toBeGreaterThan(0.8);
  });

  test.each<[readonly string[], readonly string[]]>([
    [["stationary points of a x^2 + b x + c over x"], ["-b/(2a) minimum a > 0, maximum a < 0"]],
    [
      ["given g > 0, R > 0, omega > 0", "stationary points of -g cos(t) - omega^2 R sin(t)^2/2 over t"],
      [
        "arccos(g/(omega^2 R)) + 2pi n minimum omega^4 R^2 > g^2",
        "-arccos(g/(omega^2 R)) + 2pi n minimum omega^4 R^2 > g^2",
        "2pi n minimum g > omega^2 R, maximum g < omega^2 R",
        "pi + 2pi n maximum",
      ],
    ],
    [["stationary points of x^3 - 3 a x over x"], ["sqrt(a) minimum a > 0", "-sqrt(a) maximum a > 0"]],
  ])("%j has its natures by the letters on which they hang", (lines, expected) => {
    const report = answered(...lines);
    const said = optimumOf(report).points.map(({ values, nature, natures }) => {
      const own = natures?.map((one) => `${one.nature} ${one.condition}`).join(", ") ?? nature;
      return `${Object.values(values)[0]?.text} ${own}`;
    });
    expect([report.verdict, said]).toEqual(["nailed", expected]);
  });
});

describe("paths on which a function may be unbounded", () => {
  const domain = (objective: string, variables: readonly string[], facts: readonly string[] = []) =>
    outwardPaths({ objective: read(objective), variables, facts: facts.map(read), assumptions: [], points: [] });

  it("stay in the domain", () => {
    const fact = "x + 2y > 3";
    const holds = compileCondition(read(fact), ["x", "y"]);
    const paths = domain("x y", ["x", "y"], [fact]);
    expect(paths.length).toBeGreaterThan(2);
    for (const { values, place } of paths) {
      const at = (own: string): number => compile(values.get(own) ?? read("0"), [place.variable])(5000);
      expect(holds(at("x"), at("y"))).toBe(true);
    }
  });

  it("lead to both sides of a pole, and to one where the other is left out", () => {
    const sides = (facts: readonly string[]): readonly (string | undefined)[] => domain("1/(x - 2)", ["x"], facts).map(({ place }) => place.side);
    expect(sides([]).filter((side) => side)).toEqual(["right", "left"]);
    expect(sides(["x > 2"]).filter((side) => side)).toEqual(["right"]);
  });

  test.each<[readonly string[], boolean]>([
    [["x > 0", "x != 0"], true],
    [["x != 0"], false],
    [["a != 0", "x < 4"], true],
  ])("%j leaves one piece: %s", (facts, expected) => expect(isOnePiece(facts.map(read), ["x"])).toBe(expected));

  it("have the ends of an interval apart from its inside", () => {
    const apart = withoutEnds([read("0 <= x < a"), read("a > 0")], "x");
    expect([apart?.inside.map((one) => text(one)), apart?.ends.map((one) => text(one))]).toEqual([["0 < x", "x < a", "a > 0"], ["0"]]);
    expect(withoutEnds([read("x > 0")], "x")).toBeUndefined();
  });
});

describe("a relation that samples show to be open", () => {
  const seen = (e: string, comparison: "<" | ">" | "=" | "!=", known: readonly string[]): boolean => {
    const expression: Expression = read(e);
    return isReal(expression) && isSeenOpen(expression, comparison, known.map(read));
  };

  test.each<[string, "<" | ">" | "=" | "!=", readonly string[], boolean]>([
    ["a - b", ">", ["a > 0", "b > 0"], true],
    ["a - b", "!=", ["a > 0", "b > 0"], true],
    ["a - b", "!=", ["a != b"], false],
    ["a - b", ">", ["a > b"], false],
    ["a^2 + b^2", "<", [], false],
    ["1/a", "!=", ["a != 0"], false],
    ["sin t", ">", ["t > 0"], true],
    ["sin t", ">", ["t > 0", "t < 3"], false],
  ])("%s %s 0 under %j: %s", (e, comparison, known, expected) => expect(seen(e, comparison, known)).toBe(expected));

  it("is one that is not decided", () => {
    const term = fc.tuple(fc.integer({ min: -3, max: 3 }), fc.constantFrom("a", "b", "a b", "a^2", "b^2", "1"));
    fc.assert(
      fc.property(fc.array(term, { minLength: 2, maxLength: 4 }), fc.constantFrom<"<" | ">" | "=" | "!=">("<", ">", "=", "!="), (terms, comparison) => {
        const e = terms.map(([c, part]) => `(${c}) ${part}`).join(" + ");
        const known = ["a > 0", "b < 2"];
        if (seen(e, comparison, known)) expect(decide(read(`${e} ${comparison} 0`), known.map(read))).toBeUndefined();
      }),
      { numRuns: 200 },
    );
  });
});
