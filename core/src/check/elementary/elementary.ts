import { differentiate, NotDifferentiable } from "../../calculus/derivative.ts";
import { call, E, name, number, ONE, power, product, sqrt, subtract, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll, freeNames } from "../../expression/expression.ts";
import { freshName, mapChildren, substitute } from "../../expression/substitute.ts";
import { quotientIn } from "../../rewrite/rational-function.ts";
import { simplify } from "../../truth/index.ts";
import { hasNoRationalFactor } from "./exponential.ts";
import { hasOtherResidues } from "./logarithmic.ts";
import { isNoDerivativeOverRoot, overRoot } from "./radical.ts";

/** Why a function has no elementary antiderivative. */
export interface NotElementary {
  readonly why: string;
  readonly theorem: string;
  /** The form in which that is seen, where a letter was brought in for a part. */
  readonly form?: { readonly letter: string; readonly meaning: Expression; readonly integrand: Expression };
}

/** One criterion; undefined where it says nothing. */
type Criterion = (f: Expression, variable: string) => NotElementary | undefined;

const LIOUVILLE = "theorem of J. Liouville (1835), as in M. Rosenlicht, Integration in finite terms (1972)";

const CRITERIA: readonly Criterion[] = [ofExponential, ofRadical, ofLogarithm];

/**
 * A proof that a function has no elementary antiderivative; undefined where none is known, which proves nothing. Letters stand for general values: they are put to numbers,
 * and a formula for all values would hold for these.
 */
export function notElementary(typed: Expression, variable: string): NotElementary | undefined {
  const letters = [...freeNames(typed)].filter((letter) => letter !== variable);
  const f = simplify(substitute(typed, new Map(letters.map((letter, k) => [letter, number(k + 2)])))).expression;
  for (const { integrand, letter, meaning } of forms(f, variable)) {
    for (const criterion of CRITERIA) {
      const found = criterion(integrand, letter);
      if (found) return { ...found, ...(meaning ? { form: { letter, meaning, integrand } } : {}) };
    }
  }
  return undefined;
}

interface Form {
  readonly integrand: Expression;
  readonly letter: string;
  readonly meaning?: Expression;
}

/** The integrand itself, and with a letter for ln x, e^x, sin x or cos x. */
function forms(f: Expression, variable: string): readonly Form[] {
  const letter = freshName("t", [f]);
  const [x, t] = [name(variable), name(letter)];
  const own: Form[] = [{ integrand: f, letter: variable }];
  const add = (meaning: Expression, integrand: Expression): void => {
    const plain = simplify(integrand).expression;
    if (!contains(plain, variable)) own.push({ integrand: plain, letter, meaning });
  };
  const logarithm = call("ln", x);
  if (holds(f, logarithm)) add(logarithm, substitute(replaced(product(f, x), logarithm, t), new Map([[variable, power(E, t)]])));
  const growth = power(E, x);
  if (holds(f, growth)) add(growth, product(replaced(f, growth, t), power(t, number(-1))));
  for (const [own1, other] of [
    ["sin", "cos"],
    ["cos", "sin"],
  ] as const) {
    const wave = call(own1, x);
    if (!holds(f, wave)) continue;
    const rest = sqrt(subtract(ONE, power(t, TWO)));
    add(wave, product(replaced(replaced(f, wave, t), call(other, x), rest), power(rest, number(-1))));
  }
  return own;
}

const holds = (f: Expression, part: Expression): boolean => findAll(f, (one) => equal(one, part)).length > 0;

function replaced(e: Expression, part: Expression, by: Expression): Expression {
  return equal(e, part) ? by : mapChildren(e, (child) => replaced(child, part, by));
}

/** r e^h, r e^h sin w or r e^h cos w with a rational function r and polynomials h and w. */
function ofExponential(f: Expression, variable: string): NotElementary | undefined {
  let [growth, wave]: [Expression, Expression] = [ZERO, ZERO];
  const others: Expression[] = [];
  for (const factor of factorsOf(f)) {
    const isGrowth = factor.kind === "power" && equal(factor.base, E) && contains(factor.exponent, variable);
    const isWave = factor.kind === "call" && (factor.name === "sin" || factor.name === "cos") && contains(factor, variable);
    if (isGrowth && equal(growth, ZERO) && factor.kind === "power") growth = factor.exponent;
    else if (isWave && equal(wave, ZERO) && factor.kind === "call") wave = factor.args[0] ?? ZERO;
    else others.push(factor);
  }
  const [r, h, w] = [product(...others), growth, wave].map((e) => quotientIn(e, variable));
  if (!r || !h || !w || h.below.length > 1 || w.below.length > 1 || h.above.length + w.above.length < 2) return undefined;
  if (!hasNoRationalFactor(r, h.above, w.above)) return undefined;
  const why = equal(wave, ZERO)
    ? "an elementary antiderivative would be a rational function y times the exponential with y′ + g′ y equal to the factor before it, and no rational y is such"
    : "an elementary antiderivative would be the real or imaginary part of a rational function y times e^(g) with complex g, with y′ + g′ y equal to the factor before it, and no rational y is such";
  return { why, theorem: LIOUVILLE };
}

/** A function whose square is rational. */
function ofRadical(f: Expression, variable: string): NotElementary | undefined {
  const square = quotientIn(simplify(power(f, TWO)).expression, variable);
  const own = square && overRoot(square);
  if (!own || !isNoDerivativeOverRoot(own)) return undefined;
  return {
    why: "it is a polynomial over the root of a polynomial of degree 3 or more without double zeros: an elliptic or hyperelliptic integral without residues, which would be a polynomial times the root; no such polynomial exists",
    theorem: "J. Liouville (1833), as in M. Rosenlicht, Integration in finite terms (1972)",
  };
}

const PRIMITIVES: ReadonlySet<string> = new Set(["ln", "arctan", "artanh", "arccot"]);

/** A rational function times a logarithm or an arctangent of a rational function. */
function ofLogarithm(f: Expression, variable: string): NotElementary | undefined {
  const [logarithm, ...more] = factorsOf(f).filter((factor) => factor.kind === "call" && PRIMITIVES.has(factor.name) && contains(factor, variable));
  if (!logarithm || more.length > 0) return undefined;
  const [r, slope] = [() => product(...factorsOf(f).filter((factor) => factor !== logarithm)), () => differentiate(logarithm, variable)].map((make) => {
    try {
      return quotientIn(make(), variable);
    } catch (error) {
      if (error instanceof NotDifferentiable) return undefined;
      throw error;
    }
  });
  if (!r || !slope || slope.above.length === 0 || !hasOtherResidues(r, slope)) return undefined;
  return {
    why: "the antiderivative of the rational factor would have to be a multiple of the same function and a rational one, and its residues are others",
    theorem: `${LIOUVILLE}; M. Bronstein, Symbolic Integration I, 5.8`,
  };
}
