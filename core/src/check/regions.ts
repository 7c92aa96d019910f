import { divide, negate, ONE, relation, subtract, sum, ZERO } from "../expression/construct.ts";
import { realDomain } from "../expression/domain.ts";
import { type Comparison, contains, type Expression, equal, findAll, freeNames } from "../expression/expression.ts";
import { sideDifference } from "../expression/statement.ts";
import { substitute } from "../expression/substitute.ts";
import { rootsOut } from "../rewrite/forms/root-and-log-forms.ts";
import { decide, simpleRelations } from "../rewrite/sign.ts";
import { simplify } from "../rewrite/simplify.ts";
import { constantSign, zeroTest } from "../rewrite/zero-test.ts";
import type { ClaimedAnswer } from "./answer.ts";
import { zeroPolynomial } from "./equivalence.ts";
import { replacePart } from "./splitting.ts";

/** A piece of the line between two numbers, either of which may be missing. */
interface Region {
  readonly low?: Expression;
  readonly high?: Expression;
}

const MOST_PIECES = 64;

/**
 * Whether an answer with intervals of solutions is complete: an equation whose sides are the same has all of its domain; else the
 * line is cut where the inside of an absolute value changes its sign, and on each piece, where the equation is linear, it must
 * have no solution but those claimed.
 */
export function coversRegions(answer: ClaimedAnswer): boolean {
  const { solutions, equation, unknown, domain } = answer;
  if (domain !== "real" || !solutions.some(({ everywhere }) => everywhere) || [...freeNames(equation)].some((letter) => letter !== unknown)) return false;
  if (solutions.some(({ integers }) => integers.length > 0)) return false;
  const difference = rootsOut(sideDifference(equation), []);
  const [only, ...more] = solutions;
  const needed = realDomain(equation);
  if (only && more.length === 0 && zeroTest(difference).kind === "zero" && only.conditions.every((one) => decide(one, needed) === true)) return true;
  return pieceCovered(difference, {}, answer, { left: MOST_PIECES });
}

/** An absolute value without another one inside. */
function innermost(e: Expression, unknown: string): Expression | undefined {
  return findAll(e, (part) => part.kind === "call" && part.name === "abs" && contains(part, unknown)).at(-1);
}

function pieceCovered(difference: Expression, region: Region, answer: ClaimedAnswer, budget: { left: number }): boolean {
  budget.left -= 1;
  if (budget.left < 0) return false;
  if (isEmpty(region)) return true;
  const { unknown } = answer;
  const part = innermost(difference, unknown);
  const [inside] = part?.kind === "call" ? part.args : [];
  if (part && inside) {
    const border = linearRoot(inside, unknown);
    if (!border) return false;
    return [inside, negate(inside)].every((value, k) => {
      const above = border.rises === (k === 0);
      const own = cut(region, above ? { low: border.at } : { high: border.at });
      return own !== undefined && pieceCovered(simplify(replacePart(difference, part, value)).expression, own, answer, budget);
    });
  }
  if (zeroTest(difference).kind === "zero") return claimsRegion(region, answer);
  const root = linearRoot(difference, unknown);
  if (!root) return zeroTest(difference).kind === "nonzero" && freeNames(difference).size === 0;
  if ([region.low && constantSign(subtract(root.at, region.low)), region.high && constantSign(subtract(region.high, root.at))].includes(-1)) return true;
  return claimsNumber(root.at, answer);
}

/** Where a linear expression is 0, and whether it rises; undefined for any other one. */
function linearRoot(e: Expression, unknown: string): { readonly at: Expression; readonly rises: boolean } | undefined {
  const coefficients = zeroPolynomial(relation(e, "=", ZERO), unknown);
  const [constant = ZERO, slope] = coefficients ?? [];
  if (!slope || coefficients?.length !== 2 || !contains(e, unknown)) return undefined;
  const at = simplify(divide(negate(constant), slope)).expression;
  // The polynomial may be a multiple of the expression: its sign is looked up beyond the root.
  const sign = constantSign(simplify(substitute(e, new Map([[unknown, sum(at, ONE)]]))).expression);
  return sign === undefined || sign === 0 ? undefined : { at, rises: sign > 0 };
}

/** A region with one more bound; undefined where it is not decided which of two bounds is the stricter one. */
function cut(region: Region, bound: Region): Region | undefined {
  const stricter = (a: Expression | undefined, b: Expression | undefined, wanted: -1 | 1): Expression | "open" | undefined => {
    if (!a || !b) return a ?? b;
    const sign = constantSign(subtract(a, b));
    return sign === undefined ? "open" : sign === wanted ? a : b;
  };
  const [low, high] = [stricter(region.low, bound.low, 1), stricter(region.high, bound.high, -1)];
  if (low === "open" || high === "open") return undefined;
  return { ...(low ? { low } : {}), ...(high ? { high } : {}) };
}

function isEmpty({ low, high }: Region): boolean {
  return low !== undefined && high !== undefined && constantSign(subtract(high, low)) === -1;
}

function claimsNumber(value: Expression, { solutions, unknown }: ClaimedAnswer): boolean {
  return solutions.some(({ value: own, everywhere, conditions }) =>
    everywhere
      ? conditions.every((one) => decide(substitute(one, new Map([[unknown, value]])), []) === true)
      : equal(own, value) || zeroTest(subtract(own, value)).kind === "zero",
  );
}

const SIDES: Readonly<Partial<Record<Comparison, "low" | "high">>> = { ">=": "low", ">": "low", "<=": "high", "<": "high" };

/** Whether one of the intervals claimed holds the whole region, ends included. */
function claimsRegion(region: Region, answer: ClaimedAnswer): boolean {
  const { solutions, unknown } = answer;
  if (region.low && region.high && constantSign(subtract(region.high, region.low)) === 0) return claimsNumber(region.low, answer);
  return solutions.some(({ everywhere, conditions }) => {
    if (!everywhere) return false;
    return conditions.every((condition) => {
      const bounds = simpleRelations([condition]).filter(({ left }) => left.kind === "name" && left.name === unknown);
      return (
        bounds.length > 0 &&
        bounds.every(({ comparison, right }) => {
          const side = SIDES[comparison];
          const end = side && region[side];
          if (!end) return false;
          const sign = constantSign(subtract(end, right));
          const strict = comparison === ">" || comparison === "<";
          return sign !== undefined && (sign === 0 ? !strict : sign > 0 === (side === "low"));
        })
      );
    });
  });
}
