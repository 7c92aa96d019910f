import { differentiate } from "../calculus/derivative.ts";
import { rootOf } from "../calculus/system-root.ts";
import { equation, name, product } from "../expression/construct.ts";
import type { Expression, NameRange } from "../expression/expression.ts";
import { applied, combined } from "../matrix/arithmetic.ts";
import { type FunctionDefinition, LineUnusable, type Meanings } from "../notation/elaborate.ts";
import type { Declarations } from "../notation/syntax.ts";
import type { KnownAngle } from "../rewrite/ratios/known-angle.ts";
import { unitFactor } from "../units/dimension-of.ts";
import type { Unit } from "../units/unit.ts";
import type { Digits, Outcome } from "./answer.ts";

export type NumberKind = "reals" | "complex" | "integers" | "rationals";

/** The results of earlier lines, by their numbers. */
export type Outcomes = Pick<ReadonlyMap<number, Outcome>, "get">;

/** Names that stand as letters in some line of the working, whatever units they may be elsewhere. */
export type Letters = Pick<ReadonlySet<string>, "has">;

/** What has been declared and found before a line: names, functions, givens, assumptions and the results of earlier lines. */
export interface Environment {
  /** The number of the line that is read now, from 1. */
  readonly line: number;
  readonly functions: ReadonlyMap<string, FunctionDefinition>;
  /** `let` quantities and `given` values. */
  readonly definitions: ReadonlyMap<string, Expression>;
  /** Declared functions and definitions with the units of their numbers as factors, for what is asked of dimensions. */
  readonly measured: {
    readonly functions: ReadonlyMap<string, FunctionDefinition>;
    readonly definitions: ReadonlyMap<string, Expression>;
  };
  readonly givens: ReadonlyMap<string, Expression>;
  readonly letters: Letters;
  /** The order in which the line that is read now writes its letters, subscripts left out. */
  readonly order: ReadonlyMap<string, number>;
  /** Every declared quantity, with or without a value. */
  readonly quantities: ReadonlySet<string>;
  /** The units in which quantities were given; their values are in coherent SI units. */
  readonly units: ReadonlyMap<string, Unit>;
  readonly assumptions: readonly Expression[];
  /** What kind of number a quantity is, where that was given. */
  readonly kinds: ReadonlyMap<string, NumberKind>;
  readonly outcomes: Outcomes;
  /** Angles that are known by one of their ratios and where they lie; their values stand among the givens. */
  readonly angles: ReadonlyMap<string, KnownAngle>;
  /** Whether a declaration was written in degrees. */
  readonly inDegrees: boolean;
  /** How far decimals go where a line does not say it itself. */
  readonly digits?: Digits;
}

const RANGES: Readonly<Record<NumberKind, NameRange>> = { reals: "real", rationals: "real", complex: "complex", integers: "integer" };

/** What a name ranges over by the kind of numbers it was given in. */
export function rangeOf(kind: NumberKind): NameRange {
  return RANGES[kind];
}

/** What the names with a given kind of number range over. */
export function ranges({ kinds }: Environment): ReadonlyMap<string, NameRange> {
  return new Map([...kinds].map(([name, kind]) => [name, rangeOf(kind)]));
}

export const EMPTY: Environment = {
  line: 1,
  functions: new Map(),
  definitions: new Map(),
  measured: { functions: new Map(), definitions: new Map() },
  letters: new Set(),
  order: new Map(),
  givens: new Map(),
  quantities: new Set(),
  units: new Map(),
  assumptions: [],
  kinds: new Map(),
  outcomes: new Map(),
  angles: new Map(),
  inDegrees: false,
};

/** The names and functions that the author declared, as the reader of mathematics wants them. */
export function declarations(environment: Environment): Declarations {
  return {
    names: environment.quantities,
    functions: new Map([...environment.functions].map(([name, one]) => [name, "build" in one ? undefined : one.parameters.length])),
    lines: environment.line,
  };
}

/** What the names, functions and lines of a working stand for. */
export function meanings(environment: Environment): Meanings {
  return {
    functions: environment.functions,
    quantities: environment.quantities,
    ranges: ranges(environment),
    order: environment.order,
    line: (line) => lineValue(environment, line),
    differentiate,
    rootOf,
    tuples: tuplesIn(environment),
    vectors: { combined, applied },
  };
}

/** The names that were defined as vectors or matrices. */
function tuplesIn({ definitions, givens }: Environment): ReadonlyMap<string, Expression> {
  return new Map([...definitions, ...givens].filter(([, value]) => value.kind === "tuple"));
}

/** As `meanings`, with units as factors: for questions about dimensions. */
export function measuredMeanings(environment: Environment): Meanings {
  const { measured } = environment;
  return {
    ...meanings(environment),
    functions: new Map([...environment.functions, ...measured.functions]),
    unitsAsFactors: true,
    line: (line) => measuredLine(environment, line),
  };
}

/** What the known angles are. */
export function angleFacts({ angles }: Environment): readonly Expression[] {
  return [...angles].map(([letter, { value }]) => equation(name(letter), value));
}

/** As if no letter had a given value: the form of a result is asked for, not its number. */
export function withoutGivens(environment: Environment): Environment {
  return { ...environment, givens: new Map(), angles: new Map() };
}

/** What (n) stands for, with its unit as a factor where its answer has one. */
function measuredLine(environment: Environment, line: number): Expression {
  const outcome = environment.outcomes.get(line);
  if (outcome?.measured) return outcome.measured;
  const answer = outcome?.answer;
  // All solutions of one unknown are of one kind.
  const [first] = answer?.kind === "solutions" && answer.set.variables.length === 1 ? answer.set.solutions : [];
  const [value = lineValue(environment, line)] = first ? [...first.values.values()] : [];
  const units = answer && "units" in answer ? answer.units : undefined;
  const unit = answer?.kind === "solutions" ? units?.names.get(answer.set.variables[0] ?? "") : units?.value;
  return unit === undefined ? value : product(value, unitFactor(unit));
}

/** What (n) stands for: the value, the only solution, or the statement of line n. */
function lineValue(environment: Environment, line: number): Expression {
  const outcome = environment.outcomes.get(line);
  const answer = outcome?.answer;
  if (answer?.kind === "expression") return answer.value;
  if (answer?.kind === "solutions") {
    const [first, second] = answer.set.solutions;
    if (!first) throw new LineUnusable(`line ${line} has no solution to refer to`);
    if (second) throw new LineUnusable(`line ${line} has ${answer.set.solutions.length} solutions: choose one with “keep … from (${line})”`);
    if (first.free.some((name) => first.values.has(name))) throw new LineUnusable(`line ${line} says where its unknown lies, which is no single value`);
    const [value, other] = [...first.values.values()];
    if (!value || other) throw new LineUnusable(`line ${line} has several unknowns: use their names`);
    return value;
  }
  if (outcome?.statement) return outcome.statement;
  throw new LineUnusable(`line ${line} has no value to refer to`);
}

/** The statement of a line for “so …” and “solve (n)”: an equation that was solved or stated. */
export function lineStatement(environment: Environment, line: number): Expression | undefined {
  const outcome = environment.outcomes.get(line);
  if (outcome?.answer?.kind === "solutions") return outcome.answer.equation;
  return outcome?.statement;
}
