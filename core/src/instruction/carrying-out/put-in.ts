import { type Step, step } from "../../derivation/step.ts";
import { equation, name } from "../../expression/construct.ts";
import { type Expression, equal, freeNames } from "../../expression/expression.ts";
import { substitute, withRanges } from "../../expression/substitute.ts";
import { present } from "../../notation/present.ts";
import { fillIn, partsOfKind, replaceIn, type Syntax } from "../../notation/syntax.ts";
import { withRatios } from "../../rewrite/ratios/ratios.ts";
import { simplify } from "../../truth/index.ts";
import { coherentUnit } from "../../units/coherent.ts";
import { countOf, type Unit } from "../../units/unit.ts";
import { type Environment, ranges, withoutGivens } from "../environment.ts";

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
  const ratios = ratiosPutIn(e, environment, except);
  const steps: Step[] = [...ratios.steps];
  let current = ratios.expression;
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

/** The ratios of angles that are known by one of them, found and put in. */
export function ratiosPutIn(e: Expression, { angles, inDegrees }: Environment, except: ReadonlySet<string> = new Set()): PutIn {
  const known = new Map([...angles].filter(([letter]) => freeNames(e).has(letter) && !except.has(letter)));
  return (known.size > 0 ? withRatios(present(e), e, { known, inDegrees }) : undefined) ?? { expression: e, steps: [] };
}

/** Whether a formula is written out: no line and no declared function stands for a part of it. */
export const isFormula = (said: Syntax): boolean =>
  partsOfKind(said, "line").length + partsOfKind(said, "apply").length + partsOfKind(said, "tuple").length === 0;

/** Values as equations: a = 2, b = 3. */
export function saidValues(values: ReadonlyMap<string, Expression>): readonly Expression[] {
  return [...values].map(([letter, value]) => equation(name(letter), value));
}

/**
 * As `putIn`, with values for some names besides; where all are numbers, they are put in together, and written with their units into
 * the formula as its author wrote it.
 */
export function putInWith(e: Expression, put: ReadonlyMap<string, Expression>, environment: Environment, said?: Syntax): PutIn {
  const plain = putIn(e, withoutGivens(environment), new Set(put.keys()));
  const formula = plain.steps.length === 0 ? said : undefined;
  const { angles } = environment;
  const inDegrees = environment.inDegrees || (said !== undefined && partsOfKind(said, "degrees").length > 0);
  const known = new Map([...angles].filter(([letter]) => !put.has(letter)));
  const ratios = withRatios(formula ?? present(plain.expression), plain.expression, { known, inDegrees });
  const written = ratios ? { expression: ratios.expression, steps: [...plain.steps, ...ratios.steps] } : plain;
  const open = freeNames(written.expression);
  const values = new Map([...environment.givens, ...put].filter(([letter]) => open.has(letter)));
  if ([...values.values()].every(isNumeric)) return filledIn(written, values, environment, ratios ? undefined : formula);
  const own = putIn(e, environment, new Set(put.keys()));
  return filledIn(own, put, environment);
}

/** Values for names, put in as one step. */
function filledIn({ expression, steps }: PutIn, values: ReadonlyMap<string, Expression>, environment: Environment, said?: Syntax): PutIn {
  const filled = substitute(expression, values);
  if (equal(filled, expression)) return { expression, steps };
  const own = step("put in values", [saidValues(values)], { kind: "put in", before: expression, values, after: filled });
  return { expression: withRanges(filled, ranges(environment)), steps: [...steps, withNumbers(own, said ?? present(expression), environment)] };
}

/**
 * A step that puts numbers into a formula, written as the formula with the numbers and their units in it; as it is where something
 * else than numbers is put in.
 */
function withNumbers(own: Step, formula: Syntax, environment: Environment): Step {
  const { claim } = own;
  if (claim.kind !== "put in" || claim.before.kind === "name" || [...claim.values.values()].some((value) => !isNumeric(value))) return own;
  return { ...own, rule: "put numbers in", pieces: [], written: numbersWritten(formula, claim.values, environment) };
}

/** A formula with numbers and their units in the places of letters. */
export function numbersWritten(formula: Syntax, values: ReadonlyMap<string, Expression>, { units }: Environment): Syntax {
  const written = new Map([...values].map(([letter, value]) => [letter, numberWritten(value, units.get(letter))]));
  return multiplied(fillIn(formula, written));
}

const isNumeric = (value: Expression): boolean => value.kind !== "tuple" && freeNames(value).size === 0;

/** A number as it was given: so many of its unit. */
function numberWritten(value: Expression, unit: Unit | undefined): Syntax {
  if (!unit) return present(value);
  // In a product a temperature is a difference: what is put in is the temperature itself.
  if (unit.offset) return { kind: "quantity", value: present(value), unit: coherentUnit(unit.dimension) };
  return { kind: "quantity", value: present(simplify(countOf(value, unit)).expression), unit: unit.text };
}

/** Products of numbers with a dot between them: 2 · 9.8 · 3. */
function multiplied(written: Syntax): Syntax {
  return replaceIn(written, (part) => (part.kind === "times" ? { ...part, dot: true, left: multiplied(part.left), right: multiplied(part.right) } : undefined));
}
