import { constant, negate } from "../../expression/construct.ts";
import { freeNames } from "../../expression/expression.ts";
import type { Domain } from "../../graph/items/item.ts";
import { simpleRelations } from "../../truth/index.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";

const INFINITY = constant("infinity");

/** The interval in which a quantity is given to lie, with infinite ends where it has none; undefined where nothing bounds it. */
export function givenRange(letter: string, environment: Environment): Domain | undefined {
  const own = simpleRelations(environment.assumptions).flatMap(({ left, comparison, right }) => {
    if (left.kind !== "name" || left.name !== letter) return [];
    const bound = putIn(right, environment).expression;
    return freeNames(bound).size === 0 ? [{ comparison, bound }] : [];
  });
  const low = own.find(({ comparison }) => comparison === ">" || comparison === ">=");
  const high = own.find(({ comparison }) => comparison === "<" || comparison === "<=");
  if (!low && !high) return undefined;
  return {
    from: low?.bound ?? negate(INFINITY),
    to: high?.bound ?? INFINITY,
    fromOpen: low?.comparison !== ">=",
    toOpen: high?.comparison !== "<=",
  };
}
