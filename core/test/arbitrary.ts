import fc from "fast-check";
import * as build from "../src/expression/construct.ts";
import type { Expression } from "../src/expression/expression.ts";
import { rational } from "../src/number/rational.ts";

/** Random expressions in the names x, y, a, v_0 and theta, as the constructors would build them from anything typed. */
export const smallRational = fc.tuple(fc.integer({ min: -12, max: 12 }), fc.integer({ min: 1, max: 6 })).map(([num, den]) => rational(num, den));

const leaf: fc.Arbitrary<Expression> = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom("x", "y", "a", "v_0", "theta").map(build.name) },
  { weight: 2, arbitrary: smallRational.map((value) => build.number(value)) },
  { weight: 1, arbitrary: fc.constantFrom(build.PI, build.E, build.I) },
);

const dividesByZero = (e: Expression): boolean => build.isNumber(e, 0) || (e.kind === "product" && e.factors.some(dividesByZero));

export const expression: fc.Arbitrary<Expression> = fc.letrec<{ tree: Expression }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 4, depthIdentifier: "tree" },
    leaf,
    fc.tuple(tie("tree"), tie("tree")).map(([a, b]) => build.sum(a, b)),
    fc.tuple(tie("tree"), tie("tree")).map(([a, b]) => build.product(a, b)),
    fc.tuple(tie("tree"), tie("tree")).map(([a, b]) => (dividesByZero(b) ? a : build.divide(a, b))),
    fc.tuple(tie("tree"), fc.integer({ min: 1, max: 4 })).map(([a, n]) => build.power(a, build.number(n))),
    tie("tree").map(build.sqrt),
    fc.tuple(fc.constantFrom("sin", "cos", "tan", "ln", "abs", "arctan", "sinh", "exp", "floor"), tie("tree")).map(([f, a]) => build.call(f, a)),
    tie("tree").map((a) => build.call("root", build.number(3), a)),
  ),
})).tree;
