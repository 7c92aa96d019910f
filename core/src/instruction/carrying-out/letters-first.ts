import { type Step, step } from "../../derivation/step.ts";
import { equation as equationOf, name, relation, ZERO } from "../../expression/construct.ts";
import { type Expression, equal, findAll, freeNames, termsOf } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { equality } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { type Solution, type Solved, Unsolvable } from "../../solve/solution.ts";
import { constantSign, equalityTest, simplify } from "../../truth/index.ts";
import { unitOfFactor } from "../../units/dimension-of.ts";
import { type Environment, ranges, withoutGivens } from "../environment.ts";
import { type MeasuredNamed, measuredNumbersNamed } from "./measured-numbers.ts";
import { numbersWritten, putIn } from "./put-in.ts";

/** The way in letters, with the numbers put in at its end, and what is known of the letters on it. */
export interface LettersFirst {
  readonly steps: readonly Step[];
  readonly known: readonly Expression[];
}

type Relation = Expression & { readonly kind: "relation" };

/** What is solved, and for which unknowns. */
interface Asked {
  readonly statements: readonly Relation[];
  /** The mathematics of the line with units as factors. */
  readonly measured: readonly Expression[];
  readonly unknowns: readonly string[];
  /** The solutions that were found with the numbers put in. */
  readonly solutions: readonly Solution[];
}

/** How the statements are solved with letters in them; undefined where that leads nowhere. */
type SolveInLetters = (statements: readonly Relation[], known: readonly Expression[]) => Solved | undefined;

const NOTHING_NAMED: MeasuredNamed = { statements: [], steps: [], values: new Map(), units: new Map() };

/** Formulas that are longer say less than numbers. */
const LONGEST_FORMULA = 48;

/**
 * As a physicist works: the equations are solved with the letters that were given, and their numbers, with units, are put into the formulas that
 * come out. Undefined where no given number has a unit or was measured, the formulas get long, or they do not come to the solutions found with numbers.
 */
export function lettersFirst({ statements, measured, unknowns, solutions }: Asked, solve: SolveInLetters, problem: Environment): LettersFirst | undefined {
  const named = holdsUnits(measured) ? measuredNumbersNamed(statements, measured, problem) : NOTHING_NAMED;
  if (!named) return undefined;
  const environment: Environment = {
    ...problem,
    givens: new Map([...problem.givens, ...named.values]),
    units: new Map([...problem.units, ...named.units]),
  };
  const own = (named.steps.length > 0 ? named.statements : statements).map((one) => putIn(one, withoutGivens(environment), new Set(unknowns)));
  const letters = own.flatMap(({ expression }) => (expression.kind === "relation" ? [expression] : []));
  const used = new Set(letters.flatMap((one) => [...freeNames(one)]));
  const values = new Map([...environment.givens].filter(([letter]) => used.has(letter) && !unknowns.includes(letter)));
  const signs = [...values].map(([letter, value]) => signOf(letter, value));
  const isPlain = [...values].every(([letter, value]) => freeNames(value).size === 0 && value.kind !== "tuple" && !environment.angles.has(letter));
  if (
    !isOfQuantities(letters, values, environment) ||
    !isPlain ||
    !signs.every((sign) => sign !== undefined) ||
    !letters.every((one) => isShort(one, unknowns))
  )
    return undefined;
  const known = [...environment.assumptions.map((fact) => withRanges(fact, ranges(environment))), ...signs];
  const solved = found(() => solve(letters, known));
  const formulas = solved?.set.solutions.filter(({ free, integers }) => free.length + integers.length === 0) ?? [];
  if (!solved || formulas.length !== solutions.length || formulas.length !== solved.set.solutions.length) return undefined;
  const ends = formulas.map((formula) => numbersIn(formula, values, solutions, environment));
  if (!ends.every((end) => end !== undefined)) return undefined;
  return { steps: [...named.steps, ...own.flatMap(({ steps }) => steps), ...solved.steps, ...ends.flat()], known };
}

/** Whether numbers with units stand in what was written. */
const holdsUnits = (measured: readonly Expression[]): boolean =>
  measured.some((one) => [...freeNames(one)].some((letter) => unitOfFactor(letter) !== undefined));

/**
 * Whether statements are about quantities, so that their letters say more than numbers: one was given with a unit; or one was measured, and
 * there are several, or a letter stands in every term.
 */
function isOfQuantities(statements: readonly Relation[], values: ReadonlyMap<string, Expression>, { units }: Environment): boolean {
  if ([...values.keys()].some((letter) => units.has(letter))) return true;
  const isLettered = statements.every(({ operands }) => operands.flatMap(termsOf).every((term) => freeNames(term).size > 0));
  return [...values.values()].some(isMeasured) && (values.size > 1 || isLettered);
}

/** Whether a number was measured rather than chosen: a decimal, or of many digits. */
const isMeasured = (value: Expression): boolean =>
  value.kind === "number" && (value.typed?.includes(".") === true || Math.abs(Number(value.value.num)) >= 100 * Number(value.value.den));

/** The sign of a given number; undefined for 0. */
function signOf(letter: string, value: Expression): Expression | undefined {
  const sign = constantSign(value);
  return sign === undefined || sign === 0 ? undefined : relation(name(letter), sign > 0 ? ">" : "<", ZERO);
}

/** An equation whose solution in letters is short: of at most second degree, or with the unknown in one place. */
function isShort(one: Relation, unknowns: readonly string[]): boolean {
  return unknowns.every((unknown) => {
    const degrees = one.operands.map((side) => polynomialCoefficients(side, unknown)?.length ?? 0);
    const places = findAll(one, (part) => part.kind === "name" && part.name === unknown).length;
    return places <= 1 || (places === 2 && text(one).length <= LONGEST_FORMULA) || degrees.every((count) => count > 0 && count <= 3);
  });
}

/** What a way through letters comes to, if it leads anywhere. */
function found(solve: () => Solved | undefined): Solved | undefined {
  try {
    return solve();
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/** The numbers put into the formulas of one solution; undefined where a formula is long, or none of the solutions comes out. */
function numbersIn(
  formula: Solution,
  values: ReadonlyMap<string, Expression>,
  solutions: readonly Solution[],
  environment: Environment,
): readonly Step[] | undefined {
  const own = solutions.find((one) => [...formula.values].every(([unknown, value]) => comesTo(substitute(value, values), one.values.get(unknown))));
  if (!own || [...formula.values.values()].some((value) => text(value).length > LONGEST_FORMULA)) return undefined;
  return [...formula.values].flatMap(([unknown, value]): readonly Step[] => {
    const used = new Map([...values].filter(([letter]) => freeNames(value).has(letter)));
    if (used.size === 0) return [];
    const before = equationOf(name(unknown), value);
    const after = equationOf(name(unknown), own.values.get(unknown) ?? substitute(value, used));
    const written = equality([present(name(unknown)), numbersWritten(present(value), used, environment)]);
    return [step("put numbers in", [], { kind: "put in", before, values: used, after }, { written })];
  });
}

function comesTo(value: Expression, claimed: Expression | undefined): boolean {
  return claimed !== undefined && (equal(simplify(value).expression, claimed) || equalityTest(value, claimed).kind === "zero");
}
