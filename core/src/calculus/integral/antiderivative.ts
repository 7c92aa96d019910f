import { isNumber, product } from "../../expression/construct.ts";
import { contains, type Expression, ExpressionMap, equal, findAll } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { complexity, simplify } from "../../truth/index.ts";
import { NotDifferentiable } from "../derivative.ts";
import { byAnsatz } from "./ansatz.ts";
import { BASIC } from "./basic.ts";
import { CIRCULAR_SUBSTITUTION } from "./circular-substitution.ts";
import { EXPONENTIAL_FACTOR } from "./exponential-factor.ts";
import { FRACTIONS } from "./fractions.ts";
import { HALF_ANGLE, TANGENT } from "./half-angle.ts";
import { HYPERBOLIC } from "./hyperbolic.ts";
import { byTerms } from "./linearity.ts";
import { LOGARITHM_SUBSTITUTION } from "./logarithm-substitution.ts";
import { LOGARITHMIC_PART } from "./logarithmic-part.ts";
import { DISTRIBUTING, MULTIPLYING_OUT } from "./multiplying-out.ts";
import { LATE_PARTS, PARTS } from "./parts.ts";
import { QUADRATIC_ROOT } from "./quadratic-root.ts";
import { RATIONAL_PART } from "./rational-part.ts";
import { REDUCTION } from "./reduction.ts";
import { ROOT_SUBSTITUTION } from "./root-substitution.ts";
import { type Antiderivative, concluded, integralStep, type Rule, type Search, splitConstant } from "./rule.ts";
import { SUBSTITUTION } from "./substitution.ts";
import { MIXED_WAVES, WAVES } from "./waves.ts";

/** In the order in which they are tried. */
const RULES: readonly Rule[] = [
  BASIC,
  DISTRIBUTING,
  MIXED_WAVES,
  REDUCTION,
  SUBSTITUTION,
  PARTS,
  WAVES,
  EXPONENTIAL_FACTOR,
  QUADRATIC_ROOT,
  CIRCULAR_SUBSTITUTION,
  LOGARITHM_SUBSTITUTION,
  FRACTIONS,
  RATIONAL_PART,
  LOGARITHMIC_PART,
  MULTIPLYING_OUT,
  ROOT_SUBSTITUTION,
  HYPERBOLIC,
  TANGENT,
  HALF_ANGLE,
  LATE_PARTS,
];

const DEEPEST = 16;
/** Attempts by the rules before an ansatz is tried, and in all. */
const FEW_ATTEMPTS = 12;
const MOST_ATTEMPTS = 400;
/** Integrands beyond this size, by `complexity`, are not worth the time. */
const LARGEST = 160;

/**
 * An antiderivative by the rules, with the steps that lead to it; undefined where they find none, which does not mean that
 * there is none. It holds where its derivative is defined.
 */
export function antiderivative(f: Expression, variable: string, assumptions: readonly Expression[]): Antiderivative | undefined {
  const rules =
    (most: number): Way =>
    () =>
      byRules(f, variable, assumptions, most);
  const ansatz: Way = () => byAnsatz(f, variable);
  const ways = isEntangled(f, variable) ? [ansatz, rules(MOST_ATTEMPTS)] : [rules(FEW_ATTEMPTS), ansatz, rules(MOST_ATTEMPTS)];
  for (const way of ways) {
    const found = whereFound(way);
    if (found) return { ...found, steps: concluded(found, f, variable) };
  }
  return undefined;
}

type Way = () => Antiderivative | undefined;

function whereFound(way: Way): Antiderivative | undefined {
  try {
    return way();
  } catch (error) {
    if (error instanceof NotDifferentiable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/** A sum with a term in which two functions meet, such as u′ v + u v′: its terms need have no antiderivatives of their own. */
function isEntangled(f: Expression, variable: string): boolean {
  const isFunction = (part: Expression): boolean =>
    contains(part, variable) && (part.kind === "call" || (part.kind === "power" && (part.exponent.kind !== "number" || part.exponent.value.den !== 1)));
  return f.kind === "sum" && f.terms.some((term) => findAll(term, isFunction).length > 1);
}

function byRules(f: Expression, variable: string, assumptions: readonly Expression[], most: number): Antiderivative | undefined {
  let attempts = 0;
  const open: Expression[] = [];
  const within = (depth: number, own: string): Search => ({
    variable: own,
    assumptions,
    integrate: (g, other = own) => search(g, within(depth + 1, other), depth + 1),
  });
  const failed = new ExpressionMap<true>();
  const done = new ExpressionMap<Antiderivative>();
  const search = (g: Expression, here: Search, depth: number): Antiderivative | undefined => {
    const before = here.variable === variable ? done.get(g) : undefined;
    if (before) return before;
    attempts += 1;
    if (depth > DEEPEST || attempts > most || complexity(g) > LARGEST || failed.get(g) || open.some((known) => equal(known, g))) return undefined;
    open.push(g);
    const found = oneOf(g, here);
    open.pop();
    if (!found && attempts <= most) failed.set(g, true);
    if (found && here.variable === variable) done.set(g, found);
    return found;
  };
  return search(f, within(0, variable), 0);
}

function oneOf(g: Expression, search: Search): Antiderivative | undefined {
  const { variable } = search;
  const { constant, rest } = splitConstant(g, variable);
  if (g.kind === "sum" || (!isNumber(constant, 1) && contains(g, variable))) {
    const terms = byTerms(g.kind === "sum" ? g : product(constant, rest), search);
    if (terms || g.kind !== "sum") return terms;
  }
  for (const rule of RULES) {
    const found = rule(g, search);
    if (found) return found;
  }
  const shorter = simplify(g).expression;
  if (equal(shorter, g) || findAll(g, (part) => part.kind === "iterated").length > 0) return undefined;
  const found = search.integrate(shorter);
  return found && { value: found.value, steps: [integralStep("simplify values", [], g, variable, indefiniteIntegral(shorter, variable)), ...found.steps] };
}
