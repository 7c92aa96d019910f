import { undoesInverse, undone, withoutInverse } from "../canonical/inverse-circular.ts";
import { isNegative, withContentApart } from "../canonical/normal-form.ts";
import { call, MINUS_ONE, negate, number, product } from "../expression/construct.ts";
import { type Expression, findAll, freeNames, isReciprocal, isRoot } from "../expression/expression.ts";
import { mapChildren } from "../expression/substitute.ts";
import * as integer from "../number/integer.ts";
import { complexity, expand, expandedLogarithm, simplify } from "../truth/index.ts";
import { withAnglesJoined } from "./forms/angles-joined.ts";
import { rationalised } from "./forms/root-and-log-forms.ts";
import { withoutOuterSign } from "./forms/signs-out.ts";
import { denest } from "./roots/denest.ts";

/** The most readable form of a root: the shorter of the simplified forms before and after nested roots are undone. */
export function readable(e: Expression): Expression {
  const plain = plainLogarithms(simplify(e).expression);
  const candidates = [
    plain,
    simplify(denest(plain)).expression,
    simplify(denest(expand(plain))).expression,
    withContentApart(simplify(expand(plain)).expression),
    ...byPrimes(plain),
    ...withoutInverses(plain),
  ];
  const shortest = candidates.reduce((best, next) => (complexity(next) < complexity(best) ? next : best));
  return withoutOuterSign(withoutRootsBelow(freeNames(shortest).size > 0 ? withAnglesJoined(shortest) : shortest));
}

/** cos(arccos a) is a, and sin(2 arccos a) an expression in a: for numbers only, since letters would lose their domain. */
function withoutInverses(e: Expression): readonly Expression[] {
  if (!undoesInverse(e)) return [];
  const ofNumbers = (form: (part: Expression) => Expression): ((part: Expression) => Expression) => {
    const mapped = (part: Expression): Expression => (freeNames(part).size === 0 ? form(part) : mapChildren(part, mapped));
    return mapped;
  };
  return [undone, withoutInverse]
    .map(ofNumbers)
    .flatMap((form) => [form(e), expand(form(e))].map((one) => simplify(denest(simplify(one).expression)).expression));
}

/** How much longer a number may become by having no root below a line. */
const LONGER = 4;

/** 1/(3 − √3) as (3 + √3)/6, for numbers. */
function withoutRootsBelow(e: Expression): Expression {
  const isBelow = (part: Expression): boolean => isReciprocal(part) && part.kind === "power" && part.base.kind === "sum" && freeNames(part).size === 0;
  const below = findAll(e, isBelow);
  const above = below.some((part) => findAll(part, isRoot).length > 0) ? rationalised(e) : undefined;
  return above && complexity(above) <= complexity(e) + LONGER ? above : e;
}

/** With several logarithms of numbers, those of their primes may cancel. */
function byPrimes(e: Expression): readonly Expression[] {
  const logarithms = findAll(e, (part) => part.kind === "call" && part.name === "ln" && part.args[0]?.kind === "number");
  const apart = (part: Expression): Expression => {
    const [x] = part.kind === "call" && part.name === "ln" ? part.args : [];
    return x?.kind === "number" ? expandedLogarithm(x, [], true) : mapChildren(part, apart);
  };
  return logarithms.length > 1 ? [simplify(apart(e)).expression] : [];
}

/** ln(1/2) as −ln 2, −ln(2/15) as ln(15/2) and ln 8 as 3 ln 2, so that values of logarithms are as short as they can be. */
export function plainLogarithms(e: Expression): Expression {
  const inner = mapChildren(e, plainLogarithms);
  if (inner.kind === "product" && isNegative(inner)) return withoutSignByLogarithm(inner.factors);
  const [x] = inner.kind === "call" && inner.name === "ln" ? inner.args : [];
  if (x?.kind !== "number" || x.value.num <= 0) return inner;
  const { num, den } = x.value;
  if (num === 1 && den !== 1) return negate(plainLogarithms(call("ln", number({ num: den, den: 1 }))));
  if (den !== 1) return inner;
  const powers = integer.primePowers(num);
  const common = powers.reduce((shared, { count }) => Number(integer.gcd(shared, count)), 0);
  return common > 1 ? product(number(common), call("ln", number({ num: integer.exactRoot(num, common) ?? num, den: 1 }))) : inner;
}

/** −20 ln(2/15) as 20 ln(15/2). */
function withoutSignByLogarithm(factors: readonly Expression[]): Expression {
  const at = factors.findIndex((factor) => belowOne(factor) !== undefined);
  const turned = belowOne(factors[at]);
  return turned ? product(MINUS_ONE, ...factors.map((factor, k) => (k === at ? call("ln", turned) : factor))) : product(...factors);
}

/** The reciprocal of a number below 1 whose logarithm is taken. */
function belowOne(e: Expression | undefined): Expression | undefined {
  const [x] = e?.kind === "call" && e.name === "ln" ? e.args : [];
  return x?.kind === "number" && x.value.num > 0 && x.value.num < x.value.den ? number({ num: x.value.den, den: x.value.num }) : undefined;
}
