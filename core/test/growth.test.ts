import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { expansionOf } from "../src/check/expansion/expand.ts";
import { Arithmetic, type Expansion, NotExpanded } from "../src/check/expansion/expansion.ts";
import { type Monomial, multiplied, toPower, UNIT } from "../src/check/expansion/monomial.ts";
import { ballValue } from "../src/expression/ball-value.ts";
import { MINUS_ONE, number } from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { substitute } from "../src/expression/substitute.ts";
import * as rational from "../src/number/rational.ts";
import * as real from "../src/number/real-ball.ts";
import { bookForm } from "../src/rewrite/book-form.ts";
import { decide, equalityTest } from "../src/truth/index.ts";
import { meant } from "./oracle.ts";
import { cases } from "./seed.ts";

const WAY = { variable: "x", whole: false, bounded: [] } as const;
const expanded = (e: string, size = 4): { readonly found: Expansion; readonly calculus: Arithmetic } => {
  const calculus = new Arithmetic([], size);
  return { found: expansionOf(meant(e), WAY, calculus), calculus };
};

/** The first monomial of a function that grows. */
function monomialOf(e: string): Monomial {
  const [first] = expanded(e).found.terms;
  if (!first) throw new Error(`${e} has no term`);
  return first.monomial;
}

/** From slow to rapid. */
const SCALE = [
  "ln(ln(ln x))",
  "ln(ln x)",
  "ln(ln x)^3",
  "sqrt(ln x)",
  "ln x",
  "ln(x)^9",
  "e^(sqrt(ln x))",
  "x^(1/5)",
  "x/ln(x)",
  "x",
  "x ln(x)",
  "x^7",
  "x^(ln x)",
  "e^(sqrt x)",
  "e^x/x^40",
  "e^x",
  "x e^x",
  "3^x",
  "x!",
  "x^x",
  "e^(x^2)",
  "e^(e^x)",
  "e^(x e^x)",
  "e^(e^(e^x))",
] as const;

describe("orders of growth", () => {
  it("are told apart along the whole scale", () => {
    const { sign } = new Arithmetic([], 4);
    const monomials = SCALE.map(monomialOf);
    monomials.forEach((a, i) => {
      monomials.forEach((b, k) => {
        const [lead] = multiplied(a, toPower(b, MINUS_ONE), sign);
        expect(lead ? sign(lead.exponent) : 0, `${SCALE[i]} to ${SCALE[k]}`).toBe(Math.sign(i - k));
      });
    });
  });

  test.each([
    ["sqrt(x^2 + x) - x", "1/2", -1],
    ["(1 + 1/x)^x", "e", -1],
    ["ln(x + 1) - ln(x)", "1", undefined],
    ["e^(1/x) - 1", "1", undefined],
    ["x sin(1/x)", "1", -2],
    ["arctan(x)", "pi/2", -1],
    ["tanh(x)", "1", undefined],
    ["cbrt(x^3 + x^2) - x", "1/3", -1],
  ])("of %s: the first coefficient is %s", (e, coefficient, next) => {
    const { found } = expanded(e);
    const [first, second] = found.terms;
    expect(equalityTest(first?.coefficient ?? number(0), meant(coefficient)).kind).toBe("zero");
    if (next !== undefined) {
      expect(first?.monomial).toEqual(UNIT);
      expect(second?.monomial.map(({ base, exponent }) => [base, exponent])).toEqual([[{ kind: "logarithm", times: 0 }, number(next)]]);
    }
  });

  test.each(["ln(-x)", "arcsin(x)", "sqrt(1 - x)", "(-2)^x", "tan(x)", "1/sin(x)", "x! - floor(x)!", "arcosh(1/x)"])("of %s are not made up", (e) => {
    expect(() => expanded(e)).toThrow(NotExpanded);
  });
});

/** A number far out, and a value there with hundreds of digits. */
const FAR = [2 ** 8, 2 ** 12, 2 ** 16] as const;
function valueAt(e: Expression, at: number): number | undefined {
  const ball = ballValue(substitute(e, new Map([["x", number(rational.rational(at))]])), 2400);
  const value = real.toNumber(ball.re);
  return Number.isFinite(value) ? value : undefined;
}

function written(m: Monomial): Expression {
  const text = m.map(({ base, exponent }) => {
    const of = base.kind === "logarithm" ? ["x", "ln x", "ln(ln x)", "ln(ln(ln x))"][base.times] : undefined;
    if (of === undefined || exponent.kind !== "number") throw new Error("not on this scale");
    return `(${of})^(${exponent.value.num}/${exponent.value.den})`;
  });
  return meant(text.length === 0 ? "1" : text.join(" * "));
}

describe("remainders", () => {
  const part = fc.constantFrom(
    "1/x",
    "sin(1/x)",
    "ln(1 + 1/x)",
    "sqrt(1 + 1/x)",
    "arctan(1/x)",
    "1/(x + 1)",
    "cos(1/x)",
    "(1 + 2/x)^(1/3)",
    "e^(1/x)",
    "tanh(1/x)",
    "arsinh(2/x)",
    "ln(x)/x",
  );
  const e = fc.tuple(part, part, part, fc.constantFrom(" + ", " * ", " - ")).map(([a, b, c, op]) => `(${a})${op}(${b}) * (${c})`);

  it("bound what the terms leave out: its quotient by the remainder does not grow", () => {
    let compared = 0;
    fc.assert(
      fc.property(e, fc.integer({ min: 1, max: 5 }), (source, size) => {
        const { found } = expanded(source, size);
        if (!found.rest) return;
        const rest = written(found.rest);
        const terms = found.terms.map(({ coefficient, monomial }) => ({ coefficient, monomial: written(monomial) }));
        const ratios = FAR.flatMap((at) => {
          const whole = terms.reduce(
            (left, { coefficient, monomial }) => left - (valueAt(coefficient, at) ?? Number.NaN) * (valueAt(monomial, at) ?? Number.NaN),
            valueAt(meant(source), at) ?? Number.NaN,
          );
          const bound = valueAt(rest, at) ?? Number.NaN;
          // Doubles lose what is left where it is far below the value.
          return Math.abs(bound) > 1e-11 ? [Math.abs(whole / bound)] : [];
        });
        if (ratios.length < 2) return;
        compared += 1;
        const [first = 0, ...others] = ratios;
        for (const ratio of others) expect(ratio, source).toBeLessThan(4 * first + 4);
      }),
      cases(150),
    );
    expect(compared).toBeGreaterThan(40);
  });
});

describe("the form that a book prints", () => {
  const factor = fc.constantFrom(
    "x",
    "sqrt(x)",
    "1/x",
    "x^(-2)",
    "a",
    "1/a",
    "a^n",
    "(x + 1)^3",
    "1/(x + 1)",
    "(x + 1)^(-5)",
    "cbrt(x)",
    "sin(x)^2",
    "cos(x)",
    "(x (x + 1)^4 + 3 (x + 1)^2)",
    "(sin(x)^2 + cos(x)^2)",
  );
  const source = fc.array(factor, { minLength: 2, maxLength: 5 }).map((factors) => factors.join(" * "));

  it("has the same value wherever the function has one", () => {
    const known = ["x > 0", "a > 0"].map(meant);
    fc.assert(
      fc.property(source, (own) => {
        const before = meant(own);
        const after = bookForm(before);
        expect(equalityTest(before, after, known).kind, own).toBe("zero");
      }),
      cases(80),
    );
  });

  test.each([
    ["sqrt(a)/(2 a)", "1/(2 sqrt(a))"],
    ["a^n n/a", "a^(n - 1) n"],
    ["cbrt(x)/(3 x)", "1/(3 cbrt(x)^2)"],
    ["(x^2 + 1)^2 (1 - 5 x^2)/(x^2 + 1)^6", "(1 - 5 x^2)/(x^2 + 1)^4"],
    ["10 x^2 (x^2 + 1)^4 - (x^2 + 1)^5", "(9 x^2 - 1) (x^2 + 1)^4"],
    ["1 + sin(x)^2/cos(x)^2", "1/cos(x)^2"],
  ])("of %s is %s", (before, after) => {
    expect(bookForm(meant(before))).toEqual(meant(after));
  });

  it("of factorials that differ by whole numbers is decided", () => {
    expect(equalityTest(meant("(n + 2)!/n!"), meant("(n + 1) (n + 2)")).kind).toBe("zero");
    expect(equalityTest(meant("(n + 2)!/n!"), meant("(n + 1)^2")).kind).toBe("nonzero");
    expect(decide(meant("floor(pi) = 3"), [])).toBe(true);
  });
});
