import type { Limit } from "../../calculus/limit/asymptotics.ts";
import { limitValue } from "../../calculus/limit/found.ts";
import { onlyCase } from "../../calculus/limit/limit.ts";
import type { Expression } from "../../expression/expression.ts";
import { text } from "../../notation/text.ts";
import { readable } from "../../rewrite/readable.ts";
import { better } from "./compared.ts";
import type { OptimumTask } from "./optimum.ts";
import type { Place } from "./places.ts";

/** A place that is not attained, with what the function comes close to there where that is found. */
export interface Approached {
  readonly place: Place;
  /** The side from which the place is approached. */
  readonly side: -1 | 1;
  readonly limit: Limit | undefined;
}

/** What a function does towards a place, from the side of the neighbour. */
export function approached(place: Place, neighbour: -1 | 1, objective: Expression, variable: string): Approached {
  const at = place.value ?? limitValue({ kind: "infinite", sign: place.at > 0 ? 1 : -1 });
  const side = place.value ? { side: neighbour === -1 ? ("left" as const) : ("right" as const) } : {};
  const found = onlyCase(objective, { variable, at, whole: false, ...side }, [])?.found;
  return { place, side: neighbour, limit: found?.kind === "limit" ? found.limit : undefined };
}

/** Where the function goes farthest, of several places that are not attained. */
export function farthest(list: readonly Approached[], wanted: OptimumTask["wanted"]): Approached | undefined {
  return list.reduce<Approached | undefined>((top, next) => (!top || isFarther(next, top, wanted) ? next : top), undefined);
}

function isFarther({ limit: a }: Approached, { limit: b }: Approached, wanted: OptimumTask["wanted"]): boolean {
  if (a?.kind === "infinite" || b?.kind === "infinite") return a?.kind === "infinite" && b?.kind !== "infinite";
  return a !== undefined && b !== undefined && better(a.value, b.value, wanted);
}

/** In words, where the function goes that beats everything attained. */
export function goesTo(farthest: Approached | undefined, wanted: OptimumTask["wanted"], variable: string): string | undefined {
  if (!farthest) return undefined;
  const { place, limit } = farthest;
  const where = place.value ? text(place.value) : place.at > 0 ? "infinity" : "-infinity";
  const word = wanted === "maximum" ? "greater" : "smaller";
  if (limit?.kind === "infinite") return `as ${variable} approaches ${where}, the values become ${word} than any number`;
  const approach = limit ? `approach ${text(readable(limit.value))} and ` : "";
  return `as ${variable} approaches ${where}, which is not reached, the values ${approach}become ${word} than any that is attained`;
}
