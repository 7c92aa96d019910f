import { step } from "../../derivation/step.ts";
import { approximateValue } from "../../expression/ball-value.ts";
import { call, divide, equation, isPositiveConstant, logic, negate, ONE, product, relation, subtract, sum, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, factorsOf, freeNames } from "../../expression/expression.ts";
import { opposite } from "../../expression/functions/arguments.ts";
import { isWhole } from "../../expression/whole.ts";
import { decide, expandedLogarithm, simplify } from "../../truth/index.ts";
import { type Solve, solveAll } from "../cases/each-alternative.ts";
import { putBack } from "../sifting/put-back.ts";
import type { Solution, Solved, Task } from "../solution.ts";

/** base^exponent = value · base^other, with the unknown in base and exponent. */
interface VariablePower {
  readonly base: Expression;
  readonly exponent: Expression;
  readonly value: Expression;
}

/**
 * The unknown in the base and in the exponent: e^(b ln a) is real for a > 0, for 0 to a positive power, and for a negative a where b is
 * a whole number. Each sign of the base is looked at by itself: where it is positive both sides have logarithms; where it is
 * negative the power is plus or minus that of the opposite. Candidates are put back, which sifts out exponents that are not whole or of
 * the wrong parity.
 */
export function solveVariablePower(task: Task, solve: Solve): Solved | undefined {
  const found = task.domain === "real" ? variablePower(task) : undefined;
  if (!found) return undefined;
  const { unknown, equation: before, assumptions } = task;
  const { base, exponent, value } = found;
  const known = (left: Expression, comparison: "<" | "<=" | ">" | ">=" | "!=", right = ZERO): boolean =>
    decide(relation(left, comparison, right), assumptions) === true;
  const minus = opposite(base);
  const taken = (side: Expression, result: Expression): Expression =>
    equation(simplify(product(exponent, call("ln", side))).expression, expandedLogarithm(result, assumptions, false));
  const alternatives = [
    ...(known(base, "<=") || known(value, "<=") ? [] : [taken(base, value)]),
    ...(known(base, ">=") || known(value, "<=") ? [] : [taken(minus, value)]),
    ...(known(base, ">=") || known(value, ">=") ? [] : [taken(minus, simplify(negate(value)).expression)]),
    // 0 to a positive power is 0, and the other side with it.
    ...(known(base, "!=") || (!contains(before.operands[1] ?? ZERO, unknown) && known(value, "!=")) ? [] : [equation(base, ZERO)]),
  ];
  const after = logic("or", alternatives);
  const inner = { ...task, assumptions: assumptions.filter((fact) => !contains(fact, unknown)) };
  const solved = solveAll(inner, after.kind === "logic" ? after.items : [after], solve);
  if (!solved || solved.set.solutions.some(({ free }) => free.length > 0)) return undefined;
  const first = step("signs of the base", [base], { kind: "signs of the base", unknown, before, after });
  const candidates = distinctValues(solved, unknown);
  const set = putBack(candidates, task, "looking at each sign of the base by itself");
  const isSolution = (value: Expression | undefined): boolean => set.solutions.some(({ values }) => value && equal(value, values.get(unknown) ?? ZERO));
  return { steps: [first, ...candidates.steps], set: { ...set, rejected: set.rejected.filter(({ values }) => !isSolution(values.get(unknown))) } };
}

function distinctValues(solved: Solved, unknown: string): Solved {
  const seen: Expression[] = [];
  const solutions = solved.set.solutions.filter(({ values }) => {
    const value = values.get(unknown) ?? ZERO;
    return seen.some((other) => equal(other, value)) ? false : seen.push(value) > 0;
  });
  const place = ({ values }: Solution): number => approximateValue(values.get(unknown) ?? ZERO) ?? 0;
  return { ...solved, set: { ...solved.set, solutions: [...solutions].sort((a, b) => place(a) - place(b)) } };
}

/**
 * The equation as one power against the rest, powers of the same base joined; undefined where it is none, where the base is positive
 * anyway, or is a letter.
 */
function variablePower({ equation: { operands }, unknown, assumptions }: Task): VariablePower | undefined {
  for (const [own, other] of [operands, [...operands].reverse()]) {
    if (own?.kind !== "power" || !other || !contains(own.exponent, unknown)) continue;
    const { base } = own;
    if (!contains(base, unknown) && freeNames(base).size > 0) continue;
    if (isPositiveConstant(base) || isWhole(own.exponent) || decide(relation(base, ">", ZERO), assumptions) === true) continue;
    const factors = factorsOf(other);
    const powers = factors.map((factor) => exponentOf(factor, base));
    const exponent = simplify(subtract(own.exponent, sum(...powers))).expression;
    const value = divide(product(...factors.filter((_, k) => equal(powers[k] ?? ZERO, ZERO))), ONE);
    return { base, exponent, value };
  }
  return undefined;
}

/** The k for which a factor is base^k; 0 where it is something else. */
function exponentOf(factor: Expression, base: Expression): Expression {
  if (equal(factor, base)) return ONE;
  return factor.kind === "power" && equal(factor.base, base) ? factor.exponent : ZERO;
}
