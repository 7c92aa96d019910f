import { boundsOf } from "../../calculus/cover.ts";
import { equation, name as nameNode, number } from "../../expression/construct.ts";
import { contains, type Expression } from "../../expression/expression.ts";
import type { Slider } from "../../graph/scene.ts";
import { plain } from "../../notation/plain.ts";
import * as rational from "../../number/rational.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import { numeric } from "./numeric.ts";

/** The values of quantities in words: a = 2, b = 3. */
export function stateWords(state: ReadonlyMap<string, Expression>): string {
  return [...state].map(([letter, value]) => plain(equation(nameNode(letter), value))).join(", ");
}

/** How far a slider goes where nothing bounds its quantity. */
const USUAL = 5;
/** Where it stands at first, if it can. */
const FIRST = 1;
const FIGURES = 2;

/** The slider of a quantity without a value: between its bounds, as far as they are given, with the value the author chose. */
export function sliderOf(
  name: string,
  chosen: Expression | undefined,
  asked: { readonly from: Expression; readonly to: Expression } | undefined,
  environment: Environment,
): { readonly slider: Slider; readonly value: Expression } {
  const given = boundsOf(
    name,
    environment.assumptions.filter((fact) => contains(fact, name)),
  );
  const exact = chosen && putIn(chosen, environment).expression;
  const at = exact && numeric(exact, environment);
  // Bounds were rounded outwards.
  const [low, high] = [given.low, given.high].map((end) => end && Number(end.toPrecision(12)));
  const far = Math.max(USUAL, at === undefined ? 0 : 2 * Math.abs(at));
  const from = asked ? numeric(asked.from, environment) : (low ?? Math.min(-far, (high ?? 0) - far));
  const to = asked ? numeric(asked.to, environment) : (high ?? Math.max(far, from + far));
  const value = at ?? (from < FIRST && FIRST < to ? FIRST : Number(((from + to) / 2).toPrecision(FIGURES)));
  return { slider: { name, value, from, to }, value: exact ?? number(rational.fromNumber(value)) };
}
