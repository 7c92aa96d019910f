import { call, divide, name, number, ONE, power, product, relation, sqrt, subtract, sum, TWO } from "../../expression/construct.ts";
import { contains, type Expression, equal, findAll } from "../../expression/expression.ts";
import { indefiniteIntegral } from "../../expression/integral.ts";
import { mapChildren, substitute } from "../../expression/substitute.ts";
import * as rational from "../../number/rational.ts";
import { polynomialCoefficients } from "../../rewrite/coefficients.ts";
import { constantRoot } from "../../rewrite/roots/constant-root.ts";
import { expand, possibleSigns, simplify } from "../../truth/index.ts";
import { newLetter } from "./new-letter.ts";
import { powerOf } from "./powers.ts";
import { type Antiderivative, concluded, integralStep, type Rule, type Search } from "./rule.ts";

const NEGATIVE = 1;
const POSITIVE = 4;

/** A quadratic under a root, with the square completed: a (u² + s r²) with u = x + shift, r > 0 and s = 1 or −1. */
interface Completed {
  readonly radicand: Expression;
  readonly u: Expression;
  readonly shift: Expression;
  readonly r: Expression;
  readonly kind: "r² − u²" | "u² + r²" | "u² − r²";
  /** The root of |a|. */
  readonly scale: Expression;
}

/** How u, du and the root are written by an angle t, and how functions of t are written by u again. */
interface Substitution {
  readonly u: (t: Expression, r: Expression) => Expression;
  readonly slope: (t: Expression, r: Expression) => Expression;
  readonly root: (t: Expression, r: Expression) => Expression;
  readonly angle: (ratio: Expression) => Expression;
  /** Functions of t by u/r and root/r. */
  readonly back: Readonly<Record<string, (ratio: Expression, root: Expression) => Expression>>;
}

const inverse = (e: Expression): Expression => power(e, number(-1));

const SUBSTITUTIONS: Readonly<Record<Completed["kind"], Substitution>> = {
  "r² − u²": {
    u: (t, r) => product(r, call("sin", t)),
    slope: (t, r) => product(r, call("cos", t)),
    root: (t, r) => product(r, call("cos", t)),
    angle: (ratio) => call("arcsin", ratio),
    back: {
      sin: (ratio) => ratio,
      cos: (_, root) => root,
      tan: (ratio, root) => divide(ratio, root),
      cot: (ratio, root) => divide(root, ratio),
      sec: (_, root) => inverse(root),
      csc: (ratio) => inverse(ratio),
    },
  },
  "u² + r²": {
    u: (t, r) => product(r, call("tan", t)),
    slope: (t, r) => divide(r, power(call("cos", t), TWO)),
    root: (t, r) => divide(r, call("cos", t)),
    angle: (ratio) => call("arctan", ratio),
    back: {
      sin: (ratio, root) => divide(ratio, root),
      cos: (_, root) => inverse(root),
      tan: (ratio) => ratio,
      cot: (ratio) => inverse(ratio),
      sec: (_, root) => root,
      csc: (ratio, root) => divide(root, ratio),
    },
  },
  "u² − r²": {
    u: (t, r) => divide(r, call("cos", t)),
    slope: (t, r) => divide(product(r, call("sin", t)), power(call("cos", t), TWO)),
    root: (t, r) => divide(product(r, call("sin", t)), call("cos", t)),
    angle: (ratio) => call("arccos", inverse(ratio)),
    back: {
      sin: (ratio, root) => divide(root, ratio),
      cos: (ratio) => inverse(ratio),
      tan: (_, root) => root,
      cot: (_, root) => inverse(root),
      sec: (ratio) => ratio,
      csc: (ratio, root) => divide(ratio, root),
    },
  },
};

/** A rational function of x and the root of a quadratic: by a sine, a tangent or a secant the root disappears. */
export const CIRCULAR_SUBSTITUTION: Rule = (f, search) => {
  const { variable, assumptions } = search;
  const roots = findAll(f, (part) => contains(part, variable) && powerOf(part)?.exponent.den === 2);
  const [first] = roots;
  const base = first && powerOf(first)?.base;
  if (!base || !roots.every((root) => equal(powerOf(root)?.base ?? root, base))) return undefined;
  const completed = completedSquare(base, variable, assumptions);
  return completed && inAngle(f, completed, search);
};

function completedSquare(radicand: Expression, variable: string, assumptions: readonly Expression[]): Completed | undefined {
  const [c, b, a, ...more] = polynomialCoefficients(radicand, variable) ?? [];
  if (!a || !b || !c || more.length > 0) return undefined;
  const plain = (e: Expression): Expression => simplify(expand(e)).expression;
  const shift = plain(divide(b, product(TWO, a)));
  const discriminant = plain(subtract(power(b, TWO), product(number(4), a, c)));
  const [leading, sign] = [possibleSigns(a, assumptions), possibleSigns(discriminant, assumptions)];
  const kind =
    leading === POSITIVE
      ? sign === NEGATIVE
        ? "u² + r²"
        : sign === POSITIVE
          ? "u² − r²"
          : undefined
      : leading === NEGATIVE && sign === POSITIVE
        ? "r² − u²"
        : undefined;
  if (!kind) return undefined;
  const square = divide(discriminant, product(number(4), power(a, TWO)));
  const r = constantRoot(kind === "u² + r²" ? product(number(-1), square) : square, assumptions);
  const scale = constantRoot(leading === POSITIVE ? a : product(number(-1), a), assumptions);
  return { radicand, u: sum(name(variable), shift), shift, r, kind, scale };
}

function inAngle(f: Expression, { radicand, u, shift, r, kind, scale }: Completed, { variable, integrate }: Search): Antiderivative | undefined {
  const own = SUBSTITUTIONS[kind];
  const letter = newLetter(sum(f, name("u")));
  const t = name(letter);
  const root = product(scale, own.root(t, r));
  const withRoot = (e: Expression): Expression => {
    const found = powerOf(e);
    if (found && equal(found.base, radicand)) return power(root, number(rational.multiply(found.exponent, { num: 2, den: 1 })));
    return mapChildren(e, withRoot);
  };
  const x = subtract(own.u(t, r), shift);
  const inside = substitute(withRoot(f), new Map([[variable, x]]));
  if (contains(inside, variable)) return undefined;
  const integrand = simplify(product(inside, own.slope(t, r))).expression;
  const found = integrate(integrand, letter);
  if (!found) return undefined;
  const ratio = simplify(divide(u, r)).expression;
  const meaning = own.angle(ratio);
  const plainRoot = divide(sqrt(radicand), product(scale, r));
  const value = simplify(withFunctions(found.value, letter, own, ratio, plainRoot, meaning)).expression;
  const begin = integralStep("integrate by a circular function", [letter, name(variable), x, root], f, variable, indefiniteIntegral(integrand, letter), {
    name: letter,
    meaning,
    ...(kind === "u² − r²" ? { where: [relation(ratio, ">", ONE)] } : {}),
  });
  const last = integralStep("put the angle back", [letter, meaning], f, variable, value);
  return { value, steps: [begin, ...concluded(found, integrand, letter), last] };
}

/** Functions of the angle by u again, those of half and double angles by the theorems; the angle itself as its inverse function. */
function withFunctions(e: Expression, letter: string, own: Substitution, ratio: Expression, root: Expression, meaning: Expression): Expression {
  const t = name(letter);
  const visit = (part: Expression): Expression => {
    const [argument] = part.kind === "call" ? part.args : [];
    if (part.kind === "call" && argument && contains(argument, letter)) {
      const turns = simplify(divide(argument, t)).expression;
      const by = (functionName: string): Expression => own.back[functionName]?.(ratio, root) ?? call(functionName, meaning);
      if (equal(turns, ONE) && own.back[part.name]) return by(part.name);
      if (equal(turns, TWO) && part.name === "sin") return product(TWO, by("sin"), by("cos"));
      if (equal(turns, TWO) && part.name === "cos") return subtract(ONE, product(TWO, power(by("sin"), TWO)));
      if (equal(turns, number({ num: 1, den: 2 })) && part.name === "tan") return divide(by("sin"), sum(ONE, by("cos")));
    }
    if (part.kind === "name" && part.name === letter) return meaning;
    return mapChildren(part, visit);
  };
  return visit(e);
}
