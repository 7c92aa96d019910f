import { name } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import type { View } from "../../graph/items/item.ts";
import type { Scene } from "../../graph/scene.ts";
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
  const heights = drawn.map((item) => (item.kind === "function" || item.kind === "expression" ? unitIn(environment, item.measured) : undefined));
  const [height] = heights;
  const common = heights.every((unit) => unit === height) ? height : undefined;
  // An axis that the author names, or that is logarithmic, is numbered as it is.
  const isPlain = (axis: string, scaled: boolean | undefined): boolean => options.axisWords.has(axis) || scaled === true;
  return namedAxes([
    axisUnit(variable, environment, isPlain(variable, logarithmic?.x)),
    { common, ...axisUnit(vertical, environment, isPlain(vertical, logarithmic?.y)) },
  ]);
}

/** The picture beside an answer, with the unit of its unknown. */
export function withUnknownUnit(scene: Scene | undefined, environment: Environment): Scene | undefined {
  if (!scene) return undefined;
  const { words, sizes } = namedAxes([axisUnit(scene.variable, environment, false)]);
  return { ...scene, ...(words.size > 0 ? { axisWords: words } : {}), ...(sizes.size > 0 ? { axisUnits: sizes } : {}) };
}

interface Axis {
  readonly axis: string;
  readonly text: string | undefined;
  readonly size: Expression | undefined;
  /** What everything drawn is measured in, where the axis itself has no unit. */
  readonly common?: string | undefined;
}

function axisUnit(axis: string, environment: Environment, isPlain: boolean): Axis {
  const given = isPlain ? undefined : otherUnit(environment, axis);
  // An axis begins at 0 in its unit: degrees Celsius do not.
  const other = given?.offset ? undefined : given;
  return { axis, text: other?.text ?? unitIn(environment, name(axis)), size: other?.factor };
}

function namedAxes(axes: readonly Axis[]): AxisUnits {
  return {
    words: new Map(
      axes.flatMap(({ axis, text, common }) => {
        const unit = text ?? common;
        return unit === undefined ? [] : [[axis, `${plainName(axis)} in ${unitPlain(unit)}`] as const];
      }),
    ),
    sizes: new Map(axes.flatMap(({ axis, size }) => (size ? [[axis, size] as const] : []))),
  };
}
