import { equation, name, number, relation, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { opposite } from "../../expression/equations.ts";
import { contains, type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { constantSign, decide, equalityTest, type Point, samplePoints, simplify } from "../../truth/index.ts";
import type { ClaimedAnswer, ClaimedSolution } from "../answer.ts";

/** A value that solves the equation for some numbers in place of the letters, and is said to be none there. */
export interface Lost {
  readonly value: Expression;
  readonly point: Point;
}

const POINTS = 24;
const MEMBERS = [-2, -1, 0, 1, 2];

/**
 * Whether the conditions of a solution leave out what solves: at numbers for the letters where a condition fails the value is put back,
 * exactly, and must be no solution or one of the others. This only refutes; where nothing is found, nothing is proven.
 */
export function lostSolution(answer: ClaimedAnswer): Lost | undefined {
  if (answer.domain !== "real") return undefined;
  for (const one of answer.solutions) {
    if (one.everywhere) continue;
    for (const condition of one.conditions.filter(isInequality)) {
      for (const point of pointsOutside(one, condition, answer)) {
        const value = at(one.value, point);
        if (solvesAt(value, point, answer) && !answer.solutions.some((other) => isClaimed(other, value, point, answer))) return { value, point };
      }
    }
  }
  return undefined;
}

/** For equations and ≠ the values left out are single ones, which are looked at elsewhere. */
function isInequality(condition: Expression): boolean {
  return condition.kind === "relation" && condition.comparisons.every((comparison) => comparison !== "=" && comparison !== "!=");
}

/** Numbers for the letters of a solution at which a condition certainly fails: members of families next to 0 have their numbers in turn. */
function pointsOutside({ value, integers }: ClaimedSolution, condition: Expression, answer: ClaimedAnswer): readonly Point[] {
  const { assumptions, unknown } = answer;
  const outside = opposite(condition);
  const known = [...assumptions.filter((fact) => !contains(fact, unknown)), ...positiveBases(answer)];
  const [letter, ...more] = integers.filter((one) => contains(value, one) || contains(condition, one));
  if (more.length > 0 || contains(condition, unknown)) return [];
  if (letter === undefined) return samplePoints([value, outside], [...known, outside], POINTS);
  return MEMBERS.flatMap((k) => {
    const member = new Map([[letter, number(k)]]);
    const there = [...known, outside].map((fact) => simplify(substitute(fact, member)).expression);
    const names = freeNames(substitute(value, member)).size + there.reduce((count, fact) => count + freeNames(fact).size, 0);
    if (names === 0) return there.every((fact) => decide(fact, []) === true) ? [member] : [];
    return samplePoints([substitute(value, member), ...there], there, 1).map((point) => new Map([...point, ...member]));
  });
}

/** Powers of negative numbers are real only here and there: answers with the unknown in the exponent say that they do not look at them. */
function positiveBases({ equation: statement, unknown }: ClaimedAnswer): readonly Expression[] {
  const powers = findAll(statement, (part) => part.kind === "power" && contains(part.exponent, unknown) && !contains(part.base, unknown));
  return powers.flatMap((part) => (part.kind === "power" && freeNames(part.base).size > 0 ? [relation(part.base, ">", ZERO)] : []));
}

function at(e: Expression, point: Point): Expression {
  return simplify(substitute(e, point)).expression;
}

/** Whether a value certainly is a real solution that was asked for, with numbers for all letters. */
function solvesAt(value: Expression, point: Point, { equation: statement, unknown, facts }: ClaimedAnswer): boolean {
  if (freeNames(value).size > 0 || constantSign(value) === undefined) return false;
  const there = new Map([...point, [unknown, value]]);
  const sides = statement.operands.map((side) => substitute(side, there));
  if (sides.some((side) => freeNames(side).size > 0 || findAll(side, ({ kind }) => kind === "iterated").length > 0)) return false;
  if (![...realDomain(statement), ...facts].every((fact) => decide(at(fact, there), []) === true)) return false;
  return equalityTest(sides[0] ?? ZERO, sides[1] ?? ZERO).kind === "zero";
}

/** Whether a solution claims a value at a point: its conditions are not known to fail there. */
function isClaimed({ value, conditions, everywhere, integers }: ClaimedSolution, wanted: Expression, point: Point, { unknown }: ClaimedAnswer): boolean {
  const there = new Map([...point, [unknown, wanted]]);
  const holds = (member: Point): boolean => conditions.every((condition) => decide(at(at(condition, member), there), []) !== false);
  const isSame = (own: Expression): boolean => freeNames(own).size > 0 || equalityTest(own, wanted).kind !== "nonzero";
  if (everywhere) return holds(new Map());
  const [letter, ...more] = integers;
  if (more.length > 0) return true;
  const members: readonly Point[] = letter === undefined ? [new Map()] : WIDE_MEMBERS.map((k) => new Map([[letter, number(k)]]));
  return members.some((member) => isSame(at(at(value, member), point)) && holds(member));
}

const WIDE_MEMBERS = Array.from({ length: 17 }, (_, k) => k - 8);

/** The lost value in words: x = 2 for a = 7/5. */
export function lostStatement({ value, point }: Lost, unknown: string): readonly Expression[] {
  return [equation(name(unknown), value), ...[...point].map(([letter, number]) => equation(name(letter), number))];
}
