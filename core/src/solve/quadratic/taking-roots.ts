import { equation, I, logic, MINUS_ONE, name, negate, ONE, power, product, relation, sqrt, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { contains, type Expression, equal, factorsOf, termsOf } from "../../expression/expression.ts";
import { present } from "../../notation/present.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { evenPowersOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { readable } from "../../rewrite/readable.ts";
import { constantSign, decide, perfectSquareRoot } from "../../truth/index.ts";
import { realSquareRoots } from "../sifting/conditions.ts";
import type { Solved } from "../solution.ts";
import { quotient } from "../values.ts";
import { Chain, linearRoot, type Quadratic, quadraticSet, solved } from "./quadratic-form.ts";

/** k (p x + q)² + r, the form in which roots can be taken at once. */
interface SquareForm {
  readonly factor: Expression;
  readonly inside: Expression;
  readonly rest: Expression;
}

/** Reads the square form off left − right as it was typed, or off a x² + c. */
function squareForm(q: Quadratic): SquareForm | undefined {
  const { unknown } = q.form.task;
  const difference = subtract(q.form.left, q.form.right);
  const terms = termsOf(difference);
  const [only, ...others] = terms.filter((term) => contains(term, unknown));
  if (only && others.length === 0) {
    const factors = factorsOf(only);
    const squares = factors.filter((factor) => contains(factor, unknown));
    const [square] = squares;
    if (squares.length === 1 && square?.kind === "power" && equal(square.exponent, TWO) && polynomialCoefficients(square.base, unknown)?.length === 2) {
      const rest = sum(...terms.filter((term) => term !== only));
      return { factor: product(...factors.filter((factor) => factor !== square)), inside: square.base, rest };
    }
  }
  return equal(q.b, ZERO) ? { factor: q.a, inside: name(unknown), rest: q.c } : undefined;
}

/** (p x + q)² = s: isolate the square, take both roots, solve two linear equations. */
export function takingRoots(q: Quadratic): Solved | undefined {
  const square = squareForm(q);
  if (!square) return undefined;
  const { unknown, assumptions, domain } = q.form.task;
  const chain = new Chain(q.form);
  const value = quotient(negate(square.rest), square.factor);
  chain.to(equation(power(square.inside, TWO), value), "isolate the square", [], { conditions: q.conditions });
  return finishSquare(q, chain, square.inside, value, domain === "complex", assumptions, unknown);
}

/** From inside² = value to the solutions; the same end serves completing the square. */
export function finishSquare(
  q: Quadratic,
  chain: Chain,
  inside: Expression,
  value: Expression,
  complex: boolean,
  assumptions: readonly Expression[],
  unknown: string,
): Solved {
  const real = complex ? ({ kind: "two", conditions: [] } as const) : realSquareRoots(value, assumptions);
  const single = equal(value, ZERO) || real.kind === "one";
  if (single) {
    chain.to(equation(inside, ZERO), "the square is zero", []);
    const root = linearRoot(inside, ZERO, unknown);
    chain.to(alternatives(unknown, [root]), "solve each", [unknown]);
    return solved(chain, quadraticSet(q, [root]));
  }
  const negative = constantSign(value) === -1 || (complex && decide(relation(value, "<", ZERO), assumptions) === true);
  if (real.kind === "none") {
    chain.fact({ kind: "holds", statement: relation(value, "<", ZERO) }, "square negative", []);
    const size = rootOf(negate(value), assumptions);
    const roots = [1, -1].map((sign) => linearRoot(inside, product(sign === 1 ? ONE : MINUS_ONE, I, size), unknown));
    return solved(chain, quadraticSet(q, roots, { imaginary: true }));
  }
  // The opposite of a square, such as −ω², has ±iω for its roots.
  const isOpposite = complex && perfectSquareRoot(value) === undefined && perfectSquareRoot(negate(value)) !== undefined;
  const root = negative || isOpposite ? product(I, rootOf(negate(value), assumptions)) : rootOf(value, assumptions);
  const conditions = real.kind === "two" ? real.conditions : [];
  const both = logic("or", [equation(inside, root), equation(inside, negate(root))]);
  const written = { kind: "relation", comparisons: ["="], operands: [present(inside), { kind: "sign", sign: "±", operand: present(root) }] } as const;
  chain.to(both, "take square roots", [], { written, conditions });
  const roots = [root, negate(root)].map((side) => linearRoot(inside, side, unknown));
  chain.to(alternatives(unknown, roots), "solve each", [unknown]);
  return solved(chain, quadraticSet(q, roots, { conditions, imaginary: negative }));
}

/** A square root in readable form: the exact root of a perfect square, also with letters. */
function rootOf(value: Expression, assumptions: readonly Expression[]): Expression {
  return perfectSquareRoot(value) ?? readable(evenPowersOut(sqrt(value), assumptions));
}
