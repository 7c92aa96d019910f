import { call, equation, name, number, ONE, power, relation, subtract, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { mapChildren } from "../../expression/substitute.ts";
import { expand } from "../../truth/index.ts";
import type { Solve } from "../cases/each-alternative.ts";
import { solveByNaming } from "../naming.ts";
import type { Solved, Task } from "../solution.ts";

/** An equation with roots and the like of the sine and cosine of one angle, in which one of the two stands in even powers alone: it is written by the other, which gets a name. */
export function solveInOneCircularFunction(task: Task, solve: Solve): Solved | undefined {
  const { equation: asked, unknown } = task;
  if (task.domain !== "real") return undefined;
  const angles = findAll(asked, (part) => part.kind === "call" && PARTNER[part.name] !== undefined && contains(part, unknown));
  const [first] = angles;
  const angle = first?.kind === "call" ? first.args[0] : undefined;
  if (!angle || !angles.every((part) => part.kind === "call" && part.args.every((own) => equal(own, angle)))) return undefined;
  const [left = ZERO, right = ZERO] = asked.operands;
  const difference = subtract(left, right);
  for (const kept of ["sin", "cos"] as const) {
    const meaning = call(kept, angle);
    const named = (letter: Expression): Expression =>
      equation(
        [difference, expand(difference)].map((e) => inPartner(e, meaning, call(PARTNER[kept] ?? "", angle), letter)).find((e) => !contains(e, unknown)) ??
          difference,
        ZERO,
      );
    if (contains(named(name("")), unknown)) continue;
    return solveByNaming(task, { meaning, equation: named, facts: (letter) => [relation(letter, ">=", number(-1)), relation(letter, "<=", ONE)] }, solve);
  }
  return undefined;
}

const PARTNER: Readonly<Record<string, "sin" | "cos">> = { sin: "cos", cos: "sin" };

/** A letter in the place of one of sine and cosine, and even powers of the other by it. */
function inPartner(e: Expression, meaning: Expression, other: Expression, letter: Expression): Expression {
  if (equal(e, meaning)) return letter;
  const exponent = e.kind === "power" && equal(e.base, other) && e.exponent.kind === "number" && e.exponent.value.den === 1 ? Number(e.exponent.value.num) : 1;
  if (exponent % 2 === 0) return power(subtract(ONE, power(letter, TWO)), number(exponent / 2));
  return mapChildren(e, (child) => inPartner(child, meaning, other, letter));
}
