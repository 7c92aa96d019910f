import { polynomialExpression } from "../../canonical/normal-form.ts";
import { type Claim, type Step, step } from "../../derivation/step.ts";
import { equation, isNumber, logic, name, nameIn, number, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { substitute } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { equality, plus, type Syntax } from "../../notation/syntax.ts";
import { gcd } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide } from "../../truth/index.ts";
import { writtenPolynomial } from "../algebraic/polynomial-form.ts";
import { quotient } from "../values.ts";
import type { LinearSystem } from "./coefficients.ts";

/** Larger systems with letters would fill pages. */
const MOST_UNKNOWNS = 3;

type Row = readonly Polynomial[];

/**
 * A linear system with letters eliminated as by hand: multiples of two equations are subtracted so that an unknown drops out, until each
 * equation of two holds one unknown, or of three each one fewer than the one before (E. Bareiss 1968, without fractions on the way); then
 * upwards. Undefined for systems that are too large to show, or of which a pivot may vanish.
 */
export function literalElimination(
  { rows: given, kernels }: LinearSystem,
  equations: readonly Expression[],
  unknowns: readonly string[],
  { conditions, assumptions }: { readonly conditions: readonly Expression[]; readonly assumptions: readonly Expression[] },
): readonly Step[] | undefined {
  const n = unknowns.length;
  if (n < 2 || n > MOST_UNKNOWNS || given.length !== n) return undefined;
  const written = (p: Polynomial): Expression => readable(polynomialExpression(p, kernels));
  const rows = given.map((row) => positiveLead(row, written));
  const letters = unknowns.map((unknown) => nameIn(logic("and", equations), unknown));
  const stated = (row: Row): Expression =>
    equation(sum(...letters.map((letter, k) => product(written(row[k] ?? poly.ZERO), letter))), written(row[n] ?? poly.ZERO));
  const writtenRow = (row: Row): Syntax => {
    const terms = unknowns.flatMap((unknown, k) =>
      poly.isZero(row[k] ?? poly.ZERO) ? [] : [writtenPolynomial([ZERO, written(row[k] ?? poly.ZERO)], unknown)],
    );
    return equality([terms.reduce(plus), present(written(row[n] ?? poly.ZERO))]);
  };
  const steps: Step[] = [];
  /** The row without an unknown: p · row − q · other, divided by what all entries share. */
  const without = (column: number, row: Row, other: Row): Row => {
    const [p, q] = [other[column] ?? poly.ZERO, row[column] ?? poly.ZERO];
    if (poly.isZero(q)) return row;
    const combined = row.map((entry, k) => poly.subtract(poly.multiply(p, entry), poly.multiply(q, other[k] ?? poly.ZERO)));
    const [common, divided] = shared(combined);
    const primitive = positiveLead(divided, written);
    const divisor = power(written(primitive === divided ? common : poly.negate(common)), number(-1));
    const [first, second] = [readable(product(written(p), divisor)), readable(product(written(poly.negate(q)), divisor))];
    const claim = { kind: "combination", of: [stated(row), stated(other)], factors: [first, second], after: stated(primitive) } as const;
    const rows = [
      { factor: first, said: stated(row) },
      { factor: second, said: stated(other) },
    ];
    steps.push(combining(rows, unknowns[column] ?? "", claim, writtenRow(primitive)));
    return primitive;
  };
  const isNever0 = (entry: Polynomial): boolean => decide(relation(written(entry), "!=", ZERO), assumptions) === true;
  const open = n === 2 ? twoEliminations(rows, without) : triangular(rows, without, isNever0);
  if (!open) return undefined;
  const found = new Map<string, Expression>();
  for (const k of n === 2 ? [0, 1] : [...open.keys()].reverse()) {
    const row = open[k] ?? [];
    const unknown = unknowns[k] ?? "";
    const slope = written(row[k] ?? poly.ZERO);
    const others = new Map([...found].filter(([other]) => contains(stated(row), other)));
    const before = substitute(stated(row), others);
    if (others.size > 0) {
      const said = [...others].map(([other, value]) => equation(name(other), value));
      steps.push(step("put back", [said], { kind: "put in", before: stated(row), values: others, after: before }));
    }
    const value = readable(quotient(subtract(...sides(before, unknown)), slope));
    found.set(unknown, value);
    const needed = freeNames(slope).size > 0 ? [...conditions, relation(slope, "!=", ZERO)] : conditions;
    const claim = { kind: "equivalent", unknown, before, after: equation(name(unknown), value) } as const;
    if (others.size > 0) steps.push(step("express one unknown", [unknown, before], claim, { conditions: needed }));
    else steps.push(step("divide both sides", [slope], claim, { conditions: needed }));
  }
  return steps;
}

/** A row with its first coefficient positive. */
function positiveLead(row: Row, written: (p: Polynomial) => Expression): Row {
  const first = row.find((entry) => !poly.isZero(entry));
  return first && isNegated(written(first)) ? row.map(poly.negate) : row;
}

/** An equation with the factor by which it is multiplied. */
interface Multiple {
  readonly factor: Expression;
  readonly said: Expression;
}

/** The step that adds or subtracts multiples of two equations, the one that is subtracted last. */
function combining(multiples: readonly Multiple[], unknown: string, claim: Claim, written: Syntax): Step {
  const [first, second] = isNegated(multiples[0]?.factor ?? ZERO) ? [...multiples].reverse() : multiples;
  if (!first || !second) throw new RangeError("two equations are combined");
  const isLess = isNegated(second.factor);
  const size = isLess ? opposite(second.factor) : second.factor;
  const [isOnce, isOther] = [isNumber(first.factor, 1), isNumber(size, 1)];
  if (isOnce && isOther)
    return isLess
      ? step("subtract an equation", [second.said, first.said, unknown], claim, { written })
      : step("add two equations", [first.said, second.said, unknown], claim, { written });
  if (isOnce)
    return isLess
      ? step("subtract a multiple of an equation", [second.said, size, first.said, unknown], claim, { written })
      : step("add a multiple of an equation", [second.said, size, first.said, unknown], claim, { written });
  const pieces = [first.said, first.factor, second.said, size, unknown] as const;
  if (isOther && !isLess) return step("add a multiple of an equation", [first.said, first.factor, second.said, unknown], claim, { written });
  return isLess ? step("subtract multiples of equations", pieces, claim, { written }) : step("add multiples of equations", pieces, claim, { written });
}

/** Two equations: each unknown drops out of the equations as they are given. */
function twoEliminations(rows: readonly Row[], without: (column: number, row: Row, other: Row) => Row): readonly Row[] | undefined {
  const [first, second] = rows;
  if (!first || !second) return undefined;
  const alone = [without(1, first, second), without(0, second, first)];
  return alone.some((row, k) => poly.isZero(row[k] ?? poly.ZERO)) ? undefined : alone;
}

/** Column by column: an unknown drops out of the equations below; undefined where a pivot may be 0. */
function triangular(
  rows: readonly Row[],
  without: (column: number, row: Row, other: Row) => Row,
  isNever0: (entry: Polynomial) => boolean,
): readonly Row[] | undefined {
  const open = [...rows];
  for (let column = 0; column < open.length; column += 1) {
    const own = open.findIndex((row, k) => k >= column && isNever0(row[column] ?? poly.ZERO));
    const [at, found] = [open[column], open[own]];
    if (!at || !found) return undefined;
    [open[column], open[own]] = [found, at];
    for (const [k, row] of open.entries()) if (k > column) open[k] = without(column, row, found);
  }
  return open;
}

/** The right side of a linear equation, and what stands on its left without an unknown. */
function sides(e: Expression, unknown: string): [Expression, Expression] {
  const [left = ZERO, right = ZERO] = sidesOf(e);
  return [right, substitute(left, new Map([[unknown, ZERO]]))];
}

/** What all entries share, and the entries without it. */
function shared(row: Row): readonly [Polynomial, Row] {
  const common = row.filter((entry) => !poly.isZero(entry)).reduce<Polynomial | undefined>((left, right) => (left ? gcd(left, right) : right), undefined);
  const divided = common && row.map((entry) => poly.divideExact(entry, common));
  return common && divided?.every((entry) => entry !== undefined) ? [common, divided] : [poly.ONE, row];
}
