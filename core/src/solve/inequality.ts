import { boundsOfPiece, insidePiece, type Piece } from "../calculus/pieces-where.ts";
import { chain, equation, logic, name, number, product, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { realDomain, relationsIn } from "../expression/domain.ts";
import { statedLinks } from "../expression/equations.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../expression/expression.ts";
import { jumpingParts } from "../expression/functions/kinds.ts";
import { substitute } from "../expression/substitute.ts";
import { say } from "../notation/inline.ts";
import { text } from "../notation/text.ts";
import { constantSign, decide, simplify, zeroTest } from "../truth/index.ts";
import { integerLetter } from "./members/letters.ts";
import { type Solution, type SolutionSet, type Solved, solution, Unsolvable } from "./solution.ts";

/** An inequality, several joined by `and` or `or`, or a chain, in one real unknown without letters. */
export interface InequalityTask {
  readonly statement: Expression;
  readonly unknown: string;
  /** Relations on the unknown that are given. */
  readonly facts: readonly Expression[];
}

/** An equation whose solutions are the only places where the truth of an inequality can change. */
export interface Border {
  readonly equation: Expression & { readonly kind: "relation" };
  readonly solved: Solved;
}

/** The solutions of an inequality with what they rest on. */
export interface SolvedInequality {
  readonly set: SolutionSet;
  readonly borders: readonly Border[];
  /** The places where the truth can change, from left to right, and one number of each interval between them. */
  readonly places: readonly Expression[];
  readonly samples: readonly Expression[];
  /** After which everything repeats, where the places are those of one period. */
  readonly period?: Expression;
}

type Solve = (task: { equation: Border["equation"]; unknown: string; domain: "real"; assumptions: readonly Expression[] }) => Solved;

/**
 * The intervals on which an inequality holds: between neighbouring places where its sides are equal, or where their domain ends, both sides
 * are continuous and differ, so that the truth stays (intermediate value theorem; O. Forster, Analysis 1, § 11); one number of each interval tells it.
 * @throws Unsolvable where letters or jumps stand in it, or one of the equations is not solved completely.
 */
export function solveInequality(task: InequalityTask, solve: Solve): SolvedInequality {
  const { statement, unknown, facts } = task;
  const others = [...freeNames(statement)].filter((letter) => letter !== unknown);
  if (others.length > 0) throw new Unsolvable(`an inequality with letters (${others.join(", ")}) is not solved: give them values`);
  const [jump] = [...jumpingParts(statement), ...findAll(statement, ({ kind }) => kind === "iterated")];
  if (jump) throw new Unsolvable(`an inequality with ${text(jump)}, which may jump, is not solved`);
  const equations = borderEquations(statement, unknown);
  const borders = equations.map((one) => ({ equation: one, solved: solve({ equation: one, unknown, domain: "real", assumptions: facts }) }));
  const isRepeated = borders.some(({ solved }) => solved.set.solutions.some(({ integers }) => integers.length > 0));
  return isRepeated ? inOnePeriod(task, borders, solve) : onTheLine(task, borders);
}

/** What is found of two statements: the equations that bound both, and a number for which only one of them holds, if there is one. */
export interface Together {
  readonly borders: readonly Border[];
  readonly differs?: Expression;
}

/**
 * Whether two statements in one real unknown hold for the same numbers.
 * @throws Unsolvable where that cannot be told, as of statements that repeat.
 */
export function holdTogether(one: Expression, other: Expression, { unknown, facts }: Omit<InequalityTask, "statement">, solve: Solve): Together {
  const equations = [one, other].flatMap((statement) => borderEquations(statement, unknown));
  const borders = equations.map((each) => ({ equation: each, solved: solve({ equation: each, unknown, domain: "real", assumptions: facts }) }));
  if (borders.some(({ solved }) => solved.set.solutions.some(({ integers }) => integers.length > 0))) throw new Unsolvable("these statements repeat for ever");
  const places = placesOf(borders, { facts, unknown });
  const at = (value: Expression): boolean => {
    const [first, second] = [one, other].map((statement) => holdsAt(allOf({ statement, unknown, facts }), unknown, value, borders));
    return first === second;
  };
  const differs = [...places, ...piecesBetween(places).map(insidePiece)].find((value) => !at(value));
  return { borders, ...(differs ? { differs } : {}) };
}

/** The equations at whose solutions the truth can change: the sides are equal, or a condition of the domain is at its border. */
function borderEquations(statement: Expression, unknown: string): readonly Border["equation"][] {
  const conditions = relationsIn(statement).flatMap((link) => realDomain(link));
  if (conditions.some(({ kind }) => kind !== "relation")) throw new Unsolvable("where this inequality is defined is not told by comparisons alone");
  const all = [...relationsIn(statement), ...conditions].flatMap((one) => statedLinks([one])).map(({ left, right }) => equation(left, right));
  return all.filter(
    (one, k): one is Border["equation"] => one.kind === "relation" && contains(one, unknown) && all.findIndex((other) => equal(one, other)) === k,
  );
}

/** Whether a statement holds at a number; false where it is not defined. At a solution of a border equation its sides are equal. */
function holdsAt(statement: Expression, unknown: string, value: Expression, borders: readonly Border[] = []): boolean {
  if (statement.kind === "logic") {
    const holds = statement.items.map((item) => holdsAt(item, unknown, value, borders));
    return statement.operator === "and" ? holds.every((one) => one) : holds.some((one) => one);
  }
  const links = statedLinks([statement]);
  const [link] = links;
  if (links.length > 1) return links.every(({ left, comparison, right }) => holdsAt(relation(left, comparison, right), unknown, value, borders));
  if (link && borders.some((border) => isSolution(border, link.left, link.right, unknown, value)))
    return link.comparison !== "!=" && link.comparison.endsWith("=");
  const at = (one: Expression): boolean | undefined => decide(simplify(substitute(one, new Map([[unknown, value]]))).expression, []);
  const defined = realDomain(statement).map(at);
  if (defined.includes(false)) return false;
  const holds = defined.includes(undefined) ? undefined : at(statement);
  if (holds === undefined) throw new Unsolvable(`it was not decided whether ${text(statement)} holds at ${unknown} = ${text(value)}`);
  return holds;
}

/** Whether a value was found as a solution of the equation between two sides. */
function isSolution({ equation: one, solved }: Border, left: Expression, right: Expression, unknown: string, value: Expression): boolean {
  return equal(one, equation(left, right)) && solved.set.solutions.some(({ values, free }) => free.length === 0 && equal(values.get(unknown) ?? ZERO, value));
}

function onTheLine(task: InequalityTask, borders: readonly Border[]): SolvedInequality {
  const places = placesOf(borders, task);
  const pieces = piecesBetween(places);
  const truths = pieces.map((piece) => holdsAt(allOf(task), task.unknown, insidePiece(piece)));
  const own = places.map((place) => holdsAt(allOf(task), task.unknown, place, borders));
  const solutions = joined(places, truths, own).map((found) => asSolution(found, task.unknown));
  return { set: setOf(solutions, task), borders, places, samples: pieces.map(insidePiece) };
}

/** The statement with what is given of the unknown. */
function allOf({ statement, facts }: InequalityTask): Expression {
  return facts.length === 0 ? statement : logic("and", [statement, ...facts]);
}

/** The numbers at which the truth can change, from left to right; an equation that holds on an interval gives its ends. */
function placesOf(borders: readonly Border[], { facts, unknown }: Pick<InequalityTask, "facts" | "unknown">): readonly Expression[] {
  const found = borders.flatMap(({ equation: one, solved: { set } }) => {
    if (!set.complete) throw new Unsolvable(`not all solutions of ${text(one)} are known`);
    return set.solutions.flatMap((each) => (each.free.includes(unknown) ? endsOf(each.conditions, unknown) : [...each.values.values()]));
  });
  return sorted([...found, ...endsOf(facts, unknown)]);
}

/** The numbers with which conditions compare the unknown. */
function endsOf(conditions: readonly Expression[], unknown: string): readonly Expression[] {
  return statedLinks(conditions).map(({ left, right }) => {
    const [end, other] = contains(left, unknown) ? [right, left] : [left, right];
    if (other.kind !== "name" || freeNames(end).size > 0)
      throw new Unsolvable(`where ${text(relation(left, "=", right))} holds is no interval with numbers as ends`);
    return end;
  });
}

function sorted(values: readonly Expression[]): readonly Expression[] {
  const different = values.filter((value, k) => values.findIndex((other) => equal(value, other) || sign(value, other) === 0) === k);
  return [...different].sort(sign);
}

function sign(a: Expression, b: Expression): number {
  const found = constantSign(subtract(a, b));
  if (found === undefined) throw new Unsolvable(`it was not decided which of ${text(a)} and ${text(b)} is the greater one`);
  return found;
}

function piecesBetween(places: readonly Expression[]): readonly Piece[] {
  const ends = [undefined, ...places, undefined];
  return ends.slice(1).map((high, k) => {
    const low = ends[k];
    return { ...(low ? { low } : {}), ...(high ? { high } : {}), hasLow: false, hasHigh: false };
  });
}

/** An interval, or a single number. */
type Found = { readonly piece: Piece } | { readonly alone: Expression };

/** Neighbouring intervals joined where the place between them belongs to the solutions too. */
function joined(places: readonly Expression[], truths: readonly boolean[], own: readonly boolean[]): readonly Found[] {
  const found: Found[] = [];
  let open: Piece | undefined;
  truths.forEach((holds, k) => {
    const [low, high] = [places[k - 1], places[k]];
    const [hasLow, hasHigh] = [own[k - 1] === true, own[k] === true];
    if (holds) open = open && hasLow ? open : { ...(low ? { low } : {}), hasLow, hasHigh: false };
    else if (low && hasLow && truths[k - 1] !== true) found.push({ alone: low });
    if (holds && open && !(hasHigh && truths[k + 1] === true)) {
      found.push({ piece: { ...open, ...(high ? { high } : {}), hasHigh } });
      open = undefined;
    }
  });
  return found;
}

function asSolution(found: Found, unknown: string, shift: Expression = ZERO, integers: readonly string[] = []): Solution {
  if ("alone" in found) return solution(unknown, sum(found.alone, shift), { integers });
  const { low, high, ...has } = found.piece;
  const piece = { ...has, ...(low ? { low: sum(low, shift) } : {}), ...(high ? { high: sum(high, shift) } : {}) };
  return solution(unknown, name(unknown), { free: [unknown], integers, conditions: boundsAsChain(piece, unknown) });
}

/** a < x < b as one chain. */
function boundsAsChain(piece: Piece, unknown: string): readonly Expression[] {
  const { low, high, hasLow, hasHigh } = piece;
  return low && high ? [chain([low, name(unknown), high], [hasLow ? "<=" : "<", hasHigh ? "<=" : "<"])] : boundsOfPiece(piece, unknown);
}

const REASON =
  "between neighbouring places where the sides are equal, or their domain ends, the sides are continuous and differ; one number of each interval tells whether it holds there";

function setOf(solutions: readonly Solution[], { unknown }: InequalityTask, after = ""): SolutionSet {
  return { variables: [unknown], domain: "real", complete: true, reason: say`${REASON}${after}`, solutions, rejected: [], complexSolutions: [] };
}

/** An inequality that repeats: the intervals of one period, from a border on, with all that lie whole periods away. */
function inOnePeriod(task: InequalityTask, families: readonly Border[], solve: Solve): SolvedInequality {
  const { statement, unknown, facts } = task;
  const period = periodOf(statement, unknown, families);
  if (!period || facts.length > 0)
    throw new Unsolvable("this inequality has infinitely many intervals, and no period was found: give an interval, as in “for x in [0, 2pi]”");
  const within = (from: Expression): readonly Expression[] => [chain([from, name(unknown), sum(from, period)], ["<=", "<="])];
  const solvedWithin = (from: Expression): readonly Border[] =>
    families.map(({ equation: one }) => ({ equation: one, solved: solve({ equation: one, unknown, domain: "real", assumptions: within(from) }) }));
  const [start] = placesOf(solvedWithin(ZERO), { ...task, facts: [] });
  if (!start) throw new Unsolvable("no border was found in a period");
  const borders = solvedWithin(start);
  const places = placesOf(borders, { ...task, facts: [] });
  const pieces = piecesBetween(places).slice(1, -1);
  const truths = [false, ...pieces.map((piece) => holdsAt(statement, unknown, insidePiece(piece))), false];
  const own = places.map((place) => holdsAt(statement, unknown, place, borders));
  const [border] = families;
  if (!border) throw new Unsolvable("no border was found in a period");
  const letter = integerLetter({ equation: border.equation, unknown, domain: "real", assumptions: [] });
  const shift = product(period, name(letter, "integer"));
  // The last place is the first one again, a period on.
  const isEnd = (found: Found): boolean => "alone" in found && equal(found.alone, places.at(-1) ?? ZERO);
  const found = joined(places, truths, own).filter((one) => !isEnd(one));
  const solutions = found.map((one) => asSolution(one, unknown, shift, [letter]));
  return { set: setOf(solutions, task, `; everything repeats after ${text(period)}`), borders, places, samples: pieces.map(insidePiece), period };
}

/** A period of all that is compared, by the zero test. */
function periodOf(statement: Expression, unknown: string, families: readonly Border[]): Expression | undefined {
  const steps = families.flatMap(({ solved }) =>
    solved.set.solutions.flatMap(({ values, integers: [letter] }) => {
      const value = values.get(unknown);
      if (!value || letter === undefined) return [];
      return [simplify(subtract(substitute(value, new Map([[letter, number(1)]])), substitute(value, new Map([[letter, ZERO]])))).expression];
    }),
  );
  const multiples = steps.flatMap((step) => [1, 2, 3, 4, 6].map((times) => product(number(times), step)));
  const candidates = multiples.filter((one) => freeNames(one).size === 0 && constantSign(one) === 1);
  return [...candidates].sort((a, b) => constantSign(subtract(a, b)) ?? 0).find((period) => isPeriod(statement, unknown, period));
}

/** Whether everything that is compared, and the domain, repeats after a number; a condition ≠ 0 may change its sign. */
function isPeriod(statement: Expression, unknown: string, period: Expression): boolean {
  const on = (side: Expression): Expression => substitute(side, new Map([[unknown, sum(name(unknown), period)]]));
  return statedLinks(relationsIn(statement).flatMap((link) => [link, ...realDomain(link)])).every(({ left, comparison, right }) => {
    const difference = subtract(left, right);
    const isSame = zeroTest(subtract(on(difference), difference)).kind === "zero";
    return isSame || (comparison === "!=" && zeroTest(sum(on(difference), difference)).kind === "zero");
  });
}
