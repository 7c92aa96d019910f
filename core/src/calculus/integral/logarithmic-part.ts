import { step } from "../../derivation/step.ts";
import { call, divide, HALF, name, negate, number, power, product, sqrt, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { substitute } from "../../expression/substitute.ts";
import * as dense from "../../polynomial/rational-dense.ts";
import { derivative } from "../../polynomial/rational-function.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { factorsOverReals } from "../../rewrite/forms/factor-with-steps.ts";
import { polynomialIn } from "../../rewrite/rational-function.ts";
import { integerPolynomial, namedRoots } from "../../rewrite/roots/named-root.ts";
import { simplify } from "../../truth/index.ts";
import { type Quotient, quotientOver } from "./rational-part.ts";
import { type Antiderivative, integralStep, type Rule, type Search } from "./rule.ts";

const LARGEST_DEGREE = 12;

/**
 * A polynomial over an irreducible one of degree above 2: the residue at each root α is A(α)/P′(α); real roots give logarithms, pairs of conjugate ones a logarithm
 * and an arctangent (M. Bronstein, Symbolic Integration I, 2.4 and 2.8).
 */
export const LOGARITHMIC_PART: Rule = (f, search) => {
  const own = quotientOver(f, search.variable);
  if (own?.exponent !== 1 || own.below.length < 4 || own.below.length > LARGEST_DEGREE + 1 || own.above.length >= own.below.length) return undefined;
  return overReals(f, own, search) ?? overRoots(f, own, search);
};

/** By factors with short radicals: partial fractions over the reals. */
function overReals(f: Expression, { above, below }: Quotient, { variable }: Search): Antiderivative | undefined {
  const whole = polynomialIn(below, variable);
  const factors = factorsOverReals(polynomialCoefficients(whole, variable) ?? [], name(variable));
  const parts = factors?.map((factor) => partOver(factor, above, below, variable));
  if (!parts?.every((part) => part !== undefined)) return undefined;
  const apart = sum(...parts.map(({ fraction }) => fraction));
  const value = sum(...parts.map((part) => part.integral));
  return {
    value,
    steps: [
      integralStep("by partial fractions", [], f, variable, indefiniteIntegral(apart, variable)),
      integralStep("logarithms and arctangents", [], f, variable, value),
    ],
  };
}

/** A partial fraction with its integral. */
interface Part {
  readonly fraction: Expression;
  readonly integral: Expression;
}

/** A multiple of a function; nothing where it is none of it. */
const scaled = (factor: Expression, f: Expression): Expression => (equal(factor, ZERO) ? ZERO : product(factor, f));
const plainly = (e: Expression): Expression => simplify(e).expression;

/** The part of A/P that has a real factor of degree 1 or 2 as its denominator; its numerator has the residues A/P′ at the zeros of the factor as A/(P/q) has. */
function partOver(factor: Expression, above: Quotient["above"], below: Quotient["below"], variable: string): Part | undefined {
  const [c, b, a] = polynomialCoefficients(factor, variable) ?? [];
  if (!c || !b) return undefined;
  const slope = derivative(below);
  if (!a) {
    const root = simplify(negate(divide(c, b))).expression;
    const at = (p: Quotient["above"]): Expression => substitute(polynomialIn(p, variable), new Map([[variable, root]]));
    const residue = plainly(divide(at(above), at(slope)));
    const distance = sum(name(variable), negate(root));
    return { fraction: divide(residue, distance), integral: scaled(residue, call("ln", call("abs", distance))) };
  }
  // Modulo the factor, A q′/P′ is the numerator: both A and P′ are reduced to degree 1, and the quotient is found from the norm.
  const [monicB, monicC] = [b, c].map((one) => simplify(divide(one, a)).expression);
  if (!monicB || !monicC) return undefined;
  const reduce = (p: Quotient["above"]): readonly [Expression, Expression] => reduced(p, monicB, monicC);
  const times = ([p0, p1]: readonly [Expression, Expression], [q0, q1]: readonly [Expression, Expression]): readonly [Expression, Expression] => [
    simplify(subtract(product(p0, q0), product(monicC, p1, q1))).expression,
    simplify(subtract(sum(product(p0, q1), product(p1, q0)), product(monicB, p1, q1))).expression,
  ];
  const [s0, s1] = reduce(slope);
  // The conjugate of s0 + s1 x is s0 − b s1 − s1 x.
  const conjugate = [simplify(subtract(s0, product(monicB, s1))).expression, negate(s1)] as const;
  const [norm] = times([s0, s1], conjugate);
  if (equal(norm, ZERO)) return undefined;
  const [n0, n1] = times(times(reduce(above), conjugate), [monicB, TWO]);
  const [r0, r1] = [n0, n1].map((one) => plainly(divide(one, norm)));
  if (!r0 || !r1) return undefined;
  const x = name(variable);
  const square = sum(power(x, TWO), product(monicB, x), monicC);
  // (r1/2) ln(x² + b x + c) and an arctangent of (2x + b)/w with w² = 4c − b² > 0.
  const width = plainly(sqrt(subtract(product(number(4), monicC), power(monicB, TWO))));
  const rest = plainly(divide(subtract(product(TWO, r0), product(r1, monicB)), width));
  const angle = call("arctan", divide(sum(product(TWO, x), monicB), width));
  return { fraction: divide(sum(r0, product(r1, x)), square), integral: sum(scaled(product(HALF, r1), call("ln", square)), scaled(rest, angle)) };
}

/** A polynomial modulo x² + b x + c. */
function reduced(p: Quotient["above"], b: Expression, c: Expression): readonly [Expression, Expression] {
  return p.reduceRight<readonly [Expression, Expression]>(
    ([r0, r1], coefficient) => [simplify(sum(number(coefficient), negate(product(c, r1)))).expression, simplify(sum(r0, negate(product(b, r1)))).expression],
    [ZERO, ZERO],
  );
}

/** By roots that are named by their number. */
function overRoots(f: Expression, { above, below }: Quotient, { variable }: Search): Antiderivative | undefined {
  const minimal = integerPolynomial(polynomialIn(below, variable), variable);
  if (!minimal) return undefined;
  const residue = dense.divide(dense.multiply(above, dense.inverseModulo(derivative(below), below)), below).remainder;
  const { real, complex } = namedRoots(minimal, variable);
  const x = name(variable);
  const at = (root: Expression): Expression => substitute(polynomialIn(residue, variable), new Map([[variable, root]]));
  const ofReal = real.map((root) => product(at(root), call("ln", call("abs", subtract(x, root)))));
  // Conjugate roots follow each other; of each pair the one above the axis is taken.
  const ofPairs = complex
    .filter((_, k) => k % 2 === 1)
    .flatMap((root) => {
      const [u, v, c] = [call("Re", root), call("Im", root), at(root)];
      const square = sum(power(subtract(x, u), TWO), power(v, TWO));
      return [product(call("Re", c), call("ln", square)), product(number(-2), call("Im", c), call("arctan", divide(subtract(x, u), v)))];
    });
  const value = sum(...ofReal, ...ofPairs);
  const claim = {
    kind: "sum over the roots",
    of: f,
    variable,
    denominator: polynomialIn(below, variable),
    residue: polynomialIn(residue, variable),
    after: value,
  } as const;
  return { value, steps: [step("sum over the roots", [polynomialIn(below, variable)], claim)] };
}
