import type { LimitPlace } from "../../derivation/step.ts";
import { negate, ONE, relation, splitCoefficient, subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, factorsOf, termsOf } from "../../expression/expression.ts";
import { infinityOf } from "../../expression/infinity.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { bookForm } from "../../rewrite/book-form.ts";
import { decide, simplify } from "../../truth/index.ts";
import { lettersDomain } from "../place.ts";
import type { Limit } from "./asymptotics.ts";
import { joined, type LimitCase, signCondition } from "./cases.ts";
import type { LimitFound } from "./found.ts";
import { LimitOpen, whereFound } from "./open.ts";
import { type Sided, sameLimit, sided } from "./sided.ts";

/** What is asked: where the variable goes, from both sides where none is said. */
export interface LimitTask {
  readonly expression: Expression;
  readonly variable: string;
  readonly at: Expression;
  readonly side?: "left" | "right";
  readonly whole: boolean;
  readonly assumptions: readonly Expression[];
}

const MOST_CASES = 4;

/**
 * The limit of a function, by cases of its letters where it depends on them.
 * @throws LimitOpen where it is not decided.
 */
export function limitOf(task: LimitTask): readonly LimitCase[] {
  const key = [task.expression, task.at, ...task.assumptions]
    .map(text)
    .concat(task.variable, task.side ?? "", task.whole ? "whole" : "")
    .join("\u0000");
  const known = answers.get(key);
  if (known) return known;
  const stated = lettersDomain(task.expression, task.variable, task.whole);
  const asked = stated.filter((condition) => decide(condition, [...task.assumptions, ...realDomain(task.expression)]) !== true);
  const found = joined(byCases(task, asked, MOST_CASES), [...task.assumptions, ...stated]);
  if (answers.size >= MOST_ANSWERS) answers.clear();
  answers.set(key, found);
  return found;
}

/** What a function does at a place, if that is one case and is decided. */
export function onlyCase(expression: Expression, { variable, at, side, whole }: LimitPlace, assumptions: readonly Expression[]): LimitCase | undefined {
  const list = whereFound(() => limitOf({ expression, variable, at, whole, assumptions, ...(side ? { side } : {}) }));
  return list?.length === 1 ? list[0] : undefined;
}

/** The same limit is asked for by the way, by the judge and by the next line. */
const answers = new Map<string, readonly LimitCase[]>();
const MOST_ANSWERS = 500;

function byCases(task: LimitTask, conditions: readonly Expression[], depth: number): readonly LimitCase[] {
  try {
    return [{ conditions, found: bothSides({ ...task, assumptions: [...task.assumptions, ...conditions] }) }];
  } catch (error) {
    const known = [...task.assumptions, ...conditions, ...lettersDomain(task.expression, task.variable, task.whole)];
    const open = error instanceof LimitOpen ? error.letters : undefined;
    if (!open || contains(open, task.variable) || depth === 0) throw error;
    const about = openFactor(open, known);
    const signs = ([">", "<", "="] as const).filter((comparison) => decide(signCondition(about, comparison), known) !== false);
    const cases = signs.map((comparison) => {
      const condition = signCondition(about, comparison);
      return { comparison, list: byCases(comparison === "=" ? putIn(task, about) : task, [...conditions, condition], depth - 1) };
    });
    return united(cases, about, conditions, signs.includes("="));
  }
}

/** The part of a constant on which its sign hangs: the first factor whose sign is open, without its odd power or reciprocal, and with a positive beginning. */
function openFactor(e: Expression, known: readonly Expression[]): Expression {
  const open = factorsOf(e).find((factor) => ![">", "<"].some((comparison) => decide(relation(factor, comparison as ">", ZERO), known) === true));
  if (!open) return e;
  // ln u has the sign of u − 1.
  if (open.kind === "call" && open.name === "ln") return subtract(open.args[0] ?? ZERO, ONE);
  if (open.kind === "power" && open.exponent.kind === "number" && open.exponent.value.den === 1) return openFactor(open.base, known);
  const [first] = termsOf(open);
  return first && splitCoefficient(first).coefficient.num < 0 ? negate(open) : open;
}

interface SignCase {
  readonly comparison: "<" | ">" | "=";
  readonly list: readonly LimitCase[];
}

/** Cases of a sign with the same limit as one; where the function is nowhere defined there is nothing to say. */
function united(list: readonly SignCase[], about: Expression, conditions: readonly Expression[], mayVanish: boolean): readonly LimitCase[] {
  const own = list.filter(({ list: [first, ...more] }) => first?.found.kind !== "undefined" || more.length > 0);
  const single = (comparison: string): Limit | undefined => {
    const found = own.find((one) => one.comparison === comparison);
    const [only] = found?.list ?? [];
    return found?.list.length === 1 && only?.found.kind === "limit" ? only.found.limit : undefined;
  };
  const [above, below, at] = [single(">"), single("<"), single("=")];
  const others = own.filter(({ comparison }) => !(above && below && comparison !== "="));
  if (!above || !below || sameLimit(above, below, []) !== true) return own.flatMap(({ list: each }) => each);
  const found: LimitFound = { kind: "limit", limit: above, bounded: [] };
  if (at && about.kind === "name" && sameLimit(putInto(above, about.name), at, []) === true) return [{ conditions, found }];
  if (!mayVanish) return [{ conditions, found }];
  return [{ conditions: [...conditions, signCondition(about, "!=")], found }, ...others.flatMap(({ list: each }) => each)];
}

function putInto(limit: Limit, letter: string): Limit {
  return limit.kind === "finite" ? { kind: "finite", value: simplify(substitute(limit.value, new Map([[letter, ZERO]]))).expression } : limit;
}

/** A letter that is known is put in: a, where a or a − 1 is 0. */
function putIn(task: LimitTask, about: Expression): LimitTask {
  const value = signCondition(about, "=");
  const [letter, own] = value.kind === "relation" ? value.operands : [];
  if (letter?.kind !== "name" || !own) return task;
  return { ...task, expression: simplify(substitute(task.expression, new Map([[letter.name, own]]))).expression };
}

function bothSides({ expression, variable, at, side, whole, assumptions }: LimitTask): LimitFound {
  const far = infinityOf(at);
  const on = (which: 1 | -1): Sided => sided(expression, { variable, at, side: which, whole }, assumptions);
  if (far !== undefined || side) {
    const which = far === undefined ? (side === "right" ? 1 : -1) : far === 1 ? -1 : 1;
    return oneSide(on(which), which === 1 ? "right" : "left");
  }
  const [left, right] = [on(-1), on(1)];
  // A function that ends at the place is looked at on the side where it lives.
  if (left.kind === "undefined") return oneSide(right, "right");
  if (right.kind === "undefined") return oneSide(left, "left");
  if (right.kind === "oscillates") return oneSide(right, "right");
  if (left.kind === "oscillates") return oneSide(left, "left");
  const same = sameLimit(left.limit, right.limit, assumptions);
  if (same === undefined) throw new LimitOpen("it was not decided whether both sides are the same", undefined);
  return same
    ? { kind: "limit", limit: readable(right.limit), bounded: [...new Set([...(left.bounded ?? []), ...(right.bounded ?? [])])] }
    : { kind: "sides differ", left: readable(left.limit), right: readable(right.limit) };
}

const readable = (limit: Limit): Limit => (limit.kind === "finite" ? { kind: "finite", value: bookForm(limit.value) } : limit);

function oneSide(found: Sided, side: "left" | "right"): LimitFound {
  switch (found.kind) {
    case "limit":
      return { kind: "limit", limit: readable(found.limit), bounded: found.bounded ?? [] };
    case "oscillates":
      return { kind: "oscillates", witnesses: found.witnesses, side };
    case "undefined":
      return found;
  }
}
