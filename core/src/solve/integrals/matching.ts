import { powerOf } from "../../calculus/integral/powers.ts";
import { divide, isNumber, name, number, ONE, power, product, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, freeNames, termsOf } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { constantRoot } from "../../rewrite/roots/constant-root.ts";
import { simplify } from "../../truth/index.ts";

/** Values for the letters of a pattern. */
export type Bindings = ReadonlyMap<string, Expression>;

/** What a pattern is held against: over which variable it is written, which letters stand for anything, and what is known. */
interface Task {
  readonly variable: string;
  readonly letters: ReadonlySet<string>;
  readonly assumptions: readonly Expression[];
}

/**
 * The values of the letters with which a pattern becomes an expression, up to the order of terms and factors; letters stand for what is
 * free of the variable. The caller must put them in and compare, since numbers may have been taken together.
 */
export function matched(pattern: Expression, e: Expression, task: Task): Bindings | undefined {
  return among(pattern, e, new Map(), task)[0];
}

/** All ways in which a pattern fits, with what is bound already. */
function among(pattern: Expression, e: Expression, bound: Bindings, task: Task): readonly Bindings[] {
  if (!contains(pattern, task.variable)) return contains(e, task.variable) ? [] : solved(pattern, e, bound, task);
  switch (pattern.kind) {
    case "name":
      return equal(pattern, e) ? [bound] : [];
    case "sum":
      return parts(pattern, termsOf(pattern), termsOf(e), bound, {
        ...task,
        join: sum,
        rest: (whole, own) => simplify(sum(whole, product(number(-1), own))).expression,
      });
    case "product":
      return parts(pattern, factorsOf(pattern), factorsOf(e), bound, { ...task, join: product, rest: (whole, own) => simplify(divide(whole, own)).expression });
    case "power": {
      // x is x^1.
      const own = powerOf(e);
      const [base, exponent] = own ? [own.base, number(own.exponent)] : e.kind === "power" ? [e.base, e.exponent] : [e, ONE];
      return among(pattern.base, base, bound, task).flatMap((own) => among(pattern.exponent, exponent, own, task));
    }
    case "call": {
      if (e.kind !== "call" || e.name !== pattern.name || e.args.length !== pattern.args.length) return [];
      return pattern.args.reduce<readonly Bindings[]>((ways, arg, k) => ways.flatMap((own) => among(arg, e.args[k] ?? ONE, own, task)), [bound]);
    }
    default:
      return [];
  }
}

interface Joined extends Task {
  readonly join: (...parts: readonly Expression[]) => Expression;
  /** What is left of the whole without a part. */
  readonly rest: (whole: Expression, own: Expression) => Expression;
}

/** Terms or factors with the variable one by one in some order; those without it taken together. */
function parts(pattern: Expression, wanted: readonly Expression[], found: readonly Expression[], bound: Bindings, task: Joined): readonly Bindings[] {
  const { variable } = task;
  const [ownVarying, ownFixed] = apart(wanted, variable);
  const [varying, fixed] = apart(found, variable);
  if (ownVarying.length !== varying.length || pattern.kind === "name") return [];
  const pair = ([first, ...more]: readonly Expression[], left: readonly Expression[], known: Bindings): readonly Bindings[] => {
    if (!first) return fixedParts(ownFixed, fixed, known, task);
    return left.flatMap((one) =>
      among(first, one, known, task).flatMap((own) =>
        pair(
          more,
          left.filter((other) => other !== one),
          own,
        ),
      ),
    );
  };
  return pair(ownVarying, varying, bound);
}

function fixedParts(own: readonly Expression[], found: readonly Expression[], bound: Bindings, task: Joined): readonly Bindings[] {
  const { join, rest, letters } = task;
  const isOpen = (e: Expression): boolean => [...freeNames(e)].some((letter) => letters.has(letter) && !bound.has(letter));
  const known = own.filter((part) => !isOpen(part)).map((part) => substitute(part, bound));
  const [open, ...more] = own.filter(isOpen);
  const left = rest(join(...found), join(...known));
  if (!open) return equal(left, join()) ? [bound] : [];
  return more.length === 0 ? solved(open, left, bound, task) : [];
}

/** A pattern in one letter without a value, such as a, −a or a², solved for it. */
function solved(pattern: Expression, e: Expression, bound: Bindings, task: Task): readonly Bindings[] {
  const own = substitute(pattern, bound);
  const [letter, ...more] = [...freeNames(own)].filter((one) => task.letters.has(one) && !bound.has(one));
  if (letter === undefined) return equal(simplify(sum(own, product(number(-1), e))).expression, ZERO) ? [bound] : [];
  if (more.length > 0) return [];
  const value = inverted(own, letter, e, task);
  return value ? [new Map([...bound, [letter, value]])] : [];
}

function inverted(pattern: Expression, letter: string, e: Expression, task: Task): Expression | undefined {
  if (pattern.kind === "name") return pattern.name === letter ? e : undefined;
  if (pattern.kind === "product") {
    const [open, ...more] = pattern.factors.filter((factor) => contains(factor, letter));
    const fixed = product(...pattern.factors.filter((factor) => !contains(factor, letter)));
    return open && more.length === 0 ? inverted(open, letter, simplify(divide(e, fixed)).expression, task) : undefined;
  }
  if (pattern.kind === "sum") {
    const [open, ...more] = pattern.terms.filter((term) => contains(term, letter));
    const fixed = sum(...pattern.terms.filter((term) => !contains(term, letter)));
    return open && more.length === 0 ? inverted(open, letter, simplify(sum(e, product(number(-1), fixed))).expression, task) : undefined;
  }
  if (pattern.kind !== "power" || pattern.exponent.kind !== "number" || !isNumber(pattern.exponent, Number(pattern.exponent.value.num))) return undefined;
  const { value } = pattern.exponent;
  const root = rational.equal(value, { num: 2, den: 1 }) ? constantRoot(e, task.assumptions) : simplify(power(e, number(rational.invert(value)))).expression;
  return inverted(pattern.base, letter, root, task);
}

function apart(list: readonly Expression[], variable: string): readonly [readonly Expression[], readonly Expression[]] {
  return [list.filter((part) => contains(part, variable)), list.filter((part) => !contains(part, variable))];
}

/** The name of a pattern's variable in another one. */
export function overVariable(pattern: Expression, from: string, to: string): Expression {
  return from === to ? pattern : substitute(pattern, new Map([[from, name(to)]]));
}
