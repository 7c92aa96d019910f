import { growsEverywhere, isBoundedSet } from "../../calculus/bounded-set.ts";
import { closedDomain, withBorder } from "../../calculus/closed-domain.ts";
import { differentiate } from "../../calculus/derivative.ts";
import { withImpliedBounds } from "../../calculus/implied-bounds.ts";
import { isOnSide, onSides, type Side, sidesOf, whereRough } from "../../calculus/rough-places.ts";
import { divide, name, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { sideDifference } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { asFamily, constantSign, decide, equalityTest, membersBetween, simplify } from "../../truth/index.ts";
import type { ClaimedOptima } from "./optimum.ts";

type Relation = Expression & { readonly kind: "relation" };

interface ClaimedSolution {
  readonly values: ReadonlyMap<string, Expression>;
  readonly integers: readonly string[];
  readonly conditions: readonly Expression[];
}

interface ClaimedSet {
  readonly solutions: readonly ClaimedSolution[];
}

/** A face of a domain as it was claimed to be looked at: its equations, whose solutions were confirmed to be all. */
export interface ClaimedFace {
  readonly active: readonly Expression[];
  readonly sides: readonly Side[];
  readonly equations: readonly Relation[];
  readonly unknowns: readonly string[];
  readonly set: ClaimedSet;
  readonly singular?: { readonly equations: readonly Relation[]; readonly set: ClaimedSet };
}

/**
 * Whether the best of a bounded closed set is among the points claimed: every choice of inequalities that hold with equality has a face, its equations say that the slopes
 * are a combination, no point of it has dependent slopes of the conditions, and no solution within the set is better (W. Karush 1939, H. Kuhn and A. Tucker 1951).
 */
export function isBestOnFaces(claim: ClaimedOptima): boolean {
  const { objective, variables, constraints, facts, assumptions, wanted, points, faces, allFound } = claim;
  const best = points.find(({ global }) => global);
  if (!faces || !allFound || !best || wanted === "stationary") return false;
  const equalities = constraints.map(sideDifference);
  const domain = closedDomain(objective, facts, variables, [...assumptions, ...constraints]);
  if (!domain) return false;
  const sides = domain.inequalities.map(({ side }) => side);
  if (!isBoundedSet(equalities, sides, variables, assumptions) && !growsEverywhere(objective, wanted, variables, assumptions, sides)) return false;
  const choices = choicesOf([...sides, ...domain.rough], variables.length - equalities.length);
  const covered = choices.every((active) => {
    const others = domain.rough.filter((inside) => !active.includes(inside));
    return sidesOf(domain.objective, others).every((own) =>
      faces.some((face) => isFace(face, active, own, { objective: domain.objective, variables, equalities, assumptions })),
    );
  });
  if (!covered) return false;
  const bounds = withImpliedBounds(facts.map(withBorder), variables);
  return faces.every(({ set, singular, active, sides: own }) => {
    const there = onSides(whereRough(domain.objective, active), own);
    const asked = [...sides.map((side) => relation(side, ">=", ZERO)), ...own.map(isOnSide)];
    const solutions = [...set.solutions, ...(singular?.set.solutions ?? [])].flatMap((one) => membersIn(one, variables, bounds, assumptions));
    return solutions.every(({ values, conditions }) => {
      const known = [...assumptions, ...conditions];
      const within = asked.map((condition) => simplify(substitute(condition, values)).expression);
      // A family is looked at where it lies within the face, if anywhere.
      const isOutside =
        within.some((condition) => decide(condition, known) === false) ||
        within.some((condition, k) => decide(condition, [...known, ...within.filter((_, j) => j !== k)]) === false);
      return isOutside || isNoBetter(subtract(substitute(there, values), best.value), wanted, [...known, ...within]);
    });
  });
}

/** The members of a family that the conditions leave, where each of its letters is alone in the value of one variable; any other solution as it is. */
function membersIn(one: ClaimedSolution, variables: readonly string[], asked: readonly Expression[], known: readonly Expression[]): readonly ClaimedSolution[] {
  for (const letter of one.integers) {
    const isAlone = (value: Expression): boolean => contains(value, letter) && !one.integers.some((other) => other !== letter && contains(value, other));
    const variable = variables.find((own) => isAlone(one.values.get(own) ?? ZERO));
    const family = variable === undefined ? undefined : asFamily(one.values.get(variable) ?? ZERO, letter);
    if (variable === undefined || !family) continue;
    const facts = asked.filter((fact) => variables.every((own) => own === variable || !contains(fact, own)));
    const members = membersBetween(family, variable, facts, known);
    if (!members) continue;
    return members.flatMap((member) => {
      const number = simplify(divide(subtract(member, family.start), family.period)).expression;
      const at = (e: Expression): Expression => simplify(substitute(e, new Map([[letter, number]]))).expression;
      const values = new Map([...one.values].map(([key, value]) => [key, at(value)]));
      return membersIn({ values, integers: one.integers.filter((other) => other !== letter), conditions: one.conditions.map(at) }, variables, asked, known);
    });
  }
  return [one];
}

function isNoBetter(gap: Expression, wanted: "maximum" | "minimum", known: readonly Expression[]): boolean {
  const plain = simplify(gap).expression;
  const sign = freeNames(plain).size === 0 ? constantSign(plain) : undefined;
  if (sign !== undefined) return wanted === "maximum" ? sign <= 0 : sign >= 0;
  return decide(relation(plain, wanted === "maximum" ? "<=" : ">=", ZERO), known) === true || equalityTest(plain, ZERO, known).kind === "zero";
}

function choicesOf(sides: readonly Expression[], most: number): readonly (readonly Expression[])[] {
  let lists: readonly (readonly Expression[])[] = [[]];
  for (const side of sides) lists = [...lists, ...lists.map((list) => [...list, side])];
  return lists.filter((list) => list.length <= most);
}

interface Problem {
  readonly objective: Expression;
  readonly variables: readonly string[];
  readonly equalities: readonly Expression[];
  readonly assumptions: readonly Expression[];
}

/** Whether a face is that of these inequalities, and its equations are the right ones. */
function isFace(face: ClaimedFace, active: readonly Expression[], sides: readonly Side[], problem: Problem): boolean {
  const { variables, equalities, assumptions } = problem;
  const objective = onSides(whereRough(problem.objective, active), sides);
  if (face.sides.length !== sides.length || !sides.every((side) => face.sides.some((other) => other.sign === side.sign && equal(other.inside, side.inside))))
    return false;
  if (face.active.length !== active.length || !active.every((side) => face.active.some((other) => isSame(side, other, assumptions)))) return false;
  const held = [...equalities, ...face.active];
  const stated = face.equations.map(sideDifference);
  if (!held.every((side) => stated.some((other) => isSame(side, other, assumptions)))) return false;
  // At a corner the conditions alone say where it is.
  if (held.length >= variables.length) return stated.every((side) => held.some((other) => isSame(side, other, assumptions)));
  const multipliers = face.unknowns.filter((letter) => !variables.includes(letter));
  if (multipliers.length !== held.length) return false;
  const slopes = variables.map((variable) =>
    subtract(differentiate(objective, variable), sum(...held.map((side, k) => product(name(multipliers[k] ?? ""), differentiate(side, variable))))),
  );
  return slopes.every((slope) => stated.some((other) => isSame(slope, other, assumptions))) && hasIndependentSlopes(face, held, variables, assumptions);
}

/** All conditions are linear, or the solutions of the equations of the points with dependent slopes were confirmed to be all. */
function hasIndependentSlopes(
  { singular }: ClaimedFace,
  held: readonly Expression[],
  variables: readonly string[],
  assumptions: readonly Expression[],
): boolean {
  const gradients = held.map((side) => variables.map((variable) => simplify(differentiate(side, variable)).expression));
  const curved = gradients.flatMap((row, k) => (row.some((entry) => variables.some((variable) => freeNames(entry).has(variable))) ? [k] : []));
  const [at, ...more] = curved;
  if (at === undefined) return true;
  if (more.length > 0 || !singular) return false;
  const stated = singular.equations.map(sideDifference);
  const dependent = variables.map((_, j) =>
    sum(gradients[at]?.[j] ?? ZERO, ...held.flatMap((__, k) => (k === at ? [] : [product(name(`lambda_${k + 1}`), gradients[k]?.[j] ?? ZERO)]))),
  );
  return [...dependent, ...held].every((side) => stated.some((other) => isSame(side, other, assumptions)));
}

const isSame = (a: Expression, b: Expression, assumptions: readonly Expression[]): boolean => equalityTest(a, b, assumptions).kind === "zero";
