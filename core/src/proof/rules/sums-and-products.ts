import { call, HALF, negate, number, product, sum } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { times } from "../angles.ts";
import { KINDS, type Kind, powered, raised, without } from "../functions.ts";
import { type Formulas, type Uses, whole } from "../rule.ts";

/** sin u + sin v = 2 sin((u + v)/2) cos((u − v)/2) and its like (Abramowitz and Stegun, 4.3.34–37). */
export const SUM_AS_PRODUCT: Formulas = {
  rule: "sum as a product",
  cost: 1.2,
  uses: (node) => {
    if (node.kind !== "sum") return [];
    const { terms } = node;
    return terms.flatMap((first, k) => terms.slice(k + 1).flatMap((second) => pairAsProduct(terms, first, second)));
  },
};

function pairAsProduct(terms: readonly Expression[], first: Expression, second: Expression): Uses {
  return factorsOf(first).flatMap((factor): Uses => {
    const own = powered(factor);
    const kind = KINDS.find(({ sine, cosine }) => own && own.exponent === 1 && [sine, cosine].includes(own.name));
    if (!own || !kind) return [];
    const scale = product(...without(first, factor));
    const partner = factorsOf(second).find((one) => powered(one)?.name === own.name && powered(one)?.exponent === 1);
    const other = partner && powered(partner);
    if (!other || !partner) return [];
    const otherScale = product(...without(second, partner));
    const sign = equal(scale, otherScale) ? 1 : equal(scale, negate(otherScale)) ? -1 : 0;
    if (sign === 0) return [];
    const part = sum(call(own.name, own.argument), product(number(sign), call(own.name, other.argument)));
    const by = joined(kind, own.name, sign, own.argument, other.argument);
    return [{ way: "sum", part, by, node: sum(product(scale, by), ...terms.filter((term) => term !== first && term !== second)) }];
  });
}

function joined({ sine, cosine, sign: kindSign }: Kind, name: string, sign: 1 | -1, u: Expression, v: Expression): Expression {
  const [mean, gap] = [times(1, 2, sum(u, v)), times(1, 2, sum(u, times(-1, 1, v)))];
  if (name === sine) return product(number(2), call(sine, sign > 0 ? mean : gap), call(cosine, sign > 0 ? gap : mean));
  return sign > 0 ? product(number(2), call(cosine, mean), call(cosine, gap)) : product(number(-2 * kindSign), call(sine, mean), call(sine, gap));
}

/** sin u cos v = (sin(u + v) + sin(u − v))/2 and its like (Abramowitz and Stegun, 4.3.31–33). */
export const PRODUCT_AS_SUM: Formulas = {
  rule: "product as a sum",
  cost: 1.2,
  uses: (node) => {
    const factors = factorsOf(node);
    return factors.flatMap((first, k) => factors.slice(k + 1).flatMap((second) => pairAsSum(node, first, second)));
  },
};

function pairAsSum(node: Expression, first: Expression, second: Expression): Uses {
  const [a, b] = [powered(first), powered(second)];
  const kind = KINDS.find(({ sine, cosine }) => a && b && [a, b].every(({ name, exponent }) => exponent >= 1 && [sine, cosine].includes(name)));
  if (!a || !b || !kind) return [];
  const part = product(call(a.name, a.argument), call(b.name, b.argument));
  const by = apart(kind, a, b);
  const rest = [raised(a.name, a.argument, a.exponent - 1), raised(b.name, b.argument, b.exponent - 1), ...without(node, first, second)];
  return [{ ...whole("product", part, by), node: product(by, ...rest) }];
}

interface Wave {
  readonly name: string;
  readonly argument: Expression;
}

function apart({ sine, cosine, sign }: Kind, a: Wave, b: Wave): Expression {
  const [u, v] = a.name === sine || a.name === b.name ? [a.argument, b.argument] : [b.argument, a.argument];
  const [plus, minus] = [sum(u, v), sum(u, times(-1, 1, v))];
  if (a.name !== b.name) return product(HALF, sum(call(sine, plus), call(sine, minus)));
  if (a.name === cosine) return product(HALF, sum(call(cosine, minus), call(cosine, plus)));
  return product(number({ num: sign, den: 2 }), sum(call(cosine, minus), negate(call(cosine, plus))));
}
