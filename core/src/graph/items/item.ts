import type { Expression } from "../../expression/expression.ts";
import type { Range } from "../window.ts";

/** Something that can be drawn, as it was asked for. */
export type GraphItem =
  | { readonly kind: "function"; readonly label: string; readonly expression: Expression; readonly on?: Domain }
  | { readonly kind: "implicit"; readonly label: string; readonly expression: Expression }
  | {
      readonly kind: "parametric";
      readonly label: string;
      readonly x: Expression;
      readonly y: Expression;
      readonly parameter: string;
      readonly from: Expression;
      readonly to: Expression;
    }
  | { readonly kind: "region"; readonly label: string; readonly condition: Expression }
  | {
      readonly kind: "surface";
      readonly label: string;
      readonly expression: Expression;
      readonly where: Expression | undefined;
      readonly cuts: readonly Cut[];
    }
  | { readonly kind: "field"; readonly label: string; readonly across: Expression; readonly up: Expression; readonly directed: boolean }
  | { readonly kind: "data"; readonly label: string; readonly points: readonly DataPoint[] }
  | { readonly kind: "point"; readonly label: string; readonly x: Expression; readonly y: Expression }
  | { readonly kind: "arrow"; readonly label: string; readonly from: Place; readonly to: Place }
  /** An angle on the unit circle. */
  | { readonly kind: "angle"; readonly label: string; readonly value: Expression };

/** A point of the plane by its exact coordinates. */
export interface Place {
  readonly x: Expression;
  readonly y: Expression;
}

/** The part of the axis on which a function is drawn. */
export interface Domain {
  readonly from: Expression;
  readonly to: Expression;
  readonly fromOpen: boolean;
  readonly toOpen: boolean;
}

/** An upright cut through a surface where one of its names has a value; a strip is filled down to the floor. */
export interface Cut {
  readonly name: string;
  readonly at: number;
  readonly filled: boolean;
}

/** A measured point with the error of its second coordinate, 0 where none is given. */
export interface DataPoint {
  readonly x: Expression;
  readonly y: Expression;
  readonly error: number;
}

/** How the plane is laid out: the names of its axes and the ranges that were asked for. */
export interface View {
  readonly variable: string;
  readonly vertical: string;
  readonly x?: Range | undefined;
  readonly y?: Range | undefined;
  readonly equalScales?: boolean;
  readonly logarithmic?: { readonly x: boolean; readonly y: boolean };
}
