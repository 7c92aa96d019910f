import { name } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import type { View } from "../../graph/items/item.ts";
import { plainName } from "../../notation/plain.ts";
import { unitPlain } from "../../units/typeset.ts";
import type { Environment } from "../environment.ts";
import { otherUnit, unitIn } from "../units.ts";
import type { WrittenGraph } from "./written.ts";

/** What the givens say of the units of the axes. */
interface AxisUnits {
  /** The names of the axes with their units. */
  readonly words: ReadonlyMap<string, string>;
  /** The sizes of units that are not the coherent ones. */
  readonly sizes: ReadonlyMap<string, Expression>;
}

/** The unit in which the quantity of an axis was given; else the coherent unit that it has, or that all functions drawn have. */
export function axisUnits({ items, options }: WrittenGraph, { variable, vertical, logarithmic }: View, environment: Environment): AxisUnits {
  // A number alone is as high as it is drawn: it says nothing of the unit.
  const drawn = items.filter(({ expression }) => freeNames(expression).size > 0);
  const heights = drawn.map((item) => (item.kind === "function" || item.kind === "expression" ? unitIn(environment, item.expression) : undefined));
  const [height] = heights;
  const common = heights.every((unit) => unit === height) ? height : undefined;
  const units = [variable, vertical].map((axis, k) => {
    // An axis that the author names, or that is logarithmic, is numbered as it is.
    const own = options.axisWords.has(axis) || (k === 0 ? logarithmic?.x : logarithmic?.y);
    const other = own ? undefined : otherUnit(environment, axis);
    return { axis, text: other?.text ?? unitIn(environment, name(axis)) ?? (k === 1 ? common : undefined), size: other?.factor };
  });
  return {
    words: new Map(units.flatMap(({ axis, text }) => (text ? [[axis, `${plainName(axis)} in ${unitPlain(text)}`]] : []))),
    sizes: new Map(units.flatMap(({ axis, size }) => (size ? [[axis, size]] : []))),
  };
}
