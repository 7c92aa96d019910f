import { polynomialExpression } from "../../canonical/normal-form.ts";
import { type Step, step } from "../../derivation/step.ts";
import { equation, logic, name as nameNode, negate, number, product, relation as relationOf, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { say } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import type { Rational } from "../../number/rational.ts";
import * as rational from "../../number/rational.ts";
import { solveSquare } from "../../polynomial/linear-system.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { solveByLifting } from "../../polynomial/rational-system.ts";
import { reduceRows } from "../../polynomial/row-reduction.ts";
import { readable } from "../../rewrite/readable.ts";
import { decide, expand } from "../../truth/index.ts";
import { solveEquation } from "../equation.ts";
import { linearRoot } from "../quadratic/quadratic-form.ts";
import { nonZero } from "../sifting/conditions.ts";
import { attempt, specialValues } from "../sifting/degenerate.ts";
import type { Solution, Solved } from "../solution.ts";
import { type LinearSystem, linearSystem, quotientExpression } from "./coefficients.ts";
import { eliminationSteps } from "./elimination-steps.ts";
import { literalElimination, saidBack } from "./literal-elimination.ts";

type Relation = Expression & { readonly kind: "relation" };

/** A linear system with the coefficients of its unknowns, and the way that its author prefers. */
interface LinearTask {
  readonly system: LinearSystem;
  readonly equations: readonly Relation[];
  readonly unknowns: readonly string[];
  readonly assumptions: readonly Expression[];
  readonly way: "elimination" | "substitution" | undefined;
}

/** Systems with more unknowns are eliminated in one step. */
const MOST_SUBSTITUTED = 3;

/**
 * A system of linear equations: by substitution where it is small, as a student would, else by elimination; unique, none, or
 * infinitely many solutions with free names. Undefined where an equation is not linear in the unknowns.
 */
export function solveLinearSystem(
  equations: readonly Relation[],
  unknowns: readonly string[],
  assumptions: readonly Expression[],
  way?: "elimination" | "substitution",
): Solved | undefined {
  const differences = equations.map((one) => sideDifference(one));
  const system = linearSystem(differences, unknowns);
  if (!system) return undefined;
  const numbers = system.rows.map((row) => row.map(poly.constantValue));
  const numeric = numbers.every((row) => row.every((value) => value !== undefined));
  const solution = numeric ? numericSolution(numbers as readonly (readonly Rational[])[], unknowns) : literalSolution(system, unknowns, assumptions);
  // What letters leave open is followed case by case, as in other systems.
  if (!numeric && !solution) return undefined;
  const set = {
    variables: unknowns,
    domain: "real" as const,
    complete: true,
    reason: say`${[reasonOf(solution, unknowns), ...specialCases(equations, unknowns, solution, assumptions)].join("; ")}`,
    solutions: solution ? [solution] : [],
    rejected: [],
    complexSolutions: [],
  };
  const rows = numeric ? (numbers as readonly (readonly Rational[])[]) : undefined;
  const bySteps =
    rows && (way === "elimination" || (way === undefined && !isShort(equations, unknowns, solution))) ? eliminationSteps(rows, unknowns) : undefined;
  const shown = bySteps && stated(bySteps, equations, unknowns);
  return { set, steps: shown ?? (solution ? stepsTo(solution, { system, equations, unknowns, assumptions, way }) : []) };
}

/** Few equations for as many unknowns, which a student would put into each other. */
function isShort(equations: readonly Relation[], unknowns: readonly string[], solution: Solution | undefined): boolean {
  return solution !== undefined && unknowns.length <= MOST_SUBSTITUTED && equations.length === unknowns.length && solution.free.length === 0;
}

/** The steps of the elimination, which begin with the equations in order: unknowns on the left, whole numbers. */
function stated(steps: readonly Step[], equations: readonly Relation[], unknowns: readonly string[]): readonly Step[] {
  const [first] = steps;
  const start = first?.claim.kind === "eliminated" ? first.claim.before : undefined;
  const whole = logic("and", equations);
  if (!start || text(start) === text(whole)) return steps;
  return [step("multiply out", [], { kind: "eliminated", unknowns, before: whole, after: start }), ...steps];
}

/** What becomes of the system where its determinant is 0, for each such value of a letter. */
function specialCases(
  equations: readonly Relation[],
  unknowns: readonly string[],
  solution: Solution | undefined,
  assumptions: readonly Expression[],
): readonly string[] {
  return (solution?.conditions ?? [])
    .flatMap((condition) => specialValues(condition, unknowns, solveEquation))
    .map(({ letter, value }) => {
      const special = equations.map((one) => substitute(one, new Map([[letter, value]]))).flatMap((one) => (one.kind === "relation" ? [one] : []));
      const solved = attempt(() => solveLinearSystem(special, unknowns, assumptions));
      const found = solved?.set.solutions;
      const outcome = !found
        ? "they depend on each other or contradict each other"
        : found.length === 0
          ? "they contradict each other"
          : found.map(({ values }) => [...values].map(([key, own]) => `${key} = ${text(own)}`).join(", ")).join(" or ");
      return `if ${letter} = ${text(value)}, ${outcome}`;
    });
}

function reasonOf(solution: Solution | undefined, unknowns: readonly string[]): string {
  if (!solution) return "the equations contradict each other, so there is no solution";
  if (solution.free.length > 0) return `${solution.free.join(" and ")} may take any value; the other unknowns follow`;
  return `${unknowns.length} independent linear equations for ${unknowns.length} unknowns have exactly one solution`;
}

/** From so many unknowns on, elimination over the rationals is slower than lifting from a prime. */
const LIFTED = 8;

/** The solution by lifting or by reduced row echelon form; undefined where there is none. */
function numericSolution(rows: readonly (readonly Rational[])[], unknowns: readonly string[]): Solution | undefined {
  const n = unknowns.length;
  const lifted = rows.length === n && n >= LIFTED ? solveByLifting(rows) : undefined;
  if (lifted) {
    const values = new Map(unknowns.map((unknown, k) => [unknown, number(lifted[k] ?? rational.ZERO)]));
    return { values, multiplicity: 1, free: [], integers: [], conditions: [] };
  }
  const { rows: reduced, pivots } = reduceRows(rows);
  if (pivots.includes(n)) return undefined;
  const free = unknowns.filter((_, k) => !pivots.includes(k));
  const values = new Map<string, Expression>();
  unknowns.forEach((unknown, k) => {
    const row = reduced[pivots.indexOf(k)];
    if (!row) {
      values.set(unknown, nameNode(unknown));
      return;
    }
    const others = unknowns.flatMap((other, j) => (pivots.includes(j) ? [] : [negate(product(number(row[j] ?? rational.ZERO), nameNode(other)))]));
    values.set(unknown, sum(number(row[n] ?? rational.ZERO), ...others));
  });
  return { values, multiplicity: 1, free, integers: [], conditions: [] };
}

/** The solution with letters or surds, for as many independent equations as unknowns; undefined for other systems. */
function literalSolution({ rows, kernels }: LinearSystem, unknowns: readonly string[], assumptions: readonly Expression[]): Solution | undefined {
  const solved = rows.length === unknowns.length ? solveSquare(rows) : undefined;
  if (!solved) return undefined;
  const determinant = readable(polynomialExpression(solved.denominator, kernels));
  const conditions = freeNames(determinant).size > 0 ? nonZero(determinant, assumptions) : [];
  const values = new Map(unknowns.map((unknown, k) => [unknown, readable(quotientExpression(solved.numerators[k] ?? poly.ZERO, solved.denominator, kernels))]));
  return { values, multiplicity: 1, free: [], integers: [], conditions };
}

function stepsTo(solution: Solution, { system, equations, unknowns, assumptions, way }: LinearTask): readonly Step[] {
  const whole = logic("and", equations);
  const eliminate = (): readonly Step[] | undefined => literalElimination(system, equations, unknowns, solution, assumptions);
  const substituteBy = (divisors: Divisors) => (): readonly Step[] | undefined =>
    isShort(equations, unknowns, solution) ? bySubstitution(equations, unknowns, solution, assumptions, divisors) : undefined;
  const mixed = (): readonly Step[] | undefined => byBoth({ system, equations, unknowns, assumptions, way }, solution);
  const isLiteral = system.rows.some((row) => row.slice(0, -1).some((entry) => !poly.constantValue(entry)));
  for (const find of way === "elimination"
    ? [eliminate, substituteBy("any")]
    : isLiteral && way === undefined
      ? [mixed, substituteBy("numbers"), eliminate, substituteBy("any")]
      : [substituteBy("any"), eliminate]) {
    const steps = find();
    if (steps) return steps;
  }
  const after = substitute(whole, solution.values);
  return [
    step(
      "eliminate",
      [unknowns.map((unknown) => nameNode(unknown))],
      { kind: "put in", before: whole, values: solution.values, after },
      { conditions: solution.conditions },
    ),
  ];
}

/** What may be divided by to express an unknown by others: letters there make fractions that stay to the end. */
type Divisors = "numbers" | "any";

/** One unknown after the other is expressed by the rest and put into the other equations; then back again. */
function bySubstitution(
  equations: readonly Relation[],
  unknowns: readonly string[],
  solution: Solution,
  assumptions: readonly Expression[],
  divisors: Divisors,
): readonly Step[] | undefined {
  const steps: Step[] = [];
  const expressed: { unknown: string; relation: Expression }[] = [];
  let open: readonly Expression[] = equations;
  let left = unknowns;
  while (left.length > 0) {
    const choice = easiest(open, left, assumptions);
    if (!choice || (divisors === "numbers" && left.length > 1 && !choice.isNumber)) return undefined;
    const { from, unknown } = choice;
    const [a = ZERO, b = ZERO] = from.kind === "relation" ? from.operands : [];
    const root = expand(linearRoot(subtract(a, b), ZERO, unknown));
    const isFound = unknowns.every((other) => !contains(root, other));
    const value = isFound ? (solution.values.get(unknown) ?? root) : root;
    const relation = equation(nameNode(unknown), value);
    const collected = equation(expand(a), expand(b));
    const isOpen = findAll(from, (part) => part.kind === "product" && part.factors.some((factor) => factor.kind === "sum")).length > 0;
    const start = isOpen && !equal(collected, relation) ? collected : from;
    if (start !== from) steps.push(step("multiply out", [], { kind: "equivalent", unknown, before: from, after: start }));
    if (text(relation) !== text(from)) {
      steps.push(
        step("express one unknown", [unknown, start], { kind: "equivalent", unknown, before: start, after: relation }, { conditions: solution.conditions }),
      );
    }
    expressed.push({ unknown, relation });
    const values = new Map([[unknown, value]]);
    const others = open.filter((one) => one !== from);
    open = others.map((one) => {
      if (!contains(one, unknown)) return one;
      const after = substitute(one, values);
      steps.push(step("put into the other equation", [relation], { kind: "put in", before: one, values, after }));
      return after;
    });
    left = left.filter((other) => other !== unknown);
  }
  return [...steps, ...putBack(expressed, [], solution)];
}

/**
 * What is given as a formula for one unknown is put into the other equations, and these are eliminated: as currents are, once I₁ = I₂ + I₃ is
 * put into the loops. Undefined where no formula is given.
 */
function byBoth({ equations, unknowns, assumptions }: LinearTask, solution: Solution): readonly Step[] | undefined {
  const steps: Step[] = [];
  const expressed: { readonly unknown: string; readonly relation: Expression }[] = [];
  let open: readonly Relation[] = equations;
  let left = unknowns;
  for (let next = formulaIn(open, left); next && left.length > 2; next = formulaIn(open, left)) {
    const { unknown, relation, value } = next;
    expressed.push({ unknown, relation });
    const values = new Map([[unknown, value]]);
    open = open
      .filter((one) => one !== relation)
      .map((one) => {
        const after = substitute(one, values);
        if (!contains(one, unknown) || after.kind !== "relation") return one;
        steps.push(step("put into the other equation", [relation], { kind: "put in", before: one, values, after }));
        return after;
      });
    left = left.filter((other) => other !== unknown);
  }
  const system =
    expressed.length > 0
      ? linearSystem(
          open.map((one) => sideDifference(one)),
          left,
        )
      : undefined;
  const others = system && literalElimination(system, open, left, solution, assumptions);
  return others && [...steps, ...others, ...putBack(expressed, left, solution)];
}

/** An equation that is a formula for one of the unknowns as it stands. */
function formulaIn(
  equations: readonly Relation[],
  unknowns: readonly string[],
): { readonly unknown: string; readonly relation: Relation; readonly value: Expression } | undefined {
  for (const relation of equations) {
    const [left, right] = relation.operands;
    if (left?.kind === "name" && right && unknowns.includes(left.name) && !contains(right, left.name)) return { unknown: left.name, relation, value: right };
  }
  return undefined;
}

/** The values of the unknowns that are known already, put into the formulas of the others, the last first. */
function putBack(
  expressed: readonly { readonly unknown: string; readonly relation: Expression }[],
  before: readonly string[],
  solution: Solution,
): readonly Step[] {
  const known = new Map(
    before.flatMap((unknown) => {
      const value = solution.values.get(unknown);
      return value ? [[unknown, value] as const] : [];
    }),
  );
  return [...expressed].reverse().flatMap(({ unknown, relation }): readonly Step[] => {
    const value = solution.values.get(unknown) ?? ZERO;
    const used = new Map([...known].filter(([key]) => contains(relation, key)));
    known.set(unknown, value);
    if (used.size === 0) return [];
    const after = equation(nameNode(unknown), value);
    return [step("put back", [saidBack(used)], { kind: "put in", before: relation, values: used, after })];
  });
}

/** The unknown and equation where the coefficient is simplest: 1 or −1 before other numbers before letters. */
function easiest(
  equations: readonly Expression[],
  unknowns: readonly string[],
  assumptions: readonly Expression[],
): { from: Expression; unknown: string; isNumber: boolean } | undefined {
  let best: { from: Expression; unknown: string; isNumber: boolean; cost: number } | undefined;
  for (const from of equations) {
    const [a = ZERO, b = ZERO] = from.kind === "relation" ? from.operands : [];
    for (const unknown of unknowns) {
      if (!contains(from, unknown)) continue;
      const slope = readable(subtract(substitute(subtract(a, b), new Map([[unknown, number(1)]])), substitute(subtract(a, b), new Map([[unknown, ZERO]]))));
      if (slope.kind === "number" && slope.value.num === 0) continue;
      // A coefficient with letters may be 0: then it cannot be divided by.
      if (slope.kind !== "number" && freeNames(slope).size > 0 && decide(relationOf(slope, "!=", ZERO), assumptions) !== true) continue;
      const cost = slope.kind === "number" ? (rational.isOne(rational.abs(slope.value)) ? 0 : 10) + text(slope).length : 100 + text(slope).length;
      if (!best || cost < best.cost) best = { from, unknown, isNumber: slope.kind === "number", cost };
    }
  }
  return best;
}
