import { type Step, step } from "../derivation/step.ts";
import { equation, name } from "../expression/construct.ts";
import { type Expression, freeNames } from "../expression/expression.ts";
import { substitute } from "../expression/substitute.ts";
import { text } from "../notation/text.ts";
import type { Environment } from "./environment.ts";

/** An expression with the author's definitions and given values put in, and the steps that say so. */
export interface PutIn {
  readonly expression: Expression;
  readonly steps: readonly Step[];
}

/**
 * Puts in definitions (`let`) and given values, except for the names that are asked for. What is put in is said in a step;
 * the step states the result, for the checks start from there.
 */
export function putIn(e: Expression, environment: Environment, except: ReadonlySet<string> = new Set()): PutIn {
  const steps: Step[] = [];
  let current = e;
  for (const [rule, values] of [
    ["put in definitions", environment.definitions],
    ["put in givens", environment.givens],
  ] as const) {
    // Definitions may use earlier ones, so this is repeated until nothing is left to put in.
    const before = current;
    const used = new Map<string, Expression>();
    for (let round = 0; round <= values.size; round += 1) {
      const here = [...freeNames(current)].filter((letter) => values.has(letter) && !except.has(letter));
      if (here.length === 0) break;
      const replacements = new Map(here.map((letter) => [letter, values.get(letter) ?? current]));
      for (const [letter, value] of replacements) used.set(letter, value);
      current = substitute(current, replacements);
    }
    if (used.size === 0) continue;
    const said = [...used].map(([letter, value]) => `$${text(equation(name(letter), value))}$`).join(", ");
    steps.push(step(rule, [said], { kind: "put in", before, values: used, after: current }));
  }
  return { expression: current, steps };
}
