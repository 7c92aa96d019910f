import { ballValue } from "../expression/ball-value.ts";
import { cases, MINUS_ONE, negate, number, ONE, PI, relation, subtract, ZERO } from "../expression/construct.ts";
import { opposite } from "../expression/equations.ts";
import { type Comparison, contains, type Expression, findAll, freeNames } from "../expression/expression.ts";
import { ROUNDING } from "../expression/functions/kinds.ts";
import { isReal } from "../expression/realness.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import * as real from "../number/real-ball.ts";
import { BallUndefined } from "../number/real-ball.ts";
import { numericRange } from "./numeric-range.ts";
import { decide } from "./sign.ts";
import { constantSign } from "./zero-test.ts";

/** A value of a part, and what holds where the part has it. */
export interface PartValue {
  readonly value: Expression;
  readonly when: readonly Expression[];
}

/** Every value that a part can have for real arguments: |u| is u or −u, max(a, b) is a or b, sgn u is −1, 0 or 1. */
export function partValues(part: Expression): readonly PartValue[] | undefined {
  if (part.kind === "cases") {
    const before = (k: number): readonly Expression[] => part.branches.slice(0, k).map(({ condition }) => opposite(condition));
    const branches = part.branches.map(({ value, condition }, k) => ({ value, when: [...before(k), condition] }));
    return [...branches, ...(part.otherwise ? [{ value: part.otherwise, when: before(part.branches.length) }] : [])];
  }
  const [u] = part.kind === "call" ? part.args : [];
  if (part.kind !== "call" || !u) return undefined;
  const where = (comparison: Comparison): readonly Expression[] => [relation(u, comparison, ZERO)];
  switch (part.name) {
    case "abs":
      return [
        { value: u, when: where(">=") },
        { value: negate(u), when: where("<=") },
      ];
    case "sgn":
      return [
        { value: MINUS_ONE, when: where("<") },
        { value: ZERO, when: where("=") },
        { value: ONE, when: where(">") },
      ];
    case "min":
    case "max": {
      const better = part.name === "max" ? ">=" : "<=";
      return part.args.map((value) => ({ value, when: part.args.filter((other) => other !== value).map((other) => relation(value, better, other)) }));
    }
    default:
      return undefined;
  }
}

/** Functions that are written differently on either side of some values of their arguments. */
const BRANCHING: ReadonlySet<string> = new Set(["abs", "sgn", "max", "min"]);

const changes = (part: Expression): boolean => part.kind === "cases" || (part.kind === "call" && BRANCHING.has(part.name));

/** Whether bars, signs, extrema or cases with the variable stand in an expression. */
export function hasBranches(e: Expression, variable: string): boolean {
  return findAll(e, (part) => changes(part) && contains(part, variable)).length > 0;
}

/** What is 0 where an expression may change its form: what stands in bars, differences of the arguments of extrema, and of the sides of conditions. */
export function branchBorders(e: Expression, variable: string): readonly Expression[] {
  return findAll(e, (part) => (part.kind === "call" && BRANCHING.has(part.name)) || part.kind === "relation")
    .flatMap((part) => {
      if (part.kind === "relation") return part.operands.slice(1).map((operand, k) => subtract(part.operands[k] ?? ZERO, operand));
      if (part.kind !== "call") return [];
      if (part.name === "abs" || part.name === "sgn") return part.args;
      return part.args.flatMap((one, k) => part.args.slice(k + 1).map((other) => subtract(one, other)));
    })
    .filter((border) => contains(border, variable));
}

/** What stands in the steps of an expression, which jump where it is a whole number. */
export function steppedParts(e: Expression, variable: string): readonly Expression[] {
  return findAll(e, (part) => part.kind === "call" && ROUNDING.has(part.name) && contains(part, variable)).flatMap((part) =>
    part.kind === "call" ? part.args : [],
  );
}

/** The expression with bars, signs, steps, extrema and cases written out as they are at a place, as far as that is decided there. */
export function writtenNear(e: Expression, variable: string, place: Expression): Expression {
  const inner = mapChildren(e, (child) => writtenNear(child, variable, place));
  const at = (part: Expression): Expression => substitute(part, new Map([[variable, place]]));
  if (inner.kind === "call") return calledNear(inner, at);
  if (inner.kind !== "cases") return inner;
  const branch = inner.branches.find(({ condition }) => decide(at(condition), []) === true);
  return branch?.value ?? inner.otherwise ?? inner;
}

function calledNear(e: Expression & { kind: "call" }, at: (part: Expression) => Expression): Expression {
  const [inside = ZERO] = e.args;
  switch (e.name) {
    case "max":
    case "min": {
      const wanted = e.name === "max" ? 1 : -1;
      return e.args.reduce((best, next) => (constantSign(at(subtract(next, best))) === wanted ? next : best));
    }
    case "abs":
    case "sgn": {
      const sign = constantSign(at(inside));
      if (sign === undefined || sign === 0) return e;
      return e.name === "sgn" ? number(sign) : sign < 0 ? negate(inside) : inside;
    }
    case "floor":
    case "ceil":
      return wholeNumber(at(e)) ?? e;
    default:
      return e;
  }
}

/** Cases whose conditions are decided by what is known are left out or chosen, and steps that are at one height written as that. */
export function withDecidedCases(whole: Expression, known: readonly Expression[]): Expression {
  const depends = (part: Expression): boolean =>
    part.kind === "cases" ||
    (part.kind === "call" && (ROUNDING.has(part.name) || BRANCHING.has(part.name) || part.name === "arg") && (known.length > 0 || freeNames(part).size === 0));
  if (findAll(whole, depends).length === 0) return whole;
  const e = mapChildren(whole, (child) => withDecidedCases(child, known));
  if (e.kind === "call") return depends(e) ? (decidedCall(e, known) ?? e) : e;
  if (e.kind !== "cases") return e;
  const branches: { readonly value: Expression; readonly condition: Expression }[] = [];
  for (const branch of e.branches) {
    const holds = known.length > 0 || freeNames(branch.condition).size === 0 ? decide(branch.condition, known) : undefined;
    if (holds === true) return branches.length === 0 ? branch.value : cases(branches, branch.value);
    if (holds === undefined) branches.push(branch);
  }
  return branches.length === 0 && e.otherwise ? e.otherwise : cases(branches, e.otherwise);
}

/** Bars, a sign, an angle, an extremum or a step without the function, where what is known decides which of its values it has. */
function decidedCall(e: Expression & { kind: "call" }, known: readonly Expression[]): Expression | undefined {
  if (ROUNDING.has(e.name)) return decidedStep(e, known);
  const [u = ZERO] = e.args;
  const holds = (comparison: Comparison, a: Expression, b: Expression): boolean => decide(relation(a, comparison, b), known) === true;
  switch (e.name) {
    case "abs":
      return holds(">=", u, ZERO) ? u : holds("<=", u, ZERO) ? negate(u) : undefined;
    case "sgn":
      return holds(">", u, ZERO) ? ONE : holds("<", u, ZERO) ? MINUS_ONE : undefined;
    case "arg":
      return !isReal(u) ? undefined : holds(">", u, ZERO) ? ZERO : holds("<", u, ZERO) ? PI : undefined;
    case "max":
      return e.args.find((one) => e.args.every((other) => other === one || holds(">=", one, other)));
    case "min":
      return e.args.find((one) => e.args.every((other) => other === one || holds("<=", one, other)));
    default:
      return undefined;
  }
}

/** The height of a step, where what is known keeps its argument between two whole numbers. */
function decidedStep(e: Expression & { kind: "call" }, known: readonly Expression[]): Expression | undefined {
  const [u = ZERO] = e.args;
  const range = numericRange(u, known);
  const guess = e.name === "floor" ? Math.floor((range.low + range.high) / 2) : Math.ceil((range.low + range.high) / 2);
  if (!Number.isSafeInteger(guess)) return undefined;
  const bounds: readonly Expression[] =
    e.name === "floor"
      ? [relation(u, ">=", number(guess)), relation(u, "<", number(guess + 1))]
      : [relation(u, ">", number(guess - 1)), relation(u, "<=", number(guess))];
  return bounds.every((bound) => decide(bound, known) === true) ? number(guess) : undefined;
}

const PRECISION = 160;

function wholeNumber(e: Expression): Expression | undefined {
  try {
    const value = real.toNumber(ballValue(e, PRECISION).re);
    return Number.isSafeInteger(value) ? number(value) : undefined;
  } catch (error) {
    if (error instanceof BallUndefined) return undefined;
    throw error;
  }
}
