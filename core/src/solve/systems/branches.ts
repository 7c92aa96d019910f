import { withPositiveLead } from "../../canonical/factored.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import type { Step } from "../../derivation/step.ts";
import { step } from "../../derivation/step.ts";
import { divide, equation, isNumber, logic, name, negate, number, ONE, power, product, relation, subtract, ZERO } from "../../expression/construct.ts";
import { realDomain } from "../../expression/domain.ts";
import { contains, type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { sideDifference } from "../../expression/statement.ts";
import { substitute } from "../../expression/substitute.ts";
import { text } from "../../notation/text.ts";
import { BudgetExhausted } from "../../number/budget.ts";
import { factor } from "../../polynomial/factor.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { withoutTurns } from "../../rewrite/forms/whole-turns.ts";
import { decide, expand, simplify, zeroTest } from "../../truth/index.ts";
import { nonZero } from "../conditions.ts";
import { solveEquation } from "../equation.ts";
import { type Domain, type Rejected, type Solution, type Solved, Unsolvable } from "../solution.ts";
import { readable } from "../values.ts";
import { eliminated } from "./elimination.ts";

export type Relation = Expression & { readonly kind: "relation" };

/** What is open on the way through a system: equations, unknowns without a value, and what has been found. */
export interface State {
  readonly equations: readonly Relation[];
  readonly unknowns: readonly string[];
  /** Unknowns expressed by others, in the order in which they were found. */
  readonly expressed: readonly { readonly unknown: string; readonly value: Expression }[];
  readonly conditions: readonly Expression[];
  /** Coefficients with unknowns that were divided by: where one of them is 0 the equations contradict each other. */
  readonly divided: readonly Expression[];
  readonly integers: readonly string[];
  readonly domain: Domain;
  readonly assumptions: readonly Expression[];
  readonly combined: boolean;
}

/** The solutions of a system, the values that lead nowhere, and the steps that were taken. */
export interface Branches {
  readonly solutions: readonly Solution[];
  readonly rejected: readonly Rejected[];
  readonly steps: readonly Step[];
  readonly complete: boolean;
}

const NOTHING: Branches = { solutions: [], rejected: [], steps: [], complete: true };
const MOST_BRANCHES = 64;

/**
 * Solves a system step by step: an equation in one unknown is solved and its values are put into the others; an unknown that
 * stands linearly is expressed by the others; a product that is 0 makes cases; polynomials without such an equation are
 * combined so that unknowns drop out. Undefined where no step is possible.
 */
export function solveBranches(state: State): Branches | undefined {
  const cleaned = clean(state);
  if (!cleaned) return NOTHING;
  if (cleaned.equations.length === 0) {
    const done = finished(cleaned);
    return done.conditions.some((condition) => decide(condition, cleaned.assumptions) === false) ? NOTHING : { ...NOTHING, solutions: [done] };
  }
  for (const way of WAYS) {
    const found = way(cleaned);
    if (found) return found;
  }
  return undefined;
}

/** Without identities; undefined where an equation contradicts itself. */
function clean(state: State): State | undefined {
  const kept: Relation[] = [];
  const needed: Expression[] = [];
  for (const one of state.equations) {
    const [left = ZERO, right = ZERO] = one.operands;
    const difference = subtract(left, right);
    const simple = simplify(difference).expression;
    const open = state.unknowns.some((unknown) => contains(simple, unknown));
    const test = open && freeNames(difference).size > 0 ? undefined : zeroTest(difference, [...state.assumptions, ...state.conditions]);
    const plain = test ?? (equal(simple, ZERO) ? ({ kind: "zero" } as const) : undefined);
    if (plain?.kind === "zero") continue;
    if (plain?.kind === "nonzero" && freeNames(difference).size === 0) return undefined;
    if (state.domain === "real" && decide(relation(difference, "!=", ZERO), [...state.assumptions, ...state.conditions]) === true) return undefined;
    // Without unknowns it is what the letters must satisfy for the rest to have a solution.
    if (!open) needed.push(conditionOn(simple));
    else kept.push(one);
  }
  return { ...state, equations: kept, conditions: [...state.conditions, ...needed] };
}

/** An equation between letters, for the letter that makes it shortest. */
function conditionOn(difference: Expression): Expression {
  const ways = [...freeNames(difference)].flatMap((letter) => {
    const [constant = ZERO, slope, ...more] = polynomialCoefficients(difference, letter) ?? [];
    return slope && more.length === 0 && freeNames(slope).size === 0 ? [equation(name(letter), readable(divide(negate(constant), slope)))] : [];
  });
  return ways.reduce((best, next) => (text(next).length < text(best).length ? next : best), ways[0] ?? equation(difference, ZERO));
}

/** The values of all unknowns, those expressed by others put back from the last to the first. */
function finished(state: State): Solution {
  const values = new Map<string, Expression>(state.unknowns.map((unknown) => [unknown, name(unknown)]));
  for (const { unknown, value } of [...state.expressed].reverse()) values.set(unknown, readable(substitute(value, values)));
  const isOpen = (condition: Expression): boolean => state.expressed.some(({ unknown }) => contains(condition, unknown));
  const conditions = state.conditions.map((condition) => (isOpen(condition) ? simplify(substitute(condition, values)).expression : condition));
  return { values, multiplicity: 1, free: state.unknowns, integers: state.integers, conditions };
}

const unknownsIn = (e: Expression, { unknowns }: State): readonly string[] => unknowns.filter((unknown) => contains(e, unknown));

/** An equation that holds one unknown only: all its solutions, each put into the rest. */
function byOneUnknown(state: State): Branches | undefined {
  const candidates = state.equations.filter((one) => unknownsIn(one, state).length === 1);
  const [own] = [...candidates].sort((a, b) => text(a).length - text(b).length);
  const [unknown] = own ? unknownsIn(own, state) : [];
  return own && unknown !== undefined ? ofEquation(own, unknown, state) : undefined;
}

/** All solutions of one of the equations for an unknown, each put into the rest. */
function ofEquation(own: Relation, unknown: string, state: State): Branches | undefined {
  return afterSolving(solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions }), own, unknown, state);
}

function afterSolving(solved: Solved, own: Relation, unknown: string, state: State): Branches | undefined {
  const taken = new Set([...state.integers, ...state.equations.flatMap((one) => [...freeNames(one)])]);
  const values = solved.set.solutions.map((one) => withFreshLetters(one, taken));
  if (values.length > MOST_BRANCHES || values.some(({ free }) => free.length > 0)) return undefined;
  const rest = state.equations.filter((one) => one !== own);
  const parts = values.map((one) => {
    const value = one.values.get(unknown) ?? ZERO;
    return withValue(
      { ...state, equations: rest, conditions: [...state.conditions, ...one.conditions], integers: [...new Set([...state.integers, ...one.integers])] },
      unknown,
      value,
      values.length > 1,
    );
  });
  if (!parts.every((part) => part !== undefined)) return undefined;
  const dead = values.flatMap((one, k): readonly Rejected[] =>
    parts[k]?.solutions.length === 0 && rest.length > 0
      ? [{ values: one.values, multiplicity: 1, reason: "the other equations have no real solution there" }]
      : [],
  );
  return {
    solutions: parts.flatMap(({ solutions }) => solutions),
    rejected: [...solved.set.rejected, ...dead, ...parts.flatMap(({ rejected }) => rejected)],
    steps: [...solved.steps, ...parts.flatMap(({ steps }) => steps)],
    complete: solved.set.complete && parts.every(({ complete }) => complete),
  };
}

/** A family gets a letter of its own: the integers of two unknowns do not depend on each other. */
export function withFreshLetters(one: Solution, taken: ReadonlySet<string>): Solution {
  let own = one;
  for (const letter of one.integers.filter((other) => taken.has(other))) {
    const fresh = ["n", "k", "m", "j", "n_1", "k_1"].find((other) => !taken.has(other)) ?? `${letter}_2`;
    const renamed = new Map([[letter, name(fresh)]]);
    own = {
      ...own,
      values: new Map([...own.values].map(([key, value]) => [key, substitute(value, renamed)])),
      conditions: own.conditions.map((condition) => substitute(condition, renamed)),
      integers: own.integers.map((other) => (other === letter ? fresh : other)),
    };
  }
  return own;
}

/** Goes on with a value put into the open equations. */
function withValue(state: State, unknown: string, value: Expression, isCase: boolean): Branches | undefined {
  const divided = state.divided.map((slope) => (contains(slope, unknown) ? simplify(substitute(slope, new Map([[unknown, value]]))).expression : slope));
  if (divided.some((slope) => freeNames(slope).size === 0 && zeroTest(slope).kind === "zero")) return NOTHING;
  const steps: Step[] = [];
  const relation = equation(name(unknown), value);
  const equations = state.equations.map((one) => (contains(one, unknown) ? putInto(one, unknown, value, steps, relation, isCase) : one));
  const found = solveBranches({
    ...state,
    equations,
    divided,
    unknowns: state.unknowns.filter((other) => other !== unknown),
    expressed: [...state.expressed, { unknown, value }],
  });
  return found && { ...found, steps: [...steps, ...found.steps] };
}

function putInto(one: Relation, unknown: string, value: Expression, steps: Step[], relation: Expression, isCase: boolean): Relation {
  const values = new Map([[unknown, value]]);
  const after = withoutTurns(substitute(one, values));
  const claim = { kind: "put in", before: one, values, after } as const;
  steps.push(isCase ? step("case of a system", [relation], claim) : step("put into the other equation", [relation], claim));
  return after.kind === "relation" ? after : one;
}

/** A quotient that is 0, over a denominator that is nowhere 0, such as an exponential or 1 + x² + y²: what stands above is 0. */
function byClearing(state: State): Branches | undefined {
  for (const own of state.equations) {
    const [left = ZERO, right = ZERO] = own.operands;
    if (!equal(right, ZERO)) continue;
    const cleared = whereRational(() => {
      const kernels = new Kernels();
      for (const unknown of state.unknowns) kernels.index(name(unknown));
      const { numerator, denominator } = normalForm(left, kernels);
      return { above: polynomialExpression(numerator, kernels), below: polynomialExpression(denominator, kernels) };
    }, undefined);
    if (!cleared || unknownsIn(cleared.below, state).length === 0 || decide(relation(cleared.below, "!=", ZERO), state.assumptions) !== true) continue;
    const after = equation(cleared.above, ZERO);
    const [unknown = ""] = unknownsIn(own, state);
    if (after.kind !== "relation") continue;
    const first = step("multiply both sides", [cleared.below], { kind: "equivalent", unknown, before: own, after, factor: divide(ONE, cleared.below) });
    const found = solveBranches({ ...state, equations: [after, ...state.equations.filter((one) => one !== own)] });
    return found && { ...found, steps: [first, ...found.steps] };
  }
  return undefined;
}

/** An unknown that stands linearly, with a coefficient that is no unknown: expressed by the others, the simplest choice first. */
function byExpressing(state: State): Branches | undefined {
  let best: { readonly own: Relation; readonly unknown: string; readonly value: Expression; readonly slope: Expression; readonly cost: number } | undefined;
  for (const own of state.equations) {
    const [left = ZERO, right = ZERO] = own.operands;
    for (const unknown of unknownsIn(own, state)) {
      const coefficients = polynomialCoefficients(subtract(left, right), unknown);
      const [constant = ZERO, slope] = coefficients ?? [];
      if (!slope || coefficients?.length !== 2) continue;
      if (!isNeverZero(slope, constant, state)) continue;
      const value = expandedQuotient(constant, slope);
      const spread = state.equations.filter((other) => other !== own && contains(other, unknown)).length;
      const cost = text(value).length + (slope.kind === "number" ? 0 : 50) + spread + (freeNames(slope).size > 0 ? 100 : 0);
      if (!best || cost < best.cost) best = { own, unknown, value, slope, cost };
    }
  }
  if (!best) return undefined;
  const { own, unknown, value, slope } = best;
  const needed = neededFor(best, state);
  const steps: Step[] = [];
  const expressed = equation(name(unknown), value);
  if (!equal(expressed, own)) {
    const conditions = unknownsIn(slope, state).length > 0 ? [...needed, relation(slope, "!=", ZERO)] : needed;
    steps.push(step("express one unknown", [unknown, own], { kind: "equivalent", unknown, before: own, after: expressed }, { conditions }));
  }
  const divided = unknownsIn(slope, state).length > 0 ? [...state.divided, slope] : state.divided;
  const rest = { ...state, equations: state.equations.filter((one) => one !== own), conditions: [...state.conditions, ...needed], divided };
  const found = withValue(rest, unknown, value, false);
  return found && { ...found, steps: [...steps, ...found.steps] };
}

/** Whether a coefficient cannot vanish: it holds no unknown, or is known not to, or the rest of the equation, which would be 0 then, is a number or letters. */
function isNeverZero(slope: Expression, constant: Expression, state: State): boolean {
  if (unknownsIn(slope, state).length === 0) return true;
  if (state.domain !== "real") return false;
  return decide(relation(slope, "!=", ZERO), state.assumptions) === true || (unknownsIn(constant, state).length === 0 && !isNumber(constant, 0));
}

/** What letters must satisfy for the coefficient not to vanish: itself, or the rest of the equation. */
function neededFor(
  { own, unknown, slope }: { readonly own: Relation; readonly unknown: string; readonly slope: Expression },
  state: State,
): readonly Expression[] {
  if (freeNames(slope).size === 0) return [];
  if (unknownsIn(slope, state).length === 0) return nonZero(slope, state.assumptions);
  if (decide(relation(slope, "!=", ZERO), state.assumptions) === true) return [];
  const [left = ZERO, right = ZERO] = own.operands;
  const [constant = ZERO] = polynomialCoefficients(subtract(left, right), unknown) ?? [];
  return nonZero(constant, state.assumptions);
}

function expandedQuotient(constant: Expression, slope: Expression): Expression {
  const value = product(number(-1), constant, power(slope, number(-1)));
  return slope.kind === "number" ? expand(value) : readable(value);
}

/** An equation that is a product = 0: one case for each factor. */
function byFactors(state: State): Branches | undefined {
  for (const own of state.equations) {
    const split = zeroFactors(own, state);
    if (!split || split.factors.length < 2) continue;
    const [unknown = ""] = unknownsIn(own, state);
    const parts = split.factors.map((one) => equation(one, ZERO));
    const [left = ZERO, right = ZERO] = own.operands;
    const shown = equation(split.whole, ZERO);
    const steps: Step[] = [];
    const { below } = split;
    if (!equal(shown, own) && zeroTest(subtract(product(below, subtract(left, right)), split.whole)).kind !== "zero") continue;
    const claim = { kind: "equivalent", unknown, before: own, after: shown } as const;
    if (!equal(below, ONE)) steps.push(step("multiply both sides", [below], { ...claim, factor: divide(ONE, below) }));
    else if (!equal(shown, own)) steps.push(step("factor", [], claim));
    steps.push(step("factor an equation", [], { kind: "equivalent", unknown, before: shown, after: logic("or", parts) }));
    const found = parts.map((part) => solveBranches({ ...state, equations: [part as Relation, ...state.equations.filter((one) => one !== own)] }));
    if (!found.every((one) => one !== undefined)) return undefined;
    return {
      solutions: distinct(found.flatMap(({ solutions }) => solutions)),
      rejected: found.flatMap(({ rejected }) => rejected),
      steps: [...steps, ...found.flatMap((one) => one.steps)],
      complete: found.every(({ complete }) => complete),
    };
  }
  return undefined;
}

/**
 * The different factors of the difference of both sides, and their product with powers and content, which is that difference times a denominator that is nowhere 0, such as an
 * exponential.
 */
function zeroFactors(
  own: Relation,
  state: State,
): { readonly factors: readonly Expression[]; readonly whole: Expression; readonly below: Expression } | undefined {
  return whereRational(() => {
    const kernels = new Kernels();
    for (const unknown of state.unknowns) kernels.index(name(unknown));
    const [left = ZERO, right = ZERO] = own.operands;
    const { numerator, denominator } = normalForm(subtract(left, right), kernels);
    const divisor = polynomialExpression(denominator, kernels);
    const isPlain = unknownsIn(divisor, state).length === 0;
    if (!isPlain && decide(relation(divisor, "!=", ZERO), state.assumptions) !== true) return undefined;
    const below = isPlain ? ONE : divisor;
    const { factors, content } = factor(numerator);
    const parts = factors.map(({ factor: part }) => withPositiveLead(polynomialExpression(part, kernels)));
    if (parts.some((part) => unknownsIn(part, state).length === 0)) return undefined;
    // The content is kept with the first factor, so that the product is the difference itself.
    const [first, ...others] = parts;
    if (!first) return undefined;
    const powers = parts.map((part, k) => power(part, number(factors[k]?.multiplicity ?? 1)));
    const plain = product(...powers);
    const sign = zeroTest(subtract(polynomialExpression(numerator, kernels), product(number(content), plain))).kind === "zero" ? content : undefined;
    const scale = sign ?? { num: typeof content.num === "bigint" ? -content.num : -content.num, den: content.den };
    if ((factors[0]?.multiplicity ?? 1) > 1) return { factors: parts, whole: product(number(scale), plain), below };
    const scaled = expand(product(number(scale), first));
    return { factors: [scaled, ...others], whole: product(scaled, ...powers.slice(1)), below };
  }, undefined);
}

/** Each solution once; one that another covers with its free names is left out. */
export function distinct(solutions: readonly Solution[]): readonly Solution[] {
  const kept: Solution[] = [];
  const covers = (general: Solution, special: Solution): boolean => {
    const values = new Map(general.free.map((free) => [free, special.values.get(free) ?? name(free)]));
    return [...general.values].every(([key, value]) => {
      const own = special.values.get(key) ?? ZERO;
      const there = substitute(value, values);
      return equal(own, there) || (freeNames(own).size + freeNames(there).size === 0 && zeroTest(subtract(own, there)).kind === "zero");
    });
  };
  for (const one of [...solutions].sort((a, b) => b.free.length - a.free.length)) {
    if (!kept.some((other) => other.conditions.length === 0 && covers(other, one))) kept.push(one);
  }
  return solutions.filter((one) => kept.includes(one));
}

/** Polynomials are combined so that unknowns drop out, once. */
function byElimination(state: State): Branches | undefined {
  if (state.combined) return undefined;
  const basis = eliminated(state.equations, state.unknowns);
  if (!basis) return undefined;
  if (basis.length === 1 && freeNames(basis[0] ?? ZERO).size === 0) {
    const contradiction = equation(basis[0] ?? ZERO, ZERO);
    const claim = { kind: "eliminated", unknowns: state.unknowns, before: logic("and", state.equations), after: contradiction } as const;
    return { ...NOTHING, steps: [step("eliminate unknowns", [state.unknowns.map((unknown) => name(unknown))], claim)] };
  }
  const equations = basis.map((one) => equation(one, ZERO)).flatMap((one) => (one.kind === "relation" ? [one] : []));
  const claim = { kind: "eliminated", unknowns: state.unknowns, before: logic("and", state.equations), after: logic("and", equations) } as const;
  const found = solveBranches({ ...state, equations, combined: true });
  return found && { ...found, steps: [step("eliminate unknowns", [state.unknowns.map((unknown) => name(unknown))], claim), ...found.steps] };
}

/** An equation solved for one of its unknowns with the others as letters, where that leaves few values: each is put into the rest. */
function byIsolating(state: State): Branches | undefined {
  for (const own of [...state.equations].sort((a, b) => text(a).length - text(b).length)) {
    for (const unknown of unknownsIn(own, state)) {
      const solved = isolatedFor(own, unknown, state);
      if (!solved) continue;
      const rest = state.equations.filter((one) => one !== own);
      const parts = solved.set.solutions.map((one) =>
        withValue(
          { ...state, equations: rest, conditions: [...state.conditions, ...one.conditions] },
          unknown,
          one.values.get(unknown) ?? ZERO,
          solved.set.solutions.length > 1,
        ),
      );
      // Where what was divided by is 0 is a case of its own.
      const excluded = solved.set.solutions.flatMap(({ conditions }) => conditions).filter((condition) => mayFail(condition, state));
      if (excluded.length > 0 || !parts.every((part) => part !== undefined)) continue;
      return {
        solutions: distinct(parts.flatMap(({ solutions }) => solutions)),
        rejected: parts.flatMap(({ rejected }) => rejected),
        steps: [...solved.steps, ...parts.flatMap(({ steps }) => steps)],
        complete: parts.every(({ complete }) => complete),
      };
    }
  }
  return undefined;
}

/** As before, for an equation whose solutions are families of angles that hold no function of the other unknowns. */
function byFamilies(state: State): Branches | undefined {
  for (const own of state.equations) {
    for (const unknown of unknownsIn(own, state)) {
      const found = whereSolvable(() => {
        const solved = solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions });
        const isPlain = solved.set.solutions.every(({ values }) => !hasFunctions(values.get(unknown) ?? ZERO, state));
        return isPlain ? afterSolving(solved, own, unknown, state) : undefined;
      });
      if (found?.complete) return found;
    }
  }
  return undefined;
}

function hasFunctions(e: Expression, state: State): boolean {
  return findAll(e, (part) => part.kind === "call" && unknownsIn(part, state).length > 0).length > 0;
}

/** Whether an inequation about unknowns may fail where the equations are defined. */
function mayFail(condition: Expression, state: State): boolean {
  if (condition.kind !== "relation" || !condition.comparisons.includes("!=") || unknownsIn(condition, state).length === 0) return false;
  return decide(condition, [...state.assumptions, ...state.equations.flatMap(realDomain)]) !== true;
}

const MOST_VALUES = 4;

function isolatedFor(own: Relation, unknown: string, state: State): Solved | undefined {
  try {
    const solved = solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions });
    const { solutions, complete } = solved.set;
    const plain = solutions.every(({ free, integers }) => free.length + integers.length === 0);
    return complete && plain && solutions.length > 0 && solutions.length <= MOST_VALUES ? solved : undefined;
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/** Two equations that share a part, as a pair of waves does: their difference is solved for an unknown, also by families, and each solution put into the rest. */
function byDifference(state: State): Branches | undefined {
  const pairs = state.equations.flatMap((one, k) => state.equations.slice(k + 1).map((other) => [one, other] as const));
  for (const [one, other] of pairs) {
    const difference = simplify(subtract(sideDifference(one), sideDifference(other))).expression;
    const shared = equation(difference, ZERO);
    const isShorter = [one, other].every((own) => mixedParts(difference, state) < mixedParts(own, state));
    if (!isShorter || shared.kind !== "relation" || unknownsIn(shared, state).length === 0) continue;
    const claim = { kind: "put in", before: shared, values: new Map(), after: shared } as const;
    const first = step("difference of equations", [one, other], claim);
    for (const unknown of unknownsIn(shared, state)) {
      const found = whereSolvable(() => ofEquation(shared, unknown, { ...state, equations: [shared, ...state.equations.filter((own) => own !== other)] }));
      if (found) return { ...found, steps: [first, ...found.steps] };
    }
  }
  return undefined;
}

/** How many functions of several unknowns together an expression holds. */
function mixedParts(e: Expression, state: State): number {
  return findAll(e, (part) => part.kind === "call" && unknownsIn(part, state).length > 1).length;
}

function whereSolvable(find: () => Branches | undefined): Branches | undefined {
  try {
    return find();
  } catch (error) {
    if (error instanceof Unsolvable || error instanceof BudgetExhausted) return undefined;
    throw error;
  }
}

/** One equation is left for several unknowns: it is solved for one of them, and the others are free. */
function byOneEquation(state: State): Branches | undefined {
  const [own, ...others] = state.equations;
  if (!own || others.length > 0) return undefined;
  for (const unknown of unknownsIn(own, state)) {
    try {
      const solved = solveEquation({ equation: own, unknown, domain: state.domain, assumptions: state.assumptions });
      const free = state.unknowns.filter((other) => other !== unknown);
      const solutions = solved.set.solutions.map((one) =>
        finished({
          ...state,
          unknowns: free,
          expressed: [...state.expressed, { unknown, value: one.values.get(unknown) ?? ZERO }],
          conditions: [...state.conditions, ...one.conditions],
        }),
      );
      return { solutions, rejected: solved.set.rejected, steps: solved.steps, complete: solved.set.complete };
    } catch (error) {
      if (!(error instanceof Unsolvable)) throw error;
    }
  }
  return undefined;
}

/** The steps that are tried, in this order. */
const WAYS: readonly ((state: State) => Branches | undefined)[] = [
  byOneUnknown,
  byClearing,
  byExpressing,
  byFactors,
  byElimination,
  byOneEquation,
  byDifference,
  byIsolating,
  byFamilies,
];
