import { NOWHERE } from "../../derivation/nowhere.ts";
import type { Claim } from "../../derivation/step.ts";
import { realDomain } from "../../expression/domain.ts";
import { alternativesOf, isEquation } from "../../expression/equations.ts";
import { contains, type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { decide, equalityTest, simplify } from "../../truth/index.ts";
import { conditionsGranted } from "../steps/chain.ts";
import type { ClaimedSystem } from "./claimed.ts";

/** A step that was proven: what it replaces, or puts into a statement. */
export interface ProvenStep {
  readonly claim: Claim;
  readonly conditions: readonly Expression[];
}

/** Statements that hold together in one case. */
type Case = readonly Expression[];

const MOST_CASES = 64;

/**
 * Whether proven steps lead from the equations of a system to nothing but the claimed points: each replaces a statement by alternatives
 * that lose no solution, or puts a value that another statement of the same case gives into it. A step that fits nowhere changes nothing.
 */
export function coveredBySteps(system: ClaimedSystem, steps: readonly ProvenStep[]): boolean {
  let cases: readonly Case[] = [system.equations];
  const known = [...system.assumptions, ...system.within, ...system.equations.flatMap(realDomain)];
  const stated = system.solutions.map(({ conditions }) => conditions);
  for (const { claim, conditions } of steps) {
    const domain = "before" in claim ? realDomain(claim.before) : [];
    if (!conditionsGranted(conditions, system.unknowns, [...known, ...domain], stated)) return false;
    cases = cases.flatMap((own) => after(own, claim));
    if (cases.length > MOST_CASES) return false;
  }
  return cases.every((own) => isImpossible(own) || isClaimed(own, system));
}

function after(own: Case, claim: Claim): readonly Case[] {
  if (claim.kind === "put in") {
    const isGiven = [...claim.values].every(([unknown, value]) => own.some((one) => gives(one, unknown, value)));
    return [isGiven ? own.map((one) => (equal(one, claim.before) ? claim.after : one)) : own];
  }
  if (!("before" in claim) || !("after" in claim) || claim.kind === "equal" || claim.kind === "named") return [own];
  const used = together(claim.before);
  if (!used.every((one) => own.some((other) => equal(one, other)))) return [own];
  const rest = own.filter((one) => !used.some((other) => equal(one, other)));
  return alternativesOf(claim.after).map((alternative) => [...rest, ...together(alternative)]);
}

function together(e: Expression): readonly Expression[] {
  return e.kind === "logic" && e.operator === "and" ? e.items : [e];
}

function gives(one: Expression, unknown: string, value: Expression): boolean {
  return isEquation(one) && one.operands[0].kind === "name" && one.operands[0].name === unknown && equal(one.operands[1], value);
}

function isImpossible(own: Case): boolean {
  return own.some((one) => equal(one, NOWHERE) || (freeNames(one).size === 0 && decide(one, []) === false));
}

/** Whether a case names a value for every unknown, and the point is one of those claimed, or none that is asked for. */
function isClaimed(own: Case, system: ClaimedSystem): boolean {
  const values = valuesIn(own, system.unknowns);
  if (!values) return false;
  const { solutions, rejected, assumptions, within, equations } = system;
  const asked = [...within, ...equations.flatMap(realDomain)];
  if (asked.some((fact) => decide(simplify(substitute(fact, values)).expression, assumptions) === false)) return true;
  const same = (a: ReadonlyMap<string, Expression>, conditions: readonly Expression[]): boolean =>
    [...a].every(([unknown, value]) => equalityTest(value, values.get(unknown) ?? value, [...assumptions, ...conditions]).kind === "zero");
  if (solutions.some((one) => one.integers.length === 0 && same(one.values, one.conditions))) return true;
  return rejected.some((one) => same(one, []) && equations.some((each) => fails(each, values)));
}

function fails(one: Expression, values: ReadonlyMap<string, Expression>): boolean {
  if (!isEquation(one)) return false;
  const [left, right] = one.operands.map((side) => substitute(side, values));
  return left !== undefined && right !== undefined && freeNames(left).size + freeNames(right).size === 0 && equalityTest(left, right).kind === "nonzero";
}

/** The values of all unknowns, those given by others put in until none is left. */
function valuesIn(own: Case, unknowns: readonly string[]): ReadonlyMap<string, Expression> | undefined {
  const values = new Map<string, Expression>();
  for (const one of own) {
    if (!isEquation(one) || one.operands[0].kind !== "name" || !unknowns.includes(one.operands[0].name)) continue;
    if (!values.has(one.operands[0].name)) values.set(one.operands[0].name, one.operands[1]);
  }
  if (!unknowns.every((unknown) => values.has(unknown))) return undefined;
  for (let round = 0; round < unknowns.length; round += 1) {
    for (const [unknown, value] of values) values.set(unknown, substitute(value, values));
  }
  return [...values.values()].every((value) => !unknowns.some((unknown) => contains(value, unknown))) ? values : undefined;
}
