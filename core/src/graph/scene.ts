import type { Expression } from "../expression/expression.ts";

/** A point of the plane in plain doubles: only for drawing. */
export type Position = readonly [number, number];

export interface Window {
  readonly xMin: number;
  readonly xMax: number;
  readonly yMin: number;
  readonly yMax: number;
}

export interface Curve {
  readonly kind: "function" | "implicit";
  /** How the author wrote it. */
  readonly label: string;
  readonly expression: Expression;
  /** Connected pieces; there is a gap at every pole, jump and end of the domain. */
  readonly pieces: readonly (readonly Position[])[];
}

export type MarkKind = "zero" | "maximum" | "minimum" | "intersection" | "intercept";

/** A labelled point with exact coordinates from the solver. */
export interface Mark {
  readonly kind: MarkKind;
  readonly x: Expression;
  readonly y: Expression;
  readonly at: Position;
  /** Indices of the curves it lies on. */
  readonly curves: readonly number[];
}

/** A graph as plain data: what is to be drawn, not how. */
export interface Scene {
  readonly window: Window;
  readonly variable: string;
  /** The name on the vertical axis, where it is an unknown too. */
  readonly vertical?: string;
  readonly curves: readonly Curve[];
  readonly marks: readonly Mark[];
}
