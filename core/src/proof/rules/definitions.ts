import { call, divide, product } from "../../expression/construct.ts";
import { type Expression, equal, factorsOf } from "../../expression/expression.ts";
import { inverse, powered, raised, without } from "../functions.ts";
import { type Formulas, type Uses, whole } from "../rule.ts";

/** Functions that are quotients of others: the name, above and below, nothing above for 1. */
const QUOTIENTS: readonly { readonly name: string; readonly above?: string; readonly below: string }[] = [
  { name: "tan", above: "sin", below: "cos" },
  { name: "cot", above: "cos", below: "sin" },
  { name: "sec", below: "cos" },
  { name: "csc", below: "sin" },
  { name: "tanh", above: "sinh", below: "cosh" },
  { name: "coth", above: "cosh", below: "sinh" },
  { name: "sech", below: "cosh" },
  { name: "csch", below: "sinh" },
];
const INVERSES: readonly (readonly [string, string])[] = [
  ["cot", "tan"],
  ["coth", "tanh"],
];

const quotient = ({ above, below }: (typeof QUOTIENTS)[number], u: Expression): Expression =>
  above ? divide(call(above, u), call(below, u)) : inverse(call(below, u));

/** tan u = sin u/cos u and its like, by sine and cosine. */
export const BY_DEFINITION: Formulas = {
  rule: "by definition",
  cost: 1,
  uses: (node) => {
    const [u] = node.kind === "call" ? node.args : [];
    if (node.kind !== "call" || !u) return [];
    const own = QUOTIENTS.find(({ name }) => name === node.name);
    const other = INVERSES.find((pair) => pair.includes(node.name))?.find((name) => name !== node.name);
    return [
      ...(own ? [whole("by sine and cosine", node, quotient(own, u))] : []),
      ...(other ? [whole("by its reciprocal", node, inverse(call(other, u)))] : []),
    ];
  },
};

/** sin u/cos u = tan u and its like, read from right to left. */
export const AS_QUOTIENT: Formulas = {
  rule: "by definition",
  cost: 0.8,
  uses: (node) => {
    const factors = factorsOf(node);
    const single = factors.flatMap((below) => {
      const down = powered(below);
      if (!down || down.exponent >= 0) return [];
      return [...quotientsIn(node, factors, below), ...reciprocals(node, below)];
    });
    return [...single, ...bothReciprocals(node, factors)];
  },
};

/** The factors f^m g^−n with the same argument as a function to the power of the smaller one. */
function quotientsIn(node: Expression, factors: readonly Expression[], below: Expression): Uses {
  const down = powered(below);
  return QUOTIENTS.flatMap(({ name, above, below: lower }) => {
    if (!down || down.name !== lower || !above) return [];
    const upper = factors.find((factor) => {
      const up = powered(factor);
      return up?.name === above && up.exponent > 0 && equal(up.argument, down.argument);
    });
    const up = upper && powered(upper);
    if (!up || !upper) return [];
    const times = Math.min(up.exponent, -down.exponent);
    const by = raised(name, down.argument, times);
    const left = [raised(above, down.argument, up.exponent - times), raised(lower, down.argument, down.exponent + times)];
    const part = product(raised(above, down.argument, times), raised(lower, down.argument, -times));
    return [{ way: `as ${name}`, part, by, node: product(by, ...left, ...without(node, upper, below)) }];
  });
}

/** 1/(sin u cos u) = csc u sec u at once. */
function bothReciprocals(node: Expression, factors: readonly Expression[]): Uses {
  const below = factors.filter((factor) => (powered(factor)?.exponent ?? 0) < 0);
  const uses = below.flatMap((factor) => reciprocals(node, factor).slice(0, 1));
  if (below.length !== 2 || uses.length !== 2) return [];
  const by = product(...uses.map((use) => use.by));
  return [{ way: "as both reciprocals", part: product(...below), by, node: product(by, ...without(node, ...below)) }];
}

function reciprocals(node: Expression, below: Expression): Uses {
  const down = powered(below);
  if (!down) return [];
  const names = [
    ...QUOTIENTS.filter(({ above, below: lower }) => !above && lower === down.name).map(({ name }) => name),
    ...INVERSES.filter((pair) => pair.includes(down.name)).flatMap((pair) => pair.filter((name) => name !== down.name)),
  ];
  return names.map((name) => {
    const by = raised(name, down.argument, -down.exponent);
    return { way: `as ${name}`, part: below, by, node: product(by, ...without(node, below)) };
  });
}
