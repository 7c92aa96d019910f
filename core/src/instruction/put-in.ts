import { type Step, step } from "../derivation/step.ts";
import { equation, name } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { substitute, withRanges } from "../expression/substitute.ts";
import { type Environment, ranges } from "./environment.ts";

/** An expression with the author's definitions and given values put in, and the steps that say so. */
export interface PutIn {
  readonly expression: Expression;
  readonly steps: readonly Step[];
}

/**
 * Puts in definitions (`let`) and given values, except for the names that are asked for. Definitions may use earlier ones,
 * so this is repeated until nothing is left to put in; every round is a step.
 */
export function putIn(e: Expression, environment: Environment, except: ReadonlySet<string> = new Set()): PutIn {
  const steps: Step[] = [];
  let current = e;
  const kinds = [
    ["put in definitions", environment.definitions],
    ["put in givens", environment.givens],
  ] as const;
  for (const [rule, known] of kinds) {
    for (let round = 0; round <= known.size; round += 1) {
      const values = new Map([...known].filter(([letter]) => freeNames(current).has(letter) && !except.has(letter)));
      if (values.size === 0) break;
      const after = substitute(current, values);
      steps.push(step(rule, [saidValues(values)], { kind: "put in", before: current, values, after }));
      current = after;
    }
  }
  return { expression: withRanges(current, ranges(environment)), steps };
}

/** Values as equations: a = 2, b = 3. */
export function saidValues(values: ReadonlyMap<string, Expression>): readonly Expression[] {
  return [...values].map(([letter, value]) => equation(name(letter), value));
}
