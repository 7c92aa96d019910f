import type { Step } from "../../../derivation/step.ts";
import { inCase, step } from "../../../derivation/step.ts";
import { chain, equation, isNumber, name, product, ZERO } from "../../../expression/construct.ts";
import { sideDifference } from "../../../expression/equations.ts";
import { contains, type Expression, freeNames } from "../../../expression/expression.ts";
import { substitute } from "../../../expression/substitute.ts";
import { say } from "../../../notation/inline.ts";
import { text } from "../../../notation/text.ts";
import { withoutTurns } from "../../../rewrite/forms/whole-turns.ts";
import { readable } from "../../../rewrite/readable.ts";
import { simplify, zeroTest } from "../../../truth/index.ts";
import { solveEquation } from "../../equation.ts";
import { sortedForOthers } from "../../members/by-remainder.ts";
import type { Rejected, Solution, Solved } from "../../solution.ts";
import { type Branches, MOST_BRANCHES, mayFail, NOTHING, type Onward, type Relation, type State } from "./state.ts";

/** All solutions of one of the equations for an unknown, each put into the rest. */
export function ofEquation(own: Relation, unknown: string, state: State, onward: Onward): Branches | undefined {
  return afterSolving(solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions }), own, unknown, state, onward);
}

/** What is left of a system once one of its equations is solved: each solution is put into the rest, families sorted first by what they leave of it. */
export function afterSolving(solved: Solved, own: Relation, unknown: string, state: State, onward: Onward): Branches | undefined {
  const taken = new Set([...state.integers, ...state.equations.flatMap((one) => [...freeNames(one)])]);
  const found = solved.set.solutions.map((one) => withFreshLetters(one, taken));
  if (found.length > MOST_BRANCHES || found.some(({ free }) => free.length > 0)) return undefined;
  const rest = state.equations.filter((one) => one !== own);
  const open = state.unknowns.filter((other) => other !== unknown);
  const sorted = found.map((one) => sortedForOthers(one, unknown, rest.map(sideDifference), open) ?? { members: [one], step: undefined });
  const values = sorted.flatMap(({ members }) => members);
  const parts = values.map((one) => {
    const value = one.values.get(unknown) ?? ZERO;
    return withValue(
      { ...state, equations: rest, conditions: [...state.conditions, ...one.conditions], integers: [...new Set([...state.integers, ...one.integers])] },
      unknown,
      value,
      values.length > 1,
      onward,
    );
  });
  if (!parts.every((part) => part !== undefined)) return undefined;
  const dead = values.flatMap((one, k): readonly Rejected[] =>
    parts[k]?.solutions.length === 0 && rest.length > 0
      ? [{ values: one.values, multiplicity: 1, reason: say`the other equations have no real solution there` }]
      : [],
  );
  return {
    solutions: parts.flatMap(({ solutions }) => solutions),
    rejected: [...solved.set.rejected, ...dead, ...parts.flatMap(({ rejected }) => rejected)],
    steps: [...solved.steps, ...sorted.flatMap(({ step: own }) => (own ? [own] : [])), ...parts.flatMap(({ steps }) => steps)],
    // Where what was divided by is 0 there may be more.
    complete:
      solved.set.complete &&
      !values.some(({ conditions }) => conditions.some((condition) => mayFail(condition, state))) &&
      parts.every(({ complete }) => complete),
  };
}

/** A family gets a letter of its own: the integers of two unknowns do not depend on each other. */
export function withFreshLetters(one: Solution, taken: ReadonlySet<string>): Solution {
  let own = one;
  for (const letter of one.integers.filter((other) => taken.has(other))) {
    const fresh = ["n", "k", "m", "j", "n_1", "k_1"].find((other) => !taken.has(other)) ?? `${letter}_2`;
    const renamed = new Map([[letter, name(fresh)]]);
    own = {
      ...own,
      values: new Map([...own.values].map(([key, value]) => [key, substitute(value, renamed)])),
      conditions: own.conditions.map((condition) => substitute(condition, renamed)),
      integers: own.integers.map((other) => (other === letter ? fresh : other)),
    };
  }
  return own;
}

/** Goes on with a value put into the open equations. */
export function withValue(state: State, unknown: string, value: Expression, isCase: boolean, onward: Onward): Branches | undefined {
  const divided = state.divided.map((slope) => (contains(slope, unknown) ? simplify(substitute(slope, new Map([[unknown, value]]))).expression : slope));
  if (divided.some((slope) => freeNames(slope).size === 0 && zeroTest(slope).kind === "zero")) return NOTHING;
  const steps: Step[] = [];
  const relation = equation(name(unknown), value);
  const equations = state.equations.map((one) => (contains(one, unknown) ? putInto(one, unknown, value, steps, relation) : one));
  const found = onward({
    ...state,
    equations,
    divided,
    unknowns: state.unknowns.filter((other) => other !== unknown),
    expressed: [...state.expressed, { unknown, value }],
  });
  const all = found && [...steps, ...found.steps];
  return found && all && { ...found, steps: isCase ? inCase(relation, all) : all };
}

function putInto(one: Relation, unknown: string, value: Expression, steps: Step[], relation: Expression): Relation {
  const values = new Map([[unknown, value]]);
  const put = withoutTurns(substitute(one, values));
  const after = put.kind === "relation" ? chain(put.operands.map(shorter), put.comparisons) : put;
  const claim = { kind: "put in", before: one, values, after } as const;
  steps.push(step("put into the other equation", [relation], claim));
  return after.kind === "relation" ? after : one;
}

/** A side in which a value was put in, collected where that is shorter; of a product each factor by itself. */
function shorter(side: Expression): Expression {
  if (side.kind === "product" && side.factors.some((factor) => isNumber(factor, 0))) return simplify(side).expression;
  if (side.kind === "product") return product(...side.factors.map(shorter));
  if (side.kind !== "sum") return side;
  const collected = readable(side);
  return text(collected).length < text(side).length ? collected : side;
}
