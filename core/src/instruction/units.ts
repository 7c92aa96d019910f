import type { Check } from "../check/verdict.ts";
import { isNumber, name } from "../expression/construct.ts";
import type { Expression } from "../expression/expression.ts";
import { plain } from "../notation/plain.ts";
import { coherentUnit } from "../units/coherent.ts";
import type { Dimension } from "../units/dimension.ts";
import { dimensionOf, type Found } from "../units/dimension-of.ts";
import { unitPlain } from "../units/typeset.ts";
import type { Unit } from "../units/unit.ts";
import type { Outcome } from "./answer.ts";
import type { Environment } from "./environment.ts";

/** Units of an answer, coherent ones in the notation: of the unknowns by their names, and of the value itself. */
export interface AnswerUnits {
  readonly names: ReadonlyMap<string, string>;
  readonly value?: string;
  /** Of the unknowns that were given in a unit that is not the coherent one, this unit. */
  readonly given?: ReadonlyMap<string, Unit>;
}

/** The dimension of an expression by the units that were given, with those of definitions where they have none of their own. */
export function dimensionIn(environment: Environment, e: Expression): Found {
  const given = new Map<string, Dimension>([...environment.units].map(([letter, unit]) => [letter, unit.dimension]));
  for (const [letter, body] of environment.definitions) {
    const found = given.has(letter) ? undefined : dimensionOf(body, given);
    if (found?.kind === "known") given.set(letter, found.dimension);
  }
  return dimensionOf(e, given);
}

/** The unit in which a quantity was given, where it is not the coherent one: hours, centimetres, degrees. */
export function otherUnit({ units }: Environment, letter: string): Unit | undefined {
  const unit = units.get(letter);
  return unit && !isNumber(unit.factor, 1) ? unit : undefined;
}

/** The coherent unit of an expression, where one is known and it is no plain number. */
export function unitIn(environment: Environment, e: Expression): string | undefined {
  const isTold = e.kind === "name" || !environment.hiddenUnits;
  const found = environment.units.size > 0 && isTold ? dimensionIn(environment, e) : undefined;
  return found?.kind === "known" ? coherentUnit(found.dimension) || undefined : undefined;
}

/** The units of unknowns and of a value as a part of an answer; nothing where none are known. */
export function answerUnits(environment: Environment, names: readonly string[], value?: Expression): { readonly units?: AnswerUnits } {
  const own = value && unitIn(environment, value);
  const known = names.flatMap((letter) => {
    const unit = unitIn(environment, name(letter));
    return unit === undefined ? [] : [[letter, unit] as const];
  });
  const given = names.flatMap((letter) => {
    const unit = otherUnit(environment, letter);
    return unit ? [[letter, unit] as const] : [];
  });
  if (known.length + given.length === 0 && own === undefined) return {};
  return { units: { names: new Map(known), ...(own === undefined ? {} : { value: own }), ...(given.length > 0 ? { given: new Map(given) } : {}) } };
}

/** The unit of what (n) stands for, as `answerUnits`. */
export function lineUnits({ outcomes }: Environment, line: number): { readonly units?: AnswerUnits } {
  const answer = outcomes.get(line)?.answer;
  const units = answer && "units" in answer ? answer.units : undefined;
  const value = answer?.kind === "solutions" ? units?.names.get(answer.set.variables[0] ?? "") : units?.value;
  return value === undefined ? {} : { units: { names: new Map(), value } };
}

/** An outcome that is bent where quantities of different kinds are added or compared in what was asked. */
export function withDimensions(outcome: Outcome, environment: Environment, ...parts: readonly Expression[]): Outcome {
  const found = dimensionsCheck(environment, ...parts);
  return found.length > 0 ? { ...outcome, checks: [...outcome.checks, ...found], verdict: "bent" } : outcome;
}

function dimensionsCheck(environment: Environment, ...parts: readonly Expression[]): readonly Check[] {
  for (const part of environment.units.size > 0 && !environment.hiddenUnits ? parts : []) {
    const found = dimensionIn(environment, part);
    if (found.kind !== "mismatch" || !found.mismatch.certain) continue;
    const [first, second] = found.mismatch.parts.map(
      (one, k) => `${plain(one)} is in ${unitPlain(coherentUnit(found.mismatch.dimensions[k] ?? [])) || "no unit"}`,
    );
    const detail = `${first} and ${second}: they cannot be added or compared`;
    return [{ kind: "dimensions", outcome: "bent", detail, lines: [{ note: detail }] }];
  }
  return [];
}
