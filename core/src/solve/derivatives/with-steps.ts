import { byLeibniz, differentiate } from "../../calculus/derivative.ts";
import type { RuleName } from "../../derivation/rules/catalogue.ts";
import { type Step, step } from "../../derivation/step.ts";
import { divide, E, isNumber, name, negate, ONE, power, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll } from "../../expression/expression.ts";
import { ROUNDING } from "../../expression/functions/kinds.ts";
import { isDefiniteIntegral } from "../../expression/integral.ts";
import { quotientOf } from "../../expression/quotient.ts";
import { freshName, mapChildren, substitute } from "../../expression/substitute.ts";
import { bookForm } from "../../rewrite/book-form.ts";
import { complexity } from "../../truth/index.ts";

/** A derivative with the way to it, rule by rule. */
export interface Differentiated {
  readonly value: Expression;
  readonly steps: readonly Step[];
}

/** The derivative of a function by the rules, one step for each rule that is more than a line of the table; tidied at the end. */
export function differentiatedWithSteps(e: Expression, variable: string): Differentiated {
  const { value, steps } = byRules(e, variable, false);
  const simpler = bookForm(value);
  const tidy = complexity(simpler) < complexity(value) ? simpler : value;
  const own =
    steps.length > 0 ? steps : [step(isPowers(e, variable) ? "power rule" : "basic derivatives", [], { kind: "derivative", of: e, variable, after: value })];
  if (equal(tidy, value)) return { value, steps: own };
  return { value: tidy, steps: [...own, step("simplify values", [], { kind: "equal", before: value, after: tidy })] };
}

/** Whether a function is a sum of multiples of powers of the variable. */
function isPowers(e: Expression, variable: string): boolean {
  if (!contains(e, variable) || e.kind === "name") return true;
  if (e.kind === "sum") return e.terms.every((term) => isPowers(term, variable));
  if (e.kind === "product")
    return (
      factorsOf(e).filter((factor) => contains(factor, variable)).length === 1 &&
      e.factors.every((factor) => factor.kind !== "sum" && isPowers(factor, variable))
    );
  return e.kind === "power" && e.base.kind === "name" && !contains(e.exponent, variable);
}

/** Whether a function stands in the table: a power of the variable or a function of it alone, times a constant. */
function isBasic(e: Expression, variable: string): boolean {
  if (!contains(e, variable)) return true;
  const own = factorsOf(e).filter((factor) => contains(factor, variable));
  const [only] = own;
  if (own.length !== 1 || !only) return false;
  if (only.kind === "name") return true;
  if (only.kind === "power")
    return contains(only.exponent, variable) ? only.exponent.kind === "name" && !contains(only.base, variable) : only.base.kind === "name";
  return only.kind === "call" && only.args.length === 1 && only.args[0]?.kind === "name";
}

/** Whether a function of the table, or a power of e, has a multiple of the variable, or a sum of one and a constant, inside. */
function isAtSight(e: Expression, variable: string): boolean {
  const own = factorsOf(e).filter((factor) => contains(factor, variable));
  const [only] = own;
  if (own.length !== 1 || !only || !(only.kind === "call" || (only.kind === "power" && equal(only.base, E)))) return false;
  const inner = only.kind === "call" ? only.args[0] : only.exponent;
  return (
    inner !== undefined && (only.kind !== "call" || only.args.length === 1) && isPowers(inner, variable) && !contains(differentiate(inner, variable), variable)
  );
}

/** Functions that keep their value between their jumps. */
const STEPPED: ReadonlySet<string> = new Set([...ROUNDING, "sgn"]);

/** The places at which steps of a function jump, as what must not hold there. */
export function withoutJumps(e: Expression, variable: string): readonly Expression[] {
  return findAll(e, (part) => part.kind === "call" && STEPPED.has(part.name) && contains(part, variable)).flatMap((part) => {
    const [u = ZERO] = part.kind === "call" ? part.args : [];
    return [part.kind === "call" && part.name === "sgn" ? relation(u, "!=", ZERO) : relation(part, "!=", u)];
  });
}

/** The rules for a function; as a part of another one, what is read at sight takes no step of its own. */
function byRules(e: Expression, variable: string, isPart = true): Differentiated {
  if (e.kind === "call" && STEPPED.has(e.name) && contains(e, variable))
    return { value: ZERO, steps: [ruleStep("constant between jumps", [e], e, variable, ZERO)] };
  const plain = (): Expression => bookForm(differentiate(e, variable));
  if (isBasic(e, variable) || isPowers(e, variable) || (isPart && isAtSight(e, variable))) return { value: plain(), steps: [] };
  switch (e.kind) {
    case "sum":
      return ofSum(e, variable);
    case "product":
      return ofProduct(e, variable, isPart);
    case "power":
    case "call":
      return ofChain(e, variable);
    case "iterated": {
      const value = bookForm(isDefiniteIntegral(e) ? byLeibniz(e, variable) : differentiate(e, variable));
      return { value, steps: [ruleStep("rule of Leibniz", [], e, variable, value)] };
    }
    default:
      return { value: plain(), steps: [step("differentiate", [e, variable], { kind: "derivative", of: e, variable, after: plain() })] };
  }
}

function ruleStep<Name extends RuleName>(rule: Name, pieces: Parameters<typeof step<Name>>[1], of: Expression, variable: string, after: Expression): Step {
  return step(rule, pieces, { kind: "derivative", of, variable, after });
}

function ofSum(e: Expression & { readonly kind: "sum" }, variable: string): Differentiated {
  const parts = e.terms.map((term) => byRules(term, variable));
  const value = sum(...parts.map((part) => part.value));
  return { value, steps: [...parts.flatMap(({ steps }) => steps), ruleStep("sum rule", [], e, variable, value)] };
}

/** A constant factor stays, a quotient goes by its rule, two factors or more by the product rule. */
function ofProduct(e: Expression & { readonly kind: "product" }, variable: string, isPart: boolean): Differentiated {
  const constants = e.factors.filter((factor) => !contains(factor, variable));
  const rest = e.factors.filter((factor) => contains(factor, variable));
  if (constants.length > 0) {
    const inner = byRules(product(...rest), variable, isPart);
    const value = product(...constants, inner.value);
    // A number in front of a part is carried along without a word.
    const isSilent = isPart && constants.every(({ kind }) => kind === "number");
    return { value, steps: isSilent ? inner.steps : [...inner.steps, ruleStep("constant factor", [product(...constants)], e, variable, value)] };
  }
  const { numerator: u, denominator: v } = quotientOf(product(...rest));
  if (!isNumber(v, 1)) {
    const [du, dv] = [byRules(u, variable), byRules(v, variable)];
    const value = divide(sum(product(du.value, v), negate(product(u, dv.value))), power(v, sum(ONE, ONE)));
    return { value, steps: [...du.steps, ...dv.steps, ruleStep("quotient rule", [u, v], e, variable, value)] };
  }
  // As it is written: powers of the variable come first.
  const [first = ONE, ...others] = [...rest.filter((factor) => isPowers(factor, variable)), ...rest.filter((factor) => !isPowers(factor, variable))];
  const second = product(...others);
  const [du, dv] = [byRules(first, variable), byRules(second, variable)];
  const value = sum(product(du.value, second), product(first, dv.value));
  return { value, steps: [...du.steps, ...dv.steps, ruleStep("product rule", [first, second], e, variable, value)] };
}

const partsOf = (e: Expression & { readonly kind: "power" | "call" }): readonly Expression[] => (e.kind === "call" ? e.args : [e.base, e.exponent]);

/** A function of an inner function: the outer derivative at the inner function, times the inner derivative. */
function ofChain(e: Expression & { readonly kind: "power" | "call" }, variable: string): Differentiated {
  const varying = partsOf(e).filter((part) => contains(part, variable));
  const [inner] = varying.length === 1 ? varying : [];
  if (!inner) {
    const value = bookForm(differentiate(e, variable));
    return { value, steps: [ruleStep("logarithmic derivative", [], e, variable, value)] };
  }
  const letter = contains(e, "u") ? freshName("u", [e]) : "u";
  const u = name(letter);
  const outside = mapChildren(e, (part) => (part === inner ? u : part));
  const slope = bookForm(differentiate(outside, letter));
  const own = byRules(inner, variable);
  const value = product(substitute(slope, new Map([[letter, inner]])), own.value);
  if (isNumber(own.value, 1)) return { value, steps: [ruleStep("basic derivatives", [], e, variable, value)] };
  return { value, steps: [...own.steps, ruleStep("chain rule", [u, inner, outside, own.value], e, variable, value)] };
}
