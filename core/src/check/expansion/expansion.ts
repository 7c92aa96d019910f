import { ofLetters } from "../../calculus/place.ts";
import { isNumber, MINUS_ONE, ONE, power, product, relation, sum, ZERO } from "../../expression/construct.ts";
import { type Expression, findAll, freeNames } from "../../expression/expression.ts";
import { complexity, constantSign, decide, simplify, zeroTest } from "../../truth/index.ts";
import { compareMonomials, type Monomial, multiplied, toPower, UNIT } from "./monomial.ts";

/** A constant times a monomial. */
export interface Term {
  readonly coefficient: Expression;
  readonly monomial: Monomial;
}

/**
 * What a function is as t → ∞: terms by falling growth, none with the coefficient 0, and a remainder that is at most a multiple of `rest` from some t on;
 * undefined where nothing is left. All rules for it are those of N. G. de Bruijn, Asymptotic Methods in Analysis, 1958, chapter 1.
 */
export interface Expansion {
  readonly terms: readonly Term[];
  readonly rest: Monomial | undefined;
}

/** Thrown where a function is not expanded; `about` is the constant whose sign would allow it. */
export class NotExpanded extends Error {
  override readonly name: string = "NotExpanded";
  readonly about: Expression | undefined;

  constructor(message: string, about?: Expression) {
    super(message);
    this.about = about;
  }

  /** What would allow it, where that is a constant of the author's letters. */
  get letters(): Expression | undefined {
    return ofLetters(this.about);
  }
}

/** Thrown where more terms may tell what is not known yet. */
export class TooFewTerms extends NotExpanded {
  override readonly name = "TooFewTerms";
}

/** What is found by expanding; undefined where a function is not expanded. */
export function expanded<T>(find: () => T): T | undefined {
  try {
    return find();
  } catch (error) {
    if (error instanceof NotExpanded) return undefined;
    throw error;
  }
}

/** An expansion in its parts: what grows, the constant, what vanishes; whether the remainder vanishes too. */
export interface Parts {
  readonly infinite: readonly Term[];
  readonly constant: Expression;
  readonly small: Expansion;
}

/** The arithmetic of expansions with so many terms, for letters of which something is known. */
export class Arithmetic {
  readonly assumptions: readonly Expression[];
  readonly size: number;
  /** Whether letters are known to be equal to something. */
  readonly #equalities: boolean;

  constructor(assumptions: readonly Expression[], size: number) {
    this.assumptions = assumptions;
    this.size = size;
    this.#equalities = assumptions.some((one) => one.kind === "relation" && one.comparisons.includes("="));
  }

  /** The sign of a constant. @throws NotExpanded where letters leave it open. */
  sign = (e: Expression): -1 | 0 | 1 => {
    if (e.kind === "number") return e.value.num > 0 ? 1 : e.value.num < 0 ? -1 : 0;
    const known = freeNames(e).size === 0 ? constantSign(e) : undefined;
    if (known !== undefined) return known;
    for (const [comparison, sign] of [
      [">", 1],
      ["<", -1],
      ["=", 0],
    ] as const) {
      if (decide(relation(e, comparison, ZERO), this.assumptions) === true) return sign;
    }
    throw new NotExpanded("a sign is not known", e);
  };

  compare(a: Monomial, b: Monomial): -1 | 0 | 1 {
    return compareMonomials(a, b, this.sign);
  }

  /** Whether a coefficient is known to be 0; one that is not stands, and must be known not to be 0 where it is divided by. */
  #vanishes(e: Expression): boolean {
    if (e.kind === "number") return e.value.num === 0;
    if (complexity(e) > LONGEST) throw new NotExpanded("a coefficient is too long");
    if (findAll(e, ({ kind }) => kind === "iterated").length > 0) return false;
    if (this.#equalities && decide(relation(e, "=", ZERO), this.assumptions) === true) return true;
    return zeroTest(e, this.assumptions).kind === "zero";
  }

  /** What is divided by must not vanish for any values of the letters. @throws NotExpanded */
  needNonzero(e: Expression): void {
    const holds = freeNames(e).size === 0 ? zeroTest(e).kind === "nonzero" : decide(relation(e, "!=", ZERO), this.assumptions) === true;
    if (!holds) throw new NotExpanded("a coefficient may be 0", e);
  }

  /** A constant. */
  constant(e: Expression): Expansion {
    return this.term(e, UNIT);
  }

  /** A constant times a monomial. */
  term(coefficient: Expression, monomial: Monomial): Expansion {
    return { terms: this.#vanishes(coefficient) ? [] : [{ coefficient, monomial }], rest: undefined };
  }

  #greater(a: Monomial | undefined, b: Monomial | undefined): Monomial | undefined {
    if (!a || !b) return a ?? b;
    return this.compare(a, b) >= 0 ? a : b;
  }

  /** Terms in any order as an expansion: like ones added, those below the remainder or beyond the size taken into it. */
  #collected(terms: readonly Term[], rest: Monomial | undefined): Expansion {
    const groups: { monomial: Monomial; parts: Expression[] }[] = [];
    for (const { coefficient, monomial } of terms) {
      const group = groups.find((one) => this.compare(one.monomial, monomial) === 0);
      if (group) group.parts.push(coefficient);
      else if (!rest || this.compare(monomial, rest) > 0) groups.push({ monomial, parts: [coefficient] });
    }
    groups.sort((a, b) => this.compare(b.monomial, a.monomial));
    const kept = groups.flatMap(({ monomial, parts }): Term[] => {
      const coefficient = tidied(sum(...parts));
      // Only what was added up may have cancelled.
      return parts.length > 1 && this.#vanishes(coefficient) ? [] : [{ coefficient, monomial }];
    });
    const beyond = kept[this.size];
    return { terms: kept.slice(0, this.size), rest: this.#greater(rest, beyond?.monomial) };
  }

  add(...list: readonly Expansion[]): Expansion {
    const rest = list.reduce<Monomial | undefined>((all, one) => this.#greater(all, one.rest), undefined);
    return this.#collected(
      list.flatMap(({ terms }) => terms),
      rest,
    );
  }

  multiply(a: Expansion, b: Expansion): Expansion {
    const times = (one: Monomial | undefined, other: Monomial | undefined): Monomial | undefined => one && other && multiplied(one, other, this.sign);
    const lead = ({ terms, rest }: Expansion): Monomial | undefined => terms[0]?.monomial ?? rest;
    const rest = this.#greater(times(a.rest, lead(b)), times(lead(a), b.rest));
    const terms = a.terms.flatMap((one) =>
      b.terms.map(
        (other): Term => ({ coefficient: product(one.coefficient, other.coefficient), monomial: multiplied(one.monomial, other.monomial, this.sign) }),
      ),
    );
    return this.#collected(terms, rest);
  }

  /** Times a constant that is not 0 and a monomial. */
  times(a: Expansion, coefficient: Expression, monomial: Monomial = UNIT): Expansion {
    const moved = (own: Monomial): Monomial => multiplied(own, monomial, this.sign);
    return {
      terms: a.terms.map((one) => ({ coefficient: tidied(product(one.coefficient, coefficient)), monomial: moved(one.monomial) })),
      rest: a.rest && moved(a.rest),
    };
  }

  negative(a: Expansion): Expansion {
    return this.times(a, MINUS_ONE);
  }

  /** What grows in it, its constant and what vanishes. @throws NotExpanded where the remainder does not vanish. */
  parts({ terms, rest }: Expansion): Parts {
    if (rest && this.compare(rest, UNIT) >= 0) throw new TooFewTerms("a remainder does not vanish");
    const orders = terms.map(({ monomial }) => this.compare(monomial, UNIT));
    const at = (order: number): readonly Term[] => terms.filter((_, k) => orders[k] === order);
    return { infinite: at(1), constant: at(0)[0]?.coefficient ?? ZERO, small: { terms: at(-1), rest } };
  }

  /** The first term, with what the whole is in relation to it: c m (1 + δ). @throws NotExpanded where no term is known. */
  leading(a: Expansion): { readonly first: Term; readonly delta: Expansion } {
    const [first, ...others] = a.terms;
    if (!first) throw new TooFewTerms("no term is known");
    this.needNonzero(first.coefficient);
    const delta = this.times({ terms: others, rest: a.rest }, power(first.coefficient, MINUS_ONE), toPower(first.monomial, MINUS_ONE));
    return { first, delta };
  }

  /** The sign that it has from some t on; 0 where it is 0. @throws NotExpanded where no term is known. */
  finally({ terms, rest }: Expansion): -1 | 0 | 1 {
    const [first] = terms;
    if (first) return this.sign(first.coefficient);
    if (rest) throw new TooFewTerms("no term is known");
    return 0;
  }

  /** Σ c_k δ^k, of a power series that converges near 0, for a δ that vanishes (de Bruijn, 1.6). */
  composed(coefficient: (k: number) => Expression, delta: Expansion): Expansion {
    const list = [this.constant(coefficient(0))];
    let raised: Expansion = this.constant(ONE);
    for (let k = 1; k <= this.size; k += 1) {
      raised = this.multiply(raised, delta);
      const own = tidied(coefficient(k));
      if (raised.terms.length === 0) return this.add(...list, raised);
      if (!isNumber(own, 0)) list.push(this.times(raised, own));
    }
    const { rest, terms } = this.multiply(raised, delta);
    return this.add(...list, { terms: [], rest: terms[0]?.monomial ?? rest });
  }
}

/** Coefficients beyond this complexity are not worked with. */
const LONGEST = 300;

/** The shortest form of a coefficient. */
function tidied(e: Expression): Expression {
  return e.kind === "number" || e.kind === "name" || e.kind === "constant" ? e : simplify(e).expression;
}
