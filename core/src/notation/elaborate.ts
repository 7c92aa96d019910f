import * as build from "../expression/construct.ts";
import { type Expression, findAll, type NameRange } from "../expression/expression.ts";
import { families, family } from "../expression/functions/registry.ts";
import { rangesIn, substitute } from "../expression/substitute.ts";
import { parseDecimal, rational } from "../number/rational.ts";
import { unitFactor } from "../units/dimension-of.ts";
import { readUnit } from "../units/read.ts";
import { coherentValue } from "../units/unit.ts";
import { NotationError, partsOfKind, type Span, type Syntax } from "./syntax.ts";

/** A function declared by the author, or one that a declaration brought with it and that takes any number of arguments. */
export type FunctionDefinition =
  | { readonly parameters: readonly string[]; readonly body: Expression }
  /** The value for some arguments, or words that say why there is none. */
  | { readonly build: (args: readonly Expression[]) => Expression | string };

/** What the author's declarations and earlier lines mean. */
export interface Meanings {
  readonly functions: ReadonlyMap<string, FunctionDefinition>;
  /** Names that stand for a quantity although they are letters of constants (`e`, `i`). */
  readonly quantities: ReadonlySet<string>;
  /** What names range over that were not declared real. */
  readonly ranges: ReadonlyMap<string, NameRange>;
  /** Where the author writes letters among the others, subscripts left out. */
  readonly order?: ReadonlyMap<string, number>;
  /** The result of an earlier line; throws LineUnusable where the line has no single value. */
  readonly line: (line: number) => Expression;
  /** The root of an expression with this number, or between these bounds; words that say why there is none. */
  readonly rootOf?: (body: Expression, which: number | string | undefined, lower: Expression | undefined, upper: Expression | undefined) => Expression | string;
  /** Whether units stay as factors beside the names, for what is asked of dimensions alone. */
  readonly unitsAsFactors?: boolean;
  /** Names that stand for a vector or a matrix: these are put in where they are read, since matrices do not commute. */
  readonly tuples?: ReadonlyMap<string, Expression>;
  /** Calculates with vectors and matrices; without it what is written with them stays as it is. */
  readonly vectors?: VectorArithmetic;
  /** Carries out a derivative; without it derivatives stay as written. */
  readonly differentiate?: (body: Expression, variable: string, order: number) => Expression;
}

/** Arithmetic in which a side is a tuple: the value, or words that say why there is none. */
export interface VectorArithmetic {
  readonly combined: (operation: "sum" | "difference" | "product" | "quotient" | "power", left: Expression, right: Expression) => Expression | string;
  /** Undefined for a function that is given no tuple. */
  readonly applied: (functionName: string, args: readonly Expression[]) => Expression | string | undefined;
}

/** Thrown by `Meanings.line` for a line whose result cannot stand in an expression. */
export class LineUnusable extends Error {
  override readonly name = "LineUnusable";
}

export const NO_MEANINGS: Meanings = {
  functions: new Map(),
  quantities: new Set(),
  ranges: new Map(),
  line: (line) => {
    throw new LineUnusable(`there is no line ${line} here`);
  },
};

/** Names as they are in an expression: what they range over, and the order in which their author writes them. */
export function namesAsIn(e: Expression): Meanings {
  const places = findAll(e, (part) => part.kind === "name").flatMap((part) =>
    part.kind === "name" && part.place !== undefined ? [[stemOf(part.name), part.place] as const] : [],
  );
  return { ...NO_MEANINGS, ranges: rangesIn([e]), order: new Map(places) };
}

/** A name without its subscript. */
export const stemOf = (name: string): string => name.split("_")[0] ?? name;

type VectorOperation = Parameters<VectorArithmetic["combined"]>[0];

const NOWHERE: Span = { from: 0, to: 0 };
const MOST_TERMS = 100;

/**
 * The expression that a written form means. A written ± means two alternatives and is allowed in equations only, which
 * become "… or …".
 * @throws NotationError for a division by zero, an unusable line reference and the like.
 */
export function elaborate(written: Syntax, meanings: Meanings = NO_MEANINGS): Expression {
  return new Elaboration(meanings).statement(written);
}

class Elaboration {
  readonly #meanings: Meanings;
  /** The sign that ± stands for while one alternative is read. */
  #alternative: 1 | -1 | undefined;

  /** The indices of sums that are being written out, with their values. */
  readonly #indices = new Map<string, number>();

  constructor(meanings: Meanings) {
    this.#meanings = meanings;
  }

  statement(e: Syntax): Expression {
    if (e.kind === "logic")
      return build.logic(
        e.operator,
        e.items.map((item) => this.statement(item)),
      );
    if (e.kind === "relation" && hasAlternatives(e)) {
      const both = ([1, -1] as const).map((sign) => {
        this.#alternative = sign;
        return this.#read(e);
      });
      this.#alternative = undefined;
      return build.logic("or", both);
    }
    return this.#read(e);
  }

  /** What is calculated with: a relation has no value. */
  #operand(e: Syntax): Expression {
    const read = this.#read(e);
    if (read.kind !== "relation" && read.kind !== "logic") return read;
    const what = e.kind === "line" ? `line ${e.line} is a relation` : "this is a relation";
    throw new NotationError(`${what}, and cannot be calculated with: an expression was expected here`, e.span ?? NOWHERE);
  }

  #read(e: Syntax): Expression {
    const at = (part: Syntax): Expression => this.#operand(part);
    switch (e.kind) {
      case "number":
        return build.number(parseDecimal(e.text), /[.e]/.test(e.text) ? e.text : undefined);
      case "name":
        return this.#name(e.name);
      case "group":
        return this.#read(e.inner);
      case "sign":
        if (e.sign === "±") return build.product(build.number(this.#sign(e.span)), at(e.operand));
        if (e.operand.kind === "quantity") return this.#quantity(e.operand, e.sign === "-");
        if (e.sign === "-") {
          const operand = at(e.operand);
          return this.#combined("product", build.MINUS_ONE, operand, e.span, () => build.negate(operand));
        }
        return at(e.operand);
      case "binary": {
        if (e.operator === "±") return build.sum(at(e.left), build.product(build.number(this.#sign(e.span)), at(e.right)));
        const [left, right] = [at(e.left), e.operator === "-" ? at(e.right) : this.#factor(e.right)];
        if (e.operator === "-") return this.#combined("difference", left, right, e.span, () => build.subtract(left, right));
        return this.#combined("sum", left, right, e.span, () => build.sum(left, right));
      }
      case "times": {
        const [left, right] = [this.#factor(e.left), this.#factor(e.right)];
        return this.#combined("product", left, right, e.span, () => build.product(left, right));
      }
      case "fraction": {
        const denominator = this.#factor(e.denominator);
        if (build.isNumber(denominator, 0)) throw new NotationError("division by zero: this denominator is 0", e.denominator.span ?? NOWHERE);
        const numerator = this.#factor(e.numerator);
        return this.#combined("quotient", numerator, denominator, e.span, () => build.divide(numerator, denominator));
      }
      case "power":
        return this.#powerOf(e, this.#factor(e.base), at(e.exponent));
      case "factorial":
        return build.call("factorial", at(e.operand));
      case "degrees":
        return build.product(at(e.operand), build.number(rational(1, 180)), build.PI);
      case "quantity":
        return this.#quantity(e);
      case "call": {
        const args = e.args.map(at);
        const fault = family(e.name)?.fault?.(args);
        if (fault !== undefined) throw new NotationError(fault, e.args[0]?.span ?? NOWHERE);
        const own = this.#meanings.vectors?.applied(e.name, args);
        if (typeof own === "string") throw new NotationError(own, e.span ?? NOWHERE);
        const value = own ?? callByName(e.name, args);
        return e.exponent ? this.#power(e, value, at(e.exponent)) : value;
      }
      case "apply":
        return this.#apply(e);
      case "relation":
        return build.chain(e.operands.map(at), e.comparisons);
      case "logic":
        return this.statement(e);
      case "tuple":
        return build.tuple(e.items.map(at));
      case "cases":
        return build.cases(
          e.branches.map(({ value, condition }) => ({ value: at(value), condition: this.#read(condition) })),
          e.otherwise && at(e.otherwise),
        );
      case "iterated": {
        const terms = this.#writtenOut(e);
        if (terms) return this.#joined(e, terms);
        return build.iterated({
          operator: e.operator,
          variable: e.variable,
          ...(e.lower ? { lower: at(e.lower) } : {}),
          ...(e.upper ? { upper: at(e.upper) } : {}),
          body: at(e.body),
        });
      }
      case "root": {
        const made = this.#meanings.rootOf?.(at(e.body), e.index ?? e.coordinate, e.lower && at(e.lower), e.upper && at(e.upper));
        if (typeof made === "string" || made === undefined) throw new NotationError(made ?? "a root of an equation cannot stand here", e.span ?? NOWHERE);
        return made;
      }
      case "derivative": {
        const body = at(e.body);
        return this.#meanings.differentiate?.(body, e.variable, e.order) ?? build.derivative(body, e.variable, e.order);
      }
      case "line":
        return this.#line(e.line, e.span);
    }
  }

  /** The terms of a sum or product over names whose subscript is the index, x_1 + x_2 + x_3 for sum_(k=1)^3 x_k; undefined for any other. */
  #writtenOut({ operator, variable, lower, upper, body, span }: Syntax & { readonly kind: "iterated" }): readonly Expression[] | undefined {
    const ending = `_${variable}`;
    if (operator === "integral" || !lower || !upper || !partsOfKind(body, "name").some(({ name }) => name.endsWith(ending))) return undefined;
    const [from, to] = [this.#operand(lower), this.#operand(upper)].map((bound) =>
      bound.kind === "number" && bound.value.den === 1 ? Number(bound.value.num) : undefined,
    );
    if (from === undefined || to === undefined || to - from >= MOST_TERMS)
      throw new NotationError(
        `names with the index ${variable} as their subscript are written out between two whole numbers, as in sum_(${variable}=1)^3`,
        span ?? NOWHERE,
      );
    return Array.from({ length: Math.max(0, to - from + 1) }, (_, k) => {
      this.#indices.set(variable, from + k);
      const term = this.#operand(body);
      this.#indices.delete(variable);
      return term;
    });
  }

  #joined({ operator, span }: Syntax & { readonly kind: "iterated" }, terms: readonly Expression[]): Expression {
    const [first, ...rest] = terms;
    const isSum = operator === "sum";
    const join = (a: Expression, b: Expression): Expression =>
      this.#combined(isSum ? "sum" : "product", a, b, span, () => (isSum ? build.sum(a, b) : build.product(a, b)));
    return first ? rest.reduce(join, first) : isSum ? build.ZERO : build.ONE;
  }

  /** A quantity in coherent units, or with its unit as a factor; −5 °C is a temperature below zero and nothing that is taken away. */
  #quantity({ value, unit: text }: Syntax & { readonly kind: "quantity" }, isNegative = false): Expression {
    const read = this.#operand(value);
    const count = isNegative ? build.negate(read) : read;
    const unit = readUnit(text);
    if (!unit) return count;
    return this.#meanings.unitsAsFactors ? build.product(count, unitFactor(text)) : coherentValue(count, unit);
  }

  /** What is multiplied or added: there degrees Celsius are a difference of temperatures. */
  #factor(e: Syntax): Expression {
    const inner = e.kind === "group" ? e.inner : e;
    const unit = inner.kind === "quantity" ? readUnit(inner.unit) : undefined;
    if (inner.kind !== "quantity" || !unit?.offset) return this.#operand(e);
    return this.#meanings.unitsAsFactors ? this.#quantity(inner) : build.product(this.#operand(inner.value), unit.factor);
  }

  /** Arithmetic with a tuple on one side or both. */
  #combined(operation: VectorOperation, left: Expression, right: Expression, span: Span | undefined, otherwise: () => Expression): Expression {
    const { vectors } = this.#meanings;
    if (!vectors || (left.kind !== "tuple" && right.kind !== "tuple")) return otherwise();
    const made = vectors.combined(operation, left, right);
    if (typeof made === "string") throw new NotationError(made, span ?? NOWHERE);
    return made;
  }

  #powerOf(e: Syntax & { readonly kind: "power" }, base: Expression, exponent: Expression): Expression {
    // A raised T is no power, but the transpose.
    if (base.kind === "tuple" && exponent.kind === "name" && exponent.name === "T" && this.#meanings.vectors) {
      const made = this.#meanings.vectors.applied("transpose", [base]);
      if (made !== undefined && typeof made !== "string") return made;
    }
    return this.#combined("power", base, exponent, e.span, () => this.#power(e, base, exponent));
  }

  #power(e: Syntax, base: Expression, exponent: Expression): Expression {
    if (build.isNumber(base, 0) && exponent.kind === "number" && exponent.value.num <= 0) {
      throw new NotationError(exponent.value.num === 0 ? "0 to the power 0 is not defined" : "division by zero: 0 to a negative power", e.span ?? NOWHERE);
    }
    return build.power(base, exponent);
  }

  #name(typed: string): Expression {
    const index = this.#indices.get(typed);
    if (index !== undefined) return build.number(index);
    const at = typed.indexOf("_");
    const subscript = this.#indices.get(typed.slice(at + 1));
    const name = at > 0 && subscript !== undefined ? `${typed.slice(0, at)}_${subscript}` : typed;
    const isConstant = name === "pi" || name === "infinity" || name === "e" || name === "i";
    if (isConstant && !this.#meanings.quantities.has(name)) return build.constant(name);
    return this.#meanings.tuples?.get(name) ?? build.name(name, this.#meanings.ranges.get(name), this.#meanings.order?.get(stemOf(name)));
  }

  #sign(span: Span | undefined): 1 | -1 {
    if (this.#alternative === undefined)
      throw new NotationError("± stands for two alternatives and belongs in an equation, such as x = 2 ± sqrt(3)", span ?? NOWHERE);
    return this.#alternative;
  }

  #apply(e: Syntax & { kind: "apply" }): Expression {
    const definition = this.#meanings.functions.get(e.name);
    if (!definition) throw new NotationError(`the function ${e.name} has not been declared`, e.span ?? NOWHERE);
    if ("build" in definition) {
      const made = definition.build(e.args.map((arg) => this.#read(arg)));
      if (typeof made === "string") throw new NotationError(made, e.span ?? NOWHERE);
      return made;
    }
    const [variable] = definition.parameters;
    let body = definition.body;
    if (e.primes > 0 && variable !== undefined) {
      body = this.#meanings.differentiate?.(body, variable, e.primes) ?? build.derivative(body, variable, e.primes);
    }
    const values = e.args.map((arg) => this.#read(arg));
    return substitute(body, new Map(definition.parameters.map((parameter, k) => [parameter, values[k] ?? build.ZERO])));
  }

  #line(line: number, span: Span | undefined): Expression {
    try {
      return this.#meanings.line(line);
    } catch (error) {
      if (error instanceof LineUnusable) throw new NotationError(error.message, span ?? NOWHERE);
      throw error;
    }
  }
}

/** A function of the table by its name or alias: `lg(x)` is log(10, x). */
function callByName(name: string, args: readonly Expression[]): Expression {
  if (family(name)) return build.call(name, ...args);
  const alias = families().find((entry) => entry.aliases?.[name])?.aliases?.[name];
  return alias ? alias(args) : build.call(name, ...args);
}

function hasAlternatives(e: Syntax): boolean {
  switch (e.kind) {
    case "sign":
      return e.sign === "±" || hasAlternatives(e.operand);
    case "binary":
      return e.operator === "±" || hasAlternatives(e.left) || hasAlternatives(e.right);
    case "group":
      return hasAlternatives(e.inner);
    case "times":
      return hasAlternatives(e.left) || hasAlternatives(e.right);
    case "fraction":
      return hasAlternatives(e.numerator) || hasAlternatives(e.denominator);
    case "power":
      return hasAlternatives(e.base) || hasAlternatives(e.exponent);
    case "call":
    case "apply":
      return e.args.some(hasAlternatives);
    case "relation":
      return e.operands.some(hasAlternatives);
    default:
      return false;
  }
}

/** What is written, where it has a meaning by itself: 1/0 has none. */
export function meaningOf(written: Syntax): Expression | undefined {
  try {
    return elaborate(written, NO_MEANINGS);
  } catch (error) {
    if (error instanceof NotationError) return undefined;
    throw error;
  }
}
