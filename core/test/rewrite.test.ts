import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { differentiate } from "../src/calculus/derivative.ts";
import { compareSides } from "../src/check/compare.ts";
import * as build from "../src/expression/construct.ts";
import { realDomain } from "../src/expression/domain.ts";
import { compile } from "../src/expression/double-value.ts";
import { equal, freeNames } from "../src/expression/expression.ts";
import { substitute } from "../src/expression/substitute.ts";
import { text } from "../src/notation/text.ts";
import { gcd } from "../src/polynomial/gcd.ts";
import * as poly from "../src/polynomial/multivariate.ts";
import { denest } from "../src/rewrite/roots/denest.ts";
import { complexity, constantSign, decide, expand, simplify, zeroTest } from "../src/truth/index.ts";
import { expression, smallRational } from "./arbitrary.ts";
import { read } from "./read.ts";

describe("the zero test", () => {
  test.each([
    "(x+1)^2 - x^2 - 2x - 1",
    "x/x - 1",
    "1/(a-b) + 1/(b-a)",
    "(a^3-b^3)/(a-b) - a^2 - a b - b^2",
    "sqrt(2) sqrt(3) - sqrt(6)",
    "(sqrt(2)+sqrt(3))^2 - 5 - 2sqrt(6)",
    "sqrt(3+2sqrt(2)) - 1 - sqrt(2)",
    "sqrt(5+2sqrt(6)) - sqrt(2) - sqrt(3)",
    "cbrt(2+sqrt(5)) + cbrt(2-sqrt(5)) - 1",
    "(1+i)^4 + 4",
    "sqrt(-3+4i) - 1 - 2i",
    "1/(1+sqrt(2)) - sqrt(2) + 1",
    "sqrt(b^2-4a c)^2 - b^2 + 4a c",
    "sin(pi/12) - (sqrt(6)-sqrt(2))/4",
  ])("proves that %s is 0", (source) => expect(zeroTest(read(source)).kind).toBe("zero"));

  test.each([
    "10^-1000",
    "sqrt(2) + sqrt(3) - pi - 1/250",
    "x - x^2",
    "sqrt(x^2) - x",
    "(x-1)(x-2)(x-3)(x-4)(x-5)(x-6)(x-7)",
    "sqrt(3+2sqrt(2)) - 1 - sqrt(2) + 10^-40",
    "sqrt(-3+4i) + 1 + 2i",
    "|x| - x",
    "e^pi - pi^e - 0.68",
  ])("refutes that %s is 0", (source) => expect(zeroTest(read(source)).kind).toBe("nonzero"));

  it("does not claim what it cannot prove", () => {
    expect(zeroTest(read("arctan(x) + arctan(1/x) - pi/2"), [read("x > 0")])).toMatchObject({ kind: "zero" });
    expect(zeroTest(read("arctan(x) + arctan(1/x) - pi/2"))).toMatchObject({ kind: "nonzero" });
    expect(zeroTest(read("e^(e^pi) - e^(e^pi + 10^-3000)"))).toMatchObject({ kind: "undecided" });
  });

  it("is never wrong about expanded products and their near misses", () => {
    const factor = fc
      .tuple(smallRational, smallRational, fc.constantFrom("x", "y"))
      .map(([a, b, name]) => build.sum(build.product(build.number(a), build.name(name)), build.number(b)));
    fc.assert(
      fc.property(fc.array(factor, { minLength: 2, maxLength: 4 }), fc.integer({ min: -30, max: 30 }), (factors, slip) => {
        const product = build.product(...factors);
        const difference = build.subtract(product, expand(product));
        expect(zeroTest(difference).kind).toBe("zero");
        const nearMiss = build.sum(difference, build.number({ num: slip, den: 10 ** 9 }));
        expect(zeroTest(nearMiss).kind).toBe(slip === 0 ? "zero" : "nonzero");
      }),
      { numRuns: 400 },
    );
  });
});

describe("simplification", () => {
  test.each([
    ["x^2/x", "x", ["x != 0"]],
    ["(x^2-1)/(x-1)", "x + 1", ["x - 1 != 0"]],
    ["1/(1+sqrt(2))", "-1 + sqrt(2)", []],
    ["(2b + sqrt(4b^2 + 4c))/2", "b + sqrt(b^2 + c)", []],
    ["(6 + 2sqrt(5))/2", "3 + sqrt(5)", []],
    ["2/(1+i)", "1 - i", []],
    ["1/x - 1/x", "0", ["x != 0"]],
  ])("%s becomes %s", (source, result, conditions) => {
    const simplified = simplify(read(source));
    expect(text(simplified.expression)).toBe(text(read(result)));
    expect(simplified.conditions.map(text)).toEqual(conditions);
  });

  it("keeps the value on its domain and never makes an expression longer", () => {
    fc.assert(
      fc.property(expression, (e) => {
        const { expression: short, conditions } = simplify(e);
        expect(complexity(short)).toBeLessThanOrEqual(complexity(e));
        const compared = compareSides(e, short, conditions);
        if (compared.kind === "differ") throw new Error(`${text(e)} became ${text(short)}: ${compared.left} against ${compared.right}`);
      }),
      { numRuns: 700 },
    );
  });

  test.each([
    ["sqrt(3+2sqrt(2))", "1 + sqrt(2)"],
    ["sqrt(5-2sqrt(6))", "sqrt(3) - sqrt(2)"],
    ["sqrt(2+sqrt(3))", "sqrt(6)/2 + sqrt(2)/2"],
    ["sqrt(1+sqrt(2))", "sqrt(1+sqrt(2))"],
  ])("undoes the nesting of %s where it can", (source, result) => expect(equal(denest(read(source)), read(result))).toBe(true));
});

describe("signs", () => {
  test.each<[string, readonly string[], boolean | undefined]>([
    ["m v^2/2 >= 0", ["m > 0"], true],
    ["b^2 + 4a c > 0", ["a > 0", "c > 0"], true],
    ["a != b", ["a > b"], true],
    ["x < 0", ["x > 3"], false],
    ["x^2 + 1 > 0", [], true],
    ["x > 0", [], undefined],
    ["sqrt(2) < 1.5", [], true],
    ["sqrt(2) sqrt(3) = sqrt(6)", [], true],
    ["x >= 1", ["0 < x < 1"], false],
  ])("%s given %s is %s", (condition, assumptions, expected) => expect(decide(read(condition), assumptions.map(read))).toBe(expected));

  it("of constants are certified", () => {
    expect(constantSign(read("sqrt(2) + sqrt(3) - sqrt(10)"))).toBe(-1);
    expect(constantSign(read("sqrt(2) + sqrt(3) - sqrt(5 + 2sqrt(6))"))).toBe(0);
    expect(constantSign(read("22/7 - pi"))).toBe(1);
  });
});

describe("domains", () => {
  test.each([
    ["x^2/x", ["x != 0"]],
    ["sqrt(x) sqrt(x)", ["x >= 0"]],
    ["0/(x-1)", ["x - 1 != 0"]],
    ["ln(x-2)", ["x - 2 > 0"]],
    ["1/x - 1/x", ["x != 0"]],
  ])("%s keeps %s", (source, conditions) => expect(realDomain(read(source)).map(text)).toEqual(conditions));
});

describe("substitution", () => {
  it("replaces all names at once and leaves bound ones alone", () => {
    const swapped = substitute(
      read("x^2 - y"),
      new Map([
        ["x", read("y")],
        ["y", read("x")],
      ]),
    );
    expect(text(swapped)).toBe("y^2 - x");
    const sum = substitute(
      read("sum_(k=1)^n k x"),
      new Map([
        ["k", read("5")],
        ["x", read("k")],
      ]),
    );
    expect(freeNames(sum)).toEqual(new Set(["n", "k"]));
  });
});

describe("derivatives", () => {
  test.each([
    "x^3 - 2x",
    "sin(x) e^(2x)",
    "sqrt(1+x^2)/x",
    "ln(x)^2",
    "x^x",
    "arctan(3x) + tan(x)",
    "cbrt(x^2 + 1)",
    "log_2(x) cosh(x)",
    "sec(x) + arcsin(x/5)",
  ])("of %s agree with differences", (source) => {
    const f = read(source);
    const [value, slope] = [compile(f, ["x"]), compile(differentiate(f, "x"), ["x"])];
    for (const x of [0.3, 1.1, 1.9]) expect(slope(x)).toBeCloseTo((value(x + 1e-6) - value(x - 1e-6)) / 2e-6, 4);
  });
});

describe("polynomials", () => {
  const polynomial = fc
    .array(fc.tuple(smallRational, fc.array(fc.nat({ max: 2 }), { minLength: 2, maxLength: 2 })), { minLength: 1, maxLength: 3 })
    .map((terms) => terms.map(([coefficient, exponents]) => poly.monomial(coefficient, exponents)).reduce(poly.add, poly.ZERO));

  it("divide exactly by their factors, and share the factor they were given", () => {
    fc.assert(
      fc.property(polynomial, polynomial, polynomial, (a, b, common) => {
        fc.pre(![a, b, common].some(poly.isZero));
        const [left, right] = [poly.multiply(a, common), poly.multiply(b, common)];
        const quotient = poly.divideExact(left, common);
        expect(quotient && poly.equal(quotient, a)).toBe(true);
        expect(poly.divideExact(gcd(left, right), common)).toBeDefined();
      }),
      { numRuns: 300 },
    );
  });

  it("have the square root they were squared from", () => {
    fc.assert(
      fc.property(polynomial, (a) => {
        const root = poly.exactSquareRoot(poly.multiply(a, a));
        expect(root && (poly.equal(root, a) || poly.equal(root, poly.negate(a)))).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
});
