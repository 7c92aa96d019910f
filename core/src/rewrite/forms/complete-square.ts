import { divide, isNumber, name as nameNode, negate, ONE, power, product, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { present } from "../../notation/present.ts";
import { plus, type Syntax } from "../../notation/syntax.ts";
import { simplify } from "../../truth/index.ts";
import { polynomialCoefficients } from "../coefficients.ts";
import { asTyped } from "../typed.ts";
import { type Rewriting, Way } from "./way.ts";

/** a x² + b x + c = a (x + b/(2a))² + c − b²/(4a), for letters too; undefined where e is no quadratic in the name. */
export function completeSquareWithSteps(e: Expression, name: string): Rewriting | undefined {
  const coefficients = polynomialCoefficients(e, name);
  const [c = ZERO, b = ZERO, a] = (coefficients ?? []).map((coefficient) => asTyped(coefficient, e));
  if (!a || coefficients?.length !== 3) return undefined;
  const x = nameNode(name);
  const square = power(x, TWO);
  const way = new Way(e);
  way.to("sort by powers", [name], sum(product(a, square), product(b, x), c));
  if (equal(b, ZERO)) return way.end();
  const middle = shortest(divide(b, a));
  const half = shortest(divide(middle, TWO));
  const inside = sum(square, product(middle, x));
  if (!isNumber(a, 1)) way.to("take out the leading coefficient", [a], sum(product(a, inside), c));
  const added = shortest(power(half, TWO));
  const trinomial = sum(square, product(middle, x), added);
  const taken = product(a, added);
  const rest = shortest(subtract(c, taken));
  const scaled = (inner: Expression): Expression => (equal(a, ONE) ? inner : product(a, inner));
  way.to("add and subtract the square", [half], subtract(sum(scaled(trinomial), c), taken), { written: withSquareShown(a, trinomial, taken, c) });
  way.to("write the square", [], sum(scaled(power(sum(x, half), TWO)), rest));
  return way.end();
}

/** a (x² + b x + h²) − a h² + c, which the canonical form would collect again. */
function withSquareShown(a: Expression, trinomial: Expression, taken: Expression, c: Expression): Syntax {
  const group: Syntax = { kind: "group", inner: present(trinomial) };
  const size = isNegated(a) ? opposite(a) : a;
  const scaled: Syntax = isNumber(size, 1) ? group : { kind: "times", dot: false, left: present(size), right: group };
  const first: Syntax = isNegated(a) ? { kind: "sign", sign: "-", operand: scaled } : scaled;
  return [negate(taken), c]
    .filter((term) => !equal(term, ZERO))
    .map(present)
    .reduce(plus, first);
}

function shortest(e: Expression): Expression {
  return simplify(e).expression;
}
