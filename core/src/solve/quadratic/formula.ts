import { decimalLiteral, divide, I, negate, number, power, product, relation, sqrt, subtract, sum, TWO, ZERO } from "../../expression/construct.ts";
import { alternatives } from "../../expression/equations.ts";
import { type Expression, equal, findAll, freeNames } from "../../expression/expression.ts";
import { isNegated, opposite } from "../../expression/functions/arguments.ts";
import { parse } from "../../notation/parse.ts";
import { present } from "../../notation/present.ts";
import { equality, fillIn, name as nameSyntax, type Syntax } from "../../notation/syntax.ts";
import { text, writtenText } from "../../notation/text.ts";
import { simplifyWithSteps } from "../../rewrite/forms/shortest.ts";
import { readable } from "../../rewrite/readable.ts";
import { constantSign, perfectSquareRoot } from "../../truth/index.ts";
import { zeroForm } from "../algebraic/polynomial-form.ts";
import { realSquareRoots } from "../sifting/conditions.ts";
import type { Domain, Solved } from "../solution.ts";
import { Chain, imaginaryPair, pair, type Quadratic, quadraticSet, solved, toZeroForm } from "./quadratic-form.ts";

const FORMULA = parse("(-b ± sqrt(D))/(2 a)");
const FORMULA_WITH_ROOT = parse("(-b ± S)/(2 a)");
const DOUBLE_ROOT = parse("-b/(2 a)");
const DISCRIMINANT = parse("b^2 - 4 a c");

/** The quadratic formula, for any coefficients: x = (−b ± √(b² − 4ac)) / (2a). */
export function formula(given: Quadratic): Solved {
  const { unknown, assumptions, domain } = given.form.task;
  const chain = new Chain(given.form);
  toZeroForm(chain, given.form);
  const q = withPositiveLead(given, chain);
  const written = new Map<string, Syntax>([
    ["a", present(q.a)],
    ["b", present(q.b)],
    ["c", present(q.c)],
  ]);
  const discriminant = asTyped(readable(subtract(power(q.b, TWO), product(number(4), q.a, q.c))), [q.a, q.b, q.c]);
  const literal = subtract(power(q.b, TWO), product(number(4), q.a, q.c));
  const filledIn = fillIn(DISCRIMINANT, written);
  const sides = writtenText(filledIn) === text(discriminant) ? [filledIn] : [filledIn, present(discriminant)];
  const shown = equality([nameSyntax("D"), ...sides]);
  chain.fact({ kind: "equal", before: literal, after: discriminant }, "discriminant", [], { written: shown });
  const centre = divide(negate(q.b), product(TWO, q.a));
  const real = domain === "complex" ? ({ kind: "two", conditions: [] } as const) : realSquareRoots(discriminant, assumptions);
  if (real.kind === "none") {
    chain.fact({ kind: "holds", statement: relation(discriminant, "<", ZERO) }, "discriminant negative", []);
    return solved(chain, quadraticSet(q, imaginaryPair(centre, halfSpread(q, negate(discriminant))), { imaginary: true }));
  }
  if (real.kind === "one" || equal(discriminant, ZERO)) {
    const root = readable(centre);
    const double = fillIn(DOUBLE_ROOT, written);
    chain.to(alternatives(unknown, [root]), "quadratic formula", [], {
      written: equality([nameSyntax(unknown), double]),
      conditions: q.conditions,
    });
    chain.restate(alternatives(unknown, [root]), "simplify values", []);
    return solved(chain, quadraticSet(q, [root]));
  }
  const exactRoot = freeNames(discriminant).size > 0 ? rootOfSquare(discriminant, domain) : undefined;
  const negative = constantSign(discriminant) === -1;
  const spread = exactRoot ? divide(exactRoot, product(TWO, q.a)) : negative ? product(I, halfSpread(q, negate(discriminant))) : halfSpread(q, discriminant);
  const roots = pair(centre, spread);
  const conditions = exactRoot ? [] : real.conditions;
  const filled = exactRoot
    ? fillIn(FORMULA_WITH_ROOT, new Map([...written, ["S", present(exactRoot)]]))
    : fillIn(FORMULA, new Map([...written, ["D", present(discriminant)]]));
  const line = equality([nameSyntax(unknown), filled]);
  const direct = [sum, subtract].map((join) => divide(join(negate(q.b), sqrt(discriminant)), product(TWO, q.a)));
  // With a perfect square of letters, √(s²) is |s|; both signs are taken, so s may stand for it.
  if (!exactRoot) chain.to(alternatives(unknown, direct), "quadratic formula", [], { written: line, conditions: [...q.conditions, ...conditions] });
  if (exactRoot) chain.to(alternatives(unknown, roots), "quadratic formula", [], { written: line, conditions: q.conditions });
  chain.restate(alternatives(unknown, roots), "simplify values", []);
  return solved(chain, quadraticSet(q, roots, { conditions, imaginary: negative }));
}

/** What has the discriminant as its square, i times a root of its opposite among them where complex roots are asked for. */
function rootOfSquare(discriminant: Expression, domain: Domain): Expression | undefined {
  const root = perfectSquareRoot(discriminant);
  if (root || domain !== "complex") return root;
  const hasFunctions = findAll(discriminant, (part) => part.kind === "call").length > 0;
  const forms = hasFunctions ? [discriminant, simplifyWithSteps(discriminant, { assumptions: [] }).expression] : [discriminant];
  const [opposite] = forms.flatMap((form) => perfectSquareRoot(negate(form)) ?? []);
  return opposite && product(I, opposite);
}

/** A leading coefficient with a minus sign loses it first, as one does by hand. */
function withPositiveLead(q: Quadratic, chain: Chain): Quadratic {
  if (!isNegated(q.a)) return q;
  const form = { ...q.form, coefficients: q.form.coefficients.map(opposite) };
  chain.to(zeroForm(form), "multiply both sides", ["-1"]);
  return { ...q, form, a: opposite(q.a), b: opposite(q.b), c: opposite(q.c) };
}

/** Among decimal coefficients a terminating discriminant is written as a decimal too. */
function asTyped(e: Expression, among: readonly Expression[]): Expression {
  const decimals = among.some((coefficient) => coefficient.kind === "number" && coefficient.typed !== undefined);
  const decimal = decimals && e.kind === "number" ? decimalLiteral(e.value) : undefined;
  return e.kind === "number" && decimal !== undefined ? number(e.value, decimal) : e;
}

function halfSpread(q: Quadratic, size: Expression): Expression {
  return readable(divide(sqrt(size), product(TWO, q.a)));
}
