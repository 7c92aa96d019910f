import { undoesInverse, withoutInverse } from "../canonical/inverse-circular.ts";
import { NOWHERE } from "../derivation/nowhere.ts";
import type { Said } from "../derivation/rules/catalogue.ts";
import type { Step } from "../derivation/step.ts";
import { inCase, step } from "../derivation/step.ts";
import {
  call,
  divide,
  E,
  equation,
  HALF,
  isPositiveConstant,
  logic,
  MINUS_ONE,
  name,
  negate,
  number,
  ONE,
  PI,
  power,
  product,
  relation,
  splitCoefficient,
  subtract,
  sum,
  ZERO,
} from "../expression/construct.ts";
import { contains, type Expression, equal, freeNames } from "../expression/expression.ts";
import { say } from "../notation/inline.ts";
import * as rational from "../number/rational.ts";
import { polynomialCoefficients } from "../rewrite/coefficients.ts";
import { evenPowersOut, oddPowersOut } from "../rewrite/forms/root-and-log-forms.ts";
import { readable } from "../rewrite/readable.ts";
import { constantSign, decide, expand, isNotWhole, simplify } from "../truth/index.ts";
import { integerLetter, lettersIn } from "./members/letters.ts";
import { nonZero, notNegative } from "./sifting/conditions.ts";
import { type Solution, type Solved, solution, type Task } from "./solution.ts";
import { withoutFactor } from "./values.ts";

/** What undoing one operation leads to: the inner expression with its possible values, or none. */
interface Undone {
  readonly inner: Expression;
  readonly values: readonly Expression[];
  readonly rule:
    | "bring terms over"
    | "divide both sides"
    | "multiply both sides"
    | "undo the function"
    | "raise to the power"
    | "least value"
    | "take logarithms"
    | "take roots"
    | "raise both sides"
    | "take reciprocals"
    | "roots of both signs"
    | "both signs"
    | CircularRule
    | "roots of the tangent"
    | "out of range";
  readonly said: Said;
  readonly conditions?: readonly Expression[];
  /** How often a value counts that solves what is undone. */
  readonly times?: number;
}

/**
 * An equation in which the unknown stands in one place: the operations around it are undone one by one, from the outside in,
 * as when a formula is solved for a letter. What is left inside may be a polynomial in the unknown.
 */
export function solveByUndoing(task: Task, solveInner: (task: Task) => Solved | undefined): Solved | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const { unknown } = task;
  if (task.domain !== "real" || contains(left, unknown) === contains(right, unknown)) return undefined;
  const [start, value] = contains(left, unknown) ? [left, right] : [right, left];
  const steps: Step[] = [];
  if (start === right) steps.push(step("swap sides", [], { kind: "equivalent", unknown, before: task.equation, after: equation(start, value) }));
  const branches = undo(start, value, task, steps, solveInner);
  if (!branches) return undefined;
  const reason =
    branches.length === 0 ? say`no real value is left when the operations are undone` : say`each operation was undone on both sides, which keeps all solutions`;
  return {
    steps,
    set: { variables: [unknown], domain: "real", complete: true, reason, solutions: branches, rejected: [], complexSolutions: [] },
  };
}

/** The solutions of side = value; undefined where an operation cannot be undone here. */
function undo(side: Expression, value: Expression, task: Task, steps: Step[], solveInner: (task: Task) => Solved | undefined): readonly Solution[] | undefined {
  const { unknown } = task;
  if (side.kind === "name") {
    return [solution(unknown, value, { integers: lettersIn(value, task) })];
  }
  const undone = undoOne(side, value, task);
  if (!undone) return innerSolutions(side, value, task, steps, solveInner);
  const { inner, values, rule, said, conditions = [], times = 1 } = undone;
  const before = equation(side, value);
  const after =
    values.length === 0
      ? NOWHERE
      : logic(
          "or",
          values.map((one) => equation(inner, one)),
        );
  const claim = { kind: "equivalent", unknown, before, after } as const;
  if (!equal(before, after)) {
    steps.push(isCircularRule(rule) ? step(rule, [], claim, { conditions }) : step(rule, [said], claim, { conditions }));
  }
  const found = values.map((one) => {
    const own: Step[] = [];
    const solutions = undo(inner, one, task, own, solveInner);
    steps.push(...(values.length > 1 ? inCase(equation(inner, one), own) : own));
    return solutions;
  });
  if (!found.every((list) => list !== undefined)) return undefined;
  return found.flat().map((one) => ({ ...one, multiplicity: one.multiplicity * times, conditions: [...one.conditions, ...conditions] }));
}

/** What stands inside may be a polynomial in the unknown: then the methods for those go on. */
function innerSolutions(
  side: Expression,
  value: Expression,
  task: Task,
  steps: Step[],
  solveInner: (task: Task) => Solved | undefined,
): readonly Solution[] | undefined {
  const inner = equation(side, value);
  if (inner.kind !== "relation" || equal(inner, task.equation)) return undefined;
  const solved = solveInner({ ...task, equation: inner });
  if (!solved) return undefined;
  steps.push(...solved.steps);
  const letters = lettersIn(value, task);
  return solved.set.solutions.map((one) => ({ ...one, integers: [...new Set([...letters, ...one.integers])] }));
}

function undoOne(side: Expression, value: Expression, task: Task): Undone | undefined {
  switch (side.kind) {
    case "sum":
      return undoSum(side.terms, value, task.unknown);
    case "product":
      return undoProduct(side.factors, value, task);
    case "power":
      return contains(side.exponent, task.unknown) ? undoExponential(side.base, side.exponent, value, task) : undoPower(side.base, side.exponent, value, task);
    case "call":
      return undoCall(side.name, side.args, value, task);
    default:
      return undefined;
  }
}

function undoSum(terms: readonly Expression[], value: Expression, unknown: string): Undone | undefined {
  const own = terms.filter((term) => contains(term, unknown));
  const rest = sum(...terms.filter((term) => !contains(term, unknown)));
  const [inner] = own;
  if (!inner || own.length > 1) return undefined;
  // With a minus sign it goes to the other side itself.
  const isLess = splitCoefficient(inner).coefficient.num < 0;
  const alone = isLess ? negate(inner) : inner;
  return { inner: alone, values: [readable(isLess ? subtract(rest, value) : subtract(value, rest))], rule: "bring terms over", said: alone };
}

function undoProduct(factors: readonly Expression[], value: Expression, task: Task): Undone | undefined {
  const own = factors.filter((factor) => contains(factor, task.unknown));
  const rest = product(...factors.filter((factor) => !contains(factor, task.unknown)));
  const [inner] = own;
  if (!inner || own.length > 1) return undefined;
  const conditions = freeNames(rest).size > 0 ? nonZero(rest, task.assumptions) : [];
  // A family stays a sum over what it is divided by: (2πn + π/3)/ω.
  const isFamily = lettersIn(value, task).length > 0;
  const quotient = divide(value, rest);
  const values = [isFamily ? (freeNames(rest).size > 0 ? quotient : expand(quotient)) : readable(quotient)];
  return { inner, values, ...withoutFactor(rest), conditions };
}

function known(condition: Expression, { assumptions }: Task): boolean | undefined {
  return decide(condition, assumptions);
}

function undoExponential(base: Expression, exponent: Expression, value: Expression, task: Task): Undone | undefined {
  if (equal(base, ONE) || contains(base, task.unknown)) return undefined;
  const needed = isPositiveConstant(base) ? [] : [relation(base, ">", ZERO), relation(base, "!=", ONE)].filter((condition) => known(condition, task) !== true);
  if (needed.some((condition) => freeNames(condition).size === 0)) return undefined;
  const positive = known(relation(value, ">", ZERO), task);
  if (positive === false)
    return { inner: exponent, values: [], rule: "out of range", said: "a power of a positive number is always positive", conditions: needed };
  const conditions = [...needed, ...(positive === true ? [] : [relation(value, ">", ZERO)])];
  const result = equal(base, E) ? call("ln", value) : base.kind === "number" && value.kind === "number" ? call("log", base, value) : undefined;
  const whole = result?.kind === "number" ? result : undefined;
  const logarithm = whole ?? (equal(base, E) ? call("ln", value) : divide(call("ln", value), call("ln", base)));
  return { inner: exponent, values: [readable(logarithm)], rule: "take logarithms", said: base, conditions };
}

/** b^n = v with letters in n, for a base that is known to be positive: a positive number has one positive n-th root for every n ≠ 0. */
function undoLetterPower(base: Expression, exponent: Expression, value: Expression, task: Task): Undone | undefined {
  if (isNotWhole(exponent)) return undoBrokenPower(base, exponent, value, task);
  if (known(relation(base, ">", ZERO), task) !== true) return undefined;
  const positive = known(relation(value, ">", ZERO), task);
  if (positive === false) return { inner: base, values: [], rule: "out of range", said: "a power of a positive number is always positive" };
  const conditions = [...nonZero(exponent, task.assumptions), ...(positive === true ? [] : [relation(value, ">", ZERO)])];
  const inverse = readable(divide(ONE, exponent));
  return { inner: base, values: [power(value, inverse)], rule: "raise both sides", said: inverse, conditions };
}

/** b^c = v for a number c that is not whole, such as √2: only bases b ≥ 0 have such a power (b > 0 for c < 0), and each value once. */
function undoBrokenPower(base: Expression, exponent: Expression, value: Expression, task: Task): Undone {
  const isRising = constantSign(exponent) === 1;
  const [isReached, isMissed] = isRising ? ([">=", "<"] as const) : ([">", "<="] as const);
  if (known(relation(value, isMissed, ZERO), task) === true)
    return { inner: base, values: [], rule: "out of range", said: "a power of a positive number is always positive" };
  const conditions = known(relation(value, isReached, ZERO), task) === true ? [] : [relation(value, isReached, ZERO)];
  const inverse = readable(divide(ONE, exponent));
  const root = known(relation(value, "=", ZERO), task) === true ? ZERO : power(value, inverse);
  return { inner: base, values: [root], rule: "raise both sides", said: inverse, conditions };
}

function undoPower(base: Expression, exponent: Expression, value: Expression, task: Task): Undone | undefined {
  if (exponent.kind !== "number") return undoLetterPower(base, exponent, value, task);
  const { num, den } = exponent.value;
  if (typeof num === "bigint" || typeof den === "bigint") return undefined;
  if (num === -1 && den === 1) return undoReciprocal(base, value, task);
  if (num < 0) return undoPower(power(base, number(rational.rational(-num, den))), number(-1), value, task);
  const negative = known(relation(value, "<", ZERO), task);
  if (den !== 1) {
    if (negative === true) return { inner: base, values: [], rule: "out of range", said: "a root is never negative" };
    const conditions = negative === false ? [] : [notNegative(value)];
    return { inner: base, values: [readable(power(value, number(rational.rational(den, num))))], rule: "raise both sides", said: `${den}`, conditions };
  }
  if (known(relation(value, "=", ZERO), task) === true)
    return {
      inner: base,
      values: [ZERO],
      rule: "take roots",
      said: `${num}`,
      // Only roots of polynomials are counted.
      times: polynomialCoefficients(base, task.unknown) ? num : 1,
    };
  if (num % 2 !== 0) return { inner: base, values: [oddPowersOut(readable(call("root", number(num), value)))], rule: "take roots", said: `${num}` };
  if (negative === true) return { inner: base, values: [], rule: "out of range", said: "an even power is never negative" };
  // A root inside is itself not negative: only one sign is possible.
  const root = simplify(evenPowersOut(readable(power(value, number(rational.rational(1, num)))), task.assumptions)).expression;
  const conditions = negative === false ? [] : [notNegative(value)];
  if (known(relation(base, ">=", ZERO), task) === true) return { inner: base, values: [root], rule: "take roots", said: `${num}`, conditions };
  return { inner: base, values: [root, negate(root)], rule: "roots of both signs", said: `${num}`, conditions };
}

/** 1/inner = value. */
function undoReciprocal(inner: Expression, value: Expression, task: Task): Undone {
  if (known(relation(value, "=", ZERO), task) === true) return { inner, values: [], rule: "out of range", said: "a fraction with the numerator 1 is never 0" };
  return { inner, values: [readable(divide(ONE, value))], rule: "take reciprocals", said: "", conditions: nonZero(value, task.assumptions) };
}

/** The functions that can be undone, with what the value must satisfy. */
const INVERSES: Readonly<Record<string, (value: Expression) => { readonly result: Expression; readonly range?: readonly Expression[] }>> = {
  ln: (value) => ({ result: power(E, value) }),
  sinh: (value) => ({ result: call("arsinh", value) }),
  tanh: (value) => ({ result: call("artanh", value), range: [relation(value, "<", ONE), relation(value, ">", number(-1))] }),
  arctan: (value) => ({ result: call("tan", value), range: [relation(call("abs", value), "<", product(HALF, PI))] }),
  arcsin: (value) => ({ result: call("sin", value), range: [relation(call("abs", value), "<=", product(HALF, PI))] }),
  arccos: (value) => ({ result: call("cos", value), range: [relation(value, ">=", ZERO), relation(value, "<=", PI)] }),
  arccot: (value) => ({ result: call("cot", value), range: [relation(value, ">", ZERO), relation(value, "<", PI)] }),
  arsinh: (value) => ({ result: call("sinh", value) }),
  arcosh: (value) => ({ result: call("cosh", value), range: [relation(value, ">=", ZERO)] }),
  artanh: (value) => ({ result: call("tanh", value) }),
};

/** A circular function of an angle: the angles repeat after a period, with n for all integers. */
function undoCircular(functionName: string, inner: Expression, value: Expression, task: Task): Undone | undefined {
  const letter = name(integerLetter(task, value), "integer");
  const turns = (start: Expression, period: Expression): Expression => readable(sum(start, product(period, letter)));
  if (functionName === "tan" || functionName === "cot") {
    const tangent = angleWith(value, "tan") ?? call("arctan", value);
    const start = functionName === "tan" ? tangent : subtract(product(HALF, PI), tangent);
    return { inner, values: [turns(start, PI)], rule: "roots of the tangent", said: functionName === "tan" ? "tangent" : "cotangent" };
  }
  if (functionName === "sec" || functionName === "csc") {
    const reciprocal = call(functionName === "sec" ? "cos" : "sin", inner);
    return undoReciprocal(reciprocal, value, task);
  }
  if (functionName !== "sin" && functionName !== "cos") return undefined;
  const wave = functionName === "sin" ? "sine" : "cosine";
  const range = relation(call("abs", value), "<=", ONE);
  const fits = known(range, task);
  if (fits === false) return { inner, values: [], rule: "out of range", said: "sine and cosine lie between -1 and 1" };
  const start = angleWith(value, functionName) ?? simplify(call(functionName === "sin" ? "arcsin" : "arccos", value)).expression;
  if (equal(value, ZERO)) return { inner, values: [turns(start, PI)], rule: `zeros of the ${wave}`, said: "" };
  if (equal(value, ONE) || equal(value, MINUS_ONE)) return { inner, values: [turns(start, TURN)], rule: `peaks of the ${wave}`, said: "" };
  const mirrored = functionName === "sin" ? subtract(PI, start) : negate(start);
  return { inner, values: [turns(start, TURN), turns(mirrored, TURN)], rule: `roots of the ${wave}`, said: "", conditions: fits === true ? [] : [range] };
}

/** The rules that say where a sine or cosine has a value; their wording names nothing. */
const CIRCULAR_RULES = [
  "zeros of the sine",
  "zeros of the cosine",
  "peaks of the sine",
  "peaks of the cosine",
  "roots of the sine",
  "roots of the cosine",
] as const;
type CircularRule = (typeof CIRCULAR_RULES)[number];
const isCircularRule = (rule: string): rule is CircularRule => CIRCULAR_RULES.some((one) => one === rule);

const TURN = product(number(2), PI);

/** Each circular function as one of the complementary angle, and of which parity it is. */
const COMPLEMENTS: Readonly<Record<string, { readonly of: string; readonly isOdd: boolean }>> = {
  sin: { of: "cos", isOdd: true },
  cos: { of: "sin", isOdd: false },
  tan: { of: "cot", isOdd: true },
};

/** An angle with letters whose sine, cosine or tangent is a value that is written as a circular function itself; undefined for any other value. */
function angleWith(value: Expression, functionName: "sin" | "cos" | "tan"): Expression | undefined {
  const isNegative = value.kind === "product" && value.factors.length === 2 && value.factors.some((factor) => equal(factor, MINUS_ONE));
  const plain = isNegative ? negate(value) : value;
  const [angle] = plain.kind === "call" ? plain.args : [];
  const { of, isOdd } = COMPLEMENTS[functionName] ?? {};
  if (plain.kind !== "call" || !angle || freeNames(angle).size === 0 || (plain.name !== functionName && plain.name !== of)) return undefined;
  const start = plain.name === functionName ? angle : subtract(product(HALF, PI), angle);
  if (!isNegative) return start;
  return isOdd ? negate(start) : subtract(PI, start);
}

function undoCall(functionName: string, args: readonly Expression[], value: Expression, task: Task): Undone | undefined {
  const inner = args[args.length - 1];
  const [first] = args;
  if (!inner || !first || args.slice(0, -1).some((argument) => contains(argument, task.unknown))) return undefined;
  if (functionName === "log") return { inner, values: [simplify(power(first, value)).expression], rule: "raise to the power", said: first };
  if (functionName === "root" && first.kind === "number") return { inner, values: [readable(power(value, first))], rule: "raise both sides", said: first };
  if (functionName === "abs" || functionName === "cosh") {
    const least = functionName === "abs" ? ZERO : ONE;
    const below = known(relation(value, "<", least), task);
    if (below === true)
      return { inner, values: [], rule: "out of range", said: functionName === "abs" ? "an absolute value is never negative" : "cosh is never below 1" };
    const conditions = below === false ? [] : [relation(value, ">=", least)];
    const root = functionName === "abs" ? value : call("arcosh", value);
    const single = equal(root, ZERO);
    if (single) return { inner, values: [ZERO], rule: "least value", said: functionName === "abs" ? "An absolute value" : "cosh", conditions };
    return { inner, values: [root, negate(root)], rule: "both signs", said: functionName, conditions };
  }
  const circular = undoCircular(functionName, inner, value, task);
  if (circular) return circular;
  const inverse = INVERSES[functionName]?.(value);
  if (!inverse) return undefined;
  const failing = (inverse.range ?? []).find((condition) => known(condition, task) === false);
  if (failing) return { inner, values: [], rule: "out of range", said: `${functionName} does not take this value` };
  const open = (inverse.range ?? []).filter((condition) => known(condition, task) !== true);
  const plain = simplify(inverse.result).expression;
  const result = undoesInverse(plain) ? simplify(withoutInverse(plain)).expression : plain;
  const how = functionName === "ln" ? ({ rule: "raise to the power", said: "e" } as const) : ({ rule: "undo the function", said: functionName } as const);
  return { inner, values: [result], ...how, conditions: open };
}
