import { differentiate } from "../../calculus/derivative.ts";
import { divide, negate, number, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { constantSign, decide, equalityTest, simpleRelations, simplify } from "../../truth/index.ts";
import { type ClaimedNature, pivotsArePositive } from "./nature.ts";

type Matrix = readonly (readonly Expression[])[];

/**
 * Whether a stationary point on conditions is what it is said to be: along the surface that the conditions describe the second derivatives are those of f − Σ λ g on its tangent
 * directions, all positive at a minimum, all negative at a maximum, of both signs at a saddle (D. G. Luenberger, Linear and Nonlinear Programming, 11.5).
 */
export function isOfConstrainedNature(
  { objective, variables, values, nature }: ClaimedNature,
  sides: readonly Expression[],
  known: readonly Expression[],
): boolean {
  const at = (e: Expression): Expression => simplify(substitute(e, values)).expression;
  const slope = (e: Expression, variable: string): Expression => differentiate(e, variable);
  const gradients = sides.map((side) => variables.map((variable) => at(slope(side, variable))));
  const reduced = reducedRows(gradients, known);
  if (!reduced) return false;
  const { pivots, rows } = reduced;
  const own = variables.map((variable) => at(slope(objective, variable)));
  const multipliers = solved(
    pivots.map((column) => [...gradients.map((row) => row[column] ?? ZERO), own[column] ?? ZERO]),
    known,
  );
  if (!multipliers) return false;
  const isStationary = own.every(
    (entry, k) => equalityTest(entry, sum(...gradients.map((row, j) => product(multipliers[j] ?? ZERO, row[k] ?? ZERO))), known).kind === "zero",
  );
  if (!isStationary) return false;
  const free = variables.map((_, k) => k).filter((k) => !pivots.includes(k));
  const tangents = free.map((column) => variables.map((_, k) => directionEntry(k, column, pivots, rows)));
  const lagrangian = subtract(objective, sum(...sides.map((side, k) => product(multipliers[k] ?? ZERO, side))));
  const second = variables.map((a) => variables.map((b) => at(slope(slope(lagrangian, a), b))));
  const form = (u: readonly Expression[], v: readonly Expression[]): Expression =>
    simplify(sum(...u.flatMap((a, j) => v.map((b, k) => product(a, second[j]?.[k] ?? ZERO, b))))).expression;
  const along = tangents.map((u) => tangents.map((v) => form(u, v)));
  if (nature === "minimum") return pivotsArePositive(along, known);
  if (nature === "maximum")
    return pivotsArePositive(
      along.map((row) => row.map(negate)),
      known,
    );
  return nature === "saddle" && isMixed(along, known);
}

/**
 * Whether an end of the curve that the conditions describe is what it is said to be: one condition ends the curve there, and along the direction that leads inwards the objective
 * rises (at a minimum) or falls.
 */
export function isEndOfNature(
  { objective, variables, values, nature }: ClaimedNature,
  sides: readonly Expression[],
  facts: readonly Expression[],
  known: readonly Expression[],
): boolean {
  const gradient = (e: Expression): readonly Expression[] => variables.map((variable) => simplify(substitute(differentiate(e, variable), values)).expression);
  const reduced = reducedRows(sides.map(gradient), known);
  const borders = simpleRelations(facts)
    .filter(({ comparison }) => comparison === ">=")
    .map(({ left, right }) => subtract(left, right))
    .filter((side) => signOf(substitute(side, values), known) === 0);
  const [border, ...more] = borders.filter((one, k) => borders.findIndex((other) => equal(one, other)) === k);
  const [column, ...others] = variables.map((_, k) => k).filter((k) => !reduced?.pivots.includes(k));
  if (!reduced || !border || column === undefined || more.length + others.length > 0) return false;
  const along = variables.map((_, k) => directionEntry(k, column, reduced.pivots, reduced.rows));
  const slope = (e: Expression): -1 | 0 | 1 | undefined => signOf(sum(...gradient(e).map((entry, k) => product(entry, along[k] ?? ZERO))), known);
  const [inwards, rises] = [slope(border), slope(objective)];
  if (!inwards || !rises) return false;
  return nature === (inwards * rises > 0 ? "minimum" : "maximum");
}

/** The entry of the tangent direction that goes one step along a free coordinate. */
function directionEntry(k: number, free: number, pivots: readonly number[], rows: Matrix): Expression {
  if (k === free) return number(1);
  const row = pivots.indexOf(k);
  return row === -1 ? ZERO : negate(rows[row]?.[free] ?? ZERO);
}

function signOf(e: Expression, known: readonly Expression[]): -1 | 0 | 1 | undefined {
  const plain = simplify(e).expression;
  if (freeNames(plain).size === 0) return constantSign(plain);
  if (equalityTest(plain, ZERO, known).kind === "zero") return 0;
  if (decide(relation(plain, ">", ZERO), known) === true) return 1;
  return decide(relation(plain, "<", ZERO), known) === true ? -1 : undefined;
}

/** Rows brought to reduced echelon form with the columns of their pivots; undefined where they depend on each other or a sign is open. */
function reducedRows(matrix: Matrix, known: readonly Expression[]): { readonly rows: Matrix; readonly pivots: readonly number[] } | undefined {
  let rows = matrix;
  const pivots: number[] = [];
  for (const k of matrix.keys()) {
    const row = rows[k] ?? [];
    const column = row.findIndex((entry, j) => !pivots.includes(j) && Math.abs(signOf(entry, known) ?? 0) === 1);
    const pivot = row[column];
    if (!pivot) return undefined;
    const unit = row.map((entry) => simplify(divide(entry, pivot)).expression);
    rows = rows.map((other, i) =>
      i === k ? unit : other.map((entry, j) => simplify(subtract(entry, product(other[column] ?? ZERO, unit[j] ?? ZERO))).expression),
    );
    pivots.push(column);
  }
  return { rows, pivots };
}

/** The solution of a square system by its augmented rows. */
function solved(augmented: Matrix, known: readonly Expression[]): readonly Expression[] | undefined {
  const size = augmented.length;
  const reduced = reducedRows(augmented, known);
  if (!reduced || reduced.pivots.some((column) => column >= size)) return undefined;
  return reduced.pivots.map((_, k) => reduced.rows[reduced.pivots.indexOf(k)]?.[size] ?? ZERO);
}

/** Whether the form is seen to take both signs, along a coordinate or on the plane of two of them. */
function isMixed(matrix: Matrix, known: readonly Expression[]): boolean {
  const diagonal = matrix.map((row, k) => signOf(row[k] ?? ZERO, known));
  if (diagonal.includes(1) && diagonal.includes(-1)) return true;
  return matrix.some((row, j) =>
    row.some((entry, k) => k > j && signOf(subtract(product(row[j] ?? ZERO, matrix[k]?.[k] ?? ZERO), product(entry, entry)), known) === -1),
  );
}
