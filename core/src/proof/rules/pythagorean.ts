import { negate, number, ONE, product, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { powered, raised, without } from "../functions.ts";
import { type Formulas, type Uses, whole } from "../rule.ts";

/** a · first² u + b · second² u = 1. */
interface Relation {
  readonly first: string;
  readonly a: 1 | -1;
  readonly second: string;
  readonly b: 1 | -1;
}

const RELATIONS: readonly Relation[] = [
  { first: "sin", a: 1, second: "cos", b: 1 },
  { first: "sec", a: 1, second: "tan", b: -1 },
  { first: "csc", a: 1, second: "cot", b: -1 },
  { first: "cosh", a: 1, second: "sinh", b: -1 },
  { first: "sech", a: 1, second: "tanh", b: 1 },
  { first: "coth", a: 1, second: "csch", b: -1 },
];

/** Each relation from both sides. */
const BOTH_WAYS: readonly Relation[] = RELATIONS.flatMap((one) => [one, { first: one.second, a: one.b, second: one.first, b: one.a }]);

/** sin² u + cos² u = 1 and its like on two terms of a sum, whatever they share: 1 − sin² u as cos² u, cos v sin² u + cos v cos² u as cos v. */
export const PYTHAGOREAN: Formulas = {
  rule: "Pythagorean formula",
  cost: 0.8,
  uses: (node) => {
    const terms = termsOf(node);
    if (node.kind !== "sum") return [];
    return terms.flatMap((term) =>
      factorsOf(term).flatMap((factor) => {
        const own = powered(factor);
        if (!own || own.exponent < 2) return [];
        const shared = product(raised(own.name, own.argument, own.exponent - 2), ...without(term, factor));
        return BOTH_WAYS.filter(({ first }) => first === own.name).flatMap((relation) => joined(node, terms, term, shared, relation, own.argument));
      }),
    );
  },
};

/** The term shared · first² u together with another one. */
function joined(node: Expression, terms: readonly Expression[], term: Expression, shared: Expression, { first, a, second, b }: Relation, u: Expression): Uses {
  const [square, other] = [raised(first, u, 2), raised(second, u, 2)];
  const rest = (partner: Expression): readonly Expression[] => terms.filter((one) => one !== term && one !== partner);
  const partner = terms.find((one) => one !== term && equal(one, product(number(a * b), shared, other)));
  // shared (first² + a b second²) = a shared
  const whole = partner
    ? [{ way: "join", part: sum(square, product(number(a * b), other)), by: number(a), node: sum(product(number(a), shared), ...rest(partner)) }]
    : [];
  // shared (first² − a) = −a b shared second²
  const constant = terms.find((one) => one !== term && equal(one, product(number(-a), shared)));
  const left = constant
    ? [
        {
          way: "join",
          // Written so that no minus stands before the square: 1 − sin² u = cos² u.
          part: sum(product(number(-a * b), square), number(b)),
          by: other,
          node: sum(product(number(-a * b), shared, other), ...rest(constant)),
        },
      ]
    : [];
  return [...whole, ...left, ...takenOut(node, terms, term, shared, { first, a, second, b }, u)];
}

/** A term whose partner has another number before it: 3 − 2 sin² u as 1 + 2 cos² u. */
function takenOut(
  node: Expression,
  terms: readonly Expression[],
  term: Expression,
  shared: Expression,
  { a, second, b, first }: Relation,
  u: Expression,
): Uses {
  const constant = terms.find((one) => one.kind === "number");
  if (!constant || shared.kind !== "number") return [];
  const other = raised(second, u, 2);
  const by = sum(number(a), product(number(-a * b), other));
  const next = sum(product(shared, by), ...terms.filter((one) => one !== term));
  return equal(next, node) ? [] : [{ way: `by ${second}`, part: raised(first, u, 2), by, node: next }];
}

/** sin² u as 1 − cos² u and its like, in even powers everywhere. */
export const SQUARE_REPLACED: Formulas = {
  rule: "Pythagorean formula",
  cost: 1.4,
  uses: (node) => {
    const own = powered(node);
    if (!own || own.exponent < 2) return [];
    return BOTH_WAYS.filter(({ first }) => first === own.name).map(({ a, second, b }) => {
      const by = sum(number(a), product(number(-a * b), raised(second, own.argument, 2)));
      const half = Math.floor(own.exponent / 2);
      const used = whole(`${own.name} by ${second}`, raised(own.name, own.argument, 2), by);
      return { ...used, node: product(...Array.from({ length: half }, () => by), own.exponent % 2 === 1 ? raised(own.name, own.argument, 1) : ONE) };
    });
  },
};

/** What a² − b² is where it is a square by these relations: 1 − sin² u is cos² u. Undefined where it is none. */
export function differenceOfSquares(a: Expression, b: Expression): Expression | undefined {
  const difference = sum(product(a, a), negate(product(b, b)));
  const [use] = PYTHAGOREAN.uses(difference, { angles: [], assumptions: [] }).filter(({ way }) => way === "join");
  return use?.node;
}
