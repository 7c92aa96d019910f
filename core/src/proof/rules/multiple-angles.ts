import { call, divide, HALF, negate, number, ONE, power, product, subtract, sum, TWO } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { isSpokenOf, times } from "../angles.ts";
import { KINDS, type Kind, kindOf, powered, raised, without } from "../functions.ts";
import { type Formulas, type Uses, whole } from "../rule.ts";

const square = (name: string, u: Expression): Expression => raised(name, u, 2);

/** sin 2u = 2 sin u cos u, cos 2u in its three forms, tan 2u, and the hyperbolic ones (Abramowitz and Stegun, 4.3.24–26, 4.5.31–33). */
export const DOUBLE_ANGLES: Formulas = {
  rule: "double-angle formula",
  cost: 1,
  uses: (node, setting) => {
    const [w] = node.kind === "call" ? node.args : [];
    const kind = node.kind === "call" ? kindOf(node.name) : undefined;
    if (node.kind !== "call" || !w || !kind) return [];
    const u = times(1, 2, w);
    if (!isSpokenOf(u, setting)) return [];
    const { sine, cosine, tangent, sign } = kind;
    if (node.name === sine) return [whole("sine", node, product(TWO, call(sine, u), call(cosine, u)))];
    if (node.name === tangent) {
      const t = call(tangent, u);
      return [whole("tangent", node, divide(product(TWO, t), sum(ONE, product(number(-sign), t, t))))];
    }
    return [
      whole("cosine by both", node, sum(square(cosine, u), product(number(-sign), square(sine, u)))),
      whole("cosine by cosine", node, sum(product(TWO, square(cosine, u)), number(-1))),
      whole("cosine by sine", node, sum(ONE, product(number(-2 * sign), square(sine, u)))),
    ];
  },
};

/** The same from right to left: sin u cos u = sin(2u)/2, cos² u − sin² u = cos 2u, 2 cos² u − 1 = cos 2u. */
export const AS_DOUBLE_ANGLE: Formulas = {
  rule: "double-angle formula",
  cost: 1,
  uses: (node) => [...productAsDouble(node), ...differenceAsDouble(node)],
};

function productAsDouble(node: Expression): Uses {
  const factors = factorsOf(node);
  return factors.flatMap((first) => {
    const own = powered(first);
    const kind = KINDS.find(({ sine }) => sine === own?.name);
    if (!own || !kind || own.exponent === 0) return [];
    const second = factors.find((factor) => {
      const other = powered(factor);
      return other?.name === kind.cosine && other.exponent === own.exponent && equal(other.argument, own.argument);
    });
    if (!second) return [];
    const u = own.argument;
    const part = product(TWO, call(kind.sine, u), call(kind.cosine, u));
    const by = call(kind.sine, times(2, 1, u));
    return [{ way: "as sine", part, by, node: product(power(product(HALF, by), number(own.exponent)), ...without(node, first, second)) }];
  });
}

/** Terms q cos² u and −q sin² u, or 2q cos² u and −q, or q and −2q sin² u. */
function differenceAsDouble(node: Expression): Uses {
  const terms = termsOf(node);
  if (node.kind !== "sum") return [];
  return terms.flatMap((term) =>
    factorsOf(term).flatMap((factor): Uses => {
      const own = powered(factor);
      const kind = KINDS.find(({ sine, cosine }) => own && own.exponent >= 2 && [sine, cosine].includes(own.name));
      if (!own || !kind) return [];
      const u = own.argument;
      const shared = product(raised(own.name, u, own.exponent - 2), ...without(term, factor));
      const isCosine = own.name === kind.cosine;
      const by = call(kind.cosine, times(2, 1, u));
      const rest = (partner: Expression): readonly Expression[] => terms.filter((one) => one !== term && one !== partner);
      const partnerOf = (wanted: Expression): Expression | undefined => terms.find((one) => one !== term && equal(one, wanted));
      const both = isCosine ? partnerOf(product(number(-kind.sign), shared, square(kind.sine, u))) : undefined;
      const half = product(HALF, shared);
      // 2q cos² − q, or q − 2q sin² (2q sinh² + q).
      const alone = partnerOf(isCosine ? negate(half) : product(number(-kind.sign), half));
      const written = isCosine ? sum(product(TWO, square(kind.cosine, u)), number(-1)) : sum(ONE, product(number(-2 * kind.sign), square(kind.sine, u)));
      return [
        ...(both
          ? [
              {
                way: "as cosine",
                part: sum(square(kind.cosine, u), product(number(-kind.sign), square(kind.sine, u))),
                by,
                node: sum(product(shared, by), ...rest(both)),
              },
            ]
          : []),
        ...(alone
          ? [{ way: "as cosine", part: written, by, node: sum(product(isCosine ? half : product(number(-kind.sign), half), by), ...rest(alone)) }]
          : []),
      ];
    }),
  );
}

/** sin² u = (1 − cos 2u)/2 and cos² u = (1 + cos 2u)/2, and the hyperbolic ones. */
export const SQUARES_BY_DOUBLE: Formulas = {
  rule: "half-angle formula",
  cost: 1.9,
  uses: (node) => {
    const own = powered(node);
    const kind = KINDS.find(({ sine, cosine }) => own && [sine, cosine].includes(own.name));
    if (!own || !kind || own.exponent < 2 || own.exponent % 2 !== 0) return [];
    const by = squareByDouble(kind, own.name, own.argument);
    return [{ ...whole("squares", square(own.name, own.argument), by), node: power(by, number(own.exponent / 2)) }];
  },
};

function squareByDouble({ sine, cosine, sign }: Kind, name: string, u: Expression): Expression {
  const double = call(cosine, times(2, 1, u));
  if (name === cosine) return product(HALF, sum(ONE, double));
  return name === sine ? product(number({ num: sign, den: 2 }), subtract(ONE, double)) : HALF;
}

/** 1 − cos w = 2 sin²(w/2) and 1 + cos w = 2 cos²(w/2). */
export const ONE_AND_COSINE: Formulas = {
  rule: "half-angle formula",
  cost: 1.1,
  uses: (node, setting) => {
    if (node.kind !== "sum" || node.terms.length !== 2) return [];
    const constant = node.terms.find((term) => term.kind === "number");
    const term = node.terms.find((one) => one !== constant);
    const wave = term && factorsOf(term).find((factor) => KINDS.some(({ cosine }) => powered(factor)?.name === cosine && powered(factor)?.exponent === 1));
    const own = wave && powered(wave);
    const kind = KINDS.find(({ cosine }) => cosine === own?.name);
    if (!constant || !term || !own || !kind) return [];
    const u = times(1, 2, own.argument);
    if (!isSpokenOf(u, setting)) return [];
    const scale = product(...without(term, wave));
    if (equal(scale, constant)) return [whole("one and cosine", node, product(TWO, scale, square(kind.cosine, u)))];
    return equal(scale, negate(constant)) ? [whole("one and cosine", node, product(number(-2 * kind.sign), scale, square(kind.sine, u)))] : [];
  },
};

/** sin 3u, cos 3u, tan 3u by those of u (Abramowitz and Stegun, 4.3.27–28). */
export const TRIPLE_ANGLES: Formulas = {
  rule: "triple-angle formula",
  cost: 1.3,
  uses: (node, setting) => {
    const [w] = node.kind === "call" ? node.args : [];
    const kind = node.kind === "call" ? kindOf(node.name) : undefined;
    if (node.kind !== "call" || !w || !kind) return [];
    const u = times(1, 3, w);
    if (!isSpokenOf(u, setting)) return [];
    const { sine, cosine, tangent, sign } = kind;
    const of = call(node.name, u);
    const cube = power(of, number(3));
    if (node.name === sine) return [whole("triple", node, sum(product(number(3), of), product(number(-4 * sign), cube)))];
    if (node.name === cosine) return [whole("triple", node, sum(product(number(4), cube), product(number(-3), of)))];
    if (node.name !== tangent) return [];
    return [whole("triple", node, divide(sum(product(number(3), of), product(number(-sign), cube)), sum(ONE, product(number(-3 * sign), of, of))))];
  },
};
