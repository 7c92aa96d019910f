import type { Check } from "../check/verdict.ts";
import { isNumber, name, product } from "../expression/construct.ts";
import { type Expression, factorsOf, freeNames } from "../expression/expression.ts";
import { words } from "../notation/inline.ts";
import { plain } from "../notation/plain.ts";
import { coherentUnit } from "../units/coherent.ts";
import { type Dimension, equal } from "../units/dimension.ts";
import { type Measured, measure, type Sought, soughtDimension, unitOfFactor } from "../units/dimension-of.ts";
import { unitPlain } from "../units/typeset.ts";
import type { Unit } from "../units/unit.ts";
import type { Outcome } from "./answer.ts";
import type { Environment } from "./environment.ts";

/** Units of an answer, coherent ones in the notation: of the unknowns by their names, and of the value itself. */
export interface AnswerUnits {
  readonly names: ReadonlyMap<string, string>;
  readonly value?: string;
  /** The dimensions of unknowns where they follow from the units given, with no number beside that could carry a unit of its own. */
  readonly certain?: ReadonlyMap<string, Dimension>;
  /** Of the unknowns that were given in a unit that is not the coherent one, this unit. */
  readonly given?: ReadonlyMap<string, Unit>;
}

/** The dimensions of the names whose units were given, and of definitions that have none of their own. */
export function knownDimensions({ units, measured }: Environment): ReadonlyMap<string, Dimension> {
  const given = new Map<string, Dimension>([...units].map(([letter, unit]) => [letter, unit.dimension]));
  for (const [letter, body] of measured.definitions) {
    const found = given.has(letter) ? undefined : measure(body, given).dimension;
    if (found) given.set(letter, found);
  }
  return given;
}

/** The unit in which a quantity was given, where it is not the coherent one: hours, centimetres, degrees. */
export function otherUnit({ units }: Environment, letter: string): Unit | undefined {
  const unit = units.get(letter);
  return unit && !isNumber(unit.factor, 1) ? unit : undefined;
}

/** The coherent unit of an expression with units as factors, where one is known and it is no plain number. */
export function unitIn(environment: Environment, e: Expression): string | undefined {
  const { dimension } = measure(e, knownDimensions(environment));
  return dimension && freeNames(e).size > 0 ? coherentUnit(dimension) || undefined : undefined;
}

/**
 * The units of unknowns and of a value as a part of an answer; nothing where none are known. An unknown without a unit of its own has the
 * one with which the statements that it satisfies come out right.
 */
export function answerUnits(
  environment: Environment,
  names: readonly string[],
  { value, statements = [] }: { readonly value?: Expression; readonly statements?: readonly Expression[] },
): { readonly units?: AnswerUnits } {
  const own = value && unitIn(environment, value);
  const dimensions = knownDimensions(environment);
  const sought = names.flatMap((letter) => {
    const found = soughtIn(letter, statements, dimensions);
    return found ? [[letter, found] as const] : [];
  });
  const unitOf = new Map(sought.map(([letter, { dimension }]) => [letter, coherentUnit(dimension) || undefined]));
  const known = names.flatMap((letter) => {
    const unit = unitIn(environment, name(letter)) ?? unitOf.get(letter);
    return unit === undefined ? [] : [[letter, unit] as const];
  });
  const certain = sought.filter((one) => one[1].certain).map(([letter, { dimension }]) => [letter, dimension] as const);
  const given = names.flatMap((letter) => {
    const unit = otherUnit(environment, letter);
    return unit ? [[letter, unit] as const] : [];
  });
  if (known.length + certain.length + given.length === 0 && own === undefined) return {};
  return {
    units: {
      names: new Map(known),
      ...(own === undefined ? {} : { value: own }),
      ...(certain.length > 0 ? { certain: new Map(certain) } : {}),
      ...(given.length > 0 ? { given: new Map(given) } : {}),
    },
  };
}

/** The dimension with which a statement about quantities with units comes out right. */
function soughtIn(letter: string, statements: readonly Expression[], known: ReadonlyMap<string, Dimension>): Sought | undefined {
  if (known.size === 0 || known.has(letter)) return undefined;
  return statements.map((statement) => soughtDimension(statement, letter, known)).find((one) => one !== undefined);
}

/** The unit of what (n) stands for, as `answerUnits`. */
export function lineUnits({ outcomes }: Environment, line: number): { readonly units?: AnswerUnits } {
  const answer = outcomes.get(line)?.answer;
  const units = answer && "units" in answer ? answer.units : undefined;
  const value = answer?.kind === "solutions" ? units?.names.get(answer.set.variables[0] ?? "") : units?.value;
  return value === undefined ? {} : { units: { names: new Map(), value } };
}

/**
 * An outcome that is bent where quantities of different kinds are added or compared in what was asked, with units as factors; a number whose unit was
 * left out is noted.
 */
export function withDimensions(outcome: Outcome, known: ReadonlyMap<string, Dimension>, parts: readonly Expression[]): Outcome {
  const measured = parts.map((part) => measure(part, known));
  const found = dimensionsCheck(measured);
  const notes = [...(outcome.notes ?? []), ...bareNumbers(measured)];
  const noted = notes.length > 0 ? { ...outcome, notes } : outcome;
  const [wrong] = found;
  if (!wrong) return noted;
  const { answer } = noted;
  // What is claimed of quantities of two kinds does not hold, whatever their numbers are.
  const judged = answer?.kind === "truth" ? { ...noted, answer: { kind: "truth", holds: false, sentence: [words(wrong.detail)] } as const } : noted;
  return { ...judged, checks: [...outcome.checks, ...found], verdict: "bent" };
}

function bareNumbers(measured: readonly Measured[]): readonly string[] {
  const found = measured.flatMap(({ bare }) => bare);
  return [...new Set(found.map(({ value, dimension }) => `${plain(value)} is taken as ${plain(value)} ${unitPlain(coherentUnit(dimension))}`))];
}

function dimensionsCheck(measured: readonly Measured[]): readonly Check[] {
  const pair = measured.flatMap(({ pairs }) => pairs).find(({ certain, dimensions: [a, b] }) => certain && !equal(a, b));
  if (!pair) return [];
  const [first, second] = pair.parts.map((one, k) => {
    const unit = unitPlain(coherentUnit(pair.dimensions[k] ?? []));
    return `${isUnit(one) ? "what stands before" : written(one)} ${unit === "" ? "has no unit" : `is in ${unit}`}`;
  });
  const detail = `${first} and ${second}: they cannot be added or compared`;
  return [{ kind: "dimensions", outcome: "bent", detail, lines: [{ note: detail }] }];
}

/** A part with its unit behind the number. */
function written(part: Expression): string {
  const factors = factorsOf(part);
  const units = factors.flatMap((factor) => (factor.kind === "name" ? (unitOfFactor(factor.name) ?? []) : []));
  const [unit] = units;
  return unit === undefined ? plain(part) : `${plain(product(...factors.filter((factor) => !isUnit(factor))))} ${unit}`;
}

/** Whether a part is a unit alone, which stands for a value that is compared with. */
function isUnit(part: Expression): boolean {
  return part.kind === "name" && unitOfFactor(part.name) !== undefined;
}
