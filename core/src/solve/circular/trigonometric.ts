import { hasAngles, inLargestAngles } from "../../canonical/angles.ts";
import { Kernels, normalForm, polynomialExpression, whereRational } from "../../canonical/normal-form.ts";
import { NOWHERE } from "../../derivation/nowhere.ts";
import { type Step, step } from "../../derivation/step.ts";
import { call, divide, equation, HALF, logic, name, negate, number, ONE, PI, power, product, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll, termsOf } from "../../expression/expression.ts";
import { say } from "../../notation/inline.ts";
import { factorsInOrder } from "../../notation/present.ts";
import * as rational from "../../number/rational.ts";
import { factor } from "../../polynomial/factor-over-rationals.ts";
import type { Polynomial } from "../../polynomial/multivariate.ts";
import * as poly from "../../polynomial/multivariate.ts";
import { polynomialAt } from "../../rewrite/coefficients.ts";
import { asOneWave } from "../../rewrite/forms/angle-forms.ts";
import { asSumOfWaves } from "../../rewrite/harmonics.ts";
import { asFamily, equalityTest, missesZero, simplify } from "../../truth/index.ts";
import { type Solve, solveAll, within } from "../cases/each-alternative.ts";
import { integerLetter, partLetter } from "../members/letters.ts";
import { solveByNaming } from "../naming.ts";
import { nonZero } from "../sifting/conditions.ts";
import { type Solved, solution, type Task } from "../solution.ts";
import { solveBySumsToProducts } from "./sums-to-products.ts";

/** A trigonometric equation as a polynomial in the sine and cosine of one angle that holds the unknown. */
interface Angular {
  readonly task: Task;
  readonly angle: Expression;
  readonly polynomial: Polynomial;
  readonly kernels: Kernels;
  /** The places of sine and cosine among the kernels. */
  readonly sine: number;
  readonly cosine: number;
  /** What the polynomial was multiplied by to give the difference of the sides. */
  readonly scale: Expression;
}

/**
 * Equations in circular functions of the unknown: equal functions of two angles; else everything by the sine and cosine of one
 * angle and then, as a teacher would, by factors, by one function, as one wave, by the tangent, and at last by the tangent of
 * half the angle.
 */
export function solveTrigonometric(task: Task, solve: Solve): Solved | undefined {
  if (task.domain !== "real" || !hasAngles(task.equation)) return undefined;
  const twin = solveBySumsToProducts(task, solve) ?? equalFunctions(task, solve);
  if (twin) return twin;
  const angular = angularForm(task);
  if (!angular) return undefined;
  for (const method of [asSingleWave, byFactors, byOneFunction, asWave, byTangent, byHalfAngle]) {
    const solved = method(angular, solve);
    if (solved) return solved;
  }
  return undefined;
}

const TURN = product(number(2), PI);

/** sin A = sin B, cos A = cos B, tan A = tan B, and sin A = cos B as sin A = sin(π/2 − B). */
function equalFunctions(task: Task, solve: Solve): Solved | undefined {
  const { unknown } = task;
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const difference = equal(right, ZERO) && left.kind === "sum" && left.terms.length === 2 ? left.terms : [left, negate(right)];
  const [first, second] = difference.map((term) => signedCall(term, unknown));
  if (!first || !second || equal(first.argument, second.argument)) return undefined;
  const steps: Step[] = [];
  // first.sign · f(A) + second.sign · g(B) = 0
  const opposite = first.sign === second.sign;
  const moved = equation(call(first.name, first.argument), opposite ? negate(call(second.name, second.argument)) : call(second.name, second.argument));
  const note = (rule: "bring terms over" | "cosine as a sine", before: Expression, after: Expression): void => {
    if (equal(before, after)) return;
    const claim = { kind: "equivalent", unknown, before, after } as const;
    steps.push(rule === "bring terms over" ? step(rule, [call(first.name, first.argument)], claim) : step(rule, [], { ...claim, factor: ONE }));
  };
  note("bring terms over", task.equation, moved);
  const asFirst = sameFunction(first.name, second.name, second.argument, opposite);
  if (!asFirst) return undefined;
  const equalised = equation(call(first.name, first.argument), call(first.name, asFirst));
  if (!(equalised.kind === "relation" && equalised.operands[1]?.kind === "call" && equalised.operands[1].name === first.name)) return undefined;
  const [other = ZERO] = equalised.operands[1].args;
  note("cosine as a sine", moved, equalised);
  const n = integerLetter(task);
  const turns = (period: Expression): Expression => product(period, name(n, "integer"));
  const angles =
    first.name === "tan" ? [sum(other, turns(PI))] : [sum(other, turns(TURN)), sum(first.name === "sin" ? subtract(PI, other) : negate(other), turns(TURN))];
  const families = angles.filter((angle) => !neverMet(first.argument, angle, unknown, n)).map((angle) => equation(first.argument, angle));
  const all = angles.map((angle) => equation(first.argument, angle));
  const rule = first.name === "sin" ? "equal sines" : first.name === "cos" ? "equal cosines" : "equal tangents";
  const before = equalised;
  const after = logicOr(all);
  steps.push(step(rule, [], { kind: "equivalent", unknown, before, after }));
  for (const one of all.filter((family) => !families.includes(family) && !families.some((kept) => equal(kept, family)))) {
    steps.push(
      step("out of range", ["the angles differ by a number that is no whole multiple of the period"], {
        kind: "equivalent",
        unknown,
        before: one,
        after: NOWHERE,
      }),
    );
  }
  const solved = solveAll(task, families, solve);
  if (!solved || solved.set.solutions.some(({ free }) => free.length > 0)) return undefined;
  return { steps: [...steps, ...solved.steps], set: marked({ ...solved.set, reason: say`equal functions of two angles leave only these angles` }, n, task) };
}

const logicOr = (items: readonly Expression[]): Expression => logic("or", items);

/** Whether two angles, one of them a family, never meet: the unknown drops out, and what is left is 0 for no integer. */
function neverMet(angle: Expression, family: Expression, unknown: string, letter: string): boolean {
  const difference = simplify(subtract(angle, family)).expression;
  const own = contains(difference, unknown) ? undefined : asFamily(difference, letter);
  return own !== undefined && missesZero(own);
}

interface SignedCall {
  readonly sign: 1 | -1;
  readonly name: string;
  readonly argument: Expression;
}

function signedCall(e: Expression, unknown: string): SignedCall | undefined {
  const plain = e.kind === "product" && e.factors.length === 2 && e.factors[0]?.kind === "number" && rational.equal(e.factors[0].value, rational.MINUS_ONE);
  const inner = plain && e.kind === "product" ? e.factors[1] : e;
  if (inner?.kind !== "call" || !["sin", "cos", "tan"].includes(inner.name)) return undefined;
  const [argument] = inner.args;
  return argument && contains(argument, unknown) ? { sign: plain ? -1 : 1, name: inner.name, argument } : undefined;
}

/** The angle C with f(C) = ± g(B). */
function sameFunction(f: string, g: string, b: Expression, opposite: boolean): Expression | undefined {
  if (f === g) {
    if (!opposite) return b;
    return f === "cos" ? subtract(PI, b) : negate(b);
  }
  if (f === "tan" || g === "tan") return undefined;
  // cos B = sin(π/2 − B) and sin B = cos(π/2 − B).
  const complement = subtract(product(HALF, PI), b);
  if (!opposite) return complement;
  return f === "cos" ? subtract(PI, complement) : negate(complement);
}

/** The letter of the families among the values. */
function marked(set: Solved["set"], letter: string, { unknown }: Task): Solved["set"] {
  return {
    ...set,
    solutions: set.solutions.map((one) => (contains(one.values.get(unknown) ?? ZERO, letter) ? { ...one, multiplicity: 1, integers: [letter] } : one)),
  };
}

/** Everything by sine and cosine of one angle; undefined where the unknown stands elsewhere or in several unit angles. */
function angularForm(task: Task): Angular | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const { unknown } = task;
  return whereRational(() => {
    const difference = inLargestAngles(subtract(left, right));
    const angles = findAll(difference, (part) => part.kind === "call" && contains(part, unknown)).map((part) =>
      part.kind === "call" ? (part.args[0] ?? ZERO) : ZERO,
    );
    const [angle] = angles;
    if (!angle || angles.some((other) => !equal(other, angle))) return undefined;
    const kernels = new Kernels();
    const [sine, cosine] = [kernels.index(call("sin", angle)), kernels.index(call("cos", angle))];
    const { numerator, denominator } = normalForm(difference, kernels);
    for (let k = 0; k < kernels.count; k += 1) {
      if (k !== sine && k !== cosine && contains(kernels.kernel(k), unknown) && (poly.degreeIn(numerator, k) > 0 || poly.degreeIn(denominator, k) > 0))
        return undefined;
    }
    return { task, angle, polynomial: numerator, kernels, sine, cosine, scale: divide(ONE, polynomialExpression(denominator, kernels)) };
  }, undefined);
}

/** The polynomial with the square of one function replaced by 1 − the square of the other. */
function withSquaresOf(p: Polynomial, from: number, to: number): Polynomial {
  const square = poly.subtract(poly.ONE, poly.power(poly.variable(to), 2));
  return poly
    .coefficientsIn(p, from)
    .map((coefficient, k) => poly.multiply(coefficient, poly.multiply(poly.power(square, Math.floor(k / 2)), poly.power(poly.variable(from), k % 2))))
    .reduce(poly.add, poly.ZERO);
}

/** Multiplied by powers of sin² + cos² = 1 so that every term has the same degree; undefined where degrees differ by odd numbers. */
function homogeneous({ polynomial, sine, cosine }: Angular): Polynomial | undefined {
  const degree = (term: poly.Term): number => (term.exponents[sine] ?? 0) + (term.exponents[cosine] ?? 0);
  const highest = Math.max(...polynomial.map(degree));
  if (polynomial.some((term) => (highest - degree(term)) % 2 !== 0)) return undefined;
  const one = poly.add(poly.power(poly.variable(sine), 2), poly.power(poly.variable(cosine), 2));
  return polynomial.reduce<Polynomial>((total, term) => poly.add(total, poly.multiply([term], poly.power(one, (highest - degree(term)) / 2))), poly.ZERO);
}

/** A form of the polynomial, both with the sign that makes its term of the highest degree positive. */
function withPositiveLead(angular: Angular, p: Polynomial): { readonly angular: Angular; readonly p: Polynomial } {
  const { polynomial, scale, sine, cosine } = angular;
  const degree = (term: poly.Term): number => (term.exponents[sine] ?? 0) + (term.exponents[cosine] ?? 0);
  const lead = p.reduce<poly.Term | undefined>((best, term) => (best && degree(best) >= degree(term) ? best : term), undefined);
  if (!lead || lead.coefficient.num > 0) return { angular, p };
  return { angular: { ...angular, polynomial: poly.negate(polynomial), scale: negate(scale) }, p: poly.negate(p) };
}

type RestatedBy = "one angle" | "by sines" | "by cosines";

/**
 * p with the powers of sine and cosine in it as an expression = 0, with the steps that lead there: double angles are taken apart first, by
 * their formula, then squares are replaced.
 */
function restated(
  { task, kernels, scale, angle, polynomial }: Angular,
  p: Polynomial,
  rule: RestatedBy,
): { readonly statement: Expression; readonly steps: readonly Step[] } {
  const statement = equation(polynomialExpression(p, kernels), ZERO);
  if (equal(statement, task.equation)) return { statement, steps: [] };
  const { unknown } = task;
  const claim = { kind: "equivalent", unknown, before: task.equation, after: statement, factor: scale } as const;
  const doubled = doubleAngleRule(task, angle);
  const plain = equation(polynomialExpression(polynomial, kernels), ZERO);
  if (doubled && equal(plain, statement))
    return { statement, steps: [doubled === "double angle of the cosine" ? step(doubled, [COSINE_OF_DOUBLE["by cosines"]], claim) : step(doubled, [], claim)] };
  if (doubled === "double angle of the cosine" && rule !== "one angle") return { statement, steps: [step(doubled, [COSINE_OF_DOUBLE[rule]], claim)] };
  if (doubled && rule !== "one angle")
    return {
      statement,
      steps: [step(doubled, [], { ...claim, after: plain }), step(rule, [], { kind: "equivalent", unknown, before: plain, after: statement, factor: ONE })],
    };
  return { statement, steps: [rule === "one angle" ? step(rule, [angle], claim) : step(rule, [], claim)] };
}

/** cos 2a by the sine, or the cosine, of a. */
const COSINE_OF_DOUBLE = {
  "by sines": subtract(ONE, product(TWO, power(call("sin", name("a")), TWO))),
  "by cosines": subtract(product(TWO, power(call("cos", name("a")), TWO)), ONE),
};

/** The formula that takes the double angles in an equation apart; undefined where there are none, or other multiples and functions beside them. */
function doubleAngleRule(
  { equation: asked, unknown }: Task,
  angle: Expression,
): "double angle of the sine" | "double angle of the cosine" | "double angles" | undefined {
  const waves = findAll(asked, (part) => part.kind === "call" && contains(part, unknown));
  const double = product(TWO, angle);
  const doubled = waves.flatMap((part) => (part.kind === "call" && part.args[0] && equal(part.args[0], double) ? [part.name] : []));
  const isPlain = waves.every(
    (part) => part.kind === "call" && (part.name === "sin" || part.name === "cos") && part.args.every((own) => equal(own, angle) || equal(own, double)),
  );
  if (!isPlain || doubled.length === 0) return undefined;
  if (doubled.every((name) => name === "sin")) return "double angle of the sine";
  return doubled.every((name) => name === "cos") ? "double angle of the cosine" : "double angles";
}

/** Products and squares that come down to one sine or cosine of a multiple angle: sin x cos x = sin(2x)/2. */
function asSingleWave({ task, angle }: Angular, solve: Solve): Solved | undefined {
  const [left = ZERO, right = ZERO] = task.equation.operands;
  const waves = asSumOfWaves(subtract(left, right));
  if (!waves) return undefined;
  const terms = termsOf(waves);
  const [own, ...more] = terms.filter((term) => contains(term, task.unknown));
  if (!own || more.length > 0) return undefined;
  const after = equation(own, simplify(negate(sum(...terms.filter((term) => term !== own)))).expression);
  const next = within(task, after);
  if (!next || equal(after, task.equation)) return undefined;
  const solved = solve(next);
  const first = step("multiple angles", [angle], { kind: "equivalent", unknown: task.unknown, before: task.equation, after, factor: ONE });
  return solved && { ...solved, steps: [first, ...solved.steps] };
}

/** A product of factors in sine and cosine: each by itself. */
function byFactors(angular: Angular, solve: Solve): Solved | undefined {
  const { task, polynomial, kernels, sine, cosine } = angular;
  const holds = (p: Polynomial): boolean => poly.degreeIn(p, sine) + poly.degreeIn(p, cosine) > 0;
  const candidates = [
    { p: polynomial, rule: "one angle" },
    { p: withSquaresOf(polynomial, cosine, sine), rule: "by sines" },
    { p: withSquaresOf(polynomial, sine, cosine), rule: "by cosines" },
    { p: homogeneous(angular), rule: "one angle" },
  ] as const;
  for (const { p: form, rule } of candidates) {
    if (!form || poly.isZero(form)) continue;
    const { angular: signed, p } = withPositiveLead(angular, form);
    const { content, factors } = factor(p);
    const own = factors.filter(({ factor: part }) => holds(part));
    if (own.length < 2 && (own[0]?.multiplicity ?? 1) < 2) continue;
    // A factor sin² + cos² comes from making the degrees equal and is never 0.
    const { statement, steps } = restated(signed, p, rule);
    const reached = within(task, statement);
    const factored = equation(
      product(...factors.map(({ factor: part, multiplicity }) => power(polynomialExpression(part, kernels), number(multiplicity)))),
      ZERO,
    );
    const holding = factors.filter(({ factor: part }) => holds(part)).map(({ factor: part }) => polynomialExpression(part, kernels));
    const parts = factorsInOrder(holding).map((part) => equation(part, ZERO));
    const solved = reached && solveAll(task, parts, solve);
    if (!solved) continue;
    const { unknown } = task;
    const toProduct = step("factor", [], { kind: "equivalent", unknown, before: statement, after: factored, factor: number(content) });
    const split = step("zero product", [], { kind: "equivalent", unknown, before: factored, after: logicOr(parts) });
    return {
      steps: [...steps, ...(equal(statement, factored) ? [] : [toProduct]), split, ...solved.steps],
      set: { ...solved.set, reason: say`a product is 0 only where a factor is; ${solved.set.reason}` },
    };
  }
  return undefined;
}

/** Only the sine, or only the cosine, with the other's squares replaced: it gets a name. */
function byOneFunction(angular: Angular, solve: Solve): Solved | undefined {
  const { task, angle, polynomial, kernels, sine, cosine } = angular;
  for (const [own, other, functionName] of [
    [sine, cosine, "sin"],
    [cosine, sine, "cos"],
  ] as const) {
    const { angular: signed, p } = withPositiveLead(angular, withSquaresOf(polynomial, other, own));
    if (poly.degreeIn(p, other) > 0 || poly.degreeIn(p, own) === 0) continue;
    const { statement, steps } = restated(signed, p, functionName === "sin" ? "by sines" : "by cosines");
    const reached = within(task, statement);
    if (!reached) continue;
    const meaning = call(functionName, angle);
    // A single power is undone as it stands.
    if (p.length <= 2 && equal(statement, task.equation)) continue;
    const part = { meaning, facts: () => [], equation: (letter: Expression) => equation(substituteKernel(p, kernels, own, letter), ZERO) };
    const solved = solveByNaming(reached, part, solve);
    if (solved) return { ...solved, steps: [...steps, ...solved.steps] };
  }
  return undefined;
}

function substituteKernel(p: Polynomial, kernels: Kernels, index: number, by: Expression): Expression {
  const coefficients = poly.coefficientsIn(p, index).map((coefficient) => polynomialExpression(coefficient, kernels));
  return polynomialAt(coefficients, by);
}

/** a sin θ + b cos θ = c as one wave; without c the tangent alone says it. */
function asWave(angular: Angular, solve: Solve): Solved | undefined {
  const { task, polynomial, kernels, sine, cosine } = angular;
  if (poly.degreeIn(polynomial, sine) !== 1 || poly.degreeIn(polynomial, cosine) !== 1) return undefined;
  if (polynomial.some((term) => (term.exponents[sine] ?? 0) + (term.exponents[cosine] ?? 0) > 1)) return undefined;
  const whole = polynomialExpression(polynomial, kernels);
  const rest = polynomialExpression(
    polynomial.filter((term) => (term.exponents[sine] ?? 0) + (term.exponents[cosine] ?? 0) === 0),
    kernels,
  );
  if (equal(rest, ZERO)) return undefined;
  const written =
    asOneWave(subtract(whole, rest), "cos", { assumptions: task.assumptions }) ?? asOneWave(subtract(whole, rest), "sin", { assumptions: task.assumptions });
  if (!written) return undefined;
  const after = equation(written.expression, simplify(negate(rest)).expression);
  const own = within(task, after);
  const solved = own && solve(own);
  if (!solved) return undefined;
  const first = step("one wave on the left", [written.expression], {
    kind: "equivalent",
    unknown: task.unknown,
    before: task.equation,
    after,
    factor: angular.scale,
  });
  return { ...solved, steps: [first, ...solved.steps] };
}

/** All terms of the same degree: divided by a power of the cosine only the tangent is left. */
function byTangent(angular: Angular, solve: Solve): Solved | undefined {
  const { task, angle, kernels, sine, cosine } = angular;
  const p = homogeneous(angular);
  if (!p || poly.isZero(p)) return undefined;
  const degree = Math.max(...p.map((term) => (term.exponents[sine] ?? 0) + (term.exponents[cosine] ?? 0)));
  // Without the highest power of the sine, the cosine would be a factor.
  if (poly.degreeIn(p, sine) < degree) return undefined;
  const { statement, steps } = restated(angular, p, "one angle");
  const tangent = call("tan", angle);
  const inTangent = poly.fromTerms(p.map((term) => ({ ...term, exponents: term.exponents.map((exponent, k) => (k === cosine ? 0 : exponent)) })));
  const after = equation(substituteKernel(inTangent, kernels, sine, tangent), ZERO);
  const own = within(task, after);
  const solved = own && solve(own);
  if (!solved) return undefined;
  const by = power(call("cos", angle), number(degree));
  // Where the cosine is 0 the highest power of the sine is left, with a coefficient that is not 0.
  const highest = p
    .filter((term) => (term.exponents[sine] ?? 0) === degree)
    .map((term) => ({ ...term, exponents: term.exponents.map((exponent, k) => (k === sine ? 0 : exponent)) }));
  const conditions = nonZero(polynomialExpression(poly.fromTerms(highest), kernels), task.assumptions);
  const divided = step("by tangents", [by], { kind: "equivalent", unknown: task.unknown, before: statement, after, factor: by }, { conditions });
  return { ...solved, steps: [...steps, divided, ...solved.steps] };
}

/** The last resort: t = tan(θ/2), and θ = π apart, which t does not reach. */
function byHalfAngle(angular: Angular, solve: Solve): Solved | undefined {
  const { task, angle, polynomial, kernels, sine, cosine } = angular;
  const t = partLetter(task);
  const letter = name(t);
  const square = sum(ONE, power(letter, TWO));
  const at = (p: Polynomial): Expression => {
    const inSine = poly.coefficientsIn(p, sine).map((byCosine) => poly.coefficientsIn(byCosine, cosine).map((c) => polynomialExpression(c, kernels)));
    return sum(
      ...inSine.flatMap((byCosine, i) =>
        byCosine.flatMap((c, j) =>
          equal(c, ZERO)
            ? []
            : [product(c, power(divide(product(TWO, letter), square), number(i)), power(divide(subtract(ONE, power(letter, TWO)), square), number(j)))],
        ),
      ),
    );
  };
  const half = call("tan", product(HALF, angle));
  const named = equation(at(polynomial), ZERO);
  const { statement, steps } = restated(angular, polynomial, "one angle");
  const reached = within(task, statement);
  if (!reached) return undefined;
  // At θ = π the sine is 0 and the cosine −1.
  const atPi = simplify(substituteTwo(polynomial, kernels, sine, cosine)).expression;
  const opposite = equalityTest(atPi, ZERO).kind;
  if (opposite === "undecided") return undefined;
  const solved = solveByNaming(reached, { meaning: half, facts: () => [], equation: () => named }, solve);
  if (!solved) return undefined;
  const n = integerLetter(task);
  const missed = opposite === "zero" ? solve({ ...task, equation: asRelation(equation(angle, sum(PI, product(TURN, name(n, "integer"))))) }) : undefined;
  if (opposite === "zero" && !missed) return undefined;
  const extra = (missed?.set.solutions ?? []).map((one) => solution(task.unknown, one.values.get(task.unknown) ?? ZERO, { integers: [n] }));
  return { steps: [...steps, ...solved.steps], set: { ...solved.set, solutions: [...solved.set.solutions, ...extra] } };
}

function substituteTwo(p: Polynomial, kernels: Kernels, sine: number, cosine: number): Expression {
  const atSine = poly.substituteIn(p, sine, poly.ZERO);
  return polynomialExpression(poly.substituteIn(atSine, cosine, poly.negate(poly.ONE)), kernels);
}

function asRelation(e: Expression): Task["equation"] {
  if (e.kind !== "relation") throw new RangeError("an equation is a relation");
  return e;
}
