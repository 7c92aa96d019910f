import { AtInfinity } from "../../calculus/limit/at-infinity.ts";
import { whereFound } from "../../calculus/limit/open.ts";
import { approaching, GROWN, sidesOfPlace } from "../../calculus/place.ts";
import { step } from "../../derivation/step.ts";
import { negate, number, subtract } from "../../expression/construct.ts";
import { type CallNode, contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { ROUNDING } from "../../expression/functions/kinds.ts";
import { replacePart } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { grows, type LimitWay, limitAt, limitIn, type Stage } from "./way.ts";

/** Bars, a sign, a rounded number or an extremum as what it is near the place, on the side from which it is approached. */
export const byBranch: LimitWay = (stage) => {
  const { e, place } = stage;
  const isCall = (part: Expression): part is CallNode => part.kind === "call";
  const [part] = findAll(e, (one) => isCall(one) && BRANCHING.has(one.name) && contains(one, place.variable)).filter(isCall);
  const near = part && nearPlace(part, stage);
  if (!part || !near) return undefined;
  const next = simplify(replacePart(e, part, near.value)).expression;
  const value = limitAt(next, stage);
  if (!value || !equal(limitIn({ ...stage, found: value }), limitIn(stage))) return undefined;
  return { steps: [{ ...step(near.rule, [part, near.value], { kind: "same limit", place, before: e, after: next }), under: place }], next };
};

const BRANCHING: ReadonlySet<string> = new Set(["abs", "sgn", "max", "min", ...ROUNDING]);

interface Near {
  readonly value: Expression;
  readonly rule: "branch near the place" | "rounding far out";
}

function nearPlace(part: CallNode, stage: Stage): Near | undefined {
  const [u = number(0)] = part.args;
  if (ROUNDING.has(part.name) && grows(u, stage)) return { value: u, rule: "rounding far out" };
  const value = branchOf(part, u, stage);
  return value && { value, rule: "branch near the place" };
}

function branchOf(part: CallNode, u: Expression, stage: Stage): Expression | undefined {
  switch (part.name) {
    case "abs": {
      const sign = signNear(u, stage);
      return sign === 1 ? u : sign === -1 ? negate(u) : undefined;
    }
    case "sgn": {
      const sign = signNear(u, stage);
      return sign === undefined ? undefined : number(sign);
    }
    case "max":
    case "min": {
      const wanted = part.name === "max" ? 1 : -1;
      return part.args.find((one) => part.args.every((other) => one === other || signNear(subtract(one, other), stage) === wanted));
    }
    default: {
      const found = limitAt(part, stage);
      const value = found && limitIn({ ...stage, found });
      return value?.kind === "number" && limitAt(u, stage)?.limit.kind === "finite" ? value : undefined;
    }
  }
}

/** The sign that a function has near the place, on every side from which it is approached. */
function signNear(e: Expression, { place, assumptions }: Stage): -1 | 0 | 1 | undefined {
  const signs = sidesOfPlace(place).map((side) => whereFound(() => new AtInfinity(GROWN, assumptions).sign(approaching(e, place, side))));
  return signs.every((sign) => sign === signs[0]) ? signs[0] : undefined;
}
