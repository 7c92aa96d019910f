import { call, divide, equation, isNumber, negate, number, PI, power, product, splitCoefficient, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, findAll, freeNames, isReciprocal } from "../../expression/expression.ts";
import { mapChildren, replacePart } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";

/** A small change of an expression: which part, and what stands in its place. */
export interface Edit {
  readonly kind: "sign" | "number" | "exponent" | "factor" | "missing factor" | "function" | "quotient";
  readonly part: Expression;
  readonly by: Expression;
  readonly after: Expression;
}

type Change = Pick<Edit, "kind" | "part" | "by">;

/** All expressions that one small change makes: a sign, a number, an exponent, a factor left out, another function. */
export function smallEdits(e: Expression): readonly Edit[] {
  const nodes = findAll(e, (part) => part.kind !== "number" || equal(part, e));
  const changes = nodes.flatMap((node) => CHANGES.flatMap((changesOf) => changesOf(node)));
  return [...new Map(changes.map((change) => ({ ...change, after: replacePart(e, change.part, change.by) })).map((edit) => [edit.after.hash, edit])).values()];
}

/** A term with the other sign. */
const signs = (node: Expression): readonly Change[] => {
  if (node.kind !== "sum") return [];
  return node.terms.map((term): Change => ({ kind: "sign", part: node, by: sum(...node.terms.map((one) => (one === term ? negate(one) : one))) }));
};

/** The whole with the other sign. */
const wholeSign = (node: Expression): readonly Change[] =>
  freeNames(node).size > 0 || node.kind === "number" ? [{ kind: "sign", part: node, by: negate(node) }] : [];

/** A number before a term, doubled, halved, one more or less, left out. */
const numbers = (node: Expression): readonly Change[] => {
  if (node.kind === "power" || node.kind === "call") {
    return [2, 3, 4].flatMap((k) => [product(number(k), node), divide(node, number(k))]).map((by): Change => ({ kind: "number", part: node, by }));
  }
  if (node.kind !== "product" && node.kind !== "number") return [];
  const { coefficient, rest } = splitCoefficient(node);
  const others = [
    rational.ONE,
    rational.multiply(coefficient, rational.rational(2)),
    rational.divide(coefficient, rational.rational(2)),
    rational.add(coefficient, rational.ONE),
    rational.subtract(coefficient, rational.ONE),
  ];
  return others.filter(({ num }) => num !== 0).map((value): Change => ({ kind: "number", part: node, by: product(number(value), rest) }));
};

/** A power with another whole exponent, or a square where none was written. */
const exponents = (node: Expression): readonly Change[] => {
  const [base, exponent] = node.kind === "power" && node.exponent.kind === "number" ? [node.base, node.exponent.value] : [node, rational.ONE];
  if (node.kind === "number" || node.kind === "sum" || node.kind === "product" || freeNames(base).size === 0) return [];
  return [-1, 1].flatMap((step): readonly Change[] => {
    const next = rational.add(exponent, rational.rational(step));
    return next.num === 0 ? [] : [{ kind: "exponent", part: node, by: power(base, number(next)) }];
  });
};

/** A product without one of its factors. */
const factors = (node: Expression): readonly Change[] =>
  node.kind === "product"
    ? factorsOf(node)
        .filter((factor) => !isNumber(factor, -1))
        .map((factor): Change => ({ kind: "factor", part: node, by: product(...factorsOf(node).filter((one) => one !== factor)) }))
    : [];

const OTHERS: Readonly<Record<string, readonly string[]>> = {
  sin: ["cos"],
  cos: ["sin"],
  tan: ["cot"],
  cot: ["tan"],
  sinh: ["cosh"],
  cosh: ["sinh"],
  ln: ["lg"],
  lg: ["ln"],
};

const functions = (node: Expression): readonly Change[] =>
  node.kind === "call" ? (OTHERS[node.name] ?? []).map((other): Change => ({ kind: "function", part: node, by: call(other, ...node.args) })) : [];

/** a/b turned over to b/a. */
const quotients = (node: Expression): readonly Change[] => {
  const factors = node.kind === "product" ? node.factors : [];
  const inverse = (factor: Expression): Expression => (isReciprocal(factor) ? power(factor.base, negate(factor.exponent)) : power(factor, number(-1)));
  return factors.flatMap((above) =>
    factors
      .filter((below) => isReciprocal(below) && !isReciprocal(above) && above.kind !== "number")
      .map((below): Change => ({ kind: "quotient", part: node, by: product(...factors.map((one) => (one === above || one === below ? inverse(one) : one))) })),
  );
};

const CHANGES: readonly ((node: Expression) => readonly Change[])[] = [signs, wholeSign, functions, exponents, numbers, factors, quotients];

/** A factor that stood before, or the function that goes with one, was lost: it is put back before the whole or one of its terms. */
export function putBackFactors(e: Expression, before: Expression): readonly Edit[] {
  const partners = findAll(e, (part) => part.kind === "call").flatMap((part) => functions(part).map(({ by }) => by));
  const lost = [...findAll(before, (part) => part.kind === "name" || (part.kind === "constant" && part.name === "pi")), ...partners];
  const lostBelow = lost.map((factor) => power(factor, number(-1)));
  const terms = e.kind === "sum" ? e.terms : [];
  return [...lost, ...lostBelow].flatMap((factor) => [
    { kind: "missing factor" as const, part: e, by: product(factor, e), after: product(factor, e) },
    ...terms.map((term) => ({
      kind: "missing factor" as const,
      part: term,
      by: product(factor, term),
      after: sum(...terms.map((one) => (one === term ? product(factor, one) : one))),
    })),
  ]);
}

/** All equations that one small change of a side makes; a factor may be put back that stood in another line. */
export function editedSides(left: Expression, right: Expression, lostFrom?: Expression): readonly { readonly edit: Edit; readonly whole: Expression }[] {
  const editsOf = (side: Expression): readonly Edit[] => [...smallEdits(side), ...(lostFrom ? putBackFactors(side, lostFrom) : [])];
  return [
    ...editsOf(left).map((edit) => ({ edit, whole: equation(edit.after, right) })),
    ...editsOf(right).map((edit) => ({ edit, whole: equation(left, edit.after) })),
  ];
}

/** What an edit changes, in words. */
export const EDIT_WORDS: Readonly<Record<Edit["kind"], string>> = {
  sign: "a sign",
  number: "a number",
  exponent: "an exponent",
  factor: "a factor less",
  function: "another function",
  "missing factor": "a factor more",
  quotient: "a quotient turned over",
};

/** What an expression is when the angles of its circular functions are taken in degrees. */
export function inDegrees(e: Expression): Expression {
  const inner = mapChildren(e, inDegrees);
  const [angle] = inner.kind === "call" && ["sin", "cos", "tan"].includes(inner.name) ? inner.args : [];
  return inner.kind === "call" && angle ? call(inner.name, product(angle, divide(PI, number(180)))) : inner;
}
