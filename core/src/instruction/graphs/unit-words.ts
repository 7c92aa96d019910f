import { name } from "../../expression/construct.ts";
import type { View } from "../../graph/items/item.ts";
import { plainName } from "../../notation/plain.ts";
import { unitPlain } from "../../units/typeset.ts";
import type { Environment } from "../environment.ts";
import { unitIn } from "../units.ts";
import type { WrittenGraph } from "./written.ts";

/** The names of the axes with their units, as far as the givens tell: that of a name, or what all functions that are drawn are measured in. */
export function unitWords({ items }: WrittenGraph, { variable, vertical }: View, environment: Environment): ReadonlyMap<string, string> {
  const heights = items.map((item) => (item.kind === "function" || item.kind === "expression" ? unitIn(environment, item.expression) : undefined));
  const [height] = heights;
  const along = unitIn(environment, name(variable));
  const up = unitIn(environment, name(vertical)) ?? (heights.every((unit) => unit === height) ? height : undefined);
  return new Map(
    [[variable, along] as const, [vertical, up] as const].flatMap(([axis, unit]) => (unit ? [[axis, `${plainName(axis)} in ${unitPlain(unit)}`]] : [])),
  );
}
