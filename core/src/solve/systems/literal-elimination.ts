import { polynomialExpression } from "../../canonical/normal-form.ts";
import { type Claim, type Step, step } from "../../derivation/step.ts";
import { equation, isNumber, logic, name, nameIn, number, power, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sidesOf } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { substitute } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { equality, plus, type Syntax } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { gcd } from "../../polynomial/gcd.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide } from "../../truth/index.ts";
import { writtenPolynomial } from "../algebraic/polynomial-form.ts";
import type { Solution } from "../solution.ts";
import { quotient } from "../values.ts";
import type { LinearSystem } from "./coefficients.ts";

/** Larger systems with letters would fill pages. */
const MOST_UNKNOWNS = 5;

type Row = readonly Polynomial[];

/**
 * A linear system with letters eliminated as by hand: multiples of two equations are subtracted so that an unknown drops out, by coefficients
 * that are not 0 until two unknowns are left, then each of these from the other (E. Bareiss 1968, without fractions on the way); then
 * the values are put back. Undefined for systems that are too large to show, or in which no coefficient is known not to be 0.
 */
export function literalElimination(
  { rows: given, kernels }: LinearSystem,
  equations: readonly Expression[],
  unknowns: readonly string[],
  { values, conditions }: Pick<Solution, "values" | "conditions">,
  assumptions: readonly Expression[],
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
  const isNever0 = (entry: Polynomial): boolean => decide(relation(written(entry), "!=", ZERO), assumptions) === true;
  const steps: Step[] = [];
  given.forEach((row, k) => {
    const before = equations[k];
    const after = stated(rows[k] ?? row);
    const sign = rows[k] === row ? 1 : -1;
    if (before && text(before) !== text(after) && text(equation(...swappedSides(before))) !== text(after))
      steps.push(
        step("sort by the unknowns", [], { kind: "combination", of: [before], factors: [number(sign)], after }, { written: writtenRow(rows[k] ?? row) }),
      );
  });
  /** The row without an unknown: p · row − q · other with the least p and q, divided by what all entries share and is not 0. */
  const without = (column: number, row: Row, other: Row): Row => {
    const [below, own] = [other[column] ?? poly.ZERO, row[column] ?? poly.ZERO];
    if (poly.isZero(own)) return row;
    const both = gcd(below, own);
    const [p, q] = [poly.divideExact(below, both) ?? below, poly.divideExact(own, both) ?? own];
    const combined = row.map((entry, k) => poly.subtract(poly.multiply(p, entry), poly.multiply(q, other[k] ?? poly.ZERO)));
    const [common, divided] = shared(combined, isNever0);
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
  const pivots = pivotsOf(rows, without, isNever0);
  if (!pivots) return undefined;
  const found = new Map<string, Expression>();
  for (const { row, column: k } of pivots) {
    const unknown = unknowns[k] ?? "";
    const slope = written(row[k] ?? poly.ZERO);
    const others = new Map([...found].filter(([other]) => contains(stated(row), other)));
    const before = substitute(stated(row), others);
    if (others.size > 0) {
      steps.push(step("put back", [saidBack(others)], { kind: "put in", before: stated(row), values: others, after: before }));
    }
    const value = values.get(unknown) ?? readable(quotient(subtract(...sides(before, unknown)), slope));
    found.set(unknown, value);
    const needed = freeNames(slope).size > 0 ? [...conditions, relation(slope, "!=", ZERO)] : conditions;
    const claim = { kind: "equivalent", unknown, before, after: equation(name(unknown), value) } as const;
    if (others.size > 0) steps.push(step("express one unknown", [unknown, before], claim, { conditions: needed }));
    else if (!equal(before, claim.after)) steps.push(step("divide both sides", [slope], claim, { conditions: needed }));
  }
  return steps;
}

/** The values that are put back, by their names alone where they are long. */
export function saidBack(values: ReadonlyMap<string, Expression>): readonly Expression[] {
  const said = [...values].map(([unknown, value]) => equation(name(unknown), value));
  return said.some((one) => text(one).length > LONGEST_SAID) ? [...values.keys()].map((unknown) => name(unknown)) : said;
}

const LONGEST_SAID = 32;

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
  if (isOther) return step("subtract an equation from a multiple", [first.said, first.factor, second.said, unknown], claim, { written });
  return isLess ? step("subtract multiples of equations", pieces, claim, { written }) : step("add multiples of equations", pieces, claim, { written });
}

/** An equation for an unknown, in which others stand that are found before it. */
interface Pivot {
  readonly row: Row;
  readonly column: number;
}

/** The equations that give the unknowns, in the order in which these are found; undefined where a coefficient may be 0. */
function pivotsOf(
  rows: readonly Row[],
  without: (column: number, row: Row, other: Row) => Row,
  isNever0: (entry: Polynomial) => boolean,
): readonly Pivot[] | undefined {
  let open = rows;
  let columns: readonly number[] = rows.map((_, k) => k);
  const later: Pivot[] = [];
  while (columns.length > 2) {
    const next = easiestPivot(open, columns, isNever0);
    if (!next) return undefined;
    later.unshift(next);
    open = open.filter((row) => row !== next.row).map((row) => without(next.column, row, next.row));
    columns = columns.filter((column) => column !== next.column);
  }
  const [first, second] = columns;
  const [upper, lower] = open;
  if (first === undefined || second === undefined || !upper || !lower) return undefined;
  // Each of the last two drops out of the equations as they stand.
  const alone = [
    { row: without(second, upper, lower), column: first },
    { row: without(first, lower, upper), column: second },
  ];
  return alone.some(({ row, column }) => poly.isZero(row[column] ?? poly.ZERO)) ? undefined : [...alone, ...later];
}

/** A coefficient that is not 0, a number before letters, in an equation with as few unknowns as there are. */
function easiestPivot(rows: readonly Row[], columns: readonly number[], isNever0: (entry: Polynomial) => boolean): Pivot | undefined {
  const held = (row: Row): number => columns.filter((column) => !poly.isZero(row[column] ?? poly.ZERO)).length;
  const cost = ({ row, column }: Pivot): number => {
    const entry = row[column] ?? poly.ZERO;
    const value = poly.constantValue(entry);
    return (value ? (Math.abs(Number(value.num)) === 1 ? 0 : 10) : 100 * entry.length) + held(row);
  };
  const all = rows.flatMap((row) => columns.filter((column) => isNever0(row[column] ?? poly.ZERO)).map((column) => ({ row, column })));
  return all.reduce<Pivot | undefined>((best, next) => (best && cost(best) <= cost(next) ? best : next), undefined);
}

const swappedSides = (e: Expression): [Expression, Expression] => {
  const [left = ZERO, right = ZERO] = sidesOf(e);
  return [right, left];
};

/** The right side of a linear equation, and what stands on its left without an unknown. */
function sides(e: Expression, unknown: string): [Expression, Expression] {
  const [left = ZERO, right = ZERO] = sidesOf(e);
  return [right, substitute(left, new Map([[unknown, ZERO]]))];
}

/** What all entries share and is not 0, and the entries without it. */
function shared(row: Row, isNever0: (entry: Polynomial) => boolean): readonly [Polynomial, Row] {
  const common = row.filter((entry) => !poly.isZero(entry)).reduce<Polynomial | undefined>((left, right) => (left ? gcd(left, right) : right), undefined);
  const divided = common && isNever0(common) ? row.map((entry) => poly.divideExact(entry, common)) : undefined;
  return common && divided?.every((entry) => entry !== undefined) ? [common, divided] : [poly.ONE, row];
}
