import { call, equation, power, product, sum } from "../../expression/construct.ts";
import { type Expression, findAll } from "../../expression/expression.ts";
import { replacePart } from "../../expression/substitute.ts";

/** A law that does not hold, as it is used on a part. */
export interface WrongUse {
  /** What the law claims of the part, which is wrong. */
  readonly claim: Expression;
  readonly after: Expression;
}

/** What those who believe a law make of a node; undefined for other nodes. */
type WrongLaw = (node: Expression) => Expression | undefined;

const SPLIT: ReadonlySet<string> = new Set(["ln", "lg", "lb", "sin", "cos", "tan", "sinh", "cosh", "tanh", "abs", "arctan", "arcsin"]);

/** f(u + v) = f(u) + f(v). */
const ofSum: WrongLaw = (node) => {
  const [u] = node.kind === "call" && SPLIT.has(node.name) ? node.args : [];
  return node.kind === "call" && u?.kind === "sum" ? sum(...u.terms.map((term) => call(node.name, term))) : undefined;
};

/** f(c u) = c f(u). */
const ofMultiple: WrongLaw = (node) => {
  const [u] = node.kind === "call" && SPLIT.has(node.name) ? node.args : [];
  const [first, ...rest] = u?.kind === "product" ? u.factors : [];
  return node.kind === "call" && first?.kind === "number" && rest.length > 0 ? product(first, call(node.name, product(...rest))) : undefined;
};

/** ln(u v) = ln u · ln v. */
const ofProduct: WrongLaw = (node) => {
  const [u] = node.kind === "call" && ["ln", "lg", "lb"].includes(node.name) ? node.args : [];
  return node.kind === "call" && u?.kind === "product" ? product(...u.factors.map((factor) => call(node.name, factor))) : undefined;
};

/** (u + v)^n = u^n + v^n: squares, roots and reciprocals. */
const powerOfSum: WrongLaw = (node) =>
  node.kind === "power" && node.base.kind === "sum" ? sum(...node.base.terms.map((term) => power(term, node.exponent))) : undefined;

/** b^(u + v) = b^u + b^v. */
const sumInExponent: WrongLaw = (node) =>
  node.kind === "power" && node.exponent.kind === "sum" ? sum(...node.exponent.terms.map((term) => power(node.base, term))) : undefined;

const LAWS: readonly WrongLaw[] = [ofSum, ofMultiple, ofProduct, powerOfSum, sumInExponent];

/** What becomes of an expression when a law that does not hold is used on one of its parts. */
export function wrongUses(e: Expression): readonly WrongUse[] {
  return findAll(e, (part) => part.kind === "call" || part.kind === "power").flatMap((node) =>
    LAWS.flatMap((law) => {
      const believed = law(node);
      return believed ? [{ claim: equation(node, believed), after: replacePart(e, node, believed) }] : [];
    }),
  );
}
