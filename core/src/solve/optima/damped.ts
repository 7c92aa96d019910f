import { dampedAlong, firstMembers } from "../../calculus/self-similar.ts";
import { withoutInverse } from "../../canonical/inverse-circular.ts";
import { step } from "../../derivation/step.ts";
import { name, product, subtract, sum } from "../../expression/construct.ts";
import { substitute } from "../../expression/substitute.ts";
import { readable } from "../../rewrite/readable.ts";
import { signKnown, sorted } from "./compared.ts";
import { endPoint } from "./ends-apart.ts";
import type { Optimum, OptimumPoint, OptimumTask } from "./optimum.ts";

/** The best value of what swings with an amplitude that falls, on a ray: among the stationary points of the first period, and the end. Undefined where this is not such a function, or a comparison is open. */
export function bestOfFirstPeriod(points: readonly OptimumPoint[], task: OptimumTask, variable: string): Pick<Optimum, "points" | "steps"> | undefined {
  const { objective, facts, assumptions, wanted } = task;
  const families = points.map((point) => ({ point, value: point.values.get(variable), letter: point.integers[0] }));
  const [first] = families;
  const damped =
    first?.value && first.letter !== undefined ? dampedAlong(objective, variable, { value: first.value, letter: first.letter }, facts, assumptions) : undefined;
  if (!damped) return undefined;
  const members = families.map(({ point, value, letter }) => {
    const places = value && letter !== undefined && point.integers.length === 1 ? firstMembers({ value, letter }, variable, damped, assumptions) : undefined;
    return places?.map(
      (at): OptimumPoint => ({
        ...point,
        values: new Map([[variable, at]]),
        value: readable(withoutInverse(substitute(objective, new Map([[variable, at]])))),
        integers: [],
      }),
    );
  });
  if (!members.every((list) => list !== undefined)) return undefined;
  const border = endPoint(task, variable, damped.from, facts);
  const end = damped.attained ? [border] : [];
  // What is come close to at an end that is not reached must not be better either.
  const candidates = [...members.flat(), border];
  const sign = wanted === "maximum" ? 1 : -1;
  const best = candidates.find((one) => candidates.every((other) => other === one || signKnown(subtract(one.value, other.value), assumptions) === sign));
  if (!best || (best === border && !damped.attained) || signKnown(best.value, assumptions) !== sign) return undefined;
  const x = name(variable);
  const moved = sum(x, damped.period);
  const smaller = step("smaller after a period", [damped.period, damped.factor], {
    kind: "equal",
    before: substitute(objective, new Map([[variable, moved]])),
    after: product(damped.factor, objective),
  });
  return {
    steps: [smaller],
    points: sorted([{ ...best, global: true, nature: wanted === "minimum" ? "minimum" : "maximum" }, ...points, ...end.filter((one) => one !== best)], wanted),
  };
}
