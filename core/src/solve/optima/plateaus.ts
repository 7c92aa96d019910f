import { chain, name, relation } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { decide } from "../../truth/index.ts";
import type { Nature, OptimumPoint, OptimumTask } from "./optimum.ts";
import type { Place } from "./places.ts";

type Sign = -1 | 0 | 1 | undefined;

/** The points with each stretch on which the function is seen to keep its value as one family, instead of its ends. */
export function withPlateaus(
  points: readonly OptimumPoint[],
  places: readonly Place[],
  signs: readonly Sign[],
  { objective }: OptimumTask,
  variable: string,
): readonly OptimumPoint[] {
  const x = name(variable);
  const at = (place: Place | undefined): OptimumPoint | undefined => points.find(({ values }) => values.get(variable) === place?.value);
  return level(signs).reduce((list, [from, to]) => {
    const [low, high] = [places[from], places[to]];
    const inside = places.slice(from, to + 1).flatMap((place) => at(place) ?? []);
    const [first] = inside;
    // A place without a value is an end that nothing bounds: beyond it the stretch goes on for ever.
    const within = [low, high].every((place) => place?.value === undefined || at(place)) ? between(low?.value, x, high?.value) : undefined;
    if (!first || !within || decide(relation(objective, "=", first.value), [within]) !== true) return list;
    const isEnd = (place: Place | undefined): boolean => at(place)?.end ?? true;
    const nature = natureOfPlateau(isEnd(low) ? undefined : signs[from - 1], isEnd(high) ? undefined : signs[to], [isEnd(low), isEnd(high)]);
    const family: OptimumPoint = { ...first, values: new Map([[variable, x]]), nature, end: false, integers: [variable], conditions: [within] };
    return [...list.filter((one) => !inside.includes(one)), family];
  }, points);
}

/** The longest runs of pieces, by their first and last place, on which the derivative is 0. */
function level(signs: readonly Sign[]): readonly (readonly [number, number])[] {
  const runs: [number, number][] = [];
  signs.forEach((sign, k) => {
    const last = runs.at(-1);
    if (sign !== 0) return;
    if (last?.[1] === k) last[1] = k + 1;
    else runs.push([k, k + 1]);
  });
  return runs;
}

function between(low: Expression | undefined, x: Expression, high: Expression | undefined): Expression | undefined {
  if (low && high) return chain([low, x, high], ["<=", "<="]);
  if (low) return relation(x, ">=", low);
  return high && relation(x, "<=", high);
}

/** What a stretch is on which the function keeps its value, by the derivative before and after it; at an end of the domain the other side alone says it. */
function natureOfPlateau(before: Sign, after: Sign, [endsLow, endsHigh]: readonly [boolean, boolean]): Nature {
  const isBest = (sign: 1 | -1): boolean => (endsLow || before === sign) && (endsHigh || after === -sign);
  if (isBest(1)) return "maximum";
  return isBest(-1) ? "minimum" : "undecided";
}
