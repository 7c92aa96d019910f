import { call, isNumber, name, number, relation, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { replacePart, substitute } from "../../expression/substitute.ts";
import { constantSign, simplify, zeroTest } from "../../truth/index.ts";
import type { Asymptotics, Limit } from "./asymptotics.ts";
import { expansion, scaleOf } from "./expansion.ts";
import { mostRapid } from "./growth.ts";
import { Cancelled, LimitOpen } from "./open.ts";
import { prepared } from "./prepared.ts";
import { compareExponents, knownSign, type Series } from "./series.ts";

/** How far series are followed at first; where everything cancels, they are followed so many times as far. */
const FIRST_REACH = 3;
const FURTHER = [1, 2, 4, 8] as const;
/** How deep questions may lead to others. */
const MOST_DEPTH = 60;

/**
 * Limits of functions of a real name that grows beyond all bounds, by the algorithm of D. Gruntz (On Computing Limits in a Symbolic Manipulation System, ETH
 * Zürich 1996): the leading term in the most rapidly varying part, again and again, until a constant is left.
 */
export class AtInfinity implements Asymptotics {
  readonly variable: string;
  readonly known: Asymptotics["known"];
  readonly #limits = new Map<number, { readonly of: Expression; readonly limit: Limit }[]>();
  #depth = 0;

  constructor(variable: string, assumptions: readonly Expression[], reach: number = FIRST_REACH) {
    this.variable = variable;
    this.known = { assumptions: [...assumptions, relation(name(variable), ">", number(1))], variable, reach };
  }

  limit = (e: Expression): Limit => {
    const known = this.#limits.get(e.hash) ?? [];
    const found = known.find((one) => equal(one.of, e));
    if (found) return found.limit;
    if (this.#depth > MOST_DEPTH) throw new LimitOpen("the question leads to ever more questions", undefined);
    this.#depth += 1;
    try {
      const limit = this.#limitOf(e);
      this.#limits.set(e.hash, [...known, { of: e, limit }]);
      return limit;
    } finally {
      this.#depth -= 1;
    }
  };

  #limitOf(e: Expression): Limit {
    if (!contains(e, this.variable)) return { kind: "finite", value: simplify(e).expression };
    const [first] = this.series(e).terms;
    if (!first) return { kind: "finite", value: ZERO };
    const { exponent, coefficient } = first;
    const order = compareExponents(exponent, ZERO, this.known);
    if (order > 0) return { kind: "finite", value: ZERO };
    if (order === 0) return this.limit(coefficient);
    const sign = this.sign(coefficient);
    if (sign === 0) throw new LimitOpen("a leading term vanishes", undefined);
    return { kind: "infinite", sign };
  }

  sign = (e: Expression): -1 | 0 | 1 => {
    if (contains(e, this.variable)) {
      if (zeroTest(e, this.known.assumptions).kind === "zero") return 0;
      const [first] = this.series(e).terms;
      return first ? this.sign(first.coefficient) : 0;
    }
    const sign = constantSign(e) ?? knownSign(e, this.known.assumptions);
    if (sign !== undefined) return sign;
    throw new LimitOpen("a sign depends on the letters", e);
  };

  /** The series in the most rapid part, with at least one term unless the function is 0. */
  series(e: Expression): Series {
    return this.#expanded(this.#slowed(simplify(prepared(e, this)).expression));
  }

  /** As `series`, but in 1 over the variable; undefined where a power of e varies more rapidly. */
  powers(e: Expression): Series | undefined {
    const own = simplify(prepared(e, this)).expression;
    const rapid = mostRapid(own, this);
    return rapid.length === 0 || rapid.some((part) => equal(part, name(this.variable))) ? this.#expanded(own, rapid) : undefined;
  }

  #expanded(own: Expression, rapid: readonly Expression[] = mostRapid(own, this)): Series {
    if (rapid.length === 0) return { terms: isNumber(own, 0) ? [] : [{ exponent: ZERO, coefficient: own }], order: undefined };
    for (const times of FURTHER) {
      const known = { ...this.known, reach: times * this.known.reach };
      const asked: Asymptotics = { variable: this.variable, limit: this.limit, sign: this.sign, known };
      const found = followed(() => expansion(own, scaleOf(rapid, asked), asked));
      if (found && (found.terms.length > 0 || !found.order)) return found;
    }
    throw new Cancelled();
  }

  /** A function of ln x alone is one of x: both grow beyond all bounds. */
  #slowed(e: Expression): Expression {
    const own = name(this.variable);
    const [logarithm] = findAll(e, (part) => part.kind === "call" && part.name === "ln" && part.args[0] !== undefined && equal(part.args[0], own));
    if (!logarithm) return e;
    const mark = name(`\u0002${this.variable}`);
    const replaced = replacePart(e, call("ln", own), mark);
    if (contains(replaced, this.variable)) return e;
    return this.#slowed(substitute(replaced, new Map([[`\u0002${this.variable}`, own]])));
  }
}

/** A series, unless it cancels as far as it was followed. */
function followed(read: () => Series): Series | undefined {
  try {
    return read();
  } catch (error) {
    if (error instanceof Cancelled) return undefined;
    throw error;
  }
}
