import { step } from "../../derivation/step.ts";
import { call, divide, equation, negate, number, ONE, product, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, findAll, termsOf } from "../../expression/expression.ts";
import { CIRCULAR } from "../../expression/functions/kinds.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { simplify } from "../../truth/index.ts";
import { type Solve, within } from "../cases/each-alternative.ts";
import type { Solved, Task } from "../solution.ts";

/** An equation in the tangent and the cotangent of one angle: the cotangent is 1 over the tangent. */
export function solveByTangent(task: Task, solve: Solve): Solved | undefined {
  const { equation: asked, unknown } = task;
  const waves = findAll(asked, (part) => part.kind === "call" && CIRCULAR.has(part.name) && contains(part, unknown));
  const names = new Set(waves.flatMap((part) => (part.kind === "call" ? [part.name] : [])));
  const [first] = waves;
  const isOne = waves.every((part) => part.kind === "call" && first?.kind === "call" && equal(part.args[0] ?? ONE, first.args[0] ?? ONE));
  if (task.domain !== "real" || !isOne || names.size !== 2 || !names.has("tan") || !names.has("cot")) return undefined;
  const doubled = byDoubleAngle(task, solve);
  if (doubled) return doubled;
  const own = within(task, byTangents(asked));
  const solved = own && solve(own);
  if (!own || !solved) return undefined;
  const claim = { kind: "implies", unknown, before: asked, after: own.equation, done: { kind: "times", factor: ONE } } as const;
  return { ...solved, steps: [step("cotangent by the tangent", [], claim), ...solved.steps] };
}

/** c (tan u + cot u) as 2 c/sin 2u, and c (tan u − cot u) as −2 c cot 2u: one function of the double angle where nothing else holds the unknown. */
function byDoubleAngle(task: Task, solve: Solve): Solved | undefined {
  const { equation: asked, unknown } = task;
  const [left = ZERO, right = ZERO] = asked.operands;
  const terms = termsOf(subtract(left, right));
  const holding = terms.filter((term) => contains(term, unknown));
  const [tangent, cotangent] = ["tan", "cot"].map((called) => holding.flatMap((term) => partIn(term, called)));
  const [first, second] = [tangent?.[0], cotangent?.[0]];
  if (holding.length !== 2 || !first || !second || contains(first.factor, unknown)) return undefined;
  const double = product(TWO, first.angle);
  const isSum = equal(first.factor, second.factor);
  if (!isSum && !equal(first.factor, negate(second.factor))) return undefined;
  const value = isSum ? divide(TWO, call("sin", double)) : product(number(-2), call("cot", double));
  const rest = simplify(negate(sum(...terms.filter((term) => !contains(term, unknown))))).expression;
  const own = within(task, equation(product(first.factor, value), rest));
  const solved = own && solve(own);
  if (!own || !solved) return undefined;
  const rule = isSum ? "tangent plus cotangent" : "tangent minus cotangent";
  return { ...solved, steps: [step(rule, [], { kind: "equivalent", unknown, before: asked, after: own.equation, factor: ONE }), ...solved.steps] };
}

/** The angle of a function in a term, and what stands before it. */
function partIn(term: Expression, called: string): readonly { readonly angle: Expression; readonly factor: Expression }[] {
  const factors = factorsOf(term);
  const found = factors.find((factor) => factor.kind === "call" && factor.name === called);
  const [angle] = found?.kind === "call" ? found.args : [];
  return angle ? [{ angle, factor: product(...factors.filter((factor) => factor !== found)) }] : [];
}

function byTangents(e: Expression): Expression {
  const inner = mapChildren(e, byTangents);
  return inner.kind === "call" && inner.name === "cot" ? divide(ONE, call("tan", ...inner.args)) : inner;
}
