import { call, divide, number, ONE, product, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { isSpokenOf, times } from "../angles.ts";
import { KINDS, type Kind, kindOf, powered, without } from "../functions.ts";
import { type Formulas, type Setting, type Uses, whole } from "../rule.ts";

/** sin(u + v), cos(u + v), tan(u + v) by those of u and v, and the hyperbolic ones (Abramowitz and Stegun, 4.3.16–18, 4.5.24–26). */
export const ADDITION: Formulas = {
  rule: "addition formula",
  cost: 1,
  uses: (node, setting) => {
    const [w] = node.kind === "call" ? node.args : [];
    const kind = node.kind === "call" ? kindOf(node.name) : undefined;
    if (node.kind !== "call" || !w || !kind) return [];
    const { name } = node;
    return splits(w, setting).map(([u, v], k) => whole(`split ${k}`, node, takenApart(kind, name, u, v)));
  },
};

/** An angle as a sum of two: its first term and the rest, or a multiple as the next smaller one and a single one. */
function splits(w: Expression, setting: Setting): readonly (readonly [Expression, Expression])[] {
  const terms = termsOf(w);
  if (terms.length === 2) return [[terms[0] ?? w, terms[1] ?? w]];
  if (terms.length > 2) return terms.map((term) => [sum(...terms.filter((one) => one !== term)), term]);
  const multiples = [3, 5].flatMap((n): (readonly [Expression, Expression])[] => {
    const u = times(1, n, w);
    return isSpokenOf(u, setting) ? [[times(n - 1, n, w), u]] : [];
  });
  return multiples.slice(0, 1);
}

function takenApart({ sine, cosine, tangent, sign }: Kind, name: string, u: Expression, v: Expression): Expression {
  const at = (functionName: string, angle: Expression): Expression => call(functionName, angle);
  if (name === sine) return sum(product(at(sine, u), at(cosine, v)), product(at(cosine, u), at(sine, v)));
  if (name === cosine) return sum(product(at(cosine, u), at(cosine, v)), product(number(-sign), at(sine, u), at(sine, v)));
  const [s, t] = [at(tangent, u), at(tangent, v)];
  return divide(sum(s, t), sum(ONE, product(number(-sign), s, t)));
}

/** sin u cos v ± cos u sin v as sin(u ± v), cos u cos v ∓ sin u sin v as cos(u ± v). */
export const AS_ONE_ANGLE: Formulas = {
  rule: "addition formula",
  cost: 1,
  uses: (node) => {
    const terms = termsOf(node);
    if (node.kind !== "sum") return [];
    return terms.flatMap((first, k) => terms.slice(k + 1).flatMap((second) => together(terms, first, second)));
  },
};

interface TwoWaves {
  readonly kind: Kind;
  readonly waves: readonly [Expression, Expression];
  readonly names: readonly [string, string];
  readonly angles: readonly [Expression, Expression];
  readonly rest: Expression;
}

/** A term that is a product of two waves, in every way of taking two. */
function twoWaves(term: Expression): readonly TwoWaves[] {
  const factors = factorsOf(term);
  return factors.flatMap((first, k) =>
    factors.slice(k + 1).flatMap((second): TwoWaves[] => {
      const [a, b] = [powered(first), powered(second)];
      const kind = KINDS.find(({ sine, cosine }) => a && b && [a, b].every(({ name, exponent }) => exponent === 1 && [sine, cosine].includes(name)));
      if (!a || !b || !kind) return [];
      return [{ kind, waves: [first, second], names: [a.name, b.name], angles: [a.argument, b.argument], rest: product(...without(term, first, second)) }];
    }),
  );
}

function together(terms: readonly Expression[], first: Expression, second: Expression): Uses {
  const others = terms.filter((term) => term !== first && term !== second);
  return twoWaves(first).flatMap(({ kind, waves, names, angles: [u, v], rest }) => {
    const { sine, cosine, sign } = kind;
    const [p, q] = names;
    const isMixed = p !== q;
    // The partner has the other function at each angle.
    const swapped = product(call(p === sine ? cosine : sine, u), call(q === sine ? cosine : sine, v));
    return ([1, -1] as const).flatMap((s) => {
      if (!equal(second, product(number(s), rest, swapped))) return [];
      const pair = product(...waves);
      const part = sum(pair, product(number(s), swapped));
      if (isMixed) {
        // sin u cos v + s cos u sin v; where the cosine stands first, the sines change places.
        const [front, back] = p === sine ? [u, v] : [v, u];
        const by = call(sine, sum(front, times(s, 1, back)));
        return [{ way: "one angle", part, by, node: sum(product(rest, by), ...others) }];
      }
      if (p === sine) return [];
      const by = call(cosine, sum(u, times(-s * sign, 1, v)));
      return [{ way: "one angle", part, by, node: sum(product(rest, by), ...others) }];
    });
  });
}
