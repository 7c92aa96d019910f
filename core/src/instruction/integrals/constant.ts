import { name } from "../../expression/construct.ts";
import { contains, type Expression, type NameNode } from "../../expression/expression.ts";
import { LAST_PLACE } from "../../notation/present.ts";
import type { Environment } from "../environment.ts";

/** The constant that all antiderivatives differ by: C, or K where C is in use; it is written last. */
export function constantOfIntegration(e: Expression, { quantities }: Environment): NameNode {
  const isFree = (letter: string): boolean => !contains(e, letter) && !quantities.has(letter);
  const letter = ["C", "K"].find(isFree) ?? ["C_1", "C_2", "C_3"].find((one) => !contains(e, one)) ?? "C_4";
  return lastName(letter);
}

/** A constant of integration by its letter. */
export function lastName(letter: string): NameNode {
  const made = name(letter, "real", LAST_PLACE);
  if (made.kind !== "name") throw new RangeError("a name is made");
  return made;
}
