import type { Step } from "../../derivation/step.ts";
import type { Expression } from "../../expression/expression.ts";
import type { SolutionSet } from "../solution.ts";
import type { Face, FaceSystem } from "./faces.ts";

export type Nature = "maximum" | "minimum" | "saddle" | "inflection" | "undecided";

/** A stationary point, an end of an interval, or a point without a derivative. */
export interface OptimumPoint {
  readonly values: ReadonlyMap<string, Expression>;
  readonly value: Expression;
  readonly nature: Nature;
  /** Proven to be an optimum of the whole domain. */
  readonly global: boolean;
  readonly end: boolean;
  readonly integers: readonly string[];
  readonly conditions: readonly Expression[];
  /** Where the nature hangs on letters: what the point is for which of their values. */
  readonly natures?: readonly NatureCase[];
}

export interface NatureCase {
  readonly nature: Nature;
  readonly condition: Expression;
}

export type Wanted = "maximum" | "minimum" | "stationary";

/** What is to be optimised: an objective in its variables, with equations and relations to be kept. */
export interface OptimumTask {
  readonly objective: Expression;
  readonly variables: readonly string[];
  readonly constraints: readonly (Expression & { readonly kind: "relation" })[];
  /** Relations on the variables other than equations: an interval, or what is given. */
  readonly facts: readonly Expression[];
  readonly assumptions: readonly Expression[];
  readonly wanted: Wanted;
  /** Whether a part of the usual effort is enough, as in `Task`. */
  readonly brief?: boolean;
}

/** All points with their nature, and in words what is not attained or not proven. */
export interface Optimum {
  readonly points: readonly OptimumPoint[];
  /** Why there is no optimum of the kind wanted. */
  readonly none?: string;
  /** What is not proven of the optimum wanted, where none of the points is said to be it. */
  readonly open?: string;
  /** Whether the stationary points are proven to be all. */
  readonly complete: boolean;
  readonly reason: string;
  readonly steps: readonly Step[];
  /** The equation for the stationary points of one variable, as it was solved. */
  readonly stationary?: {
    readonly equation: Relation;
    readonly unknown: string;
    readonly facts: readonly Expression[];
    readonly set: SolutionSet;
    readonly steps: readonly Step[];
  };
  /** The faces of the domain on which the best was looked for. */
  readonly faces?: readonly Face[];
  /** What stands under a root that is the objective, and its optima, from which these follow. */
  readonly under?: { readonly objective: Expression; readonly optimum: Optimum };
  /** The equations for the stationary points of several variables. */
  readonly system?: FaceSystem;
}

type Relation = Expression & { readonly kind: "relation" };
