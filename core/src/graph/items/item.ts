import type { Expression } from "../../expression/expression.ts";
import type { Range } from "../window.ts";

/** Something that can be drawn, as it was asked for. */
export type GraphItem =
  | { readonly kind: "function"; readonly label: string; readonly expression: Expression }
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
  | { readonly kind: "surface"; readonly label: string; readonly expression: Expression; readonly where: Expression | undefined }
  | { readonly kind: "point"; readonly label: string; readonly x: Expression; readonly y: Expression };

/** How the plane is laid out: the names of its axes and the ranges that were asked for. */
export interface View {
  readonly variable: string;
  readonly vertical: string;
  readonly x?: Range | undefined;
  readonly y?: Range | undefined;
}
