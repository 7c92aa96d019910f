import { negate, subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { sideDifference, statedLinks } from "../../expression/equations.ts";
import { type Comparison, contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { rootsOut } from "../../rewrite/forms/root-and-log-forms.ts";
import { byName, constantSign, decide, simplify, untangled, zeroTest } from "../../truth/index.ts";
import type { ClaimedAnswer } from "../answer.ts";

/** A piece of the line between two numbers, either of which may be missing. */
interface Region {
  readonly low?: Expression;
  readonly high?: Expression;
}

const MOST_PIECES = 64;
const SIDES: Readonly<Partial<Record<Comparison, "low" | "high">>> = { ">=": "low", ">": "low", "<=": "high", "<": "high" };

/**
 * Whether an answer with intervals of solutions is complete: an equation whose sides are the same has all of its domain; else the
 * line is cut where the inside of an absolute value changes its sign, and on each piece, where the equation is linear, it must
 * have no solution but those claimed.
 */
export function coversRegions(answer: ClaimedAnswer): boolean {
  const { solutions, equation, unknown, domain } = answer;
  if (domain !== "real" || !solutions.some(({ everywhere }) => everywhere) || [...freeNames(equation)].some((letter) => letter !== unknown)) return false;
  if (solutions.some(({ integers }) => integers.length > 0)) return false;
  const [only, ...more] = solutions;
  const needed = realDomain(equation);
  const difference = rootsOut(untangled(sideDifference(equation), [...needed, ...answer.facts]), []);
  if (only && more.length === 0 && zeroTest(difference).kind === "zero" && only.conditions.every((one) => decide(one, needed) === true)) return true;
  const asked = [...needed, ...answer.facts].reduce<Region | undefined>((region, one) => region && within(region, one, unknown), {});
  return asked !== undefined && pieceCovered(difference, asked, answer, { left: MOST_PIECES });
}

/** A region cut down to where a relation holds, if that is on one side of a number; the region itself for other relations. */
function within(region: Region, fact: Expression, unknown: string): Region | undefined {
  return statedLinks([fact]).reduce<Region | undefined>((own, { left, comparison, right }) => {
    const bound = own && boundOf(left, comparison, right, unknown);
    return bound ? cut(own, bound) : own;
  }, region);
}

/** Where a comparison of monotone functions of the unknown holds, as a bound of the unknown. */
function boundOf(left: Expression, comparison: Comparison, right: Expression, unknown: string): (Region & { readonly strict: boolean }) | undefined {
  const found = byName(simplify(subtract(left, right)).expression, comparison);
  if (typeof found !== "object" || found.kind !== "relation") return undefined;
  const [own, value] = found.operands;
  const [sign = "="] = found.comparisons;
  const side = SIDES[sign];
  return own?.kind === "name" && own.name === unknown && value && side ? { [side]: value, strict: sign === "<" || sign === ">" } : undefined;
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
    // An end of both pieces is looked at twice.
    return ([">=", "<="] as const).every((comparison, k) => {
      const half = halfWhere(inside, comparison, unknown);
      if (half === "nowhere") return true;
      const own = half && cut(region, half);
      const value = k === 0 ? inside : negate(inside);
      return own !== undefined && pieceCovered(simplify(replacePart(difference, part, value)).expression, own, answer, budget);
    });
  }
  if (zeroTest(difference).kind === "zero") return claimsRegion(region, answer);
  const root = onlyRoot(difference, unknown);
  if (root === undefined) return zeroTest(difference).kind === "nonzero" && freeNames(difference).size === 0;
  if (root === "none") return true;
  if ([region.low && constantSign(subtract(root, region.low)), region.high && constantSign(subtract(region.high, root))].includes(-1)) return true;
  return claimsNumber(root, answer);
}

/** The half of the line on which an expression that is monotone in the unknown compares with 0 as said. */
function halfWhere(e: Expression, comparison: ">=" | "<=", unknown: string): Region | "nowhere" | undefined {
  const found = byName(e, comparison);
  if (found === undefined) return undefined;
  if (typeof found === "boolean") return found ? {} : "nowhere";
  return boundOf(e, comparison, ZERO, unknown);
}

/** The one number at which an expression that is monotone in the unknown is 0; undefined for any other one. */
function onlyRoot(e: Expression, unknown: string): Expression | "none" | undefined {
  if (!contains(e, unknown)) return undefined;
  const found = byName(e, "=");
  if (typeof found === "boolean") return found ? undefined : "none";
  return found?.kind === "relation" ? found.operands[1] : undefined;
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

/** Whether one of the intervals claimed holds the whole region, ends included. */
function claimsRegion(region: Region, answer: ClaimedAnswer): boolean {
  const { solutions, unknown } = answer;
  if (region.low && region.high && constantSign(subtract(region.high, region.low)) === 0) return claimsNumber(region.low, answer);
  return solutions.some(({ everywhere, conditions }) => everywhere && conditions.every((condition) => holdsOn(region, condition, unknown)));
}

/** Whether a condition holds on a whole region. */
function holdsOn(region: Region, condition: Expression, unknown: string): boolean {
  const bounds = statedLinks([condition]).map(({ left, comparison, right }) => boundOf(left, comparison, right, unknown));
  if (bounds.length === 0) return false;
  return bounds.every((bound) => {
    const side = bound?.low ? "low" : "high";
    const [end, limit] = [region[side], bound?.[side]];
    const sign = end && limit ? constantSign(subtract(end, limit)) : undefined;
    return bound !== undefined && sign !== undefined && (sign === 0 ? !bound.strict : sign > 0 === (side === "low"));
  });
}
