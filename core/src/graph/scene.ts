import type { Expression } from "../expression/expression.ts";

/** A point of the plane in plain doubles: only for drawing. */
export type Position = readonly [number, number];

export interface Window {
  readonly xMin: number;
  readonly xMax: number;
  readonly yMin: number;
  readonly yMax: number;
}

/** What is drawn: a function, f(x, y) = 0, a path in a parameter, a part of the plane, a point, z = f(x, y), arrows or slopes, measurements. */
export type CurveKind = "function" | "implicit" | "parametric" | "region" | "point" | "surface" | "field" | "data";

/** A net over a part of the plane: rows of points with their height; undefined where the surface does not reach. */
export interface SurfaceMesh {
  readonly points: readonly (readonly (readonly [number, number, number] | undefined)[])[];
  readonly zMin: number;
  readonly zMax: number;
  /** The border of the surface. */
  readonly rim: readonly (readonly (readonly [number, number, number])[])[];
  /** Level lines, as positions in the plane below. */
  readonly contours: readonly (readonly (readonly Position[])[])[];
  /** Where it is cut upright: a line on the surface, with the strip that an inner integral sums where it is filled. */
  readonly cuts?: readonly { readonly points: readonly (readonly [number, number, number])[]; readonly filled: boolean }[];
}

export interface Curve {
  readonly kind: CurveKind;
  /** How the author wrote it. */
  readonly label: string;
  readonly expression: Expression;
  /** Connected pieces; there is a gap at every pole, jump and end of the domain. */
  readonly pieces: readonly (readonly Position[])[];
  /** Lines across a region, which show it in black and white too. */
  readonly hatching?: readonly (readonly Position[])[];
  /** Single points of the curve that no piece shows. */
  readonly dots?: readonly Position[];
  /** Where a path runs, and in which direction. */
  readonly arrows?: readonly { readonly at: Position; readonly direction: Position }[];
  /** Short lines that belong to its dots, such as errors of measurement. */
  readonly bars?: readonly (readonly Position[])[];
  readonly mesh?: SurfaceMesh;
}

export type MarkKind = "zero" | "maximum" | "minimum" | "intersection" | "inflection" | "intercept" | "asymptote" | "hole" | "endpoint";

/** A labelled point or line with exact coordinates from the solver. */
export interface Mark {
  readonly kind: MarkKind;
  /** Absent for a line that has no such coordinate: y = 2 has no x. */
  readonly x?: Expression;
  readonly y?: Expression;
  /** The equation of an oblique asymptote. */
  readonly line?: Expression;
  /** The parameter of a path there. */
  readonly parameter?: Expression;
  readonly at: Position;
  /** Indices of the curves it lies on. */
  readonly curves: readonly number[];
  /** Its place in the list of all marks of the graph, from 1. */
  readonly number?: number;
  readonly hidden?: boolean;
  /** Where the author put its label. */
  readonly labelAt?: Position;
}

/** A quantity without a fixed value that the reader of the bench may move, with its value in this scene. */
export interface Slider {
  readonly name: string;
  readonly value: number;
  readonly from: number;
  readonly to: number;
}

/** A graph as plain data: what is to be drawn, not how. */
export interface Scene {
  readonly window: Window;
  readonly variable: string;
  /** The name on the vertical axis. */
  readonly vertical: string;
  /** Ticks of the horizontal axis in parts of π. */
  readonly inTurns?: boolean;
  readonly curves: readonly Curve[];
  readonly marks: readonly Mark[];
  /** Axes on which equal factors are equally long: positions along them are decimal logarithms. */
  readonly logarithmic?: { readonly x: boolean; readonly y: boolean };
  /** Words for an axis, by its name: the author's, or its name with its unit. */
  readonly axisWords?: ReadonlyMap<string, string>;
  /** The sizes of the units in which an axis is numbered, where these are not those of the coordinates: 3600 for hours. */
  readonly axisUnits?: ReadonlyMap<string, Expression>;
  readonly sliders?: readonly Slider[];
  /** What distinguishes it from other states of the same graph, such as a = 2. */
  readonly state?: string;
}
