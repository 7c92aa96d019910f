import { text } from "../notation/text.ts";
import { solveConstant } from "./constant.ts";
import { solveByFactors } from "./factors.ts";
import { solveLinear } from "./linear.ts";
import { type PolynomialForm, polynomialForm } from "./polynomial-form.ts";
import { solveQuadratic } from "./quadratic.ts";
import { solveRadical } from "./radical.ts";
import { solveRational } from "./rational.ts";
import { sift } from "./sift.ts";
import { type Solved, type Task, Unsolvable } from "./solution.ts";
import { solveByUndoing } from "./undoing.ts";

/** The methods for polynomial equations, tried in order; each takes what it knows and leaves the rest. */
const METHODS: readonly ((form: PolynomialForm) => Solved | undefined)[] = [
  solveConstant,
  solveLinear,
  solveQuadratic,
  (form) => solveByFactors(form, solvePolynomial),
];

function solvePolynomial(task: Task): Solved | undefined {
  const form = polynomialForm(task);
  if (!form) return undefined;
  for (const method of METHODS) {
    const solved = method(form);
    if (solved) return solved;
  }
  const degree = form.coefficients.length - 1;
  throw new Unsolvable(
    `this is an equation of degree ${degree} in ${task.unknown}; no factors with short roots were found, and other methods are not built yet`,
  );
}

/** What an equation without radicals may be. */
function solveCleared(task: Task): Solved | undefined {
  return solvePolynomial(task) ?? solveRational(task, solvePolynomial);
}

/**
 * All solutions of an equation in one unknown, with the derivation that found them.
 * @throws Unsolvable where no method applies.
 */
export function solveEquation(task: Task): Solved {
  const solved = firstOf(task);
  if (!solved) {
    throw new Unsolvable(`${text(task.equation)} is no polynomial or rational equation in ${task.unknown}; other kinds cannot be solved yet`);
  }
  return sift(solved, task);
}

function firstOf(task: Task): Solved | undefined {
  try {
    const cleared = solveCleared(task);
    if (cleared) return cleared;
  } catch (error) {
    // A polynomial without short roots may still have its unknown in one place: (x + 1)^5 = 32.
    const undone = error instanceof Unsolvable ? undoneWithin(task) : undefined;
    if (undone) return undone;
    throw error;
  }
  return solveByUndoing(task, solvePolynomial) ?? solveRadical(task, solveCleared);
}

function undoneWithin(task: Task): Solved | undefined {
  try {
    return solveByUndoing(task, solvePolynomial);
  } catch (error) {
    if (error instanceof Unsolvable) return undefined;
    throw error;
  }
}
