import { relation, ZERO } from "../expression/construct.ts";
import { curveDomain, realDomain } from "../expression/domain.ts";
import { contains, distinct, type Expression, equal, findAll } from "../expression/expression.ts";
import { mapChildren, substitute } from "../expression/substitute.ts";
import * as rational from "../number/rational.ts";
import { decide, simplify, withDecidedCases } from "../truth/index.ts";

/** Functions that jump, or of which nothing is said here. */
const JUMPING: ReadonlySet<string> = new Set([
  "floor",
  "ceil",
  "sgn",
  "min",
  "max",
  "Re",
  "Im",
  "arg",
  "conj",
  "factorial",
  "binomial",
  "root",
  "arcsin",
  "arccos",
]);

/**
 * Where an expression in some variables may have no derivative, as expressions whose zeros hold all such places: the insides of bars and roots. Undefined where it is not seen to
 * be defined and continuous wherever the conditions known hold.
 */
export function roughPlaces(e: Expression, variables: readonly string[], known: readonly Expression[]): readonly Expression[] | undefined {
  const varies = variesWith(variables);
  if (!realDomain(e).every((condition) => !varies(condition) || decide(condition, known) === true)) return undefined;
  if (findAll(e, mayJump).some(varies)) return undefined;
  const insides = findAll(e, isRough).filter(varies).map(insideOf);
  return distinct(insides.filter((inside) => decide(relation(inside, "!=", ZERO), known) !== true));
}

/** Whether a function of a variable is defined and smooth at all places that conditions leave. */
export function isSmoothWhere(e: Expression, variable: string, known: readonly Expression[]): boolean {
  const holds = (condition: Expression): boolean => !contains(condition, variable) || decide(condition, known) === true;
  return roughPlaces(e, [variable], known)?.length === 0 && curveDomain(e).every(holds);
}

/** Whether an expression has derivatives of all orders around a place, with values for the variables: it is defined there, nothing jumps, and no bars or roots are 0. */
export function isSmoothAt(e: Expression, place: ReadonlyMap<string, Expression>, known: readonly Expression[]): boolean {
  const varies = variesWith([...place.keys()]);
  const holds = (condition: Expression): boolean => decide(simplify(substitute(condition, place)).expression, known) === true;
  return (
    findAll(e, mayJump).every((part) => !varies(part)) &&
    realDomain(e).every((condition) => !varies(condition) || holds(condition)) &&
    findAll(e, isRough).every((part) => !varies(part) || holds(relation(insideOf(part), "!=", ZERO)))
  );
}

const variesWith =
  (variables: readonly string[]) =>
  (part: Expression): boolean =>
    variables.some((variable) => contains(part, variable));

const mayJump = (part: Expression): boolean => part.kind === "cases" || part.kind === "iterated" || (part.kind === "call" && JUMPING.has(part.name));

/** The expression where some insides of its bars and roots are 0. */
export function whereRough(e: Expression, zeros: readonly Expression[]): Expression {
  if (isRough(e) && zeros.some((zero) => equal(zero, insideOf(e)))) return ZERO;
  return mapChildren(e, (child) => whereRough(child, zeros));
}

/** On which side of the zeros of the inside of some bars one is. */
export interface Side {
  readonly inside: Expression;
  readonly sign: 1 | -1;
}

/** The condition that one is on a side. */
export const isOnSide = ({ inside, sign }: Side): Expression => relation(inside, sign === 1 ? ">" : "<", ZERO);

/** All choices of a side for the insides that stand in bars; other insides have none. */
export function sidesOf(e: Expression, insides: readonly Expression[]): readonly (readonly Side[])[] {
  const bars = findAll(e, (part) => part.kind === "call" && part.name === "abs").map(insideOf);
  const own = insides.filter((inside) => bars.some((bar) => equal(bar, inside)));
  return own.reduce<readonly (readonly Side[])[]>((lists, inside) => lists.flatMap((list) => SIGNS.map((sign) => [...list, { inside, sign }])), [[]]);
}
const SIGNS = [1, -1] as const;

/** The expression on the chosen sides, without the bars that are known there. */
export const onSides = (e: Expression, sides: readonly Side[]): Expression => withDecidedCases(e, sides.map(isOnSide));

function isRough(part: Expression): boolean {
  if (part.kind === "call") return part.name === "abs";
  return (
    part.kind === "power" &&
    !(part.base.kind === "constant" && part.base.name === "e") &&
    !(part.exponent.kind === "number" && rational.isInteger(part.exponent.value))
  );
}

function insideOf(part: Expression): Expression {
  if (part.kind === "power") return part.base;
  return part.kind === "call" ? (part.args[0] ?? ZERO) : ZERO;
}
